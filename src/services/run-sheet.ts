import { partOf } from '../catalogue/matrix';
import { openings } from '../catalogue/openings';
import type { CatalogueTask } from '../catalogue/schema';
import { orderSheet, type SheetOrder, type SheetTask } from '../core/sheet/order';

/** A task on a sheet with where it is done. */
export interface SheetPlace {
  /** station id and task key, joined by a dot */
  key: string;
  stationKind: string;
  task: CatalogueTask;
}

/** One stretch on the clock of a run sheet, in minutes from its beginning. */
export interface ClockStretch {
  /** the task's key, or `open:` with the opening */
  key: string;
  part: 'open' | 'active' | 'wait' | 'finishing';
  start: number;
  end: number;
}

/** A run sheet on its clock: what the hands do, and what waits beside them. */
export interface SheetClock extends Pick<SheetOrder, 'finish' | 'sequential' | 'exact'> {
  hands: ClockStretch[];
  waits: ClockStretch[];
}

const openingMinutes = new Map(openings.map(({ id, minutes }) => [id, minutes]));

/** Dust settles on glass: what raises it comes first. */
function raisesDust({ task }: SheetPlace): boolean {
  return task.group === 'bed' || task.group === 'air' || task.group === 'motion';
}

function isGlass({ stationKind, task }: SheetPlace): boolean {
  return partOf(stationKind, {}) === 'optic' && task.depth !== 'inspect';
}

/**
 * The order of a clean-down for one pair of hands that is done soonest: each opening once and before
 * its tasks, the bed left in until the head is off, whatever raises dust before any glass, long soaks first.
 */
export function sheetClock(places: readonly SheetPlace[]): SheetClock {
  const dusty = places.filter(raisesDust).map(({ key }) => key);
  const opened = [...new Set(places.map(({ task }) => task.opening))].filter(
    (opening) => (openingMinutes.get(opening) ?? 0) > 0,
  );
  const tasks: SheetTask[] = [
    ...opened.map((opening) => ({
      id: `open:${opening}`,
      active: openingMinutes.get(opening)!,
      passive: 0,
      finishing: 0,
      // the bed stays in while the head comes off: it catches what falls
      after: opening === 'bed-out' && opened.includes('head-off') ? ['open:head-off'] : [],
    })),
    ...places.map((place) => {
      const { key, task } = place;
      return {
        id: key,
        ...task.minutes,
        after: [
          ...(opened.includes(task.opening) ? [`open:${task.opening}`] : []),
          ...(isGlass(place) ? dusty.filter((other) => other !== key) : []),
        ],
      };
    }),
  ];
  const { steps, finish, exact } = orderSheet(tasks);
  const hands = steps.map(({ task, part, start, end }): ClockStretch => ({
    key: task,
    part: task.startsWith('open:') ? 'open' : part,
    start,
    end,
  }));
  const waits = places.flatMap(({ key, task }): ClockStretch[] => {
    const begun = hands.find((step) => step.key === key)!;
    return task.minutes.passive > 0
      ? [{ key, part: 'wait', start: begun.end, end: begun.end + task.minutes.passive }]
      : [];
  });
  // one after another each task pays its own opening, and its wait is sat out
  const sequential = places.reduce((sum, { task }) => {
    const { active, passive, finishing } = task.minutes;
    return sum + active + passive + finishing + (openingMinutes.get(task.opening) ?? 0);
  }, 0);
  return { hands, waits, finish, sequential, exact };
}
