import { isDue } from '../../core/care/due';
import { followsEveryJob } from './care-plans';
import type { TaskDue } from './due';

/** What is due stands on every list as one of these. */
export type DueAs =
  | 'due'
  /** the operator's own after every job: due like any other, listed by itself */
  | 'after job'
  /** put off for now with a reason: counted nowhere as due. What can burn is never put off the lists */
  | 'put off';

/** As what a task is due; `null`: it is not. Every screen that lists or counts what is due asks here. */
export function dueAs({ task, standing, deferral }: TaskDue): DueAs | null {
  if (!isDue(standing.state)) return null;
  if (followsEveryJob(task)) return 'after job';
  return deferral !== null && task.criticality !== 'fire' ? 'put off' : 'due';
}
