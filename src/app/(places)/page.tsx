import { families } from '../../catalogue/families';
import { kept, ofNow } from '../../services/kept';
import { inMinutes } from '../../services/today/choice';
import { Refresh } from '../../ui/shared/frame/Refresh';
import { packed } from '../../ui/shared/packed';
import { machineLines, Today } from '../../ui/today/Today';
import { theBoard } from '../_server/board';
import { enter } from '../_server/shop';
import { may } from '../../core/people/roles';
import { firstSteps } from '../../services/setup/first-steps';
import { bookAhead } from '../../services/safekeeping/clock';
import { copyAge } from '../../services/safekeeping/nightly';
import { ClockNote } from '../../ui/setup/ClockNote';
import { OldCopyNote } from '../../ui/setup/OldCopyNote';
import { FirstSteps } from '../../ui/setup/FirstSteps';
import { putRightAction } from '../actions/cleaning';
import { inMinutesAction } from '../actions/today';
import { tickStepAction } from '../actions/shop';

export const metadata = { title: 'Today' };

/** What "I have … minutes" begins with. */
const usualMinutes = 25;

const familyNames = Object.fromEntries(families.map(({ id, name }) => [id, name]));

export default async function TodayPage() {
  const { shop, role } = await enter('see');
  const board = theBoard();
  const setsUp = may(role, 'set up');
  return (
    <>
      <Refresh />
      <Today
        board={board}
        zone={shop.zone}
        lines={kept(shop, 'machine lines', ofNow, () =>
          packed(machineLines(board, shop.zone, familyNames)),
        )}
        inMinutes={
          may(role, 'clean')
            ? kept(shop, 'in minutes', ofNow, () => packed(inMinutes(shop, board, usualMinutes)))
            : null
        }
        askMinutes={inMinutesAction.bind(null, null)}
        putRight={putRightAction}
        keeping={
          setsUp && (
            <>
              <ClockNote bookAhead={bookAhead(shop)} now={board.now} zone={shop.zone} />
              <OldCopyNote age={copyAge(shop)} now={board.now} zone={shop.zone} />
            </>
          )
        }
        setup={
          setsUp && (
            <FirstSteps
              steps={kept(shop, 'first steps', ofNow, () => firstSteps(shop, board.machines))}
              tick={tickStepAction}
            />
          )
        }
      />
    </>
  );
}
