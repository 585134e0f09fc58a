import { kept, ofNow } from '../../services/kept';
import { dueMarks } from '../../services/schedule/marks';
import { scheduleView } from '../../services/schedule/schedules';
import { planView } from '../../ui/schedule/plan-view';
import { theBoard } from './board';
import { theShop } from './shop';

/** The schedule, and what its page shows of it. */
export function theSchedule() {
  const shop = theShop();
  const { machines } = theBoard();
  return kept(shop, 'schedule', ofNow, () => {
    const view = scheduleView(shop, machines);
    return { view, shown: planView(view, dueMarks(shop, machines, view.weeks)) };
  });
}
