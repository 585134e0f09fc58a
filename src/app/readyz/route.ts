import { readiness } from '../../services/safekeeping/readiness';
import { shopTrouble, theShop } from '../_server/shop';

export const dynamic = 'force-dynamic';

/** Whether the server can do its work: the book can be written, the disk has room, the newest copy is fresh. */
export function GET() {
  const trouble = shopTrouble();
  const { ready, ...found } = trouble ? { ready: false, book: trouble } : readiness(theShop());
  return Response.json(
    { ready, ...found },
    { status: ready ? 200 : 503, headers: { 'Cache-Control': 'no-store' } },
  );
}
