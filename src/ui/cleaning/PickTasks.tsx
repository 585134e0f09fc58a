'use client';

import type { startSheet } from '../../services/cleaning/sheets';
import type { Send } from '../shared/forms/send';
import { Button, Checkbox } from '@mantine/core';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { CareState } from '../../core/care/due';
import { stockState } from '../../core/inventory/stock';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { StateMark } from '../shared/marks/StateMark';
import classes from './Clean.module.css';

/** One task that can go on the sheet. */
export interface Pickable {
  /** station id and task key, joined by a dot */
  key: string;
  station: string;
  name: string;
  minutes: number;
  used: string;
  left: string;
  state: CareState;
  criticality: string;
  /** the whole machine: takes every other task */
  whole: boolean;
  /** units of the stores it uses, by item */
  uses: Readonly<Record<string, number>>;
}

interface PickTasksProps {
  machineId: string;
  tasks: Pickable[];
  /** keys of what the whole machine takes: the deepest of each station */
  whole: readonly string[];
  picked: string[];
  /** what is kept track of in the stores */
  shelf: readonly { item: string; name: string; unit: string; has: number; reorderAt: number }[];
  start: Send<typeof startSheet>;
}

/** What to do in this sitting: due tasks first, chosen by one press. */
export function PickTasks({ machineId, tasks, whole, picked, shelf, start }: PickTasksProps) {
  const router = useRouter();
  const [chosen, setChosen] = useState(() => new Set(picked));
  const [all, setAll] = useState(false);
  const { run, pending, problem } = useAction(start, ({ row }: { row: { id: string } }) =>
    router.push(`/clean/${row.id}`),
  );
  const shown = tasks.filter(({ key, state }) => all || state !== 'clear' || chosen.has(key));
  const minutes = tasks
    .filter(({ key, whole }) => chosen.has(key) && !whole)
    .reduce((sum, task) => sum + task.minutes, 0);

  const low = shelf.flatMap((item) => {
    const needs = tasks
      .filter(({ key }) => chosen.has(key))
      .reduce((sum, { uses }) => sum + (uses[item.item] ?? 0), 0);
    const state = needs > 0 ? stockState(item.has, needs, item.reorderAt) : 'enough';
    return state === 'enough' ? [] : [{ ...item, needs, state }];
  });

  function toggle(task: Pickable, on: boolean) {
    setChosen((before) => {
      if (on && task.whole) return new Set([...whole, task.key]);
      const after = new Set(before);
      if (on) after.add(task.key);
      else after.delete(task.key);
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
          machineId,
          tasks: [...chosen].map((key) => {
            const [stationId, task] = key.split('.') as [string, string];
            return { stationId, task };
          }),
        });
      }}
    >
      {shown.length === 0 && <p>Nothing is due on this machine. Show every task to clean ahead.</p>}
      <ul className={classes.tasks}>
        {shown.map((task) => (
          <li key={task.key}>
            <Checkbox
              size="lg"
              checked={chosen.has(task.key)}
              onChange={(event) => toggle(task, event.currentTarget.checked)}
              label={
                <span className={classes.pickLabel}>
                  <b>{task.station}</b> {task.name}
                  <span className="quiet">
                    {' '}
                    {task.left}, {task.minutes} min, {task.criticality}
                  </span>
                </span>
              }
            />
            <span className={classes.used}>{task.used}</span>
            <StateMark state={task.state} />
          </li>
        ))}
      </ul>
      {!all && (
        <div>
          <Button variant="default" onClick={() => setAll(true)}>
            Show every task
          </Button>
        </div>
      )}
      {low.length > 0 && (
        <ul className={classes.low}>
          {low.map(({ item, name, unit, has, needs, state }) => (
            <li key={item}>
              <b>
                {name}: {state === 'short' ? 'not enough in the stores' : 'low'}
              </b>
              , {round(has)} {unit} there, {round(needs)} needed
            </li>
          ))}
        </ul>
      )}
      <ProblemNote problem={problem} />
      <div className={classes.start}>
        <Button type="submit" size="lg" loading={pending} disabled={chosen.size === 0}>
          Start the clean-down
        </Button>
        <span className="quiet">
          {chosen.size === 0
            ? 'Pick at least one task.'
            : `${chosen.size} ${chosen.size === 1 ? 'task' : 'tasks'}, about ${minutes} min hands-on. The machine goes on hold for operators.`}
        </span>
        {chosen.size > 0 && (
          <Link
            className="line"
            href={`/clean/practice?machine=${machineId}&pick=${[...chosen].join(',')}`}
          >
            Practise it first: a dry run
          </Link>
        )}
      </div>
    </form>
  );
}

const round = (value: number) => Math.round(value * 10) / 10;
