import { connection } from 'next/server';
import { opensFeed, scheduleCalendar } from '../../../../../services/schedule/feed';
import { theShop } from '../../../../_server/shop';

/** The plan as a calendar that other programs subscribe to, behind its private link. */
export async function GET(_: Request, { params }: { params: Promise<{ token: string }> }) {
  await connection();
  const { token } = await params;
  const shop = theShop();
  if (!opensFeed(shop, token.replace(/\.ics$/, ''))) {
    return new Response('This calendar link is not in force. Ask the technician for the new one.', {
      status: 404,
    });
  }
  return new Response(scheduleCalendar(shop), {
    headers: { 'content-type': 'text/calendar; charset=utf-8', 'cache-control': 'no-store' },
  });
}
