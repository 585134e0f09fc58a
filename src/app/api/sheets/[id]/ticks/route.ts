import { patiently } from '../../../../../services/shop';
import { addTicks, sheetState } from '../../../../../services/sheet-ticks';
import { answer, crossSite, notInside } from '../../../../_server/answer';
import { signedIn } from '../../../../_server/shop';

interface Params {
  params: Promise<{ id: string }>;
}

const have = (request: Request) => Number(new URL(request.url).searchParams.get('have') ?? 0) || 0;

/** What was pressed on a sheet beyond what the asker has. */
export async function GET(request: Request, { params }: Params) {
  const inside = await signedIn();
  if (!inside) return notInside();
  return answer(sheetState(inside.shop, (await params).id, have(request)));
}

/** Takes presses, and answers with everything beyond what the sender has. */
export async function POST(request: Request, { params }: Params) {
  if (crossSite(request)) return notInside();
  const inside = await signedIn();
  if (!inside) return notInside();
  const { id } = await params;
  const ticks: unknown = await request.json().catch(() => null);
  const kept = await patiently(() => addTicks(inside.shop, inside.actor, id, ticks));
  if (!kept.ok) return answer(kept);
  const state = sheetState(inside.shop, id, have(request));
  return answer(state.ok ? { ok: true, value: { ...state.value, ...kept.value } } : state);
}
