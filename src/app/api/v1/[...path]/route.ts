import { answerDevice } from '../../../../services/device-api/device-api';
import { deviceAllowance, RateLimit } from '../../../../services/device-api/rate';
import { shopTrouble, theShop } from '../../../_server/shop';

const place = globalThis as { bitacoraDevices?: RateLimit };

async function answer(request: Request, { params }: { params: Promise<{ path: string[] }> }) {
  const trouble = shopTrouble();
  if (trouble) {
    return Response.json({ error: { code: 'records', message: trouble } }, { status: 503 });
  }
  const limits = (place.bitacoraDevices ??= new RateLimit(deviceAllowance));
  return answerDevice(theShop(), limits, request, (await params).path.join('/'));
}

export { answer as GET, answer as POST };
