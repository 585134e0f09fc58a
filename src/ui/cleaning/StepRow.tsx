import { IconCheck, IconHourglass } from '@tabler/icons-react';
import type { HTMLAttributes, ReactNode, Ref } from 'react';
import type { HandsOn } from '../../core/cleaning/order';
import classes from './Sheet.module.css';

/** A stretch as the order of a sheet shows it. */
export interface StepOfOrder {
  key: string;
  step: HandsOn;
  title: string;
  done: boolean;
  waiting: boolean;
  current: boolean;
  onChoose: () => void;
  /** by so many places */
  onMove: (by: 1 | -1) => void;
}

interface StepRowProps extends HTMLAttributes<HTMLLIElement> {
  row: StepOfOrder;
  /** what it is moved by */
  handle?: ReactNode;
  ref?: Ref<HTMLLIElement>;
}

/** One line of the order: press to go there, Alt and an arrow key to move it. */
export function StepRow({ row, handle, ...rest }: StepRowProps) {
  const { step, title, done, waiting, current, onChoose, onMove } = row;
  return (
    <li
      className={classes.stretch}
      data-current={current || undefined}
      data-done={done || undefined}
      {...rest}
    >
      {handle}
      <button
        className={classes.stretchName}
        aria-current={current ? 'step' : undefined}
        onClick={onChoose}
        onKeyDown={(event) => {
          if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
          event.preventDefault();
          onMove(event.key === 'ArrowUp' ? -1 : 1);
        }}
      >
        <span className={classes.stretchTime}>
          {step.start}–{step.end}
        </span>
        <span>{title}</span>
        {done && <IconCheck size={20} aria-label="done" />}
        {!done && waiting && <IconHourglass size={18} aria-label="waits" />}
      </button>
    </li>
  );
}
