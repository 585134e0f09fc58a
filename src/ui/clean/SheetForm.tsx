'use client';

import {
  Autocomplete,
  Button,
  Checkbox,
  NativeSelect,
  NumberInput,
  Textarea,
  TextInput,
} from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useCallback, useRef, useState, type ReactNode } from 'react';
import { disputedField } from '../../catalogue/matrix';
import { findings, type CareResult, type Finding } from '../../core/care/care';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../forms/ProblemNote';
import { Tiles } from '../forms/Tiles';
import { useAction } from '../forms/use-action';
import classes from './Clean.module.css';

/** One task of the sheet, with what is marked so far. */
export interface SheetLine {
  stationId: string;
  task: string;
  station: string;
  name: string;
  note: string;
  tools: string[];
  cautions: string[];
  methods: string[];
  lookOnly: boolean;
  plannedMinutes: number;
  marks: Marks;
}

export interface Marks {
  finding: Finding | null;
  result: CareResult | null;
  method: string | null;
  minutes: number | null;
  note: string | null;
}

interface SheetFormProps {
  sheetId: string;
  machine: string;
  machineId: string;
  isolated: boolean;
  isolationMinutes: number;
  isolationSteps: string[];
  lines: SheetLine[];
  /** shown once the machine is safe, above the tasks */
  children?: ReactNode;
  actions: {
    isolate: (sheetId: string) => Promise<Outcome<unknown>>;
    mark: (mark: unknown) => Promise<Outcome<unknown>>;
    signOff: (
      sheetId: string,
    ) => Promise<Outcome<{ recorded: number; left: string[]; faultIds: string[] }>>;
    abandon: (sheetId: string, reason: string) => Promise<Outcome<unknown>>;
  };
}

/** A clean-down being worked: isolation first, then each task with its finding, then sign-off. */
export function SheetForm(props: SheetFormProps) {
  const { isolated, lines, children } = props;
  return (
    <>
      <Isolation {...props} />
      {isolated && children}
      {isolated && (
        <ol className={classes.lines}>
          {lines.map((line) => (
            <TaskCard
              key={`${line.stationId} ${line.task}`}
              sheetId={props.sheetId}
              line={line}
              mark={props.actions.mark}
            />
          ))}
        </ol>
      )}
      <End {...props} />
    </>
  );
}

function Isolation({
  sheetId,
  isolated,
  isolationSteps,
  isolationMinutes,
  actions,
}: SheetFormProps) {
  const [ticked, setTicked] = useState<Set<string>>(new Set());
  const { run, pending, problem } = useAction(actions.isolate);
  if (isolated) {
    return (
      <p className={classes.isolated}>
        Isolated. Wait {isolationMinutes} minutes after switching off before touching a connector.
      </p>
    );
  }
  return (
    <section className="panel" aria-labelledby="isolate">
      <h2 id="isolate">First: make it safe</h2>
      <div className={classes.ticks}>
        {isolationSteps.map((step) => (
          <Checkbox
            key={step}
            size="lg"
            label={step}
            checked={ticked.has(step)}
            onChange={(event) => {
              const on = event.currentTarget.checked;
              setTicked((before) => {
                const after = new Set(before);
                if (on) after.add(step);
                else after.delete(step);
                return after;
              });
            }}
          />
        ))}
      </div>
      <ProblemNote problem={problem} />
      <Button
        size="lg"
        disabled={ticked.size < isolationSteps.length}
        loading={pending}
        onClick={() => run(sheetId)}
      >
        It is isolated: go on
      </Button>
    </section>
  );
}

const otherResults: { value: CareResult | ''; label: string }[] = [
  { value: '', label: 'or, instead of done …' },
  { value: 'between-cuts', label: 'cleaned between two cuts of a job' },
  { value: 'replaced', label: 'replaced' },
  { value: 'in-part', label: 'done in part (say which part)' },
  { value: 'put-off', label: 'put off (say why and until when)' },
  { value: 'not-reached', label: 'could not reach (say why)' },
];

