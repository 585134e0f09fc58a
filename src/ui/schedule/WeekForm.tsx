'use client';

import { Button, Checkbox } from '@mantine/core';
import { useState } from 'react';
import type { WeekWindow } from '../../core/schedule/time';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { clockOf, minutesOf, weekdays } from '../../core/units/wall-clock';
import { WhenField } from '../shared/forms/WhenField';
import classes from './Time.module.css';

interface Typed {
  key: number;
  weekday: number;
  from: string;
  to: string;
}

/** When the technician is there in every week, and on which weekdays the shop is closed. */
export function WeekForm({
  week,
  closed,
  keep,
}: {
  week: readonly WeekWindow[];
  closed: readonly number[];
  keep: (input: { windows: WeekWindow[]; closed: number[] }) => Promise<Outcome<unknown>>;
}) {
  const [windows, setWindows] = useState<Typed[]>(() =>
    week.map(({ weekday, start, minutes }, key) => ({
      key,
      weekday,
      from: clockOf(start),
      to: clockOf(start + minutes),
    })),
  );
  const [shut, setShut] = useState<number[]>([...closed]);
  const [next, setNext] = useState(1000);
  const { run, pending, problem } = useAction(keep);
  const set = (key: number, part: Partial<Typed>) =>
    setWindows((some) => some.map((one) => (one.key === key ? { ...one, ...part } : one)));
  const sum = windows.reduce(
    (all, { from, to }) => all + (minutesOf(to) - minutesOf(from) || 0),
    0,
  );
  return (
    <section className="panel" aria-labelledby="week">
      <h2 id="week">The technician’s week</h2>
      <p className="quiet">
        Cleaning is planned into these windows. A closed day sees no use of the machines.
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          run({
            windows: windows.map(({ weekday, from, to }) => ({
              weekday,
              start: minutesOf(from),
              minutes: minutesOf(to) - minutesOf(from),
            })),
            closed: shut,
          });
        }}
      >
        {weekdays.map((name, weekday) => (
          <div key={name} className={classes.day}>
            <b>{name}</b>
            <span className={classes.windows}>
              {windows
                .filter((one) => one.weekday === weekday)
                .map(({ key, from, to }) => (
                  <span key={key} className={classes.window}>
                    <WhenField
                      type="time"
                      label={`${name}, from`}
                      quiet
                      value={from}
                      onChange={(value) => set(key, { from: value })}
                    />
                    to
                    <WhenField
                      type="time"
                      label={`${name}, to`}
                      quiet
                      value={to}
                      onChange={(value) => set(key, { to: value })}
                    />
                    <Button
                      variant="subtle"
                      size="compact-md"
                      aria-label={`Remove ${name} ${from}`}
                      onClick={() => setWindows((some) => some.filter((one) => one.key !== key))}
                    >
                      Remove
                    </Button>
                  </span>
                ))}
              <Button
                variant="subtle"
                size="compact-md"
                aria-label={`Add a window on ${name}`}
                onClick={() => {
                  setNext(next + 1);
                  setWindows((some) => [
                    ...some,
                    { key: next, weekday, from: '18:00', to: '20:00' },
                  ]);
                }}
              >
                + window
              </Button>
            </span>
            <Checkbox
              label="closed"
              checked={shut.includes(weekday)}
              aria-label={`Closed on ${name}`}
              onChange={(event) => {
                const on = event.currentTarget.checked;
                setShut((some) =>
                  on ? [...some, weekday] : some.filter((one) => one !== weekday),
                );
              }}
            />
          </div>
        ))}
        <div className={classes.row}>
          <Button type="submit" loading={pending}>
            Save the week
          </Button>
          <span className="quiet figures">{sum} minutes a week</span>
        </div>
      </form>
      <ProblemNote problem={problem} />
    </section>
  );
}
