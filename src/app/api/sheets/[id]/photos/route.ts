import { ok } from '../../../../../core/units/result';
import { keepPhoto, largestPhotoBytes, readPhoto } from '../../../../../services/audit-log/photos';
import { sheetHold } from '../../../../../services/cleaning/sheets';
import { refuse } from '../../../../../services/shop';
import { answer, guarded } from '../../../../_server/answer';
import { readBody } from '../../../../../services/device-api/read-body';

interface Context {
  params: Promise<{ id: string }>;
}

/** Takes a picture for a sheet and answers with its id. */
export const POST = guarded('clean', async ({ shop }, request, { params }: Context) => {
  const holdId = sheetHold(shop, (await params).id);
  if (!holdId) return answer(refuse('That clean-down is not there.'));
  const bytes = await readBody(
    request,
    largestPhotoBytes,
    'The picture is larger than 10 MB. Take a smaller one.',
  );
  if (!bytes.ok) return answer(bytes);
  const read = await readPhoto(bytes.value);
  if (!read.ok) return answer(read);
  const kept = keepPhoto(shop, holdId, read.value);
  return answer(kept.ok ? ok({ photo: kept.value }) : kept);
});
