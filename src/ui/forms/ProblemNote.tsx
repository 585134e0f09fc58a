import type { Problem } from '../../services/shop';
import classes from './forms.module.css';

/** What went wrong, in place, announced to those who cannot see it. */
export function ProblemNote({ problem }: { problem: Problem | null }) {
  return (
    <div role="alert" className={problem ? classes.problem : undefined}>
      {problem?.message}
    </div>
  );
}
