'use client';

import type { correctCare } from '../../services/care/care';
import type { correctSession } from '../../services/usage/sessions';
import type { Ask, Send } from '../shared/forms/send';
import { Button, NativeSelect, TextInput, UnstyledButton } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import { useDisclosure } from '@mantine/hooks';
import type { ReactNode } from 'react';
import { careResults, findings, type Finding } from '../../core/care/care';
import { parseDuration } from '../../core/units/duration';
import { formatLocal } from '../../core/units/instant';
import { draughts, processes, type Draught, type Process } from '../../core/usage/soil';
import type { BookLine } from '../../services/audit-log/audit-log';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { SendForm } from '../shared/forms/SendForm';
import { useAction } from '../shared/forms/use-action';
import { instantIn, useSendForm } from '../shared/forms/use-send-form';
import { WhenField } from '../shared/forms/WhenField';
import { Dialog } from '../shared/Dialog';

export interface CorrectActions {
  strike: Ask<[id: string, reason: string]>;
  session: Send<typeof correctSession>;
  care: Send<typeof correctCare>;
}

interface CorrectProps {
  line: BookLine;
  zone: string;
  /** names that can be chosen */
  materials: readonly string[];
  /** machines that can be chosen */
  machines: readonly { value: string; label: string }[];
  actions: CorrectActions;
}

/** Opens the correction of one entry. The old one stays in the book, struck through. */
export function Correct({ line, ...rest }: CorrectProps) {
  const [opened, { open, close }] = useDisclosure(false);
  return (
    <>
      <UnstyledButton td="underline" fz={14} onClick={open} aria-label={`Correct: ${line.what}`}>
        Correct
      </UnstyledButton>
      <Dialog opened={opened} onClose={close} title="Correct this entry" size="lg">
        <p>{line.what}</p>
        {opened && <Fields line={line} {...rest} close={close} />}
      </Dialog>
    </>
  );
}

/** What of the entry can be changed, and striking it altogether. */
function Fields(props: CorrectProps & { close: () => void }) {
  const { line, zone, materials, machines, actions, close } = props;
  const strike = useAction(actions.strike, close);
  const beside = (reason: string) => (
    <Button variant="default" loading={strike.pending} onClick={() => strike.run(line.id, reason)}>
      Strike it through: it never was
    </Button>
  );
  const common = { id: line.id, note: line.note, zone, close, beside };
  return (
    <>
      {line.session ? (
        <SessionFields
          {...common}
          session={line.session}
          materials={materials}
          machines={machines}
          correct={actions.session}
        />
      ) : line.care ? (
        <CareFields {...common} care={line.care} correct={actions.care} />
      ) : (
        <StrikeOnly id={line.id} strike={actions.strike} close={close} />
      )}
      <ProblemNote problem={strike.problem} />
    </>
  );
}

const why = 'Why is it corrected?';

interface StrikeOnlyProps {
  id: string;
  strike: CorrectActions['strike'];
  close: () => void;
}

function StrikeOnly({ id, strike, close }: StrikeOnlyProps) {
  const form = useSendForm((reason: string) => strike(id, reason), {
    initial: { reason: '' },
    input: ({ reason }) => reason,
    onDone: close,
  });
  return (
    <SendForm
      of={form}
      button="Strike it through: it never was"
      buttonProps={{ variant: 'default' }}
    >
      <TextInput label={why} {...form.field('reason')} />
    </SendForm>
  );
}

interface FieldsProps {
  id: string;
  zone: string;
  note: string | null;
  close: () => void;
  /** what stands beside the button, given the reason that was typed */
  beside: (reason: string) => ReactNode;
}

const blank = { value: '', label: 'not known' };
const keep = 'Save the correction';

interface SessionFieldsProps extends FieldsProps {
  session: NonNullable<BookLine['session']>;
  materials: readonly string[];
  machines: CorrectProps['machines'];
  correct: CorrectActions['session'];
}

