'use client';

import type {
  changeSchedule,
  mendSchedule,
  Place,
  ScheduleChange,
} from '../../services/schedule/changes';
import type { Misfit } from '../../core/schedule/standing';
import type { scheduleBefore } from '../../services/schedule/schedules';
import type { Outcome } from '../../services/shop';
import type { Send } from '../shared/forms/send';
import { Button, Progress } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useCallback, useMemo, useState } from 'react';
import { startOfLocalDay } from '../../core/units/zone';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { late } from '../shared/late';
import { type Packed, useUnpacked } from '../shared/packed';
import { useMay } from '../shared/frame/Allowed';
import { ago, clockTime, dayDate } from '../shared/marks/when';
import { draftBlocks } from './blocks';
import { Lanes } from './Lanes';
import { groundOf, planSum, type PlanView } from './plan-view';
import { PlanFigures } from './PlanFigures';
import { usePlaces } from './use-places';
import { usePlanning, type Planning, type PlanningActions } from './use-planning';
import { WhatIf } from './WhatIf';
import { changedWords, costWords, lateWords, proofWords, worseWords } from './words';
import classes from './Schedule.module.css';

const BlockPanel = late(() => import('./BlockPanel').then((loaded) => loaded.BlockPanel));

interface ScheduleLanesProps {
  view: Packed<PlanView>;
  held: readonly string[];
  zone: string;
  now: number;
  planning: PlanningActions;
  change: Send<typeof changeSchedule>;
  mend: Send<typeof mendSchedule>;
  back: Send<typeof scheduleBefore>;
  weigh: (input: {
    version: string;
    block: string;
    tasks: string[] | null;
  }) => Promise<Outcome<Place[]>>;
}

