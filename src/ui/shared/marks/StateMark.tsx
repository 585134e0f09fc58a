import type { CareState } from '../../../core/care/due';
import classes from './StateMark.module.css';

export type MarkState = CareState | 'hold';

/** A column filled to a height between 0 and 1 of its line, that may spill over. */
const column = (fill: number, spills = false) =>
  `<rect x="4" y="1" width="8" height="14" class="${classes.track}"/>` +
  `<rect x="4" y="${15 - 10 * fill}" width="8" height="${10 * fill}" class="${classes.fill}"/>` +
  (spills ? `<rect x="2.5" y="0.5" width="11" height="3" class="${classes.cap}"/>` : '') +
  `<line x1="1" x2="15" y1="5" y2="5" class="${classes.line}"/>`;

/** Each drawn within 16 by 16, as markup: every page has one for each machine. */
const drawings: Readonly<Record<MarkState, string>> = {
  clear: column(0.25),
  soon: column(0.8),
  due: column(1),
  'past due': column(1, true),
  'not known':
    `<rect x="3.5" y="1" width="9" height="14" class="${classes.open}"/>` +
    `<text x="8" y="12.5" text-anchor="middle" class="${classes.asks}">?</text>`,
  hold: `<path d="M1 3h10l4 5-4 5H1z" class="${classes.tag}"/>`,
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
      <svg
        viewBox="0 0 16 16"
        width="16"
        height="16"
        aria-hidden="true"
        dangerouslySetInnerHTML={{ __html: drawings[state] }}
      />
      <span className={word ? undefined : 'visually-hidden'}>{state}</span>
    </span>
  );
}
