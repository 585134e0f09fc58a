'use client';

import { inPercent } from '../../core/units/percent';
import {
  NativeSelect,
  Table,
  TableTbody,
  TableTd,
  TableTh,
  TableThead,
  TableTr,
} from '@mantine/core';
import { useRouter } from 'next/navigation';
import type {
  ComparableTask,
  Side,
  SideBySide as Found,
  SidePair,
} from '../../services/evidence/side-by-side';
import { WhenField } from '../shared/forms/WhenField';
import classes from './Evidence.module.css';
import { amountWords, rangeWords } from './words';

const sideNames: Readonly<Record<Side, string>> = {
  machine: 'machine against machine',
  method: 'method against method',
  person: 'one person’s way against another’s',
  day: 'before a day against after it',
};

/** Chooses the task and what is held against each other. */
export function SidePicker({
  tasks,
  asked,
  by,
  day,
}: {
  tasks: ComparableTask[];
  asked: ComparableTask;
  by: Side;
  day: string;
}) {
  const router = useRouter();
  const go = (change: Partial<{ kind: string; task: string; by: string; day: string }>) => {
    const next = { kind: asked.stationKind, task: asked.task, by, day, ...change };
    router.push(`/evidence/compare?${new URLSearchParams(next).toString()}`);
  };
  const value = ({ stationKind, task }: ComparableTask) => `${stationKind} ${task}`;
  return (
    <div className={classes.pick}>
      <NativeSelect
        label="Task"
        data={tasks.map((one) => ({
          value: value(one),
          label: `${one.name} (${one.cycles} findings)`,
        }))}
        value={value(asked)}
        onChange={(event) => {
          const chosen = tasks.find((one) => value(one) === event.currentTarget.value)!;
          go({ kind: chosen.stationKind, task: chosen.task });
        }}
      />
      <NativeSelect
        label="Hold"
        data={Object.entries(sideNames).map(([id, label]) => ({ value: id, label }))}
        value={by}
        onChange={(event) => go({ by: event.currentTarget.value })}
      />
      {by === 'day' && (
        <WhenField
          type="date"
          label="The day"
          value={day}
          onChange={(picked) => go({ day: picked })}
        />
      )}
    </div>
  );
}

/** Each side's life, and what each pair says. */
export function SideBySide({
  found: { clock, groups, pairs, tooFew },
  risk,
}: {
  found: Found;
  risk: number;
}) {
  return (
    <>
      {groups.length === 0 ? (
        <p>No side has three findings yet.</p>
      ) : (
        <Table className={classes.table}>
          <TableThead>
            <TableTr>
              <TableTh>Side</TableTh>
              <TableTh>found soiled</TableTh>
              <TableTh>{inPercent(risk)} are soiled by</TableTh>
              <TableTh>in four of five cases</TableTh>
            </TableTr>
          </TableThead>
          <TableTbody>
            {groups.map(({ name, cycles, soiled, life }) => (
              <TableTr key={name}>
                <TableTd>{name}</TableTd>
                <TableTd className={classes.figures}>
                  {soiled} of {cycles}
                </TableTd>
                <TableTd>{amountWords(life.p50, clock)}</TableTd>
                <TableTd>{rangeWords(life.p10, life.p90, clock)}</TableTd>
              </TableTr>
            ))}
          </TableTbody>
        </Table>
      )}
      {pairs.length > 0 && (
        <ul>
          {pairs.map((pair) => (
            <li key={`${pair.first} ${pair.second}`}>{pairWords(pair)}</li>
          ))}
        </ul>
      )}
      {tooFew.length > 0 && (
        <p className="quiet">
          Not held against the others, with fewer findings: {tooFew.join(', ')}.
        </p>
      )}
      <p className="quiet">
        Different means that one lasts longer in nineteen of twenty cases. What differs beside the
        side, such as the work that was cut, is not taken out of it.
      </p>
    </>
  );
}

function pairWords({ first, second, ratio, different, more }: SidePair): string {
  const longer = ratio.p50 >= 1;
  const [a, b] = longer ? [first, second] : [second, first];
  const [low, middle, high] = longer
    ? [ratio.p5, ratio.p50, ratio.p95]
    : [1 / ratio.p95, 1 / ratio.p50, 1 / ratio.p5];
  const range = `${middle.toFixed(2)} times as long (${low.toFixed(2)} to ${high.toFixed(2)})`;
  if (different) return `${a} lasts longer than ${b}: ${range}.`;
  const wait =
    more === null
      ? 'they may well be alike'
      : `about ${more === 1 ? 'one finding' : `${more} findings`} more would tell`;
  return `${first} and ${second}: cannot tell yet; ${wait}. So far ${a} lasts ${range}.`;
}
