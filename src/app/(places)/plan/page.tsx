import { feedToken } from '../../../services/schedule/feed';
import { warmPlanner } from '../../../services/schedule/planning';
import { Feed } from '../../../ui/schedule/Feed';
import { ScheduleRooms } from '../../../ui/schedule/ScheduleRooms';
import { ScheduleLanes } from '../../../ui/schedule/ScheduleLanes';
import { NoMachines } from '../../../ui/shared/frame/NoMachines';
import { phoneAddress } from '../../_server/address';
import { theBoard } from '../../_server/board';
import { theShownSchedule } from '../../_server/schedule';
import { enter } from '../../_server/shop';
import * as actions from '../../actions/schedule';
import { may } from '../../../core/people/roles';

export const metadata = { title: 'Plan' };

export default async function PlanPage() {
  const { shop, role } = await enter('see');
  const { machines, holds, now } = theBoard();
  if (machines.length === 0) {
    return (
      <>
        <ScheduleRooms here="/plan" />
        <NoMachines>What is cleaned when is laid out here, four weeks ahead.</NoMachines>
      </>
    );
  }
  if (may(role, 'set up')) warmPlanner();
  const { base } = await phoneAddress();
  return (
    <>
      <ScheduleRooms here="/plan" />
      <ScheduleLanes
        view={theShownSchedule()}
        held={holds.map(({ machineId }) => machineId)}
        zone={shop.zone}
        now={now}
        planning={{
          start: actions.startPlanningAction,
          startWhatIf: actions.startWhatIfAction,
          view: actions.viewPlanningAction,
          stop: actions.stopPlanningAction,
        }}
        change={actions.changeScheduleAction}
        mend={actions.mendScheduleAction}
        back={actions.scheduleBeforeAction}
        weigh={actions.weighMoveAction}
      />
      {may(role, 'clean') && base && (
        <Feed
          link={`${base}/api/plan/feed/${feedToken(shop)}.ics`}
          renew={actions.renewFeedAction}
        />
      )}
    </>
  );
}
