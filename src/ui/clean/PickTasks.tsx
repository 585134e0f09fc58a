'use client';

import { Button, Checkbox } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { CareState } from '../../core/care/due';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../forms/ProblemNote';
import { useAction } from '../forms/use-action';
import { StateMark } from '../marks/StateMark';
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
}

interface PickTasksProps {
  machineId: string;
  tasks: Pickable[];
  picked: string[];
  start: (
    machineId: string,
    tasks: { stationId: string; task: string }[],
  ) => Promise<Outcome<{ sheetId: string }>>;
}

/** What to do in this sitting: due tasks first, chosen by one press. */
export function PickTasks({ machineId, tasks, picked, start }: PickTasksProps) {
  const router = useRouter();
  const [chosen, setChosen] = useState(() => new Set(picked));
  const [all, setAll] = useState(false);
  const { run, pending, problem } = useAction(start, ({ sheetId }: { sheetId: string }) =>
    router.push(`/clean/${sheetId}`),
  );
  const shown = tasks.filter(({ key, state }) => all || state !== 'clear' || chosen.has(key));
  const minutes = tasks
    .filter(({ key, whole }) => chosen.has(key) && !whole)
    .reduce((sum, task) => sum + task.minutes, 0);

  function toggle(task: Pickable, on: boolean) {
    setChosen((before) => {
      const after = new Set(before);
      if (on) after.add(task.key);
      else after.delete(task.key);
      if (on && task.whole) for (const { key } of tasks) after.add(key);
      return after;
    });
    if (task.whole && on) setAll(true);
  }

  return (
    <form
      className={classes.pick}
      onSubmit={(event) => {
        event.preventDefault();
        run(
          machineId,
          [...chosen].map((key) => {
            const [stationId, task] = key.split('.') as [string, string];
            return { stationId, task };
          }),
        );
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
      </div>
    </form>
  );
}
