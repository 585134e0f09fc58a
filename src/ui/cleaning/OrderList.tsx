'use client';

import { useEffect, useState } from 'react';
import { stretchDone, waitsFor } from '../../core/cleaning/working';
import { timeInOrder } from '../../core/cleaning/order';
import { bestOrder, sheetTasks, stretchTitle, type Arranged } from '../../core/cleaning/run';
import classes from './Sheet.module.css';
import { StepRow, type StepOfOrder } from './StepRow';
import { stretchKey, type SheetContext } from './context';
import { brokenWords } from './words';

const loadMoving = () => import('./MovableSteps').then((loaded) => loaded.MovableSteps);
type Movable = Awaited<ReturnType<typeof loadMoving>>;

/** Long after the step that is worked at, and before the line is lost. */
const loadAfterMs = 10_000;

interface OrderListProps {
  context: SheetContext;
  arranged: Arranged;
  current: string | null;
  onChoose: (key: string) => void;
}

/**
 * Every stretch in its order: press to go there. What a wet hand brushes moves nothing: lines have handles only while
 * the order is being changed.
 */
export function OrderList({ context, arranged, current, onChoose }: OrderListProps) {
  const { run, store, clock } = context;
  const { progress, press } = store;
  const [refused, setRefused] = useState<string[]>([]);
  const [moved, setMoved] = useState<string | null>(null);
  const [Moving, setMoving] = useState<Movable | null>(null);
  useEffect(() => {
    const later = setTimeout(() => void loadMoving().catch(() => undefined), loadAfterMs);
    return () => clearTimeout(later);
  }, []);

  const move = (from: number, to: number) => {
    if (to < 0 || to >= arranged.steps.length || from === to) return;
    const sequence = arranged.steps.map(({ task, part }) => ({ task, part }));
    sequence.splice(to, 0, ...sequence.splice(from, 1));
    const { timed, broken } = timeInOrder(sheetTasks(run, progress.ways), sequence);
    if (!timed) {
      setMoved(null);
      setRefused([...new Set(broken.map((one) => brokenWords(run, one)))]);
      return;
    }
    setRefused([]);
    const more = timed.finish - arranged.finish;
    setMoved(
      more === 0
        ? 'Takes as long as before.'
        : more > 0
          ? `${more} min longer.`
          : `${-more} min sooner.`,
    );
    press({ kind: 'order', sequence });
  };
  const change = () => {
    setRefused([]);
    if (Moving) return setMoving(null);
    loadMoving().then(
      (come) => setMoving(() => come),
      () =>
        setRefused([
          'The handles have not come yet: there is no line to the server. Alt and an arrow key move a step.',
        ]),
    );
  };
  const rows = arranged.steps.map((step, index): StepOfOrder => {
    const key = stretchKey(step);
    return {
      key,
      step,
      title: stretchTitle(run, step),
      done: stretchDone(run, progress, step),
      waiting: waitsFor(run, progress, step, clock)?.for === 'wait',
      current: current === key,
      onChoose: () => onChoose(key),
      onMove: (by) => move(index, index + by),
    };
  });

  return (
    <section className={classes.order} aria-labelledby="order">
      <header className={classes.orderHead}>
        <h2 id="order">In this order</h2>
        <button className={classes.small} onClick={change}>
          {Moving ? 'Done moving' : 'Move steps'}
        </button>
        {(progress.sequence !== null || progress.ways.size > 0) && (
          <button
            className={classes.small}
            onClick={() => {
              setRefused([]);
              setMoved(null);
              press({
                kind: 'order',
                sequence:
                  progress.ways.size > 0
                    ? bestOrder(run, progress.ways).steps.map(({ task, part }) => ({ task, part }))
                    : null,
              });
            }}
          >
            The soonest order again
          </button>
        )}
      </header>
      <div className={classes.says} aria-live="polite">
        {refused.map((words) => (
          <p key={words} className={classes.refused}>
            {words}
          </p>
        ))}
        {moved && <p className="quiet">{moved}</p>}
      </div>
      {Moving ? (
        <Moving rows={rows} onMove={move} />
      ) : (
        <ol className={classes.stretches}>
          {rows.map((row) => (
            <StepRow key={row.key} row={row} />
          ))}
        </ol>
      )}
    </section>
  );
}
