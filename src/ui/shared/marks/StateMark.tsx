import type { CareState } from '../../../core/care/due';
import classes from './StateMark.module.css';

export type MarkState = CareState | 'hold';

/** Height of the fill below the line, 0 to 1, and whether it spills over. */
const shapes: Readonly<Record<Exclude<CareState, 'not known'>, { fill: number; cap: boolean }>> = {
  clear: { fill: 0.25, cap: false },
  soon: { fill: 0.8, cap: false },
  due: { fill: 1, cap: false },
  'past due': { fill: 1, cap: true },
};

interface StateMarkProps {
  state: MarkState;
  /** shows the word beside the shape @default true */
  word?: boolean;
}

/** The state as a small column of its own shape, with its word. Readable without colour. */
export function StateMark({ state, word = true }: StateMarkProps) {
  return (
    <span className={classes.mark} data-state={state}>
      <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true">
        {state === 'hold' ? (
          <path d="M1 3h10l4 5-4 5H1z" className={classes.tag} />
        ) : (
          <ColumnShape state={state} />
        )}
      </svg>
      <span className={word ? undefined : 'visually-hidden'}>{state}</span>
    </span>
  );
}

function ColumnShape({ state }: { state: CareState }) {
  if (state === 'not known') {
    return (
      <>
        <rect x="3.5" y="1" width="9" height="14" className={classes.open} />
        <text x="8" y="12.5" textAnchor="middle" className={classes.asks}>
          ?
        </text>
      </>
    );
  }
  const { fill, cap } = shapes[state];
  const height = 10 * fill;
  return (
    <>
      <rect x="4" y="1" width="8" height="14" className={classes.track} />
      <rect x="4" y={15 - height} width="8" height={height} className={classes.fill} />
      {cap && <rect x="2.5" y="0.5" width="11" height="3" className={classes.cap} />}
      <line x1="1" x2="15" y1="5" y2="5" className={classes.line} />
    </>
  );
}
