'use client';

import { Button, TextInput } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { pastWords, readPast } from '../../core/care/past-words';
import { formatLocal } from '../../core/units/instant';
import { readDate, type DateOrder } from '../../core/units/written-date';
import type { PastPage, PastSaid, sayPast } from '../../services/care/past';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { Tiles } from '../shared/forms/Tiles';
import { useSendForm } from '../shared/forms/use-send-form';
import { useDone } from '../shared/frame/Done';
import { dayDate } from '../shared/marks/when';
import { useFirst } from '../shared/first-picture';
import classes from './Past.module.css';

interface PastFormProps {
  machine: { id: string; nickname: string };
  page: PastPage;
  now: number;
  zone: string;
  say: Send<typeof sayPast>;
}

type Figure = number | '';
type TaskRow = PastPage['stations'][number]['tasks'][number];

/** What is known of a machine's time before the book: of itself, and of each task in a line of its own. */
export function PastForm({ machine, page, now, zone, say }: PastFormProps) {
  const router = useRouter();
  const done = useDone();
  const past = page.machine;
  const rows = page.stations.flatMap(({ name, tasks }) =>
    tasks.map((task, index) => ({
      ...task,
      key: `${task.stationId} ${task.task}`,
      station: index === 0 ? name : '',
      of: name,
    })),
  );
  const form = useSendForm(say, {
    guarded: true,
    initial: {
      order: 'dmy' as DateOrder,
      machine: {
        came: (past?.isNew ? 'new' : 'used') as Came,
        inUseSince: past?.inUseSince ? formatLocal(past.inUseSince, zone).slice(0, 10) : '',
        hours: (past?.hours ?? '') as Figure,
        sure: (past?.sure ?? '') as Figure,
        meterHours: '' as Figure,
      },
      tasks: Object.fromEntries(rows.map(({ key, text }) => [key, text])),
    },
    input: ({ order, machine: { came, inUseSince, hours, sure, meterHours }, tasks }) => ({
      machineId: machine.id,
      order,
      machine: {
        isNew: came === 'new',
        inUseSince,
        hours: figureOrNone(hours),
        sure: figureOrNone(sure),
        meterHours: figureOrNone(meterHours),
      },
      tasks,
    }),
    onDone: ({ said, withdrawn, same }: PastSaid) => {
      done(
        [
          `${said + same} of ${rows.length} tasks said.`,
          withdrawn > 0 && `${withdrawn} withdrawn.`,
          'What is not said stays not known.',
        ]
          .filter(Boolean)
          .join(' '),
      );
      router.push(`/machines/${machine.id}`);
    },
  });
  const { tasks, order } = form.values;
  const [many, setMany] = useState('');
  const empty = rows.filter(({ key, known }) => !tasks[key] && !known);
  const twoWays = [...Object.values(tasks), many, form.values.machine.inUseSince].find((text) =>
    readsTwoWays(text, zone),
  );
  return (
    <SendForm
      of={form}
      button="Save"
      beside={
        <span className="quiet">
          {empty.length} of {rows.length} not said: they stay not known.
        </span>
      }
    >
      <MachineFields
        field={form.field}
        came={form.values.machine.came}
        onCame={(came) => form.set({ machine: { ...form.values.machine, came } })}
      />
      <p className={classes.how}>
        Write in each line what you know: a date (<b>3&nbsp;Mar&nbsp;2026</b>), run hours ago (
        <b>400&nbsp;h</b>, or <b>400&nbsp;±&nbsp;50&nbsp;h</b>), both (
        <b>3&nbsp;Mar&nbsp;2026, 400&nbsp;h</b>), <b>never</b>, <b>new</b>, or <b>?</b> where nobody
        knows. A date without hours takes them from the average above.
      </p>
      <div className={classes.many}>
        <TextInput
          label="The same for many"
          placeholder="3 Mar 2026"
          value={many}
          onChange={(event) => setMany(event.currentTarget.value)}
        />
        <Button
          variant="default"
          disabled={!many.trim() || empty.length === 0}
          onClick={() =>
            form.set({
              tasks: {
                ...tasks,
                ...Object.fromEntries(empty.map(({ key }) => [key, many.trim()])),
              },
            })
          }
        >
          Fill the {empty.length} empty lines
        </Button>
        {twoWays && (
          <Tiles<DateOrder>
            legend={`"${twoWays.trim()}" is written`}
            compact
            tiles={[
              { value: 'dmy', label: 'day first' },
              { value: 'mdy', label: 'month first' },
            ]}
            value={order}
            onChange={(chosen) => form.set({ order: chosen ?? 'dmy' })}
          />
        )}
      </div>
      <Lines
        rows={rows}
        field={form.field}
        reading={(row) => readingOf(row, tasks[row.key] ?? '', order, zone, now)}
      />
    </SendForm>
  );
}

