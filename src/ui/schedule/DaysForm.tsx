'use client';

import { Button, SegmentedControl, TextInput } from '@mantine/core';
import { startOfLocalDay } from '../../core/units/zone';
import type { changeDays, KnownChange } from '../../services/schedule/time';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Ask, Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';
import { useAction } from '../shared/forms/use-action';
import { useDone } from '../shared/frame/Done';
import { dayDate } from '../shared/marks/when';
import { clockOf, dateOf, dayOf, minutesOf } from '../../core/units/wall-clock';
import { WhenField } from '../shared/forms/WhenField';
import classes from './Time.module.css';

type What = KnownChange['what'];

const whatWords: Readonly<Record<What, string>> = {
  away: 'technician away',
  closed: 'shop closed',
  windows: 'technician there',
};

interface DaysFormProps {
  changes: readonly KnownChange[];
  today: number;
  zone: string;
  now: number;
  add: Send<typeof changeDays>;
  drop: Ask<[entryId: string]>;
}

/** Days that are not like every week: holidays, closed days, an evening more or at another time. */
export function DaysForm({ changes, today, zone, now, add, drop }: DaysFormProps) {
  const done = useDone();
  const form = useSendForm(add, {
    initial: {
      what: 'away' as What,
      from: dateOf(today + 1),
      to: dateOf(today + 1),
      start: '18:00',
      end: '20:00',
      note: '',
    },
    input: ({ what, from, to, start, end, note }) => ({
      what,
      from: dayOf(from),
      to: dayOf(to),
      windows:
        what === 'windows'
          ? [{ start: minutesOf(start), minutes: minutesOf(end) - minutesOf(start) }]
          : [],
      note,
    }),
    onDone: ({ entryId }: { entryId: string }) => {
      form.set({ note: '' });
      done('The days are noted.', entryId);
    },
  });
  const dropping = useAction(drop);
  const day = (at: number) => dayDate(startOfLocalDay(at, zone), zone, now);
  const { what, to } = form.values;
  return (
    <section className="panel" aria-labelledby="days">
      <h2 id="days">Days that differ</h2>
      <SendForm of={form} button="Add" row>
        <SegmentedControl
          aria-label="What is different"
          data={[
            { value: 'away', label: 'Away' },
            { value: 'closed', label: 'Closed' },
            { value: 'windows', label: 'Other times' },
          ]}
          {...form.field('what')}
        />
        <WhenField
          type="date"
          label="From"
          {...form.field('from')}
          onChange={(from) => form.set(dayOf(from) > dayOf(to) ? { from, to: from } : { from })}
        />
        <WhenField type="date" label="To" {...form.field('to')} />
        {what === 'windows' && (
          <>
            <WhenField type="time" label="there from" {...form.field('start')} />
            <WhenField type="time" label="until" {...form.field('end')} />
          </>
        )}
        <TextInput label="Why" maxLength={200} {...form.field('note')} />
      </SendForm>
      <ProblemNote problem={dropping.problem} />
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
                aria-label={`Remove ${day(one.from)}`}
              >
                Remove
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
