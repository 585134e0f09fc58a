import { patiently } from '../../../../../services/shop';
import { addTicks, sheetState } from '../../../../../services/sheet-ticks';
import { answer, guarded } from '../../../../_server/answer';

interface Context {
  params: Promise<{ id: string }>;
}

const have = (request: Request) => Number(new URL(request.url).searchParams.get('have') ?? 0) || 0;

/** What was pressed on a sheet beyond what the asker has. */
export const GET = guarded('clean', async ({ shop }, request, { params }: Context) =>
  answer(sheetState(shop, (await params).id, have(request))),
);

/** Takes presses, and answers with everything beyond what the sender has. */
export const POST = guarded('clean', async ({ shop, actor }, request, { params }: Context) => {
  const { id } = await params;
  const ticks: unknown = await request.json().catch(() => null);
  const kept = await patiently(() => addTicks(shop, actor, id, ticks));
  if (!kept.ok) return answer(kept);
  const state = sheetState(shop, id, have(request));
  return answer(state.ok ? { ok: true, value: { ...state.value, ...kept.value } } : state);
});
