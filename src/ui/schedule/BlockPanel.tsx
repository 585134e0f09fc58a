import { usedPercent } from '../../core/units/percent';
import { CleanLink } from '../shared/frame/OpenSheets';
import { Button, Checkbox, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { startOfLocalDay } from '../../core/units/zone';
import type { Outcome } from '../../services/shop';
import type { Place, ScheduleChange } from '../../services/schedule/changes';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { Allowed, useMay } from '../shared/frame/Allowed';
import { clockTime, dayDate, plannedWords } from '../shared/marks/when';

import type { ViewBlock } from './blocks';
import { usePlaces, type Weigh } from './use-places';
import { costWords } from './words';
import classes from './Schedule.module.css';

interface BlockPanelProps {
  nickname: string;
  block: ViewBlock;
  zone: string;
  now: number;
  change: (change: ScheduleChange) => Promise<Outcome<unknown>>;
  weigh: Weigh;
}

/** One clean-down: what it holds, where else it could go and at what cost, and what a hand can do with it. */
// eslint-disable-next-line max-lines-per-function -- one screen, from top to bottom, whose parts share their state
export function BlockPanel({ nickname, block, zone, now, change, weigh }: BlockPanelProps) {
  const [without, setWithout] = useState<string[]>([]);
  const [reason, setReason] = useState('');
  const [window, setWindow] = useState<string | null>(null);
  const { run, pending, problem } = useAction(change, () => setReason(''));
  const mayPlan = useMay('set up');
  const tasks = block.lines.filter(({ planned }) => planned).map((line) => line.id);
  const chosen = tasks.filter((task) => !without.includes(task));
  const part = chosen.length < tasks.length;
  const id = block.key;
  const places = usePlaces(weigh, mayPlan ? id : null, part ? chosen : null);
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
          const { planned } = line;
          return (
            <li key={line.id}>
              {mayPlan && planned && tasks.length > 1 ? (
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
                  : planned
                    ? `${planned.criticality}, ${planned.used === null ? 'not known, first look' : `${usedPercent(planned.used)} used now`}${dueWords(planned.due, zone, now)}`
                    : 'need not be done any more'}
              </span>
            </li>
          );
        })}
      </ul>
      {mayPlan && tasks.length > 0 && (
        <div className={classes.hand}>
          <Select
            label={part ? `Move ${chosen.length} of ${tasks.length} tasks to` : 'Move to'}
            placeholder={places ? 'a window, with what it costs' : 'asking what each costs …'}
            data={(places ?? []).map((place) => ({
              value: place.window,
              label: placeWords(place, zone, now),
              disabled: place.refused !== null,
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
              run({ kind: 'move', block: id, tasks: part ? chosen : null, window: window! })
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
                  tasks: tasks.filter((task) => !chosen.includes(task)),
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

type Planned = NonNullable<ViewBlock['lines'][number]['planned']>;

function dueWords(due: Planned['due'], zone: string, now: number): string {
  if (!due) return '';
  const [early, likely, late] = due;
  const day = (at: number) => dayDate(startOfLocalDay(at, zone), zone, now);
  const range =
    early !== null && late !== null && early !== late ? ` (${day(early)} to ${day(late)})` : '';
  return `, due about ${day(likely)}${range}`;
}

/** "Fri 4 Dec 18:00: costs 12 more, 2 past due longer" */
function placeWords({ from, refused, cost, worse }: Place, zone: string, now: number): string {
  const when = `${dayDate(from, zone, now)} ${clockTime(from, zone)}`;
  if (refused !== null) return `${when}: not possible: ${refused}`;
  const longer = worse.length > 0 ? `, ${worse.length} past due longer` : '';
  return `${when}: ${costWords(cost)}${longer}`;
}