type Field = (name: never) => object;

type Came = 'new' | 'used';

interface MachineFieldsProps {
  field: Field;
  came: Came;
  onCame: (came: Came) => void;
}

function MachineFields({ field, came, onCame }: MachineFieldsProps) {
  return (
    <section className={classes.machine} aria-label="The machine itself">
      <Tiles<Came>
        legend="It came"
        compact
        tiles={[
          { value: 'used', label: 'used, or a while ago' },
          { value: 'new', label: 'new, into this book', hint: 'every task counts from that day' },
        ]}
        value={came}
        onChange={(chosen) => onCame(chosen ?? 'used')}
      />
      {came === 'used' && (
        <>
          <TextInput
            label="In use since"
            placeholder="12 Jul 2025"
            {...field('machine.inUseSince' as never)}
          />
          <FigureInput label="Run hours so far" min={0} {...field('machine.hours' as never)} />
          <FigureInput label="± hours, how sure" min={0} {...field('machine.sure' as never)} />
        </>
      )}
      <FigureInput
        label="Its counter shows now, hours"
        min={0}
        {...field('machine.meterHours' as never)}
      />
    </section>
  );
}

/** Lines in the first picture of the page. */
const firstLines = 8;

interface Line extends TaskRow {
  key: string;
  /** the station's name on its first line */
  station: string;
  of: string;
}

function Lines({
  rows,
  field,
  reading,
}: {
  rows: readonly Line[];
  field: Field;
  reading: (row: Line) => string;
}) {
  return (
    <table className={classes.lines}>
      <thead>
        <tr>
          <th scope="col">Station</th>
          <th scope="col">Task</th>
          <th scope="col">Last done</th>
          <th scope="col">That is</th>
        </tr>
      </thead>
      <tbody>
        {useFirst(rows, firstLines).map((row) => (
          <tr key={row.key} data-first={row.station !== '' || undefined}>
            {row.station ? <th scope="row">{row.station}</th> : <td />}
            <td>{row.name}</td>
            <td>
              <TextInput
                aria-label={`${row.of}, ${row.name}: last done`}
                {...field(`tasks.${row.key}` as never)}
              />
            </td>
            <td className="quiet" aria-live="polite">
              {reading(row)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const figureOrNone = (typed: Figure) => (typed === '' ? null : typed);

/** Whether a date reads as one day with its day first, and as another with its month first. */
function readsTwoWays(text: string, zone: string): boolean {
  const [written] = text.split(/[,;]/);
  const [dmy, mdy] = (['dmy', 'mdy'] as const).map((order) => readDate(written!, order, zone));
  return dmy!.ok && mdy!.ok && dmy!.value.at !== mdy!.value.at;
}

/** What a line says, or what is known without it. */
function readingOf(
  { recorded, looked, known }: TaskRow,
  text: string,
  order: DateOrder,
  zone: string,
  now: number,
): string {
  const date = (at: number) => dayDate(at, zone, now);
  if (text.trim()) {
    const read = readPast(text, order, zone, now);
    return read.ok ? pastWords(read.value, date) : 'not read: see the examples above';
  }
  if (recorded !== null) return `in the book: ${date(recorded)}`;
  if (looked) return `looked at: ${looked}`;
  return known ? 'known by a deeper task' : 'not known';
}
