import { ok } from '../../../../../core/units/result';
import { keepPhoto, largestPhotoBytes, readPhoto } from '../../../../../services/photos';
import { sheetHold } from '../../../../../services/sheets';
import { problem } from '../../../../../services/shop';
import { answer, crossSite, notInside } from '../../../../_server/answer';
import { signedIn } from '../../../../_server/shop';

/** Takes a picture for a sheet and answers with its id. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  if (crossSite(request)) return notInside();
  const inside = await signedIn();
  if (!inside) return notInside();
  const holdId = sheetHold(inside.shop, (await params).id);
  if (!holdId) return answer(problem('That clean-down is not there.'));
  if (Number(request.headers.get('content-length') ?? 0) > largestPhotoBytes) {
    return answer(problem('The picture is larger than 10 MB. Take a smaller one.', 'photo'));
  }
  const read = await readPhoto(new Uint8Array(await request.arrayBuffer()));
  if (!read.ok) return answer(read);
  const kept = keepPhoto(inside.shop, holdId, read.value);
  return answer(kept.ok ? ok({ photo: kept.value }) : kept);
}
