import { quantile } from 'simple-statistics';
import type { Block } from './kept';
import type { ScheduleProblem } from './problem';

/** Of the clean-downs of a machine so many need no more around their tasks than is reckoned with. */
const enoughIn = 0.75;

/**
 * Minutes that clean-downs took around their tasks, openings apart, by machine: what making safe, closing and the
 * tests come to by their very sheets. Enough for three of four, so that a window holds what is planned in it.
 * @param blocks whose sheets were asked; others, and those with a task the problem has not, tell nothing
 */
export function setUpsOf(
  { tasks, openingMinutes }: Pick<ScheduleProblem, 'tasks' | 'openingMinutes'>,
  blocks: readonly Pick<Block, 'machineId' | 'tasks' | 'opened' | 'back'>[],
): Record<string, number> {
  const openingsOf = new Map(tasks.map(({ id, openings }) => [id, openings]));
  const around = new Map<string, number[]>();
  for (const { machineId, tasks: planned, opened, back } of blocks) {
    const openings = planned.map(({ stationId, task }) => openingsOf.get(`${stationId}.${task}`));
    if (back === undefined || openings.includes(undefined)) continue;
    const minutes = [...new Set(openings.flatMap((some) => some!))].reduce(
      (sum, opening) => sum + (openingMinutes[opening] ?? 0),
      0,
    );
    around.set(machineId, [...(around.get(machineId) ?? []), Math.max(0, opened - minutes)]);
  }
  return Object.fromEntries(
    [...around].map(([machine, minutes]) => [machine, Math.ceil(quantile(minutes, enoughIn))]),
  );
}
