import { faultBehind, reportPhoto } from '../../../../../services/faults/follow';
import { addReportPhoto } from '../../../../../services/faults/pictures';
import { largestPhotoBytes } from '../../../../../services/audit-log/photos';
import { attempted, refuse } from '../../../../../services/shop';
import { answer, refuseRequest } from '../../../../_server/answer';
import { readBody } from '../../../../../services/device-api/read-body';
import { pictureWait } from '../../../../_server/label-limits';
import { addressOf, fromOwnPage, otherSite } from '../../../../_server/request';
import { shopTrouble, theShop } from '../../../../_server/shop';

interface Context {
  params: Promise<{ token: string }>;
}

/** A picture of a report, by the link that its reporter was given. */
export async function GET(request: Request, { params }: Context): Promise<Response> {
  const trouble = shopTrouble();
  if (trouble) return refuseRequest(503, trouble);
  const token = decodeURIComponent((await params).token);
  const id = new URL(request.url).searchParams.get('id') ?? '';
  const bytes = reportPhoto(theShop(), token, id);
  if (!bytes) return refuseRequest(404, 'No such picture.');
  return new Response(new Uint8Array(bytes), {
    headers: {
      'Content-Type': 'image/jpeg',
      'Cache-Control': 'private, max-age=86400, immutable',
      'Content-Security-Policy': "default-src 'none'",
    },
  });
}

/** Takes one picture of a report, by the link that its reporter was given. Needs no account. */
export async function POST(request: Request, { params }: Context): Promise<Response> {
  if (!fromOwnPage(request.headers)) return refuseRequest(403, otherSite);
  const trouble = shopTrouble();
  if (trouble) return refuseRequest(503, trouble);
  const shop = theShop();
  const token = decodeURIComponent((await params).token);
  if (!faultBehind(shop, token)) return refuseRequest(404, 'This link is not in force.');
  const wait = pictureWait(addressOf(request.headers), shop.now());
  if (wait > 0) return refuseRequest(429, `Too many pictures at once: wait ${wait} s.`);
  const bytes = await readBody(
    request,
    largestPhotoBytes,
    'The picture is larger than 10 MB. Take a smaller one; what you wrote is kept.',
  );
  if (!bytes.ok) return answer(bytes);
  const key = new URL(request.url).searchParams.get('key') ?? '';
  if (!/^[\w-]{8,80}$/.test(key)) return answer(refuse('The picture came without its key.'));
  return answer(await attempted(shop, () => addReportPhoto(shop, token, bytes.value, key)));
}
