'use client';

import type {
  acceptUnlogged,
  explainReading,
  MeterLine,
  MeterView,
  takeReading,
} from '../../services/usage/meters';
import type { Send } from '../shared/forms/send';
import { Button, Group } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import { useState } from 'react';
import { v7 } from 'uuid';
import type { MeterJump, MeterVerdict } from '../../core/usage/meter';
import { formatDuration } from '../../core/units/duration';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { SendForm } from '../shared/forms/SendForm';
import { Tiles } from '../shared/forms/Tiles';
import { useAction } from '../shared/forms/use-action';
import { figure, instantIn, useSendForm } from '../shared/forms/use-send-form';
import { WhenField } from '../shared/forms/WhenField';
import { useDone } from '../shared/frame/Done';
import { clockTime, dayDate } from '../shared/marks/when';
import classes from './Meter.module.css';
import { MeterChart } from './MeterChart';

const hours = (seconds: number) => `${(seconds / 3600).toFixed(1)} h`;

const verdictWords: Readonly<Record<MeterVerdict, string>> = {
  agrees: 'log and meter agree',
  unlogged: 'used, but not logged',
  'log over meter': 'more logged than the meter counted',
  'went back': 'it went back',
  'starts again': 'starts again from here',
  saturated: 'stuck at its top: not used',
  impossible: 'more than the time that went by',
};

const jumps: { value: MeterJump['how']; label: string; hint: string }[] = [
  { value: 'reset', label: 'Reset', hint: 'set back to zero by somebody' },
  { value: 'rolled over', label: 'Rolled over', hint: 'reached its top and began again' },
  { value: 'replaced', label: 'Replaced', hint: 'another counter or board' },
];

interface ReadingsProps {
  machineId: string;
  view: MeterView;
  now: number;
  zone: string;
  take: Send<typeof takeReading>;
  explain: Send<typeof explainReading>;
  accept: Send<typeof acceptUnlogged>;
}

/** The machine's own hour counter held against the log, stretch by stretch. */
export function Readings({ machineId, view, now, zone, take, explain, accept }: ReadingsProps) {
  return (
    <section className="panel" aria-labelledby="meter">
      <h2 id="meter">The machine&apos;s own meter</h2>
      {view.unreliable && (
        <p className={classes.flag}>
          The meter is stuck at {hours(view.last!.seconds)} while the machine runs. It is not used
          until it is reset or replaced; the log counts on.
        </p>
      )}
      <TakeReading machineId={machineId} view={view} zone={zone} take={take} />
      {view.lines.length === 0 && (
        <p className="quiet">
          {view.last
            ? `One reading so far: ${hours(view.last.seconds)}. The next shows what was not logged.`
            : 'No reading yet. Two of them show what was used and not logged.'}
        </p>
      )}
      {view.lines.length > 1 && (
        <MeterChart lines={view.lines.toReversed()} now={now} zone={zone} />
      )}
      <ol className={classes.lines}>
        {view.lines.map((line) => (
          <Stretch
            key={line.to.id}
            line={line}
            now={now}
            zone={zone}
            explain={explain}
            accept={accept}
          />
        ))}
      </ol>
    </section>
  );
}

function TakeReading({
  machineId,
  view,
  zone,
  take,
}: Pick<ReadingsProps, 'machineId' | 'view' | 'zone' | 'take'>) {
  const [key, setKey] = useState(() => v7());
  // asked for only once a lower reading was refused
  const done = useDone();
  const [lower, setLower] = useState(false);
  const form = useSendForm(
    async (input: Parameters<typeof takeReading>[2]) => {
      const outcome = await take(input);
      if (!outcome.ok && outcome.error.field === 'jump') setLower(true);
      return outcome;
    },
    {
      initial: {
        seconds: '' as number | '',
        at: '',
        how: null as MeterJump['how'] | null,
        atSeconds: '' as number | '',
      },
      input: ({ seconds, at, how, atSeconds }) => ({
        machineId,
        at: at ? instantIn(zone, at) : Date.now(),
        seconds: Math.round(figure(seconds) * 3600),
        jump:
          how === 'rolled over'
            ? { how, atSeconds: Math.round(figure(atSeconds) * 3600) }
            : how && { how },
        key,
      }),
      onDone: ({ entryId }: { entryId: string }) => {
        done('The reading is taken down.', entryId);
        setLower(false);
        setKey(v7());
      },
      clears: true,
    },
  );
  const { how } = form.values;
  return (
    <SendForm of={form} button="Save the reading">
      <Group align="flex-start">
        <FigureInput
          label="It shows, in hours"
          placeholder={view.last ? `was ${(view.last.seconds / 3600).toFixed(1)}` : ''}
          decimalScale={2}
          min={0}
          maw={180}
          {...form.field('seconds')}
        />
        <WhenField type="datetime" label="Read at; empty: now" {...form.field('at')} />
      </Group>
      {lower && (
        <Tiles
          legend="Why is it lower than before?"
          tiles={jumps}
          value={how}
          onChange={(chosen) => form.set({ how: chosen })}
          clearable
        />
      )}
      {how === 'rolled over' && (
        <FigureInput
          label="It rolled over at, in hours"
          decimalScale={2}
          maw={220}
          {...form.field('atSeconds')}
        />
      )}
    </SendForm>
  );
}

