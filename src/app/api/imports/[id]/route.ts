import { ok } from '../../../../core/units/result';
import { cancelImport, finishImport, viewImport } from '../../../../services/usage/import/jobs';
import type { ImportPart } from '../../../../services/usage/import/messages';
import { answer, guarded } from '../../../_server/answer';

interface Context {
  params: Promise<{ id: string }>;
}

const parts: readonly ImportPart[] = ['rejected', 'new', 'duplicate'];

/** How an import stands, with a page of its rows. */
export const GET = guarded('clean', async ({ shop, actor }, request, { params }: Context) => {
  const query = new URL(request.url).searchParams;
  const part = parts.find((one) => one === query.get('part')) ?? 'rejected';
  const offset = Math.max(0, Number(query.get('offset')) || 0);
  return answer(await viewImport(shop, actor, (await params).id, { part, offset, limit: 50 }));
});

/** Writes the good rows. */
export const POST = guarded('clean', async ({ actor }, _request, { params }: Context) =>
  answer(await finishImport(actor, (await params).id)),
);

/** Cancels it. */
export const DELETE = guarded('clean', async ({ actor }, _request, { params }: Context) => {
  cancelImport(actor, (await params).id);
  return answer(ok(null));
});
