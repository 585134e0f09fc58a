import { scheduleNeeds } from '../../../../services/schedule/needs';
import { OrderNeeds } from '../../../../ui/schedule/OrderNeeds';
import { ScheduleRooms } from '../../../../ui/schedule/ScheduleRooms';
import { theBoard } from '../../../_server/board';
import { enter } from '../../../_server/shop';

export const metadata = { title: 'To order' };

export default async function OrderPage() {
  const { shop } = await enter('see');
  const { machines, now } = theBoard();
  return (
    <>
      <ScheduleRooms here="/plan/order" />
      <OrderNeeds needs={scheduleNeeds(shop, machines)} zone={shop.zone} now={now} />
    </>
  );
}
