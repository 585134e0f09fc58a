import { startImport } from '../../../services/import/jobs';
import { answer, crossSite, notInside } from '../../_server/answer';
import { signedIn } from '../../_server/shop';

/** Takes the bytes of a sessions file and begins to read it. */
export async function POST(request: Request) {
  if (crossSite(request)) return notInside();
  const inside = await signedIn();
  if (!inside) return notInside();
  const url = new URL(request.url);
  return answer(
    startImport(inside.shop, inside.actor, {
      fileName: url.searchParams.get('name') ?? 'sessions.csv',
      allowOverlap: url.searchParams.get('overlap') === 'yes',
      bytes: new Uint8Array(await request.arrayBuffer()),
    }),
  );
}
