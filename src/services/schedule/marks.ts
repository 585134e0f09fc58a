import type { DueForecast } from '../../core/forecast/due';
import type { MachineDue } from '../care/due';
import { forecastNow } from '../forecast/forecast';
import type { Shop } from '../shop';
import type { Weeks } from './problem';

/** When the tasks of the weeks ahead will be due if nothing is done, by task. */
export function dueMarks(
  shop: Shop,
  machines: readonly MachineDue[],
  { tasks }: Pick<Weeks, 'tasks'>,
): Record<string, DueForecast> {
  const wanted = new Set(tasks.map(({ id }) => id));
  const marks: Record<string, DueForecast> = {};
  for (const machine of machines) {
    const forecast = forecastNow(shop, machine.id);
    for (const station of machine.stations) {
      for (const due of station.tasks) {
        const id = `${station.id}.${due.task.key}`;
        const found = wanted.has(id) ? forecast.due(due) : null;
        if (found) marks[id] = found;
      }
    }
  }
  return marks;
}
