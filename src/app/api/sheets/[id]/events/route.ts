import { patiently } from '../../../../../services/shop';
import { addEvents, sheetState } from '../../../../../services/cleaning/events';
import { answer, guarded } from '../../../../_server/answer';
import { readBody } from '../../../../../services/device-api/read-body';

interface Context {
  params: Promise<{ id: string }>;
}

/** Bytes: some thousands of presses. */
const largestBatch = 2 * 1024 * 1024;

function parsed(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return null;
  }
}

const have = (request: Request) => Number(new URL(request.url).searchParams.get('have') ?? 0) || 0;

/** What was pressed on a sheet beyond what the asker has. */
export const GET = guarded('clean', async ({ shop }, request, { params }: Context) =>
  answer(sheetState(shop, (await params).id, have(request))),
);

/** Takes presses, and answers with everything beyond what the sender has. */
export const POST = guarded('clean', async ({ shop, actor }, request, { params }: Context) => {
  const { id } = await params;
  const body = await readBody(request, largestBatch, 'Too much was pressed at once to be taken.');
  if (!body.ok) return answer(body);
  const kept = await patiently(shop, () => addEvents(shop, actor, id, parsed(body.value)));
  if (!kept.ok) return answer(kept);
  const state = sheetState(shop, id, have(request));
  return answer(state.ok ? { ok: true, value: { ...state.value, ...kept.value } } : state);
});
