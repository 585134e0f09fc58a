import type { BrokenScale } from '../../core/cleaning/broken-scale';
import classes from './Clock.module.css';

/** The marks on a track where a long wait is drawn broken: behind the name of the wait. */
export function Breaks({ scale }: { scale: BrokenScale }) {
  return scale.breaks.map(({ from, to }) => (
    <span
      key={from}
      className={classes.break}
      style={{ left: `${scale.at(from + (to - from) * 0.8) * 100}%` }}
    />
  ));
}
