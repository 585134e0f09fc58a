'use client';

import { Button, Modal, NativeSelect, NumberInput, TextInput, UnstyledButton } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import { useState } from 'react';
import { careResults, findings, type CareResult, type Finding } from '../../core/care/care';
import { parseDuration } from '../../core/units/duration';
import { formatLocal, parseInstant } from '../../core/units/instant';
import { draughts, processes, type Draught, type Process } from '../../core/usage/soil';
import type { BookLine } from '../../services/audit-log/audit-log';
import type { CareChange } from '../../services/care/care';
import type { SessionChange } from '../../services/usage/sessions';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './Record.module.css';

export interface CorrectActions {
  strike: (id: string, reason: string) => Promise<Outcome<unknown>>;
  session: (id: string, reason: string, change: SessionChange) => Promise<Outcome<unknown>>;
  care: (id: string, reason: string, change: CareChange) => Promise<Outcome<unknown>>;
}

interface CorrectProps {
  line: BookLine;
  zone: string;
  /** names that can be chosen */
  materials: readonly string[];
  actions: CorrectActions;
}

/** Opens the correction of one entry. The old one stays in the book, struck through. */
export function Correct({ line, zone, materials, actions }: CorrectProps) {
  const [opened, { open, close }] = useDisclosure(false);
  return (
    <>
      <UnstyledButton td="underline" fz={14} onClick={open} aria-label={`Correct: ${line.what}`}>
        Correct
      </UnstyledButton>
      <Modal opened={opened} onClose={close} title="Correct this entry" size="lg">
        <p>{line.what}</p>
        {opened && (
          <Fields line={line} zone={zone} materials={materials} actions={actions} close={close} />
        )}
      </Modal>
    </>
  );
}

/** What stays as it was when nothing can be changed but the entry struck. */
function Fields({ line, zone, materials, actions, close }: CorrectProps & { close: () => void }) {
  const [reason, setReason] = useState('');
  const strike = useAction(actions.strike, close);
  const common = { zone, reason, close };
  return (
    <div className={classes.form}>
      <TextInput
        label="Why is it corrected?"
        value={reason}
        onChange={(event) => setReason(event.currentTarget.value)}
        required
      />
      {line.session && (
        <SessionFields
          {...common}
          id={line.id}
          session={line.session}
          note={line.note}
          materials={materials}
          correct={actions.session}
        />
      )}
      {line.care && (
        <CareFields
          {...common}
          id={line.id}
          care={line.care}
          note={line.note}
          correct={actions.care}
        />
      )}
      <ProblemNote problem={strike.problem} />
      <div>
        <Button
          variant="default"
          loading={strike.pending}
          onClick={() => strike.run(line.id, reason)}
        >
          Strike it through: it never was
        </Button>
      </div>
    </div>
  );
}

interface FieldsProps {
  id: string;
  zone: string;
  reason: string;
  note: string | null;
  close: () => void;
}

const blank = { value: '', label: 'not known' };