function SessionFields(props: SessionFieldsProps) {
  const { id, zone, session, note, close, materials, machines, correct, beside } = props;
  const start = formatLocal(session.start, zone);
  const run = String(Math.round(session.runS / 6) / 10);
  const form = useSendForm(correct, {
    initial: {
      reason: '',
      machineId: session.machineId,
      start,
      run,
      material: session.material ?? '',
      process: session.process ?? '',
      air: session.airAssist === null ? '' : session.airAssist ? 'on' : 'off',
      draught: session.draught ?? '',
      operator: session.operator ?? '',
    },
    input: ({ reason, air, process, draught, ...typed }) => {
      const read = parseDuration(typed.run);
      // what is left untouched keeps its seconds, which the fields do not show
      const runSeconds = typed.run === run ? session.runS : read.ok ? read.value : NaN;
      return {
        entryId: id,
        reason,
        change: {
          start: typed.start === start ? session.start : instantIn(zone, typed.start),
          runSeconds,
          beamSeconds: session.beamS !== null && session.beamS <= runSeconds ? session.beamS : null,
          material: typed.material,
          process: (process || null) as Process | null,
          airAssist: air === '' ? null : air === 'on',
          draught: (draught || null) as Draught | null,
          operator: typed.operator,
          machineId: typed.machineId,
          note,
        },
      };
    },
    onDone: close,
  });
  return (
    <SendForm of={form} button={keep} beside={beside(form.values.reason)}>
      <TextInput label={why} {...form.field('reason')} />
      <NativeSelect label="Machine" data={[...machines]} {...form.field('machineId')} />
      <WhenField type="datetime" label="Start" {...form.field('start')} />
      <TextInput label="Run, in minutes or h:mm" {...form.field('run')} />
      <NativeSelect label="Material" data={[blank, ...materials]} {...form.field('material')} />
      <NativeSelect label="Process" data={[blank, ...processes]} {...form.field('process')} />
      <NativeSelect label="Air assist" data={[blank, 'on', 'off']} {...form.field('air')} />
      <NativeSelect label="Draught" data={[blank, ...draughts]} {...form.field('draught')} />
      <TextInput label="Operator" {...form.field('operator')} />
    </SendForm>
  );
}

interface CareFieldsProps extends FieldsProps {
  care: NonNullable<BookLine['care']>;
  correct: CorrectActions['care'];
}

function CareFields({ id, zone, care, note, close, correct, beside }: CareFieldsProps) {
  const at = formatLocal(care.at, zone);
  const form = useSendForm(correct, {
    initial: {
      reason: '',
      at,
      result: care.result,
      finding: care.finding ?? '',
      minutes: care.minutes ?? ('' as number | ''),
      note: note ?? '',
    },
    input: ({ reason, finding, minutes, ...typed }) => ({
      entryId: id,
      reason,
      change: {
        ...typed,
        at: typed.at === at ? care.at : instantIn(zone, typed.at),
        finding: (finding || null) as Finding | null,
        method: care.method,
        minutes: minutes === '' ? null : minutes,
      },
    }),
    onDone: close,
  });
  const results = careResults.filter((value) => value !== 'looked-fine' || care.lookOnly);
  return (
    <SendForm of={form} button={keep} beside={beside(form.values.reason)}>
      <TextInput label={why} {...form.field('reason')} />
      <WhenField type="datetime" label="When" {...form.field('at')} />
      <NativeSelect
        label="Result"
        data={results.map((value) => ({ value, label: value.replace('-', ' ') }))}
        {...form.field('result')}
      />
      <NativeSelect
        label="Found"
        data={[{ value: '', label: 'not noted' }, ...findings]}
        {...form.field('finding')}
      />
      <FigureInput label="Minutes" min={0} allowDecimal={false} {...form.field('minutes')} />
      <TextInput label="Note" {...form.field('note')} />
    </SendForm>
  );
}
