'use client';

import { usedPercent } from '../../core/units/percent';
import { amountWords } from '../../core/inventory/amount';
import type { Pickable } from '../../services/cleaning/pick';
import type { PickedTask, Sheet } from '../../services/cleaning/sheets';
import type { Ask } from '../shared/forms/send';
import { Button, Checkbox } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { isDue } from '../../core/care/due';
import { stockState, type StockState } from '../../core/inventory/stock';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { StateMark } from '../shared/marks/StateMark';
import { leftOf } from '../shared/ribbon/columns';
import classes from './Clean.module.css';
import { pickedOf, SheetTakes, type AskSheetMinutes } from './SheetTakes';

interface PickTasksProps<S> {
  /** what is cleaned: a machine, or a head at the bench */
  subject: S;
  tasks: Pickable[];
  /** keys of what the whole machine takes: the deepest of each station */
  whole: readonly string[];
  picked: string[];
  /** what is kept track of in the stores */
  shelf: readonly { item: string; name: string; unit: string; has: number; reorderAt: number }[];
  start: Ask<[S & { tasks: PickedTask[] }], Sheet>;
  /** what the sheet of what is picked takes */
  minutesOf: AskSheetMinutes;
  /** UTC milliseconds */
  now: number;
  zone: string;
}

/** From this share of its limit on a task is worth taking along. */
const halfWay = 0.5;

const keyOf = ({ stationId, task }: Pickable) => `${stationId}.${task}`;

/** What to do in this sitting: due tasks first, chosen by one press. */
export function PickTasks<S extends { machineId: string } | { moduleId: string }>({
  subject,
  tasks,
  whole,
  picked,
  shelf,
  start,
  minutesOf,
  now,
  zone,
}: PickTasksProps<S>) {
  const router = useRouter();
  const [chosen, setChosen] = useState(() => new Set(picked));
  const [all, setAll] = useState(false);
  const { run, pending, problem } = useAction(start, ({ row }: { row: { id: string } }) =>
    router.push(`/clean/${row.id}`),
  );
  const isChosen = (task: Pickable) => chosen.has(keyOf(task));
  const opened = new Set(tasks.filter(isChosen).flatMap(({ openings }) => openings));
  const anyway = tasks.filter(
    (task) =>
      !isChosen(task) &&
      !task.whole &&
      (task.used >= halfWay || task.state === 'not known') &&
      task.openings.some((opening) => opened.has(opening)),
  );
  const shown = tasks.filter((task) => all || task.state !== 'clear' || isChosen(task));
  const low = wanting(shelf, tasks.filter(isChosen));

  function toggle(task: Pickable, on: boolean) {
    setChosen((before) => {
      if (on && task.whole) return new Set([...whole, keyOf(task)]);
      const after = new Set(before);
      if (on) after.add(keyOf(task));
      else after.delete(keyOf(task));
      return after;
    });
    if (task.whole && on) setAll(true);
  }

  return (
    <form
      className={classes.pick}
      onSubmit={(event) => {
        event.preventDefault();
        run({
          ...subject,
          tasks: pickedOf([...chosen]),
        });
      }}
    >
      {shown.length === 0 && <p>Nothing is due on this machine. Show every task to clean ahead.</p>}
      <ul className={classes.tasks}>
        {shown.map((task) => (
          <li key={keyOf(task)}>
            <Checkbox
              size="lg"
              checked={isChosen(task)}
              onChange={(event) => toggle(task, event.currentTarget.checked)}
              label={
                <span className={classes.pickLabel}>
                  <b>{task.station}</b> {task.name.toLowerCase()}
                  <span className="quiet">
                    {' '}
                    {leftOf(task)}, {task.minutes} min hands-on, {task.criticality}
                    {!task.counts && isDue(task.state) && ', put off'}
                  </span>
                </span>
              }
            />
            <span className={classes.used}>
              {task.state === 'not known' ? '' : usedPercent(task.used)}
            </span>
            <StateMark state={task.state} />
          </li>
        ))}
      </ul>
      <OpenAnyway tasks={anyway} opened={opened} onTake={(task) => toggle(task, true)} />
      {!all && (
        <div>
          <Button variant="default" onClick={() => setAll(true)}>
            Show every task
          </Button>
        </div>
      )}
      <Low items={low} />
      <ProblemNote problem={problem} />
      <div className={classes.start}>
        <Button type="submit" size="lg" loading={pending} disabled={chosen.size === 0}>
          Start the clean-down
        </Button>
        <span className="quiet">
          {chosen.size === 0 ? (
            'Pick at least one task.'
          ) : (
            <>
              {chosen.size} {chosen.size === 1 ? 'task' : 'tasks'}:{' '}
              <SheetTakes
                subject={subject}
                keys={[...chosen]}
                ask={minutesOf}
                now={now}
                zone={zone}
              />
              . {'machineId' in subject && 'The machine goes on hold for operators.'}
            </>
          )}
        </span>
        {chosen.size > 0 && 'machineId' in subject && (
          <a
            className="line"
            href={`/clean/practice?machine=${subject.machineId}&pick=${[...chosen].join(',')}`}
          >
            Practise it first: a dry run
          </a>
        )}
      </div>
    </form>
  );
}

type Wanted = PickTasksProps<never>['shelf'][number] & { needs: number; state: StockState };

/** What of the stores is short or low for what is picked. */
function wanting(shelf: PickTasksProps<never>['shelf'], picked: readonly Pickable[]): Wanted[] {
  return shelf.flatMap((item) => {
    const needs = picked.reduce((sum, { uses }) => sum + (uses[item.item] ?? 0), 0);
    const state = needs > 0 ? stockState(item.has, needs, item.reorderAt) : 'enough';
    return state === 'enough' ? [] : [{ ...item, needs, state }];
  });
}

function Low({ items }: { items: readonly Wanted[] }) {
  if (items.length === 0) return null;
  return (
    <ul className={classes.low}>
      {items.map(({ item, name, unit, has, needs, state }) => (
        <li key={item}>
          <b>
            {name}: {state === 'short' ? 'not enough in the stores' : 'low'}
          </b>
          , {amountWords(has, unit)} there, {round(needs)} needed
        </li>
      ))}
    </ul>
  );
}

const round = (value: number) => Math.round(value * 10) / 10;

/** What is opened anyway serves others that are half way to their limit, or that nobody has looked at. */
function OpenAnyway({
  tasks,
  opened,
  onTake,
}: {
  tasks: readonly Pickable[];
  opened: ReadonlySet<string>;
  onTake: (task: Pickable) => void;
}) {
  if (tasks.length === 0) return null;
  return (
    <section aria-labelledby="anyway">
      <h2 id="anyway">Open anyway</h2>
      <ul className={`${classes.tasks} ${classes.anyway}`}>
        {tasks.map((task) => (
          <li key={keyOf(task)}>
            <span>
              <b>{task.station}</b> {task.name.toLowerCase()}
              <span className="quiet">
                {' '}
                {task.openings
                  .filter((opening) => opened.has(opening))
                  .join(', ')
                  .toLowerCase()}
                , {task.minutes} min more
              </span>
            </span>
            <span className={classes.used}>
              {task.state === 'not known' ? 'not known' : usedPercent(task.used)}
            </span>
            <Button variant="default" size="sm" onClick={() => onTake(task)}>
              Add it
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
