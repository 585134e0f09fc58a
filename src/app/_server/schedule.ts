import { kept, ofNow } from '../../services/kept';
import { dueMarks } from '../../services/schedule/marks';
import { scheduleView } from '../../services/schedule/schedules';
import { theBoard } from './board';
import { theShop } from './shop';

/** The schedule with what falls due in its weeks, as the plan and the week's sheet show it. */
export function theSchedule() {
  const shop = theShop();
  const { machines } = theBoard();
  return kept(shop, 'schedule', ofNow, () => {
    const view = scheduleView(shop, machines);
    return { view, marks: dueMarks(shop, machines, view.weeks) };
  });
}
