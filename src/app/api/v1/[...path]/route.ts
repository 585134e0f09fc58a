import { answerDoor } from '../../../../services/door/door';
import { deviceAllowance, RateLimit } from '../../../../services/rate';
import { shopTrouble, theShop } from '../../../_server/shop';

const place = globalThis as { bitacoraDoor?: RateLimit };

async function answer(request: Request, { params }: { params: Promise<{ path: string[] }> }) {
  const trouble = shopTrouble();
  if (trouble) {
    return Response.json({ error: { code: 'records', message: trouble } }, { status: 503 });
  }
  const limits = (place.bitacoraDoor ??= new RateLimit(deviceAllowance));
  return answerDoor(theShop(), limits, request, (await params).path.join('/'));
}

export { answer as GET, answer as POST };
