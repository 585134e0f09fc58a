'use client';

import { TextInput } from '@mantine/core';
import { useEffect, useState } from 'react';
import { amountWords } from '../../core/inventory/amount';
import { needed } from '../../core/cleaning/ending';
import { secondWait } from '../../core/cleaning/waits';
import { waitsFor } from '../../core/cleaning/working';
import type { Stretch } from '../../core/cleaning/order';
import { ruleWords } from '../../core/cleaning/rules';
import {
  layOutOf,
  linesOf,
  minutesOf,
  stretchTitle,
  wayOf,
  type Line,
} from '../../core/cleaning/run';
import type { Wanting } from '../../services/inventory/inventory';
import { minutesWords } from '../care/words';
import { clockTime } from '../shared/marks/when';
import { burnProof } from '../../catalogue/proofs';
import { BurnReading } from './BurnReading';
import { Checks, Proofs } from './Checks';
import { Lines } from './Lines';
import classes from './Sheet.module.css';
import type { SheetContext } from './context';
import { TaskWork } from './TaskWork';
import { PartsBack, PartsOut } from './Tray';
import { waitTitle } from './words';

/** Brings the card into view: on a phone, where there is no room for more, its head and its cautions first. */
function showCard(): void {
  const head = document.getElementById('current');
  const phone = window.matchMedia('(max-width: 700px)').matches;
  // the running waits stay on top of it
  const waits = document.getElementById('waits')?.offsetHeight ?? 0;
  if (head && phone) head.style.scrollMarginTop = `${waits + 60}px`;
  head?.scrollIntoView({ block: phone ? 'start' : 'nearest' });
}

interface CurrentProps {
  context: SheetContext;
  stretch: Stretch;
  wanting: readonly Wanting[];
  /** the machine is isolated */
  safe: boolean;
  onDone: () => void;
  onGoTo: (of: string) => void;
}

