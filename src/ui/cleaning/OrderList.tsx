'use client';

import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { IconCheck, IconGripVertical, IconHourglass } from '@tabler/icons-react';
import { useId, useState } from 'react';
import { stretchDone, waitsFor } from '../../core/cleaning/working';
import { timeInOrder, type HandsOn } from '../../core/cleaning/order';
import { bestOrder, sheetTasks, stretchTitle, type Arranged } from '../../core/cleaning/run';
import classes from './Sheet.module.css';
import { stretchKey, type SheetContext } from './context';
import { brokenWords } from './words';

interface OrderListProps {
  context: SheetContext;
  arranged: Arranged;
  current: string | null;
  onChoose: (key: string) => void;
}

/** Every stretch in its order: press to go there, drag or use the arrow keys to move it. */
export function OrderList({ context, arranged, current, onChoose }: OrderListProps) {
  const { run, store } = context;
  const { progress, clock, press } = store;
  const [refused, setRefused] = useState<string[]>([]);
  const [moved, setMoved] = useState<string | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const id = useId();
  const keys = arranged.steps.map(stretchKey);

  const move = (from: number, to: number) => {
    if (to < 0 || to >= arranged.steps.length || from === to) return;
    const sequence = arrayMove(arranged.steps, from, to).map(({ task, part }) => ({ task, part }));
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
  const drop = ({ active, over }: DragEndEvent) => {
    if (over) move(keys.indexOf(String(active.id)), keys.indexOf(String(over.id)));
  };

  return (
    <section className={classes.order} aria-labelledby="order">
      <header className={classes.orderHead}>
        <h2 id="order">In this order</h2>
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
      <DndContext id={id} sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
        <SortableContext items={keys} strategy={verticalListSortingStrategy}>
          <ol className={classes.stretches}>
            {arranged.steps.map((step, index) => (
              <Row
                key={stretchKey(step)}
                step={step}
                title={stretchTitle(run, step)}
                done={stretchDone(run, progress, step)}
                waiting={waitsFor(run, progress, step, clock)?.for === 'wait'}
                current={current === stretchKey(step)}
                onChoose={() => onChoose(stretchKey(step))}
                onMove={(by) => move(index, index + by)}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
    </section>
  );
}

interface RowProps {
  step: HandsOn;
  title: string;
  done: boolean;
  waiting: boolean;
  current: boolean;
  onChoose: () => void;
  onMove: (by: number) => void;
}

function Row({ step, title, done, waiting, current, onChoose, onMove }: RowProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: stretchKey(step),
  });
  return (
    <li
      ref={setNodeRef}
      className={classes.stretch}
      data-current={current || undefined}
      data-done={done || undefined}
      data-dragging={isDragging || undefined}
      style={{ transform: CSS.Transform.toString(transform), transition }}
    >
      <button
        className={classes.handle}
        {...attributes}
        {...listeners}
        aria-label={`Move ${title}`}
      >
        <IconGripVertical size={20} aria-hidden="true" />
      </button>
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
