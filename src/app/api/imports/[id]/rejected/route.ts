import { rejectedRows } from '../../../../../services/import/jobs';
import { answer, notInside } from '../../../../_server/answer';
import { signedIn } from '../../../../_server/shop';

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const inside = await signedIn();
  if (!inside) return notInside();
  const rejected = await rejectedRows(inside.actor, (await params).id);
  if (!rejected.ok) return answer(rejected);
  const { fileName, csv } = rejected.value;
  return new Response(csv, {
    headers: {
      'Content-Type': 'text/csv; charset=utf-8',
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
    },
  });
}
