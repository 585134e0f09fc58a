import { bookCsv } from '../../../services/audit-log/audit-log';
import { othersTurn } from '../../../services/background/background-job';
import { bookFilter, bookQuerySchema } from '../../../services/audit-log/filter';
import { guarded } from '../../_server/answer';

export const GET = guarded('see', ({ shop }, request) => {
  const query = bookQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams));
  const pieces = bookCsv(shop, bookFilter({ ...query, ahead: '1' }, shop.zone, shop.now()));
  const encoder = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    async pull(controller) {
      // one page of the book at a time, others served between
      await othersTurn();
      const { value, done } = pieces.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
  });
  return new Response(stream, {
    headers: {
      'Content-Type': 'text/csv; charset=utf-8',
      'Content-Disposition': 'attachment; filename="book.csv"',
    },
  });
});