/** The stretch of the sheet that is worked now, one step at a time. */
export function Current({ context, stretch, wanting, safe, onDone, onGoTo }: CurrentProps) {
  const { run, store, zone, clock } = context;
  const { progress, press } = store;
  const task = run.tasks.find(({ id }) => id === stretch.task);
  const piece = run.pieces.find(({ id }) => id === stretch.task);
  const waits = waitsFor(run, progress, stretch, clock);
  const lines = linesOf(run, stretch, progress.ways);
  const way = task && wayOf(task, progress.ways);
  const parts =
    piece?.kind === 'open' ? piece.parts : stretch.part === 'active' && way ? way.parts : [];
  // before the machine is safe nothing else is worked; a connector waits for its discharge
  // and a wait is ended by its time or by somebody who says why, never by going on
  const barred =
    (!safe && piece?.kind !== 'isolate') ||
    (waits !== null &&
      (waits.for === 'wait' || waits.rule === 'discharge' || waits.rule === 'lens-way'));
  const cautions = task && stretch.part === 'active' ? task.cautions : (piece?.cautions ?? []);

  const pressLine = (line: Line) => {
    // what leaves the machine stands on the tray from the first step on
    for (const { lens, ...part } of parts) {
      if (!progress.tray.some(({ id }) => id === part.id)) {
        press({
          kind: 'part out',
          part: { ...part, facing: lens ? '' : part.facing, marked: lens ? 'drawing' : 'words' },
        });
      }
    }
    press({ kind: 'step', step: line.id, done: true });
  };

  useEffect(showCard, []);

  return (
    <section className={classes.current} aria-labelledby="current">
      <header className={classes.currentHead}>
        <h2 id="current">{stretchTitle(run, stretch)}</h2>
        <span className="quiet">
          {minutes(context, stretch)}
          {task?.learned &&
            wayOf(task, store.progress.ways) === task.ways[0] &&
            ` (your own median of ${task.learned})`}
        </span>
      </header>
      {waits?.for === 'wait' && (
        <p className={classes.notYet}>
          {waitTitle(run, waits.of, waits.second)} until {clockTime(waits.until, zone)}.
          {waits.of === 'isolate' && ` It must wait: ${ruleWords['discharge']}.`}
        </p>
      )}
      {waits?.for === 'wait' && waits.of !== 'isolate' && (
        <EndWait
          key={waits.of}
          onEnd={(why) =>
            press({ kind: 'wait over', of: waits.second ? secondWait(waits.of) : waits.of, why })
          }
        />
      )}
      {waits?.for === 'rule' && (
        <p className={classes.notYet}>
          Not yet: {ruleWords[waits.rule] ?? waits.rule}.{' '}
          <button className={classes.small} onClick={() => onGoTo(waits.before)}>
            {stretchTitle(run, { task: waits.before, part: 'active' })}
          </button>
        </p>
      )}
      {cautions.length > 0 && (
        <ul className={classes.cautions}>
          {cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      )}
      {task?.card && task.card.length > 0 && stretch.part === 'active' && (
        <ul className={classes.card} aria-label="From the machine card">
          {task.card.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      {piece?.kind === 'layout' && <LayOut context={context} wanting={wanting} />}
      {piece?.kind === 'isolate' && <BurnBefore context={context} />}
      {task ? (
        <TaskWork
          context={context}
          task={task}
          part={stretch.part}
          lines={lines}
          barred={barred}
          pressLine={pressLine}
          onDone={onDone}
        />
      ) : (
        <Lines
          key={stretch.task}
          context={context}
          lines={lines}
          barred={barred}
          pressLine={pressLine}
          undo={(line) => press({ kind: 'step', step: line.id, done: false })}
          onDone={onDone}
        />
      )}
      {piece?.kind === 'close' && (
        <PartsBack context={context} of={piece.id.replace('close:', '')} />
      )}
      {task && (stretch.part === 'finishing' || way!.finishing.length === 0) && (
        <PartsBack context={context} of={task.id} />
      )}
      {parts.length > 0 && <PartsOut context={context} parts={parts} />}
      {piece?.kind === 'checks' && <Checks context={context} onDone={onDone} />}
      {piece?.kind === 'proof' && (
        <Proofs context={context} wanted={needed(run, 'proofs', progress)} />
      )}
    </section>
  );
}

/** Where a burn is asked for at the end, one before gives it something to be held against. */
function BurnBefore({ context }: { context: SheetContext }) {
  const { between, proofs } = context.run;
  if (between || !context.machine.recipe || !proofs.some(({ id }) => id === burnProof)) return null;
  return (
    <details className={classes.wrong}>
      <summary>A test burn before anything is cleaned</summary>
      <BurnReading context={context} when="before" />
    </details>
  );
}

/** Ends a wait before its time: only with a reason, which is kept. */
function EndWait({ onEnd }: { onEnd: (why: string) => void }) {
  const [why, setWhy] = useState('');
  return (
    <details className={classes.wrong}>
      <summary>It is ready sooner</summary>
      <div className={classes.details}>
        <TextInput
          size="lg"
          label="How do you know?"
          placeholder="dry to touch and look, warm air on it"
          value={why}
          onChange={(event) => setWhy(event.currentTarget.value)}
        />
        <button className={classes.big} disabled={!why.trim()} onClick={() => onEnd(why.trim())}>
          End the wait
        </button>
      </div>
    </details>
  );
}

function minutes({ run, store }: SheetContext, { task: id, part }: Stretch): string {
  const task = run.tasks.find((one) => one.id === id);
  const {
    active,
    passive,
    finishing,
    drying = 0,
  } = task
    ? minutesOf(task, store.progress.ways)
    : run.pieces.find((one) => one.id === id)!.minutes;
  const verb = task?.wait.verb ?? 'waits';
  const soaked = task && wayOf(task, store.progress.ways).soaksLearned;
  const own = soaked ? ` (your own median of ${soaked})` : '';
  const waits =
    part === 'active' && passive > 0
      ? `, then it ${verb} ${minutesWords(passive)}${own} by itself`
      : '';
  const dries =
    (part === 'finishing' || finishing === 0) && drying > 0
      ? `, then it dries ${minutesWords(drying)}${task?.standIn ? `, the machine on ${task.standIn}` : ''}`
      : '';
  return `about ${part === 'active' ? active : finishing} min${waits}${dries}`;
}

function LayOut({
  context: { run, store },
  wanting,
}: {
  context: SheetContext;
  wanting: readonly Wanting[];
}) {
  const [asked, setAsked] = useState<string | null>(null);
  const { instead } = store.progress;
  const use = (tool: string, used: string | null) => {
    store.press({ kind: 'instead', tool, used });
    setAsked(null);
  };
  const short = new Map(wanting.map((one) => [one.name.toLowerCase(), one]));
  return (
    <>
      <ul className={classes.layOut}>
        {layOutOf(run, store.progress.ways).map((tool) => (
          <li key={tool} data-short={short.has(tool) || undefined}>
            <span className={instead.has(tool) ? 'struck' : undefined}>{tool}</span>
            {instead.has(tool) && <b> {instead.get(tool)}</b>}
            {run.instead?.[tool] && asked !== tool && (
              <button
                className={classes.instead}
                onClick={() => (instead.has(tool) ? use(tool, null) : setAsked(tool))}
                aria-label={
                  instead.has(tool) ? `${tool} after all` : `Something else instead of ${tool}`
                }
              >
                {instead.has(tool) ? 'after all' : 'something else'}
              </button>
            )}
            {asked === tool && (
              <span className={classes.others} role="group" aria-label={`Instead of ${tool}`}>
                {run.instead![tool]!.map((other) => (
                  <button key={other} className={classes.small} onClick={() => use(tool, other)}>
                    {other}
                  </button>
                ))}
                <button className={classes.small} onClick={() => setAsked(null)}>
                  no
                </button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {wanting.length > 0 && (
        <ul className={classes.wanting}>
          {wanting.map(({ item, name, unit, has, needs, state }) => (
            <li key={item}>
              <b>
                {name}: {state === 'short' ? 'not enough' : 'low'}
              </b>
              , {amountWords(has, unit)} on the shelf, {round(needs)} needed
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

const round = (value: number) => Math.round(value * 10) / 10;
