'use client';

import type { PutBack, putRight } from '../../services/cleaning/put-backs';
import type { Send } from '../shared/forms/send';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { dayDate } from '../shared/marks/when';
import classes from './HandOver.module.css';

interface PutBacksProps {
  items: readonly PutBack[];
  /** nickname by machine id; left out on a machine's own page */
  names?: Readonly<Record<string, string>>;
  now: number;
  zone: string;
  putRight: Send<typeof putRight>;
}

/** What is mended for now, with the day on which it is put right. */
export function PutBacks({ items, names, now, zone, putRight }: PutBacksProps) {
  const { run, pending, problem } = useAction(putRight);
  if (items.length === 0) return null;
  return (
    <>
      <ul className={classes.list}>
        {items.map(({ id, machineId, what, until }) => (
          <li key={id}>
            <span>
              {names && <b>{names[machineId]} </b>}
              {what}{' '}
              <span className="quiet">
                {until < now ? 'was to be put right by' : 'mended for now, until'}{' '}
                {dayDate(until, zone, now)}
              </span>
            </span>
            <button className="go" disabled={pending} onClick={() => run({ putBackId: id })}>
              Put right
            </button>
          </li>
        ))}
      </ul>
      <ProblemNote problem={problem} />
    </>
  );
}
