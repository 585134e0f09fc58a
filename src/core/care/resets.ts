import type { CareEvent, CareTask } from './care';
import { resets, type Depth } from './depth';

/**
 * The depth an event completed, or `null` when it completed nothing: a task done in part, put off or
 * not reached leaves every counter as it was. A replaced part counts as the deepest.
 */
export function completedDepth(event: CareEvent): Depth | null {
  switch (event.result) {
    case 'done':
    case 'between-cuts':
    case 'looked-fine':
      return event.depth;
    case 'replaced':
      return 'replace';
    case 'in-part':
    case 'put-off':
    case 'not-reached':
      return null;
  }
}

/** Whether an event at a station starts this task's counters afresh. */
export function resetsTask(event: CareEvent, task: Pick<CareTask, 'key' | 'depth'>): boolean {
  const completed = completedDepth(event);
  if (completed === null) return false;
  return event.task === task.key || resets(completed, task.depth);
}

/**
 * The last event that started a task's counters afresh.
 * @param events of the task's station, in any order
 * @returns `null` when nothing has yet
 */
export function lastReset<E extends CareEvent>(
  task: Pick<CareTask, 'key' | 'depth'>,
  events: Iterable<E>,
): E | null {
  let last: E | null = null;
  for (const event of events) {
    if (resetsTask(event, task) && (last === null || event.at >= last.at)) last = event;
  }
  return last;
}
