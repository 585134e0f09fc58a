import { technicianLoad } from '../../../../services/weeks/load';
import { LoadView } from '../../../../ui/weeks/LoadView';
import { PlanRooms } from '../../../../ui/weeks/PlanRooms';
import { enter } from '../../../_server/shop';

export const metadata = { title: 'Is there time enough?' };

export default async function LoadPage() {
  const { shop } = await enter('see');
  return (
    <>
      <PlanRooms here="/plan/load" />
      <LoadView load={technicianLoad(shop)} zone={shop.zone} now={shop.now()} />
    </>
  );
}
