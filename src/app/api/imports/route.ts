import { largestFileBytes, startImport } from '../../../services/usage/import/jobs';
import { answer, guarded } from '../../_server/answer';
import { readBody } from '../../../services/device-api/read-body';

/** Takes the bytes of a sessions file and begins to read it. */
export const POST = guarded('clean', async ({ shop, actor }, request) => {
  const url = new URL(request.url);
  const bytes = await readBody(
    request,
    largestFileBytes,
    'The file is larger than 96 MB. Split it; the same rows twice add nothing.',
  );
  if (!bytes.ok) return answer(bytes);
  return answer(
    startImport(shop, actor, {
      fileName: url.searchParams.get('name') ?? 'sessions.csv',
      allowOverlap: url.searchParams.get('overlap') === 'yes',
      bytes: bytes.value,
    }),
  );
});
