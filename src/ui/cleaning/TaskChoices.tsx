'use client';

import { Checkbox, NativeSelect } from '@mantine/core';
import { isPressed, mountOf } from '../../core/cleaning/ending';
import { dryingOf, dryingPlace, type RunTask } from '../../core/cleaning/run';
import { minutesWords } from '../care/words';
import type { SheetContext } from './context';

/** Where it dries after it was rinsed: the place decides for how long. */
export function DryingSelect({
  context: { store },
  task,
}: {
  context: SheetContext;
  task: RunTask;
}) {
  const place = dryingPlace(task, store.progress.ways);
  if (!place) return null;
  return (
    <NativeSelect
      size="md"
      label="Where it dries after"
      value={place.id}
      data={task.dryings!.map(({ id, name, minutes, seasonal, learned }) => ({
        value: id,
        label: `${name}, ${minutesWords(minutes)}${learned ? ` (your own median of ${learned})` : ''}${seasonal ? ', dry and warm weather only' : ''}`,
      }))}
      onChange={(event) =>
        store.press({ kind: 'way', task: dryingOf(task.id), way: event.currentTarget.value })
      }
    />
  );
}

/** A mount that was touched or pressed may be out of true: dots are asked for, and nothing else changes. */
export function MountPressed({
  context: { store },
  task,
}: {
  context: SheetContext;
  task: RunTask;
}) {
  const pressedNow = isPressed(store.progress, task.id);
  return (
    <Checkbox
      size="lg"
      my="sm"
      checked={pressedNow}
      label="The mount was touched or pressed: dots are asked for at the end"
      onChange={(event) =>
        store.press({
          kind: 'way',
          task: mountOf(task.id),
          way: event.currentTarget.checked ? 'pressed' : 'untouched',
        })
      }
    />
  );
}
