'use client';

import { Button, NumberInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import { v7 } from 'uuid';
import type { MeterJump, MeterVerdict } from '../../core/usage/meter';
import { formatDuration } from '../../core/units/duration';
import { parseInstant } from '../../core/units/instant';
import type { MeterLine, MeterView, ReadingInput } from '../../services/usage/meters';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { Tiles } from '../shared/forms/Tiles';
import { useAction } from '../shared/forms/use-action';
import { clockTime, dayDate } from '../shared/marks/when';
import classes from './Meter.module.css';

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
  take: (input: ReadingInput) => Promise<Outcome<unknown>>;
  explain: (readingId: string, jump: MeterJump) => Promise<Outcome<unknown>>;
  accept: (readingId: string) => Promise<Outcome<unknown>>;
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
  const [shown, setShown] = useState<number | string>('');
  const [at, setAt] = useState('');
  const [jump, setJump] = useState<MeterJump['how'] | null>(null);
  const [top, setTop] = useState<number | string>('');
  const [wrong, setWrong] = useState<string | null>(null);
  const { run, pending, problem } = useAction(take, () => {
    setShown('');
    setAt('');
    setJump(null);
    setKey(v7());
  });
  const asked = problem?.field === 'jump' || jump !== null;

  function submit() {
    if (shown === '') return setWrong('Give what the meter shows, in hours.');
    const when = at ? parseInstant(at, zone) : null;
    if (when && !when.ok) return setWrong(when.error);
    setWrong(null);
    run({
      machineId,
      at: when ? when.value : Date.now(),
      seconds: Math.round(Number(shown) * 3600),
      jump:
        jump === 'rolled over'
          ? { how: jump, atSeconds: Math.round(Number(top) * 3600) }
          : jump && { how: jump },
      key,
    });
  }

  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <div className={classes.row}>
        <NumberInput
          label="It shows, in hours"
          placeholder={view.last ? `was ${(view.last.seconds / 3600).toFixed(1)}` : ''}
          value={shown}
          onChange={setShown}
          decimalScale={2}
          min={0}
          maw={180}
        />
        <TextInput
          type="datetime-local"
          label="Read at; empty: now"
          value={at}
          onChange={(event) => setAt(event.currentTarget.value)}
        />
        <Button type="submit" loading={pending}>
          Take it down
        </Button>
      </div>
      <ProblemNote problem={wrong ? { field: null, message: wrong } : problem} />
      {asked && (
        <>
          <Tiles
            legend="Why is it lower than before?"
            tiles={jumps}
            value={jump}
            onChange={setJump}
            clearable
          />
          {jump === 'rolled over' && (
            <NumberInput
              label="It rolled over at, in hours"
              value={top}
              onChange={setTop}
              decimalScale={2}
              maw={220}
            />
          )}
        </>
      )}
    </form>
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
  const taking = useAction(accept);
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
                  onClick={() => answer.run(to.id, { how: value } as MeterJump)}
                >
                  {label}
                </Button>
              ))}
            <NumberInput
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
                answer.run(to.id, {
                  how: 'rolled over',
                  atSeconds: Math.round(Number(top) * 3600),
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
