import { dueMachines } from '../../../../services/due';
import { orderListCsv, planNeeds } from '../../../../services/weeks/needs';
import { guarded } from '../../../_server/answer';

/** What to order for the planned clean-downs, as CSV. */
export const GET = guarded(
  'see',
  ({ shop }) =>
    new Response(orderListCsv(planNeeds(shop, dueMachines(shop))), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': 'attachment; filename="order-list.csv"',
      },
    }),
);