/** The weeks ahead: the plan that holds, planning anew, moving by hand, and what if. */
// eslint-disable-next-line max-lines-per-function -- one screen, from top to bottom, whose parts share their state
export function ScheduleLanes(props: ScheduleLanesProps) {
  const { held, zone, now, change, mend, back, weigh: ask } = props;
  const view = useUnpacked(props.view);
  const { state } = view;
  const router = useRouter();
  const refresh = useCallback(() => router.refresh(), [router]);
  const { planning, problem, starting, begin, end, close } = usePlanning(props.planning, refresh);
  const [selected, setSelected] = useState<string | null>(null);
  const [lifted, lift] = useState<{ key: string; window: number | null } | null>(null);
  const mayPlan = useMay('set up');
  const version = state.id ?? '';
  const changing = useAction((input: ScheduleChange) => change({ version, change: input }));
  const goingBack = useAction(() => back(version));
  const mending = useAction(() => mend(version));
  // a planning that is over and kept is the plan of the page itself
  const draft = planning && (!planning.over || planning.question !== null) ? planning : null;
  const { ground, blocks } = useMemo(
    () =>
      draft
        ? { ground: groundOf(draft.weeks, {}), blocks: draftBlocks(draft.weeks, draft.plan) }
        : view,
    [draft, view],
  );
  const nicknameOf = (machineId: string) =>
    ground.lanes.find(({ id }) => id === machineId)?.nickname ?? '';
  const block = draft ? null : (blocks.find(({ key }) => key === selected) ?? null);
  const weigh = useCallback(
    (id: string, tasks: string[] | null) => ask({ version, block: id, tasks }),
    [ask, version],
  );
  const inHand = blocks.find(({ key }) => key === lifted?.key);
  const places = usePlaces(weigh, inHand?.kept ? inHand.key : null, null);
  const over = ground.windows[lifted?.window ?? -1];
  const dragged = over && places?.find(({ window }) => window === over.id);

  return (
    <>
      {mayPlan && (
        <div className={classes.bar}>
          {planning && !planning.over ? (
            <>
              <div className={classes.progress}>
                <span role="status">{phaseWords(planning)}</span>
                <Progress value={planning.share * 100} aria-label="How far planning is" />
              </div>
              {planning.question === null && (
                <Button onClick={() => end(true)}>Stop here and save</Button>
              )}
              <Button variant="default" onClick={() => end(false)}>
                Cancel
              </Button>
            </>
          ) : (
            <>
              <Button
                loading={starting}
                onClick={() => {
                  setSelected(null);
                  void begin(null, props.planning.start);
                }}
              >
                {state.id ? 'Plan anew' : 'Plan four weeks'}
              </Button>
              {state.id && !draft && (
                <Button
                  variant="default"
                  loading={goingBack.pending}
                  onClick={() => goingBack.run()}
                >
                  Back to the plan before
                </Button>
              )}
              {draft && (
                <Button variant="default" onClick={close}>
                  Back to the plan that holds
                </Button>
              )}
            </>
          )}
        </div>
      )}
      <ProblemNote problem={problem ?? goingBack.problem ?? mending.problem ?? changing.problem} />
      {planning?.over && planning.question === null && planning.trouble && (
        <p role="status">{planning.trouble}.</p>
      )}
      {!draft && state.overtaken.length > 0 && (
        <section className={classes.over} aria-labelledby="overtaken">
          <b id="overtaken">This plan was overtaken.</b>
          {mayPlan && (
            <>
              {' Plan anew, where what is pinned stays, or '}
              <Button
                variant="default"
                size="compact-md"
                loading={mending.pending}
                onClick={() => mending.run()}
              >
                move only what must
              </Button>
            </>
          )}
          <ul>
            {state.overtaken.slice(0, 6).map((misfit) => (
              <li key={`${misfit.kind} ${misfit.who} ${misfit.at}`}>
                {misfitWords(misfit, zone, now)}
              </li>
            ))}
          </ul>
          {state.overtaken.length > 6 && <p>and {state.overtaken.length - 6} more</p>}
        </section>
      )}
      {draft ? (
        <DraftFigures draft={draft} zone={zone} now={now} />
      ) : state.id ? (
        <div className={classes.figures}>
          <PlanFigures sum={view.sum} />
          {state.proved && (
            <span>{proofWords(state.proved.cost, state.proved.bound)} when it was made</span>
          )}
          <span className="quiet">
            {state.words} by {state.madeBy}, {ago(state.madeAt, now, zone)}
          </span>
        </div>
      ) : (
        <p className="quiet">
          Nothing is planned yet.{' '}
          {!view.told && (
            <a className="line" href="/setup/time">
              Say first when the technician is there
            </a>
          )}
        </p>
      )}
      <Lanes
        ground={ground}
        blocks={blocks}
        held={held}
        zone={zone}
        now={now}
        selected={selected}
        select={(key) => setSelected((before) => (before === key ? null : key))}
        movable={mayPlan && !draft && !changing.pending}
        over={(key, window) => lift(window === null ? null : { key, window })}
        drop={(key, window) => {
          const one = blocks.find((each) => each.key === key);
          const id = ground.windows[window]?.id;
          if (!one?.kept || !id || one.window === window) return;
          changing.run({ kind: 'move', block: key, tasks: null, window: id });
        }}
      />
      {dragged && inHand && (
        <div className={classes.says} role="status">
          <b>
            {nicknameOf(inHand.machineId)} to {dayDate(dragged.from, zone, now)}{' '}
            {clockTime(dragged.from, zone)}:{' '}
            {dragged.refused === null
              ? costWords(dragged.cost)
              : `not possible, ${dragged.refused}`}
          </b>
          <ul>
            {dragged.worse.slice(0, 4).map((one) => (
              <li key={`${one.nickname} ${one.station} ${one.task}`}>
                {worseWords(one, zone, now)}
              </li>
            ))}
          </ul>
        </div>
      )}
      <p className={classes.key}>
        <span>
          {draft
            ? 'figures: about so many hands-on minutes; once it is kept, those of each sheet'
            : 'figures: hands-on minutes'}
        </span>
        <span>flame: holds what can burn</span>
        <span>pin: put there by hand</span>
        <span>copper notch: likely due that day</span>
        <span>dark foot: expected use</span>
      </p>
      {block && (
        <BlockPanel
          key={`${block.key} ${version}`}
          nickname={nicknameOf(block.machineId)}
          block={block}
          zone={zone}
          now={now}
          change={(input) => change({ version, change: input })}
          weigh={weigh}
        />
      )}
      <div className={classes.columns}>
        {mayPlan && (
          <WhatIf
            lanes={view.ground.lanes}
            today={view.ground.from}
            busy={starting || (planning !== null && !planning.over)}
            ask={(question, input) => {
              setSelected(null);
              void begin(question, () => props.planning.startWhatIf(input));
            }}
          />
        )}
        <Often often={view.often} />
        <Refused refused={view.refused} zone={zone} now={now} />
      </div>
    </>
  );
}

