'use client';

import { Button, SegmentedControl, TextInput } from '@mantine/core';
import { useState } from 'react';
import { startOfLocalDay } from '../../core/units/zone';
import type { Outcome } from '../../services/shop';
import type { KnownChange } from '../../services/schedule/time';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { dayDate } from '../shared/marks/when';
import { clockOf, dateOf, dayOf, minutesOf } from '../../core/units/wall-clock';
import { WhenField } from './fields';
import classes from './Time.module.css';

type What = KnownChange['what'];

const whatWords: Readonly<Record<What, string>> = {
  away: 'technician away',
  closed: 'shop closed',
  windows: 'technician there',
};

interface DaysInput {
  from: number;
  to: number;
  what: What;
  windows: { start: number; minutes: number }[];
  note: string;
}

/** Days that are not like every week: holidays, closed days, an evening more or at another time. */
export function DaysForm({
  changes,
  today,
  zone,
  now,
  add,
  drop,
}: {
  changes: readonly KnownChange[];
  today: number;
  zone: string;
  now: number;
  add: (input: DaysInput) => Promise<Outcome<unknown>>;
  drop: (entryId: string) => Promise<Outcome<unknown>>;
}) {
  const [what, setWhat] = useState<What>('away');
  const [from, setFrom] = useState(dateOf(today + 1));
  const [to, setTo] = useState(dateOf(today + 1));
  const [start, setStart] = useState('18:00');
  const [end, setEnd] = useState('20:00');
  const [note, setNote] = useState('');
  const adding = useAction(add, () => setNote(''));
  const dropping = useAction(drop);
  const day = (at: number) => dayDate(startOfLocalDay(at, zone), zone, now);
  return (
    <section className="panel" aria-labelledby="days">
      <h2 id="days">Days that differ</h2>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          adding.run({
            what,
            from: dayOf(from),
            to: dayOf(to),
            windows:
              what === 'windows'
                ? [{ start: minutesOf(start), minutes: minutesOf(end) - minutesOf(start) }]
                : [],
            note,
          });
        }}
      >
        <SegmentedControl
          aria-label="What is different"
          value={what}
          onChange={(value) => setWhat(value as What)}
          data={[
            { value: 'away', label: 'Away' },
            { value: 'closed', label: 'Closed' },
            { value: 'windows', label: 'Other times' },
          ]}
        />
        <div className={classes.row}>
          <WhenField
            type="date"
            label="From"
            value={from}
            onChange={(value) => {
              setFrom(value);
              if (dayOf(value) > dayOf(to)) setTo(value);
            }}
            error={adding.at('from')}
          />
          <WhenField type="date" label="To" value={to} onChange={setTo} error={adding.at('to')} />
          {what === 'windows' && (
            <>
              <WhenField type="time" label="there from" value={start} onChange={setStart} />
              <WhenField type="time" label="until" value={end} onChange={setEnd} />
            </>
          )}
          <TextInput
            label="Why"
            value={note}
            maxLength={200}
            onChange={(event) => setNote(event.currentTarget.value)}
          />
          <Button type="submit" loading={adding.pending}>
            Add
          </Button>
        </div>
      </form>
      <ProblemNote problem={dropping.problem ?? adding.problem} />
      {changes.length === 0 ? (
        <p className="quiet">All days to come are like every week.</p>
      ) : (
        <ul className={classes.list}>
          {changes.map((one) => (
            <li key={one.id}>
              <span>
                {one.from === one.to ? day(one.from) : `${day(one.from)} to ${day(one.to)}`}:{' '}
                {whatWords[one.what]}
                {one.windows
                  .map((each) => ` ${clockOf(each.start)} to ${clockOf(each.start + each.minutes)}`)
                  .join(',')}
                {one.note && <span className="quiet">, {one.note}</span>}
              </span>
              <Button
                variant="default"
                size="compact-md"
                loading={dropping.pending}
                onClick={() => dropping.run(one.id)}
                aria-label={`Take away ${day(one.from)}`}
              >
                Take away
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