function TaskCard({
  sheetId,
  line,
  mark,
}: {
  sheetId: string;
  line: SheetLine;
  mark: (mark: unknown) => Promise<Outcome<unknown>>;
}) {
  const [marks, setMarks] = useState(line.marks);
  const kept = useRef(line.marks);
  const { run, pending, problem } = useAction(mark);
  const { stationId, task } = line;

  const keep = useCallback(
    (change: Partial<Marks>) => {
      const next = { ...kept.current, ...change };
      kept.current = next;
      setMarks(next);
      run({ sheetId, stationId, task, ...next });
    },
    [run, sheetId, stationId, task],
  );
  const edit = (change: Partial<Marks>) => setMarks((before) => ({ ...before, ...change }));
  const plain =
    marks.result === 'done' || marks.result === 'looked-fine' ? '' : (marks.result ?? '');

  return (
    <li className={classes.line} data-marked={marks.result !== null || undefined}>
      <header className={classes.lineHead}>
        <h3>
          {line.station}: {line.name}
        </h3>
        <span className="quiet">
          about {line.plannedMinutes} min · {pending ? 'keeping …' : marks.result ? 'kept' : 'open'}
        </span>
      </header>
      <p className={classes.hint}>
        {line.note} <span className="quiet">With: {line.tools.join(', ')}.</span>
      </p>
      {line.cautions.length > 0 && (
        <ul className={classes.cautions}>
          {line.cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      )}
      <Tiles<Finding>
        legend="Found, before cleaning"
        compact
        clearable
        tiles={findings.map((value) => ({ value, label: <FindingLabel finding={value} /> }))}
        value={marks.finding}
        onChange={(finding) => keep({ finding })}
      />
      {marks.finding === 'damaged' && (
        <p className={classes.damaged}>
          Damaged stops the work: signing off opens a fault, unless you replace the part.
        </p>
      )}
      <div className={classes.results}>
        <Button
          size="lg"
          variant={marks.result === 'done' ? 'filled' : 'default'}
          aria-pressed={marks.result === 'done'}
          onClick={() => keep({ result: marks.result === 'done' ? null : 'done' })}
        >
          Done
        </Button>
        {line.lookOnly && (
          <Button
            size="lg"
            variant={marks.result === 'looked-fine' ? 'filled' : 'default'}
            aria-pressed={marks.result === 'looked-fine'}
            onClick={() => keep({ result: marks.result === 'looked-fine' ? null : 'looked-fine' })}
          >
            Looked at and fine
          </Button>
        )}
        <NativeSelect
          size="lg"
          aria-label="Another result"
          data={otherResults}
          value={plain}
          onChange={(event) =>
            keep({ result: (event.currentTarget.value || null) as CareResult | null })
          }
        />
      </div>
      <div className={classes.details}>
        <Autocomplete
          label="Method"
          data={line.methods}
          value={marks.method ?? ''}
          onChange={(method) => edit({ method })}
          onOptionSubmit={(method) => keep({ method })}
          onBlur={() =>
            marks.method !== kept.current.method && keep({ method: marks.method || null })
          }
        />
        <NumberInput
          label="Minutes"
          min={0}
          max={1440}
          allowDecimal={false}
          value={marks.minutes ?? ''}
          onChange={(value) => edit({ minutes: value === '' ? null : Number(value) })}
          onBlur={() => marks.minutes !== kept.current.minutes && keep({ minutes: marks.minutes })}
        />
        <TextInput
          label="Note"
          value={marks.note ?? ''}
          onChange={(event) => edit({ note: event.currentTarget.value })}
          onBlur={() => marks.note !== kept.current.note && keep({ note: marks.note || null })}
        />
      </div>
      <ProblemNote problem={problem} />
      {problem?.field === disputedField && (
        <Button
          variant="default"
          loading={pending}
          onClick={() => run({ sheetId, stationId, task, ...kept.current, methodDecided: true })}
        >
          Keep it: this shop does it so
        </Button>
      )}
    </li>
  );
}

/** A finding with its own little picture: how much of the square is covered, cracked when damaged. */
function FindingLabel({ finding }: { finding: Finding }) {
  const cover = { clear: 0, haze: 0.35, soiled: 0.7, caked: 1, damaged: 0 }[finding];
  return (
    <span className={classes.finding}>
      <svg viewBox="0 0 28 18" width="42" height="27" aria-hidden="true">
        <rect x="1" y="1" width="26" height="16" className={classes.glass} />
        <rect
          x="1"
          y={17 - 16 * cover}
          width="26"
          height={16 * cover}
          className={classes.dirt}
          data-finding={finding}
        />
        {finding === 'damaged' && (
          <path d="M6 1 L11 7 L8 10 L16 17 M11 7 L20 4" className={classes.crack} />
        )}
      </svg>
      {finding}
    </span>
  );
}

function End({ sheetId, machine, machineId, lines, isolated, actions }: SheetFormProps) {
  const router = useRouter();
  const [reason, setReason] = useState('');
  const [giveUp, setGiveUp] = useState(false);
  const signOff = useAction(actions.signOff, ({ faultIds }: { faultIds: string[] }) =>
    router.push(faultIds[0] ? `/faults/${faultIds[0]}` : `/machines/${machineId}`),
  );
  const abandon = useAction(actions.abandon, () => router.push(`/machines/${machineId}`));
  const marked = lines.filter(({ marks }) => marks.result !== null).length;
  const open = lines.length - marked;
  return (
    <section className={classes.end} aria-label="End the clean-down">
      <div className={classes.endRow}>
        <Button
          size="lg"
          loading={signOff.pending}
          disabled={!isolated || marked === 0}
          onClick={() => signOff.run(sheetId)}
        >
          Sign off and release {machine}
        </Button>
        <span className="quiet">
          {marked} of {lines.length} marked.{' '}
          {open > 0 && marked > 0 && 'What is not marked stays as due as it was.'}
        </span>
        <Button variant="subtle" onClick={() => setGiveUp((before) => !before)}>
          Abandon
        </Button>
      </div>
      <ProblemNote problem={signOff.problem} />
      {giveUp && (
        <form
          className={classes.abandon}
          onSubmit={(event) => {
            event.preventDefault();
            abandon.run(sheetId, reason);
          }}
        >
          <Textarea
            label="Why, and how does the machine stand now?"
            description="Nothing is reset. What you marked is kept in the record as words."
            value={reason}
            onChange={(event) => setReason(event.currentTarget.value)}
          />
          <ProblemNote problem={abandon.problem} />
          <div>
            <Button type="submit" variant="default" loading={abandon.pending}>
              Abandon the clean-down
            </Button>
          </div>
        </form>
      )}
    </section>
  );
}
