import { ok } from '../../../../../core/units/result';
import { keepPhoto, largestPhotoBytes, readPhoto } from '../../../../../services/photos';
import { sheetHold } from '../../../../../services/sheets';
import { problem } from '../../../../../services/shop';
import { answer, guarded } from '../../../../_server/answer';

interface Context {
  params: Promise<{ id: string }>;
}

/** Takes a picture for a sheet and answers with its id. */
export const POST = guarded('clean', async ({ shop }, request, { params }: Context) => {
  const holdId = sheetHold(shop, (await params).id);
  if (!holdId) return answer(problem('That clean-down is not there.'));
  if (Number(request.headers.get('content-length') ?? 0) > largestPhotoBytes) {
    return answer(problem('The picture is larger than 10 MB. Take a smaller one.', 'photo'));
  }
  const read = await readPhoto(new Uint8Array(await request.arrayBuffer()));
  if (!read.ok) return answer(read);
  const kept = keepPhoto(shop, holdId, read.value);
  return answer(kept.ok ? ok({ photo: kept.value }) : kept);
});
