'use client';

import type { addOwnTask, CarePlanCopied, copyCarePlan } from '../../services/care/care-plans';
import type { Send } from '../shared/forms/send';
import { Checkbox, Group, MultiSelect, NativeSelect, TextInput, Textarea } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import { openings } from '../../catalogue/openings';
import type { ProofId } from '../../catalogue/schema';
import { writtenProofs } from '../../catalogue/steps/checks';
import type { CareGroup, Limit } from '../../core/care/care';
import { criticalities, type Criticality } from '../../core/care/danger';
import { depths, type Depth } from '../../core/care/depth';
import { soilGroups } from '../../core/usage/soil';
import { SendForm } from '../shared/forms/SendForm';
import { figure, useSendForm } from '../shared/forms/use-send-form';
import { LimitFields } from './CarePlanTasks';

const linesOf = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);

interface OwnTaskProps {
  stations: { id: string; name: string }[];
  add: Send<typeof addOwnTask>;
}

/** A task of the shop's own. */
export function OwnTask({ stations, add }: OwnTaskProps) {
  const form = useSendForm(add, {
    guarded: true,
    initial: {
      stationId: stations[0]?.id ?? '',
      name: '',
      depth: 'inspect' as Depth,
      group: 'air' as CareGroup,
      criticality: 'housekeeping' as Criticality,
      limits: [{ kind: 'days', value: 30 }] as Limit[],
      minutes: 5 as number | '',
      opening: 'lid-only',
      steps: '',
      waitMinutes: 0 as number | '',
      wait: '',
      finishing: '',
      finishMinutes: 0 as number | '',
      stop: '',
      tools: '',
      proofs: [] as ProofId[],
      dusty: false,
      glass: false,
    },
    input: ({ minutes, waitMinutes, finishMinutes, steps, finishing, tools, ...typed }) => ({
      ...typed,
      minutes: figure(minutes),
      waitMinutes: figure(waitMinutes),
      finishMinutes: figure(finishMinutes),
      steps: linesOf(steps),
      finishing: linesOf(finishing),
      tools: linesOf(tools.replaceAll(',', '\n')),
    }),
    onDone: () => form.set({ name: '', steps: '', finishing: '', stop: '' }),
    said: 'Added.',
  });
  return (
    <details className="panel">
      <summary>Add a task of your own</summary>
      <SendForm of={form} button="Add the task">
        <Group align="flex-start">
          <NativeSelect
            label="At which station"
            data={stations.map(({ id, name: label }) => ({ value: id, label }))}
            {...form.field('stationId')}
          />
          <TextInput
            label="What is done"
            placeholder="Empty the condensate cup"
            miw={260}
            {...form.field('name')}
          />
        </Group>
        <Group align="flex-start">
          <NativeSelect label="How deep" data={[...depths]} {...form.field('depth')} />
          <NativeSelect
            label="Counts the soil of"
            data={[...soilGroups, 'coolant']}
            {...form.field('group')}
          />
          <NativeSelect
            label="If neglected"
            data={[...criticalities]}
            {...form.field('criticality')}
          />
          <FigureInput label="Minutes" min={1} maw={110} {...form.field('minutes')} />
        </Group>
        <LimitFields limits={form.values.limits} onChange={(limits) => form.set({ limits })} />
        <Textarea
          label="How it is done, a step a line"
          placeholder="left out: its name is the step"
          autosize
          minRows={2}
          {...form.field('steps')}
        />
        <Group align="flex-start">
          <NativeSelect
            label="What must be open"
            data={openings.map(({ id, name: label }) => ({ value: id, label }))}
            {...form.field('opening')}
          />
          <FigureInput
            label="Then it waits, minutes"
            min={0}
            maw={170}
            {...form.field('waitMinutes')}
          />
          <TextInput label="It …" placeholder="soaks" maw={130} {...form.field('wait')} />
          <FigureInput
            label="Its end, minutes"
            min={0}
            maw={150}
            {...form.field('finishMinutes')}
          />
        </Group>
        <Textarea
          label="After the wait, a step a line"
          autosize
          minRows={1}
          {...form.field('finishing')}
        />
        <TextInput label="It is enough when" {...form.field('stop')} />
        <TextInput
          label="What lies ready, with commas between"
          placeholder="microfibre, distilled water"
          {...form.field('tools')}
        />
        <MultiSelect
          label="Proved by"
          data={writtenProofs.map(({ id, name: label }) => ({ value: id, label }))}
          {...form.field('proofs')}
        />
        <Group>
          <Checkbox label="It raises dust: before any glass" {...form.field('dusty', 'checkbox')} />
          <Checkbox label="It is glass: after all dust" {...form.field('glass', 'checkbox')} />
        </Group>
      </SendForm>
    </details>
  );
}

interface CopyCarePlanProps {
  machineId: string;
  machines: { id: string; nickname: string }[];
  copy: Send<typeof copyCarePlan>;
}

function copiedWords({ changes, left }: CarePlanCopied): string {
  const copied =
    changes === 0
      ? 'Nothing differs.'
      : `${changes} ${changes === 1 ? 'change' : 'changes'} copied.`;
  return left.length > 0 ? `${copied} It has no ${left.join(', ')}.` : copied;
}

/** Copies this plan to another machine. */
export function CopyCarePlan({ machineId, machines, copy }: CopyCarePlanProps) {
  const form = useSendForm(copy, {
    initial: { toId: machines[0]?.id ?? '' },
    input: ({ toId }) => ({ fromId: machineId, toId }),
    said: copiedWords,
  });
  if (machines.length === 0) return null;
  return (
    <details className="panel">
      <summary>Copy this plan to another machine</summary>
      <p className="quiet">
        School, own limits and own tasks go over, by station. Limits the other machine has and this
        one has not stay.
      </p>
      <SendForm of={form} button="Copy" buttonProps={{ variant: 'default' }} row>
        <NativeSelect
          label="To"
          data={machines.map(({ id, nickname }) => ({ value: id, label: nickname }))}
          {...form.field('toId')}
        />
      </SendForm>
    </details>
  );
}
