import { planNeeds } from '../../../../services/weeks/needs';
import { OrderNeeds } from '../../../../ui/weeks/OrderNeeds';
import { PlanRooms } from '../../../../ui/weeks/PlanRooms';
import { theBoard } from '../../../_server/board';
import { enter } from '../../../_server/shop';

export const metadata = { title: 'To order' };

export default async function OrderPage() {
  const { shop } = await enter('see');
  const { machines, now } = theBoard();
  return (
    <>
      <PlanRooms here="/plan/order" />
      <OrderNeeds needs={planNeeds(shop, machines)} zone={shop.zone} now={now} />
    </>
  );
}
