import { kept, ofToday } from '../../../../services/kept';
import { technicianLoad } from '../../../../services/schedule/load';
import { LoadView } from '../../../../ui/schedule/LoadView';
import { ScheduleRooms } from '../../../../ui/schedule/ScheduleRooms';
import { may } from '../../../../core/people/roles';
import { LighterSchools } from '../../../../ui/schedule/LighterSchools';
import { shopSchoolsAction } from '../../../actions/care';
import { NoMachines } from '../../../../ui/shared/frame/NoMachines';
import { theBoard } from '../../../_server/board';
import { enter } from '../../../_server/shop';

export const metadata = { title: 'Is there time enough?' };

export default async function LoadPage() {
  const { shop, role } = await enter('see');
  const { machines } = theBoard();
  if (machines.length === 0) {
    return (
      <>
        <ScheduleRooms here="/plan/load" />
        <NoMachines>
          The time that cleaning needs is held here against the time there is for it.
        </NoMachines>
      </>
    );
  }
  const load = kept(shop, 'load', ofToday, () => technicianLoad(shop, machines));
  return (
    <>
      <ScheduleRooms here="/plan/load" />
      <LoadView load={load} zone={shop.zone} now={shop.now()} />
      {load.told && load.needed > load.there && may(role, 'set up') && (
        <LighterSchools needed={load.needed} there={load.there} ask={shopSchoolsAction} />
      )}
    </>
  );
}
