'use client';

import { Button, FileInput, NativeSelect, TextInput } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import type { addBooking, Booking, KnownCalendar } from '../../services/schedule/bookings';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Ask, Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { figure, instantIn, useSendForm } from '../shared/forms/use-send-form';
import { useAction } from '../shared/forms/use-action';
import { useDone } from '../shared/frame/Done';
import { ago, clockTime, dayDate } from '../shared/marks/when';
import { WhenField } from '../shared/forms/WhenField';
import classes from './Time.module.css';

interface BookingFormsProps {
  machines: { id: string; nickname: string }[];
  bookings: Booking[];
  calendars: KnownCalendar[];
  /** the folder on the server whose files may be read again */
  folder: string;
  zone: string;
  now: number;
  add: Send<typeof addBooking>;
  drop: Ask<[entryId: string]>;
  addFile: Ask<[form: FormData], Added>;
  link: Ask<[{ machineId: string; name: string; link: string }], Added>;
  readAgain: Ask<[id: string]>;
  remove: Ask<[id: string]>;
}

interface Added {
  events: number;
  skipped: number;
}

/** Machines that are spoken for: typed, or read from calendars. */
export function BookingForms(props: BookingFormsProps) {
  const { machines, bookings, calendars, zone, now } = props;
  const done = useDone();
  const form = useSendForm(props.add, {
    initial: {
      machineId: machines[0]?.id ?? '',
      from: '',
      to: '',
      weeks: 1 as number | '',
      words: '',
    },
    input: ({ from, to, weeks, ...typed }) => ({
      ...typed,
      from: instantIn(zone, from),
      to: instantIn(zone, to),
      weeks: figure(weeks),
    }),
    onDone: ({ entryId }: { entryId: string }) => {
      form.set({ words: '' });
      done('Booked.', entryId);
    },
  });
  const dropping = useAction(props.drop);
  const nickname = (id: string) => machines.find((one) => one.id === id)?.nickname ?? 'retired';
  const choices = machines.map(({ id, nickname: label }) => ({ value: id, label }));
  return (
    <>
      <section className="panel" aria-labelledby="bookings">
        <h2 id="bookings">Bookings</h2>
        <p className="quiet">A booked machine is not cleaned then.</p>
        <SendForm of={form} button="Book" row>
          <NativeSelect label="Machine" data={choices} w={150} {...form.field('machineId')} />
          <WhenField
            type="datetime"
            label="From"
            {...form.field('from')}
            onChange={(from) => form.set(form.values.to ? { from } : { from, to: from })}
          />
          <WhenField type="datetime" label="To" {...form.field('to')} />
          <FigureInput
            label="Repeat for so many weeks"
            min={1}
            max={53}
            w={110}
            {...form.field('weeks')}
          />
          <TextInput label="For what" maxLength={200} {...form.field('words')} />
        </SendForm>
        <ProblemNote problem={dropping.problem} />
        {bookings.length === 0 ? (
          <p className="quiet">Nothing is booked in the next 60 days.</p>
        ) : (
          <ul className={classes.list}>
            {bookings.slice(0, 40).map((one) => (
              <li key={`${one.entryId ?? one.calendar} ${one.machine} ${one.from}`}>
                <span>
                  <b>{nickname(one.machine)}</b> {dayDate(one.from, zone, now)}{' '}
                  {clockTime(one.from, zone)} to{' '}
                  {one.to - one.from > 20 * 3_600_000 && `${dayDate(one.to, zone, now)} `}
                  {clockTime(one.to, zone)}: {one.words}
                </span>
                {one.entryId ? (
                  <Button
                    variant="default"
                    size="compact-md"
                    loading={dropping.pending}
                    aria-label={`Remove the booking of ${nickname(one.machine)}, ${dayDate(one.from, zone, now)}`}
                    onClick={() => dropping.run(one.entryId!)}
                  >
                    Remove
                  </Button>
                ) : (
                  <span className="quiet">from {one.calendar}</span>
                )}
              </li>
            ))}
          </ul>
        )}
        {bookings.length > 40 && <p className="quiet">and {bookings.length - 40} more</p>}
      </section>
      <Calendars {...props} choices={choices} calendars={calendars} nickname={nickname} />
    </>
  );
}

interface Named {
  machineId: string;
  name: string;
}

function asForm(parts: Record<string, string | File>): FormData {
  const form = new FormData();
  for (const [name, value] of Object.entries(parts)) form.set(name, value);
  return form;
}

function Calendars({
  choices,
  calendars,
  folder,
  nickname,
  zone,
  now,
  addFile,
  link,
  readAgain,
  remove,
}: BookingFormsProps & {
  choices: { value: string; label: string }[];
  nickname: (id: string) => string;
}) {
  const form = useSendForm(
    ({ file, link: path, ...named }: { file: File | null; link: string } & Named) =>
      file ? addFile(asForm({ ...named, file })) : link({ ...named, link: path }),
    {
      initial: {
        machineId: choices[0]?.value ?? '',
        name: '',
        file: null as File | null,
        link: '',
      },
      input: (typed) => typed,
      said: ({ events, skipped }: Added) =>
        `Read: ${events} events${skipped > 0 ? `, ${skipped} not understood: they are listed below` : ''}.`,
      clears: true,
    },
  );
  const { file, link: path } = form.values;
  const reading = useAction(readAgain);
  const removing = useAction(remove);
  return (
    <section className="panel" aria-labelledby="calendars">
      <h2 id="calendars">Calendars of bookings</h2>
      <p className="quiet">
        iCalendar files (.ics), given once, or read again from a file in {folder} on the server.
        Recurring events, moved and cancelled instances count as they are.
      </p>
      <SendForm
        of={form}
        button="Read the calendar"
        buttonProps={{ disabled: !file && !path.trim() }}
        row
      >
        <NativeSelect label="Machine" data={choices} w={150} {...form.field('machineId')} />
        <TextInput label="Name" maxLength={80} {...form.field('name')} />
        <FileInput
          label="File"
          placeholder="choose"
          accept=".ics,text/calendar"
          clearable
          w={170}
          {...form.field('file')}
        />
        <TextInput
          label="or a file in that folder"
          placeholder="club.ics"
          disabled={file !== null}
          {...form.field('link')}
        />
      </SendForm>
      <ProblemNote problem={removing.problem ?? reading.problem} />
      <ul className={classes.list}>
        {calendars.map((one) => (
          <li key={one.id}>
            <span>
              <b>{nickname(one.machineId)}</b> {one.name}: {one.coming} bookings in the year ahead
              <span className="quiet">
                , read {ago(one.readAt, now, zone)}
                {one.path && ` from ${one.path}`}
              </span>
              {one.problem && <div role="alert">{one.problem}</div>}
              {one.skipped.map(({ words, why }, at) => (
                <div key={at} className="quiet">
                  not understood: {words}, {why}
                </div>
              ))}
            </span>
            <span className={classes.windows}>
              {one.path && (
                <Button
                  variant="default"
                  size="compact-md"
                  loading={reading.pending}
                  onClick={() => reading.run(one.id)}
                >
                  Read again
                </Button>
              )}
              <Button
                variant="default"
                size="compact-md"
                loading={removing.pending}
                onClick={() => removing.run(one.id)}
                aria-label={`Remove ${one.name}`}
              >
                Remove
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