function Stretch({
  line,
  now,
  zone,
  explain,
  accept,
}: { line: MeterLine } & Pick<ReadingsProps, 'now' | 'zone' | 'explain' | 'accept'>) {
  const answer = useAction(explain);
  const done = useDone();
  const taking = useAction(accept, ({ entryId }: { entryId: string }) =>
    done('Taken in as unlogged use.', entryId),
  );
  const [top, setTop] = useState<number | string>('');
  const { verdict, from, to, meteredSeconds, loggedSeconds, gapSeconds, duplicates } = line;
  const open = verdict === 'unlogged' || verdict === 'went back' || verdict === 'log over meter';
  return (
    <li className={classes.line} data-open={open || undefined}>
      <span className={classes.when}>
        {dayDate(to.at, zone, now)} {clockTime(to.at, zone)}
        <br />
        <span className="quiet">since {dayDate(from.at, zone, now)}</span>
      </span>
      <span className={classes.figures}>
        {hours(from.seconds)} → {hours(to.seconds)}
        <br />
        {meteredSeconds === null ? 'not known' : hours(meteredSeconds)} metered,{' '}
        {hours(loggedSeconds)} logged
      </span>
      <div>
        <span className={classes.verdict}>
          {verdictWords[verdict]}
          {(verdict === 'unlogged' || verdict === 'log over meter') &&
            `: ${formatDuration(Math.round(Math.abs(gapSeconds)))}`}
          {verdict === 'starts again' && to.jump && ` (${to.jump.how})`}
        </span>
        {line.accepted && <span className="quiet"> · unlogged use was taken in here</span>}
        {verdict === 'unlogged' && (
          <div className={classes.row}>
            <Button loading={taking.pending} onClick={() => taking.run(to.id)}>
              Take in {formatDuration(Math.round(gapSeconds))} as unlogged use
            </Button>
            <span className="quiet">material unknown: counts as the machine&apos;s usual mix</span>
          </div>
        )}
        {verdict === 'log over meter' && (
          <div className="quiet">
            {duplicates.length === 0
              ? 'No sessions overlap here: is a run time typed too long?'
              : `These overlap; one of them may be logged twice: ${duplicates
                  .map(
                    ({ start, runSeconds, operator }) =>
                      `${clockTime(start, zone)} ${formatDuration(runSeconds)}${operator ? `, ${operator}` : ''}`,
                  )
                  .join('; ')}`}
          </div>
        )}
        {verdict === 'went back' && (
          <div className={classes.row}>
            {jumps
              .filter(({ value }) => value !== 'rolled over')
              .map(({ value, label }) => (
                <Button
                  key={value}
                  variant="default"
                  loading={answer.pending}
                  onClick={() =>
                    answer.run({ readingId: to.id, jump: { how: value } as MeterJump })
                  }
                >
                  {label}
                </Button>
              ))}
            <FigureInput
              aria-label="It rolled over at, in hours"
              placeholder="rolled over at … h"
              value={top}
              onChange={setTop}
              maw={160}
            />
            <Button
              variant="default"
              loading={answer.pending}
              disabled={top === ''}
              onClick={() =>
                answer.run({
                  readingId: to.id,
                  jump: {
                    how: 'rolled over',
                    atSeconds: Math.round(Number(top) * 3600),
                  },
                })
              }
            >
              Rolled over
            </Button>
          </div>
        )}
        <ProblemNote problem={answer.problem ?? taking.problem} />
      </div>
    </li>
  );
}
