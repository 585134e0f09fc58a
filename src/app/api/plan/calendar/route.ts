import { scheduleCalendar } from '../../../../services/schedule/feed';
import { guarded } from '../../../_server/answer';

/** The plan as a calendar file. */
export const GET = guarded(
  'see',
  ({ shop }) =>
    new Response(scheduleCalendar(shop), {
      headers: {
        'content-type': 'text/calendar; charset=utf-8',
        'content-disposition': 'attachment; filename="clean-downs.ics"',
      },
    }),
);
