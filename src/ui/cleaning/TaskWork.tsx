'use client';

import { handsOn } from '../../core/care/minutes';
import { NativeSelect, NumberInput, TextInput } from '@mantine/core';
import { useId, useState } from 'react';
import { disputedField } from '../../catalogue/matrix';
import { findings, type CareResult, type Finding } from '../../core/care/care';
import { noMarks, type Marks } from '../../core/cleaning/progress';
import { wayOf, type Line, type RunTask } from '../../core/cleaning/run';
import { localDay, startOfLocalDay } from '../../core/units/zone';
import { Tiles } from '../shared/forms/Tiles';
import { FindingDrawing } from './Drawings';
import { Lines } from './Lines';
import { Photos } from './Photos';
import classes from './Sheet.module.css';
import type { SheetContext } from './context';
import { DryingSelect, MountPressed } from './TaskChoices';
import { resultWords } from './words';

interface TaskWorkProps {
  context: SheetContext;
  task: RunTask;
  part: 'active' | 'finishing';
  lines: readonly Line[];
  barred: boolean;
  pressLine: (line: Line) => void;
  onDone: () => void;
}

/** One task: what was found, the steps, the stopping test, and how it ended. */
export function TaskWork({ context, task, part, lines, barred, pressLine, onDone }: TaskWorkProps) {
  const { progress, press } = context.store;
  const marks = progress.marks.get(task.id) ?? noMarks;
  const way = wayOf(task, progress.ways);
  const ends = part === 'finishing' || way.finishing.length === 0;
  const stepsDone = lines.every(({ id }) => progress.steps.has(id));
  const mark = (change: Partial<Marks>, decided = false) =>
    press({ kind: 'mark', task: task.id, change }, { decided });
  const again = progress.again.get(task.id)?.times ?? 0;

  return (
    <>
      {part === 'active' && (
        <>
          <Tiles<Finding>
            legend="Found, before cleaning"
            compact
            clearable
            tiles={findings.map((value) => ({
              value,
              label: (
                <span className={classes.finding}>
                  <FindingDrawing drawing={task.drawing} finding={value} />
                  {value}
                </span>
              ),
            }))}
            value={marks.finding}
            onChange={(finding) => mark({ finding })}
          />
          {marks.finding === 'damaged' && marks.result === null && (
            <Damaged context={context} task={task} onDone={onDone} />
          )}
        </>
      )}
      {part === 'active' && task.ways.length > 1 && (
        <details className={classes.wrong}>
          <summary>
            This way: {way.name}
            <span className="quiet">, or another</span>
          </summary>
          <NativeSelect
            size="lg"
            aria-label="Way"
            value={way.id}
            data={task.ways.map(({ id, name, minutes }) => ({
              value: id,
              label: `${name} (${handsOn(minutes)} min hands-on${minutes.passive > 0 ? `, ${waitLength(minutes.passive)} by itself` : ''})`,
            }))}
            onChange={(event) =>
              press({ kind: 'way', task: task.id, way: event.currentTarget.value })
            }
          />
        </details>
      )}
      {part === 'active' && way !== task.ways[0] && way.tools && (
        <p>
          <b>Ready for this way:</b> {way.tools.join(', ')}
        </p>
      )}
      {again > 0 && (
        <p className={classes.notYet}>
          Not clean yet, {again === 1 ? 'once' : `${again} times`}: from the first step again.
        </p>
      )}
      <DryingSelect context={context} task={task} />
      <Lines
        context={context}
        lines={lines}
        barred={barred}
        pressLine={pressLine}
        undo={(line) => press({ kind: 'step', step: line.id, done: false })}
        onDone={ends ? () => undefined : onDone}
      />
      {task.wrong.length > 0 && !stepsDone && (
        <details className={classes.wrong}>
          <summary>What commonly goes wrong</summary>
          <ul>
            {task.wrong.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </details>
      )}
      {ends && stepsDone && marks.result === null && (
        <StopTest context={context} task={task} mark={mark} onDone={onDone} />
      )}
      {task.mount && <MountPressed context={context} task={task} />}
      <Photos context={context} of={task.id} />
      {marks.result !== null && (
        <p className={classes.marked}>
          <b>{resultWords[marks.result]}.</b>{' '}
          <button className={classes.small} onClick={() => mark({ result: null })}>
            Undo
          </button>
        </p>
      )}
      <Otherwise task={task} marks={marks} mark={mark} barred={barred} onDone={onDone} />
      <Details context={context} task={task} marks={marks} mark={mark} />
    </>
  );
}

const waitLength = (minutes: number) =>
  minutes >= 600 ? 'overnight' : minutes >= 60 ? `${Math.round(minutes / 60)} h` : `${minutes} min`;

interface MarkProps {
  task: RunTask;
  mark: (change: Partial<Marks>, decided?: boolean) => void;
  onDone: () => void;
}

/** Is it clean enough? Done, from the start again, or soaking until tomorrow. */
function StopTest({ context, task, mark, onDone }: MarkProps & { context: SheetContext }) {
  const { store, zone, clock } = context;
  // a glass that is out of the machine, and nothing else
  const soaks = task.glass && task.ways.some(({ id }) => id === 'soak');
  const tomorrow = startOfLocalDay(localDay(clock, zone) + 1, zone) + 8 * 3_600_000;
  return (
    <section className={classes.stop} aria-label="Stopping test">
      <p>
        <span className="quiet">Enough when:</span> {task.stop}
      </p>
      <div className={classes.buttons}>
        <button
          className={classes.next}
          onClick={() => {
            mark({ result: context.run.between ? 'between-cuts' : 'done' });
            onDone();
          }}
        >
          It is: done
        </button>
        <button
          className={classes.big}
          onClick={() => store.press({ kind: 'again', task: task.id })}
        >
          Not clean yet: again
        </button>
        {soaks && (
          <button
            className={classes.big}
            onClick={() => {
              store.press({ kind: 'again', task: task.id });
              store.press({
                kind: 'pause',
                until: tomorrow,
                why: `${task.station} soaks overnight`,
              });
            }}
          >
            Soak it overnight
          </button>
        )}
        <button
          className={classes.big}
          onClick={() => {
            mark({ result: 'replaced' });
            onDone();
          }}
        >
          Replace it
        </button>
      </div>
    </section>
  );
}

/** Damaged stops the work on it: a new one from the stores, or a fault. */
function Damaged({
  context,
  task,
  onDone,
}: {
  context: SheetContext;
  task: RunTask;
  onDone: () => void;
}) {
  const { press } = context.store;
  const mark = (result: CareResult, note: string) => {
    press({ kind: 'mark', task: task.id, change: { result, note } });
    onDone();
  };
  return (
    <section className={classes.damaged} aria-label="Found damaged">
      <p>
        <b>Stop here.</b> Do not clean it on. {task.glass && 'Never fire through damaged glass. '}
        Take a picture, then:
      </p>
      <div className={classes.buttons}>
        <button className={classes.big} onClick={() => mark('replaced', 'replaced with a new one')}>
          Replaced with a new one from the stores
        </button>
        <button
          className={classes.big}
          onClick={() => mark('not-reached', 'found damaged, left as it is')}
        >
          Leave it: opens a fault at sign-off
        </button>
      </div>
    </section>
  );
}

const others: readonly CareResult[] = [
  'in-part',
  'put-off',
  'not-reached',
  'between-cuts',
  'replaced',
];

/** Every other honest end of a task. */
function Otherwise({
  task,
  marks,
  mark,
  barred,
  onDone,
}: MarkProps & { marks: Marks; barred: boolean }) {
  const [chosen, setChosen] = useState<CareResult | ''>('');
  const [words, setWords] = useState(marks.note ?? '');
  if (marks.result !== null || barred) return null;
  const needsWords = chosen === 'in-part' || chosen === 'put-off' || chosen === 'not-reached';
  return (
    <div className={classes.otherwise}>
      {task.lookOnly && (
        <button
          className={classes.big}
          onClick={() => {
            mark({ result: 'looked-fine' });
            onDone();
          }}
        >
          Looked at and fine
        </button>
      )}
      <NativeSelect
        size="lg"
        aria-label="Another end"
        value={chosen}
        data={[
          { value: '', label: 'It ends otherwise …' },
          ...others.map((value) => ({ value, label: resultWords[value] })),
        ]}
        onChange={(event) => setChosen(event.currentTarget.value as CareResult | '')}
      />
      {chosen && (
        <>
          <TextInput
            size="lg"
            aria-label="In words"
            placeholder={
              chosen === 'in-part'
                ? 'which part is left?'
                : chosen === 'put-off'
                  ? 'because … until …'
                  : needsWords
                    ? 'why?'
                    : 'a note, if there is one'
            }
            value={words}
            onChange={(event) => setWords(event.currentTarget.value)}
          />
          <button
            className={classes.big}
            disabled={needsWords && !words.trim()}
            onClick={() => {
              mark({ result: chosen, ...(words.trim() && { note: words.trim() }) });
              onDone();
            }}
          >
            {resultWords[chosen]}
          </button>
        </>
      )}
    </div>
  );
}

/** Method, minutes and a note: kept when the field is left. */
function Details({
  context,
  task,
  marks,
  mark,
}: {
  context: SheetContext;
  task: RunTask;
  marks: Marks;
  mark: (change: Partial<Marks>, decided?: boolean) => void;
}) {
  const [typed, setTyped] = useState<Partial<Marks>>({});
  const shown = { ...marks, ...typed };
  const keep = (change: Partial<Marks>) => {
    setTyped({});
    mark(change);
  };
  const methods = useId();
  const { problems, dismiss } = context.store;
  const disputed = problems.find(({ field }) => field === disputedField);
  return (
    <details className={classes.wrong}>
      <summary>Method, minutes, note</summary>
      <div className={classes.details}>
        {/* a list of the browser's own: a dropdown of ours would be a sixth of all this page loads */}
        <TextInput
          label="Method"
          list={methods}
          value={shown.method ?? ''}
          onChange={({ currentTarget: { value } }) => {
            if (task.methods.includes(value)) keep({ method: value });
            else setTyped((before) => ({ ...before, method: value }));
          }}
          onBlur={() =>
            typed.method !== undefined &&
            typed.method !== (marks.method ?? '') &&
            keep({ method: typed.method || null })
          }
        />
        <datalist id={methods}>
          {task.methods.map((method) => (
            <option key={method} value={method} />
          ))}
        </datalist>
        <NumberInput
          label="Minutes"
          description="measured when left empty"
          min={0}
          max={1440}
          allowDecimal={false}
          value={shown.minutes ?? ''}
          onChange={(value) =>
            setTyped((before) => ({ ...before, minutes: value === '' ? null : Number(value) }))
          }
          onBlur={() => typed.minutes !== undefined && keep({ minutes: typed.minutes })}
        />
        <TextInput
          label="Note"
          value={shown.note ?? ''}
          onChange={(event) => {
            const note = event.currentTarget.value;
            setTyped((before) => ({ ...before, note }));
          }}
          onBlur={() => typed.note !== undefined && keep({ note: typed.note || null })}
        />
      </div>
      {disputed && (
        <button
          className={classes.big}
          onClick={() => {
            const method = context.store.methodsSent.get(disputed.event);
            if (method) mark({ method }, true);
            dismiss(disputed.event);
          }}
        >
          Keep the method: this shop does it so
        </button>
      )}
    </details>
  );
}
