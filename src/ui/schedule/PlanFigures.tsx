import type { PlanSum } from './plan-view';
import classes from './Schedule.module.css';
import { lateWords } from './words';

/** What a plan comes to, in tasks, days and minutes; what it costs opens below. */
export function PlanFigures({ sum: { tasks, worstDays, cost } }: { sum: PlanSum }) {
  return (
    <div>
      <b>
        {tasks === 0
          ? 'nothing past its limit'
          : `${tasks} ${tasks === 1 ? 'task' : 'tasks'} past the limit, the worst for ${worstDays} ${worstDays === 1 ? 'day' : 'days'}`}
      </b>
      ; <span className="figures">{Math.round(cost.openings)}</span> min of making safe and opening
      {cost.late > 0 && (
        <b>
          ; what can burn goes past its limit {lateWords(cost.late)}: there is no window in time
        </b>
      )}
      <details className={classes.cost}>
        <summary>What it costs</summary>
        {Math.round(cost.total - cost.late)} in all, in minutes or what is worth as much:{' '}
        {Math.round(cost.openings)} opening, {Math.round(cost.waste)} cleaning early,{' '}
        {Math.round(cost.risk)} past due.
      </details>
    </div>
  );
}
