import { rejectedRows } from '../../../../../services/usage/import/jobs';
import { answer, guarded } from '../../../../_server/answer';

interface Context {
  params: Promise<{ id: string }>;
}

export const GET = guarded('clean', async ({ actor }, _request, { params }: Context) => {
  const rejected = await rejectedRows(actor, (await params).id);
  if (!rejected.ok) return answer(rejected);
  const { fileName, csv } = rejected.value;
  return new Response(csv, {
    headers: {
      'Content-Type': 'text/csv; charset=utf-8',
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
    },
  });
});
