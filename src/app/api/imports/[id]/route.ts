import { ok } from '../../../../core/units/result';
import { cancelImport, finishImport, viewImport } from '../../../../services/import/jobs';
import type { ImportPart } from '../../../../services/import/messages';
import { answer, crossSite, notInside } from '../../../_server/answer';
import { signedIn } from '../../../_server/shop';

interface Context {
  params: Promise<{ id: string }>;
}

const parts: readonly ImportPart[] = ['rejected', 'new', 'duplicate'];

/** How an import stands, with a page of its rows. */
export async function GET(request: Request, { params }: Context) {
  const inside = await signedIn();
  if (!inside) return notInside();
  const query = new URL(request.url).searchParams;
  const part = parts.find((one) => one === query.get('part')) ?? 'rejected';
  const offset = Math.max(0, Number(query.get('offset')) || 0);
  const page = { part, offset, limit: 50 };
  return answer(await viewImport(inside.shop, inside.actor, (await params).id, page));
}

/** Writes the good rows. */
export async function POST(request: Request, { params }: Context) {
  if (crossSite(request)) return notInside();
  const inside = await signedIn();
  if (!inside) return notInside();
  return answer(await finishImport(inside.actor, (await params).id));
}

/** Cancels it. */
export async function DELETE(request: Request, { params }: Context) {
  if (crossSite(request)) return notInside();
  const inside = await signedIn();
  if (!inside) return notInside();
  cancelImport(inside.actor, (await params).id);
  return answer(ok(null));
}
