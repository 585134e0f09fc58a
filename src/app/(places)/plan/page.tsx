import { dueMarks } from '../../../services/weeks/marks';
import { planView } from '../../../services/weeks/plans';
import { feedToken } from '../../../services/weeks/feed';
import { warmPlanner } from '../../../services/weeks/work';
import { Feed } from '../../../ui/weeks/Feed';
import { PlanRooms } from '../../../ui/weeks/PlanRooms';
import { WeeksPlan } from '../../../ui/weeks/WeeksPlan';
import { publicAddress } from '../../_server/address';
import { theBoard } from '../../_server/board';
import { enter } from '../../_server/shop';
import * as actions from '../../actions/weeks';
import { may } from '../../../core/people/roles';

export const metadata = { title: 'Plan' };

export default async function PlanPage() {
  const { shop, role } = await enter('see');
  const { machines, holds, now } = theBoard();
  const view = planView(shop, machines);
  if (may(role, 'set up')) warmPlanner();
  const { base } = await publicAddress();
  return (
    <>
      <PlanRooms here="/plan" />
      <WeeksPlan
        view={view}
        marks={dueMarks(shop, machines, view.weeks)}
        held={holds.map(({ machineId }) => machineId)}
        zone={shop.zone}
        now={now}
        planning={{
          start: actions.startPlanningAction,
          startWhatIf: actions.startWhatIfAction,
          view: actions.viewPlanningAction,
          stop: actions.stopPlanningAction,
        }}
        change={actions.changePlanAction}
        mend={actions.mendPlanAction}
        back={actions.planBeforeAction}
      />
      {may(role, 'clean') && (
        <Feed
          link={`${base}/api/plan/feed/${feedToken(shop)}.ics`}
          renew={actions.renewFeedAction}
        />
      )}
    </>
  );
}
