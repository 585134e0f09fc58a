import { answerDoor } from '../../../../services/door/door';
import { RateLimit } from '../../../../services/door/rate';
import { theShop } from '../../../_server/shop';

const place = globalThis as { bitacoraDoor?: RateLimit };

async function answer(request: Request, { params }: { params: Promise<{ path: string[] }> }) {
  const limits = (place.bitacoraDoor ??= new RateLimit());
  return answerDoor(theShop(), limits, request, (await params).path.join('/'));
}

export { answer as GET, answer as POST };
