'use client';

import { CleanLink } from '../shared/frame/OpenSheets';
import { Button, Checkbox, Select, TextInput } from '@mantine/core';
import { useMemo, useState } from 'react';
import type { DueForecast } from '../../core/forecast/due';
import { effectOf, moved } from '../../core/schedule/moves';
import type { Schedule } from '../../core/schedule/problem';
import { startOfLocalDay } from '../../core/units/zone';
import type { Outcome } from '../../services/shop';
import type { ScheduleChange } from '../../services/schedule/changes';
import type { Weeks } from '../../services/schedule/problem';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { Allowed, useMay } from '../shared/frame/Allowed';
import { clockTime, dayDate, plannedWords } from '../shared/marks/when';
import { percent } from '../shared/ribbon/columns';
import type { ViewBlock } from './blocks';
import { costWords, worseWords } from './words';
import classes from './Schedule.module.css';

interface BlockPanelProps {
  weeks: Weeks;
  plan: Schedule;
  block: ViewBlock;
  marks: Readonly<Record<string, DueForecast>>;
  zone: string;
  now: number;
  change: (change: ScheduleChange) => Promise<Outcome<unknown>>;
}

/** One clean-down: what it holds, where else it could go and at what cost, and what a hand can do with it. */
// eslint-disable-next-line max-lines-per-function -- one screen, from top to bottom, whose parts share their state
export function BlockPanel({ weeks, plan, block, marks, zone, now, change }: BlockPanelProps) {
  const nickname = weeks.lanes.find(({ id }) => id === block.machineId)?.nickname ?? '';
  const [without, setWithout] = useState<string[]>([]);
  const [reason, setReason] = useState('');
  const [window, setWindow] = useState<string | null>(null);
  const { run, pending, problem } = useAction(change, () => setReason(''));
  const mayPlan = useMay('set up');
  const chosen = block.tasks.filter((task) => !without.includes(weeks.tasks[task]!.id));
  const part = chosen.length < block.tasks.length;
  const places = useMemo(
    () => placesFor(weeks, plan, block, chosen, zone, now),
    [weeks, plan, block, chosen, zone, now],
  );
  const id = block.id!;
  const ids = (tasks: readonly number[]) => tasks.map((task) => weeks.tasks[task]!.id);
  const open = block.lines.filter(({ done }) => !done);
  return (
    <section className={`panel ${classes.block}`} aria-labelledby="block">
      <header className={classes.blockHead}>
        <h2 id="block">
          {nickname}, {dayDate(block.from, zone, now)} {clockTime(block.from, zone)}
        </h2>
        <span className="quiet">
          {plannedWords(block, zone)}; {block.opened} min of it for making safe, opening and proof
          {block.pinned && '; pinned by hand'}
        </span>
        {open.length > 0 && (
          <Allowed right="clean">
            <CleanLink
              machineId={block.machineId}
              picked={open.map((line) => line.id)}
              what="Start its run sheet"
              name={nickname}
            />
          </Allowed>
        )}
      </header>
      <ul className={classes.tasks}>
        {block.lines.map((line) => {
          const task = block.tasks.find((at) => weeks.tasks[at]!.id === line.id);
          const words = task === undefined ? null : weeks.tasks[task]!;
          return (
            <li key={line.id}>
              {mayPlan && words && block.tasks.length > 1 ? (
                <Checkbox
                  label={line.name}
                  checked={!without.includes(line.id)}
                  onChange={(event) => {
                    const keep = event.currentTarget.checked;
                    setWithout((some) =>
                      keep ? some.filter((one) => one !== line.id) : [...some, line.id],
                    );
                  }}
                />
              ) : (
                <span>{line.name}</span>
              )}
              <span className="quiet">
                {line.done
                  ? 'done'
                  : words
                    ? `${words.criticality}, ${words.known ? `${percent(words.used)} used now` : 'not known, first look'}${dueWords(marks[line.id], zone, now)}`
                    : 'need not be done any more'}
              </span>
            </li>
          );
        })}
      </ul>
      {mayPlan && block.tasks.length > 0 && (
        <div className={classes.hand}>
          <Select
            label={part ? `Move ${chosen.length} of ${block.tasks.length} tasks to` : 'Move to'}
            placeholder="a window, with what it costs"
            data={places.map(({ value, label, refused }) => ({
              value,
              label,
              disabled: refused !== null,
            }))}
            value={window}
            onChange={setWindow}
            searchable={false}
            comboboxProps={{ width: 'min(430px, 90vw)', position: 'bottom-start' }}
          />
          <Button
            disabled={window === null || chosen.length === 0}
            loading={pending}
            onClick={() =>
              run({ kind: 'move', block: id, tasks: part ? ids(chosen) : null, window: window! })
            }
          >
            {part ? 'Split' : 'Move'}
          </Button>
          <Button
            variant="default"
            loading={pending}
            onClick={() => run({ kind: 'pin', block: id, pinned: !block.pinned })}
          >
            {block.pinned ? 'Unpin' : 'Pin here'}
          </Button>
          {part && (
            <Button
              variant="default"
              loading={pending}
              onClick={() =>
                run({
                  kind: 'take out',
                  block: id,
                  tasks: ids(block.tasks.filter((task) => !chosen.includes(task))),
                })
              }
            >
              Leave the others out
            </Button>
          )}
          <form
            className={classes.refuse}
            onSubmit={(event) => {
              event.preventDefault();
              run({ kind: 'refuse', block: id, reason });
            }}
          >
            <TextInput
              label="Not then, because"
              value={reason}
              maxLength={200}
              onChange={(event) => setReason(event.currentTarget.value)}
            />
            <Button type="submit" variant="default" loading={pending} disabled={!reason.trim()}>
              Refuse
            </Button>
          </form>
        </div>
      )}
      <ProblemNote problem={problem} />
    </section>
  );
}

function dueWords(due: DueForecast | undefined, zone: string, now: number): string {
  if (!due || due.likely === null) return '';
  const day = (at: number) => dayDate(startOfLocalDay(at, zone), zone, now);
  const range =
    due.early !== null && due.late !== null && due.early !== due.late
      ? ` (${day(due.early)} to ${day(due.late)})`
      : '';
  return `, due about ${day(due.likely)}${range}`;
}

/** Every window a clean-down could go to, with what that costs; those that cannot be, with the reason, last. */
function placesFor(
  weeks: Weeks,
  plan: Schedule,
  { window: from, machineId }: ViewBlock,
  tasks: readonly number[],
  zone: string,
  now: number,
) {
  const places = weeks.windows.flatMap((piece, to) => {
    if (to === from) return [];
    const booked = weeks.problem.windows[to]!.booked.includes(machineId);
    const effect = effectOf(weeks.problem, plan, moved(weeks.problem, plan, { tasks, from, to }));
    const refused = booked ? 'it is booked then' : (effect.broken[0]?.words ?? null);
    const when = `${dayDate(piece.from, zone, now)} ${clockTime(piece.from, zone)}`;
    const worse = worseWords(weeks, effect, zone, now).length;
    const words = refused
      ? `not possible: ${refused}`
      : `${costWords(effect.cost)}${worse > 0 ? `, ${worse} past due longer` : ''}`;
    return [{ value: piece.id, label: `${when}: ${words}`, refused }];
  });
  return places.sort((a, b) => Number(a.refused !== null) - Number(b.refused !== null));
}
