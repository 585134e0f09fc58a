'use client';

import { Checkbox, NativeSelect, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { findings, type Finding } from '../../core/care/care';
import type { recordDone } from '../../services/care/done-already';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { Tiles } from '../shared/forms/Tiles';
import { instantIn, useSendForm } from '../shared/forms/use-send-form';
import { WhenField } from '../shared/forms/WhenField';
import { useDone } from '../shared/frame/Done';
import classes from './Machine.module.css';

/** A task of the machine that may have been done with it. */
export interface OtherTask {
  stationId: string;
  task: string;
  station: string;
  name: string;
}

interface DoneAlreadyProps {
  machineId: string;
  task: OtherTask;
  /** every task of the machine */
  others: readonly OtherTask[];
  /** who may have done it; whoever writes it down comes first */
  people: readonly string[];
  zone: string;
  record: Send<typeof recordDone>;
}

const keyOf = ({ stationId, task }: OtherTask) => `${stationId} ${task}`;

/** A care that was done without a sheet: a press opens it with now and oneself, another records it. */
export function DoneAlready(props: DoneAlreadyProps) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <UnstyledButton
        td="underline"
        fz={15}
        mr={16}
        onClick={() => setOpen(!open)}
        aria-expanded={open}
        aria-label={`Done already: ${props.task.name}`}
      >
        Done already
      </UnstyledButton>
      {open && <DoneForm {...props} close={() => setOpen(false)} />}
    </>
  );
}

function DoneForm({
  machineId,
  task,
  others,
  people,
  zone,
  record,
  close,
}: DoneAlreadyProps & { close: () => void }) {
  const done = useDone();
  const [key] = useState(() => crypto.randomUUID());
  const form = useSendForm(record, {
    initial: {
      at: '',
      finding: null as Finding | null,
      by: people[0] ?? '',
      with: [] as string[],
    },
    input: ({ at, finding, by, with: more }) => ({
      machineId,
      tasks: [task, ...others.filter((one) => more.includes(keyOf(one)))].map((one) => ({
        stationId: one.stationId,
        task: one.task,
      })),
      at: at ? instantIn(zone, at) : Date.now(),
      finding,
      by,
      key,
    }),
    onDone: ({ entryIds, faultId }: { entryIds: string[]; faultId: string | null }) => {
      close();
      done(
        `${entryIds.length === 1 ? 'Recorded' : `${entryIds.length} tasks recorded`}.${faultId ? ' A fault was opened for the damage.' : ''}`,
        faultId ? [] : entryIds,
      );
    },
  });
  const same = others.filter((one) => one.stationId === task.stationId && one.task !== task.task);
  const elsewhere = others.filter((one) => one.stationId !== task.stationId);
  const toggle = (one: OtherTask) => (
    <Checkbox
      key={keyOf(one)}
      label={
        one.stationId === task.stationId ? one.name : `${one.station}: ${one.name.toLowerCase()}`
      }
      checked={form.values.with.includes(keyOf(one))}
      onChange={(event) =>
        form.set({
          with: event.currentTarget.checked
            ? [...form.values.with, keyOf(one)]
            : form.values.with.filter((each) => each !== keyOf(one)),
        })
      }
    />
  );
  return (
    <div className={classes.judge}>
      <SendForm of={form} button="Record it">
        <WhenField
          type="datetime"
          label="When"
          description="Empty: just now"
          {...form.field('at')}
        />
        <Tiles
          legend="Found how, before"
          compact
          clearable
          tiles={findings.map((finding) => ({ value: finding, label: finding }))}
          value={form.values.finding}
          onChange={(finding) => form.set({ finding })}
        />
        <NativeSelect label="By whom" maw={280} data={[...people]} {...form.field('by')} />
        {same.map(toggle)}
        {elsewhere.length > 0 && (
          <details>
            <summary>Others done at the same time</summary>
            <div className={classes.others}>{elsewhere.map(toggle)}</div>
          </details>
        )}
      </SendForm>
    </div>
  );
}
