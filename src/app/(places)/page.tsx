import { families } from '../../catalogue/families';
import { choosable } from '../../services/today/choice';
import { Refresh } from '../../ui/shared/frame/Refresh';
import { Today } from '../../ui/today/Today';
import { theBoard } from '../_server/board';
import { enter } from '../_server/shop';
import { may } from '../../core/people/roles';
import { firstSteps } from '../../services/setup/first-steps';
import { FirstSteps } from '../../ui/setup/FirstSteps';
import { putRightAction } from '../actions/cleaning';
import { tickStepAction } from '../actions/shop';

export const metadata = { title: 'Today' };

const familyNames = Object.fromEntries(families.map(({ id, name }) => [id, name]));

export default async function TodayPage() {
  const { shop, role } = await enter('see');
  const board = theBoard();
  return (
    <>
      <Refresh />
      <Today
        board={board}
        zone={shop.zone}
        familyNames={familyNames}
        candidates={choosable(shop, board)}
        putRight={putRightAction}
        setup={
          may(role, 'set up') ? (
            <FirstSteps steps={firstSteps(shop, board.machines)} tick={tickStepAction} />
          ) : null
        }
      />
    </>
  );
}