function SessionFields({
  id,
  zone,
  reason,
  session,
  note,
  close,
  materials,
  correct,
}: FieldsProps & {
  session: NonNullable<BookLine['session']>;
  materials: readonly string[];
  correct: CorrectActions['session'];
}) {
  const [start, setStart] = useState(formatLocal(session.start, zone));
  const [run, setRun] = useState(String(session.runS / 60));
  const [material, setMaterial] = useState(session.material ?? '');
  const [process, setProcess] = useState<Process | ''>(session.process ?? '');
  const [air, setAir] = useState(
    session.airAssist === null ? '' : session.airAssist ? 'on' : 'off',
  );
  const [draught, setDraught] = useState<Draught | ''>(session.draught ?? '');
  const [operator, setOperator] = useState(session.operator ?? '');
  const [wrong, setWrong] = useState<string | null>(null);
  const action = useAction(correct, close);

  function submit() {
    const at = parseInstant(start, zone);
    const duration = parseDuration(run);
    if (!at.ok) return setWrong(at.error);
    if (!duration.ok) return setWrong(duration.error);
    setWrong(null);
    // a start left untouched keeps its seconds, which the field does not show
    const kept = start === formatLocal(session.start, zone) ? session.start : at.value;
    action.run(id, reason, {
      start: kept,
      runSeconds: duration.value,
      beamSeconds: session.beamS !== null && session.beamS <= duration.value ? session.beamS : null,
      material: material || null,
      process: process || null,
      airAssist: air === '' ? null : air === 'on',
      draught: draught || null,
      operator: operator.trim() || null,
      note,
    });
  }

  return (
    <>
      <TextInput
        type="datetime-local"
        label="Start"
        value={start}
        onChange={(event) => setStart(event.currentTarget.value)}
      />
      <TextInput
        label="Run, in minutes or h:mm"
        value={run}
        onChange={(event) => setRun(event.currentTarget.value)}
      />
      <NativeSelect
        label="Material"
        data={[blank, ...materials.map((name) => ({ value: name, label: name }))]}
        value={material}
        onChange={(event) => setMaterial(event.currentTarget.value)}
      />
      <NativeSelect
        label="Process"
        data={[blank, ...processes.map((value) => ({ value, label: value }))]}
        value={process}
        onChange={(event) => setProcess(event.currentTarget.value as Process | '')}
      />
      <NativeSelect
        label="Air assist"
        data={[blank, { value: 'on', label: 'on' }, { value: 'off', label: 'off' }]}
        value={air}
        onChange={(event) => setAir(event.currentTarget.value)}
      />
      <NativeSelect
        label="Draught"
        data={[blank, ...draughts.map((value) => ({ value, label: value }))]}
        value={draught}
        onChange={(event) => setDraught(event.currentTarget.value as Draught | '')}
      />
      <TextInput
        label="Operator"
        value={operator}
        onChange={(event) => setOperator(event.currentTarget.value)}
      />
      <ProblemNote problem={wrong ? { field: null, message: wrong } : action.problem} />
      <div>
        <Button loading={action.pending} onClick={submit}>
          Keep the correction
        </Button>
      </div>
    </>
  );
}

function CareFields({
  id,
  zone,
  reason,
  care,
  note: oldNote,
  close,
  correct,
}: FieldsProps & { care: NonNullable<BookLine['care']>; correct: CorrectActions['care'] }) {
  const [at, setAt] = useState(formatLocal(care.at, zone));
  const [result, setResult] = useState<CareResult>(care.result);
  const [finding, setFinding] = useState<Finding | ''>(care.finding ?? '');
  const [minutes, setMinutes] = useState<number | ''>(care.minutes ?? '');
  const [note, setNote] = useState(oldNote ?? '');
  const [wrong, setWrong] = useState<string | null>(null);
  const action = useAction(correct, close);
  const results = careResults.filter((value) => value !== 'looked-fine' || care.lookOnly);
  return (
    <>
      <TextInput
        type="datetime-local"
        label="When"
        value={at}
        onChange={(event) => setAt(event.currentTarget.value)}
      />
      <NativeSelect
        label="Result"
        data={results.map((value) => ({ value, label: value.replace('-', ' ') }))}
        value={result}
        onChange={(event) => setResult(event.currentTarget.value as CareResult)}
      />
      <NativeSelect
        label="Found"
        data={[
          { value: '', label: 'not noted' },
          ...findings.map((value) => ({ value, label: value })),
        ]}
        value={finding}
        onChange={(event) => setFinding(event.currentTarget.value as Finding | '')}
      />
      <NumberInput
        label="Minutes"
        min={0}
        allowDecimal={false}
        value={minutes}
        onChange={(value) => setMinutes(value === '' ? '' : Number(value))}
      />
      <TextInput
        label="Note"
        value={note}
        onChange={(event) => setNote(event.currentTarget.value)}
      />
      <ProblemNote problem={wrong ? { field: null, message: wrong } : action.problem} />
      <div>
        <Button
          loading={action.pending}
          onClick={() => {
            const when = parseInstant(at, zone);
            if (!when.ok) return setWrong(when.error);
            setWrong(null);
            action.run(id, reason, {
              at: at === formatLocal(care.at, zone) ? care.at : when.value,
              result,
              finding: finding || null,
              method: care.method,
              minutes: minutes === '' ? null : minutes,
              note: note.trim() || null,
            });
          }}
        >
          Keep the correction
        </Button>
      </div>
    </>
  );
}
