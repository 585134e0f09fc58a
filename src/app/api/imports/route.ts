import { startImport } from '../../../services/import/jobs';
import { answer, guarded } from '../../_server/answer';

/** Takes the bytes of a sessions file and begins to read it. */
export const POST = guarded('clean', async ({ shop, actor }, request) => {
  const url = new URL(request.url);
  return answer(
    startImport(shop, actor, {
      fileName: url.searchParams.get('name') ?? 'sessions.csv',
      allowOverlap: url.searchParams.get('overlap') === 'yes',
      bytes: new Uint8Array(await request.arrayBuffer()),
    }),
  );
});
