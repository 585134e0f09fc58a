import { kept, ofNow } from '../../services/kept';
import { dueMarks } from '../../services/schedule/marks';
import { scheduleView } from '../../services/schedule/schedules';
import { planView } from '../../ui/schedule/plan-view';
import { packed } from '../../ui/shared/packed';
import { theBoard } from './board';
import { theShop } from './shop';

/** The schedule. */
export function theSchedule() {
  const shop = theShop();
  return kept(shop, 'schedule', ofNow, () => scheduleView(shop, theBoard().machines));
}

/** What its page shows of the schedule. */
export function theShownSchedule() {
  const shop = theShop();
  return kept(shop, 'shown schedule', ofNow, () => {
    const view = theSchedule();
    const marks = dueMarks(shop, theBoard().machines, view.weeks);
    return packed(planView(view, marks));
  });
}
