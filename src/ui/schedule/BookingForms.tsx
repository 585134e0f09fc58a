'use client';

import { Button, FileInput, NumberInput, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { wallInstants } from '../../core/units/zone';
import type { Outcome } from '../../services/shop';
import type { Booking, KnownCalendar } from '../../services/schedule/bookings';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { ago, clockTime, dayDate } from '../shared/marks/when';
import { WhenField } from './fields';
import classes from './Time.module.css';

interface BookingFormsProps {
  machines: { id: string; nickname: string }[];
  bookings: Booking[];
  calendars: KnownCalendar[];
  /** the folder on the server whose files may be read again */
  folder: string;
  zone: string;
  now: number;
  add: (input: {
    machineId: string;
    from: number;
    to: number;
    weeks: number;
    words: string;
  }) => Promise<Outcome<unknown>>;
  drop: (entryId: string) => Promise<Outcome<unknown>>;
  addFile: (form: FormData) => Promise<Outcome<Added>>;
  link: (input: { machineId: string; name: string; link: string }) => Promise<Outcome<Added>>;
  readAgain: (id: string) => Promise<Outcome<unknown>>;
  remove: (id: string) => Promise<Outcome<unknown>>;
}

interface Added {
  events: number;
  skipped: number;
}

/** UTC milliseconds of "2026-12-03T18:00" in the shop; NaN when it is no time there. */
function instantIn(zone: string, typed: string): number {
  const found = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})/.exec(typed);
  if (!found) return NaN;
  const [year, month, day, hour, minute] = found.slice(1).map(Number) as [
    number,
    number,
    number,
    number,
    number,
  ];
  const at = wallInstants({ year, month, day, hour, minute, second: 0, millisecond: 0 }, zone);
  return at.kind === 'one' ? at.instant : at.kind === 'twice' ? at.first : NaN;
}

/** Machines that are spoken for: typed, or read from calendars. */
export function BookingForms(props: BookingFormsProps) {
  const { machines, bookings, calendars, zone, now } = props;
  const [machineId, setMachine] = useState(machines[0]?.id ?? '');
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [weeks, setWeeks] = useState(1);
  const [words, setWords] = useState('');
  const adding = useAction(props.add, () => setWords(''));
  const dropping = useAction(props.drop);
  const nickname = (id: string) => machines.find((one) => one.id === id)?.nickname ?? 'retired';
  const choices = machines.map(({ id, nickname: label }) => ({ value: id, label }));
  return (
    <>
      <section className="panel" aria-labelledby="bookings">
        <h2 id="bookings">Bookings</h2>
        <p className="quiet">A booked machine is not cleaned then.</p>
        <form
          className={classes.row}
          onSubmit={(event) => {
            event.preventDefault();
            adding.run({
              machineId,
              from: instantIn(zone, from),
              to: instantIn(zone, to),
              weeks,
              words,
            });
          }}
        >
          <Select
            label="Machine"
            data={choices}
            value={machineId}
            onChange={(value) => setMachine(value ?? machineId)}
            allowDeselect={false}
            w={150}
          />
          <WhenField
            type="datetime-local"
            label="From"
            value={from}
            onChange={(value) => {
              setFrom(value);
              if (!to) setTo(value);
            }}
            error={adding.at('from')}
          />
          <WhenField
            type="datetime-local"
            label="To"
            value={to}
            onChange={setTo}
            error={adding.at('to')}
          />
          <NumberInput
            label="Weeks on end"
            min={1}
            max={53}
            value={weeks}
            onChange={(value) => setWeeks(Number(value))}
            w={110}
          />
          <TextInput
            label="For what"
            value={words}
            maxLength={200}
            onChange={(event) => setWords(event.currentTarget.value)}
          />
          <Button type="submit" loading={adding.pending}>
            Book
          </Button>
        </form>
        <ProblemNote problem={dropping.problem ?? adding.problem} />
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
                    aria-label={`Take away the booking of ${nickname(one.machine)}, ${dayDate(one.from, zone, now)}`}
                    onClick={() => dropping.run(one.entryId!)}
                  >
                    Take away
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
  const [machineId, setMachine] = useState(choices[0]?.value ?? '');
  const [name, setName] = useState('');
  const [file, setFile] = useState<File | null>(null);
  const [path, setPath] = useState('');
  const [said, setSaid] = useState('');
  const done = ({ events, skipped }: Added) => {
    setSaid(
      `Read: ${events} events${skipped > 0 ? `, ${skipped} not understood: they are listed below` : ''}.`,
    );
    setFile(null);
    setPath('');
    setName('');
  };
  const adding = useAction(addFile, done);
  const linking = useAction(link, done);
  const reading = useAction(readAgain, () => setSaid('Read again.'));
  const removing = useAction(remove);
  return (
    <section className="panel" aria-labelledby="calendars">
      <h2 id="calendars">Calendars of bookings</h2>
      <p className="quiet">
        iCalendar files (.ics), given once, or read again from a file in {folder} on the server.
        Recurring events, moved and cancelled instances count as they are.
      </p>
      <form
        className={classes.row}
        onSubmit={(event) => {
          event.preventDefault();
          setSaid('');
          if (file) {
            const form = new FormData();
            form.set('machineId', machineId);
            form.set('name', name);
            form.set('file', file);
            adding.run(form);
          } else linking.run({ machineId, name, link: path });
        }}
      >
        <Select
          label="Machine"
          data={choices}
          value={machineId}
          onChange={(value) => setMachine(value ?? machineId)}
          allowDeselect={false}
          w={150}
        />
        <TextInput
          label="Name"
          value={name}
          maxLength={80}
          onChange={(event) => setName(event.currentTarget.value)}
          error={linking.at('name') ?? adding.at('name')}
        />
        <FileInput
          label="File"
          placeholder="choose"
          accept=".ics,text/calendar"
          value={file}
          onChange={setFile}
          clearable
          w={170}
        />
        <TextInput
          label="or a file in that folder"
          placeholder="club.ics"
          value={path}
          disabled={file !== null}
          onChange={(event) => setPath(event.currentTarget.value)}
        />
        <Button
          type="submit"
          loading={adding.pending || linking.pending}
          disabled={!file && !path.trim()}
        >
          Read it
        </Button>
        <span role="status">{said}</span>
      </form>
      <ProblemNote
        problem={removing.problem ?? reading.problem ?? adding.problem ?? linking.problem}
      />
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
                aria-label={`Take away ${one.name}`}
              >
                Take away
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
