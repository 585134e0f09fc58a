import { machineOfLabel } from '../../../../services/machines/labels';
import { installed } from '../../../_server/installed';
import { theShop } from '../../../_server/shop';

/** A label's page as an app of its own: it opens at its machine. */
export async function GET(_: Request, { params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const machine = machineOfLabel(theShop(), token);
  if (!machine) return new Response(null, { status: 404 });
  return Response.json(installed(machine.nickname, `/at/${token}`), {
    headers: { 'Content-Type': 'application/manifest+json' },
  });
}
