import { technicianLoad } from '../../../../services/schedule/load';
import { LoadView } from '../../../../ui/schedule/LoadView';
import { ScheduleRooms } from '../../../../ui/schedule/ScheduleRooms';
import { enter } from '../../../_server/shop';

export const metadata = { title: 'Is there time enough?' };

export default async function LoadPage() {
  const { shop } = await enter('see');
  return (
    <>
      <ScheduleRooms here="/plan/load" />
      <LoadView load={technicianLoad(shop)} zone={shop.zone} now={shop.now()} />
    </>
  );
}
