import { dueMachines } from '../../../../services/care/due';
import { orderListCsv, scheduleNeeds } from '../../../../services/schedule/needs';
import { guarded } from '../../../_server/answer';

/** What to order for the planned clean-downs, as CSV. */
export const GET = guarded(
  'see',
  ({ shop }) =>
    new Response(orderListCsv(scheduleNeeds(shop, dueMachines(shop))), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': 'attachment; filename="order-list.csv"',
      },
    }),
);