/** What is said of a draft: cost, proof, what changes, what becomes past due. */
function DraftFigures({ draft, zone, now }: { draft: Planning; zone: string; now: number }) {
  const { weeks, cost, bound, before, effect, question, person, trouble, base } = draft;
  const far = startOfLocalDay(weeks.from, zone) > now;
  const change = before === null ? null : cost.total - before;
  const sum = useMemo(() => planSum(weeks, draft.plan), [weeks, draft.plan]);
  const changed = useMemo(
    () => (draft.beforeSchedule ? changedWords(weeks, draft.beforeSchedule, draft.plan) : null),
    [weeks, draft.beforeSchedule, draft.plan],
  );
  return (
    <section className={classes.over} aria-labelledby="draft">
      <b id="draft">{question ?? 'The plan as it is being found'}</b>
      <div className={classes.figures}>
        <PlanFigures sum={sum} />
        {question === null && <span>{proofWords(cost.total, bound)}</span>}
        {question === null && change !== null && (
          <span>against the plan that holds it {costWords(change)}</span>
        )}
        {question !== null && base !== null && (
          <span>
            <b>it {costWords(cost.total - cost.late - (base.total - base.late))}</b> than the same
            days as they are
          </span>
        )}
        <span className="quiet">
          most overdue first would come to {Math.round(person.total - person.late)}
          {person.late > 0 && `, and let what can burn past its limit ${lateWords(person.late)}`}
        </span>
      </div>
      {changed && <p>{changed}</p>}
      {effect && question !== null && (
        <ul>
          {effect.worse.slice(0, 8).map(({ task, days, from }) => {
            const one = weeks.tasks[task]!;
            const nickname = weeks.lanes.find(({ id }) => id === one.machineId)?.nickname ?? '';
            const worse = { ...one, nickname, days, from: weeks.from + from };
            return <li key={one.id}>{worseWords(worse, zone, now)}</li>;
          })}
        </ul>
      )}
      {far && (
        <p className="quiet">
          So far ahead nobody knows how dirty things will be: every task is taken as half used.
        </p>
      )}
      {trouble && <p>{trouble}.</p>}
    </section>
  );
}

function Often({ often }: Pick<PlanView, 'often'>) {
  if (often.length === 0) return null;
  return (
    <section className="panel" aria-labelledby="often">
      <h2 id="often">Too often for these windows</h2>
      <p className="quiet">
        These fill before the next window comes: whoever uses the machine does them in between, with
        the wipe at the end of the day.
      </p>
      <ul className={classes.lines}>
        {often.map(({ nicknames, what, everyDays: { least, most } }) => (
          <li key={what.join('; ')}>
            <span>
              <b>{nicknames.join(', ')}</b>: {what.join('; ')}
            </span>
            <span className="quiet">{everyWords(least.toFixed(1), most.toFixed(1))}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** "every 0.7 to 1.3 days" */
const everyWords = (least: string, most: string) =>
  least === most ? `every ${least} days` : `every ${least} to ${most} days`;

function Refused({
  refused,
  zone,
  now,
}: Pick<PlanView, 'refused'> & { zone: string; now: number }) {
  if (refused.length === 0) return null;
  return (
    <section className="panel" aria-labelledby="refused">
      <h2 id="refused">Refused</h2>
      <ul className={classes.lines}>
        {refused.map(({ key, nickname, from, reason, by }) => (
          <li key={key}>
            <span>
              {nickname}, {dayDate(from, zone, now)}
            </span>
            <span className="quiet">
              {reason}, {by}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function phaseWords({ phase, seconds }: Planning): string {
  const after = `${Math.max(1, Math.round(seconds))} s`;
  switch (phase) {
    case 'first':
      return 'The first answer; looking for better ones';
    case 'searching':
      return `Searching, ${after}`;
    case 'proving':
      return `Proving how good it is, machine by machine, ${after}`;
    case 'solving':
      return `Seeing whether the solver can settle it, ${after}`;
    case 'ended':
      return 'Saving it';
  }
}

/** "Heron on Tue 3 Feb: the window is no longer there" */
function misfitWords({ who, at, words }: Misfit, zone: string, now: number): string {
  const day = at === null ? null : dayDate(at, zone, now);
  const where = who && day ? `${who} on ${day}` : (who ?? day);
  return where ? `${where}: ${words}` : words;
}
