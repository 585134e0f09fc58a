'use client';

import type { callTask, deferTask } from '../../services/care/call-or-defer';
import type { Send } from '../shared/forms/send';
import { TextInput, UnstyledButton } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import { useState } from 'react';
import { shiftHours } from '../../core/care/deferral';
import { SendForm } from '../shared/forms/SendForm';
import { Tiles } from '../shared/forms/Tiles';
import { figure, instantIn, useSendForm } from '../shared/forms/use-send-form';
import { WhenField } from '../shared/forms/WhenField';
import { useDone } from '../shared/frame/Done';
import classes from './Machine.module.css';

export interface JudgeActions {
  defer: Send<typeof deferTask>;
  call: Send<typeof callTask>;
}

interface JudgeProps {
  stationId: string;
  task: { key: string; name: string };
  /** due or past due: there is something to put off */
  due: boolean;
  /** what can burn waits once, for one shift */
  fire: boolean;
  called: boolean;
  zone: string;
  actions: JudgeActions;
}

/** Puts a task off, or calls it due before its limits; both keep their reason. */
export function Judge({ stationId, task, due, fire, called, zone, actions }: JudgeProps) {
  const [open, setOpen] = useState(false);
  if (!due && called) return null;
  return (
    <>
      <UnstyledButton
        td="underline"
        fz={15}
        onClick={() => setOpen(!open)}
        aria-expanded={open}
        aria-label={`${due ? 'Put off' : 'Call it due'}: ${task.name}`}
      >
        {due ? 'Put it off' : 'Call it due'}
      </UnstyledButton>
      {open &&
        (due ? (
          <Defer
            stationId={stationId}
            task={task.key}
            fire={fire}
            zone={zone}
            defer={actions.defer}
            close={() => setOpen(false)}
          />
        ) : (
          <Call
            stationId={stationId}
            task={task.key}
            call={actions.call}
            close={() => setOpen(false)}
          />
        ))}
    </>
  );
}

interface DeferProps {
  stationId: string;
  task: string;
  fire: boolean;
  zone: string;
  defer: JudgeActions['defer'];
  close: () => void;
}

function Defer({ stationId, task, fire, zone, defer, close }: DeferProps) {
  const done = useDone();
  const form = useSendForm(defer, {
    initial: { reason: '', kind: 'date' as 'date' | 'run', at: '', hours: 5 as number | '' },
    input: ({ reason, kind, at, hours }) => ({
      stationId,
      task,
      reason,
      until: fire
        ? { kind: 'date' as const, at: Date.now() + shiftHours * 3_600_000 }
        : kind === 'run'
          ? { kind, hours: figure(hours) }
          : { kind, at: instantIn(zone, at) },
    }),
    onDone: ({ entryId }: { entryId: string }) => {
      close();
      done('Put off.', entryId);
    },
  });
  const { kind } = form.values;
  return (
    <div className={classes.judge}>
      <SendForm
        of={form}
        button={fire ? `Put it off for one shift (${shiftHours} h)` : 'Put it off'}
        buttonProps={{ variant: 'default' }}
      >
        <TextInput label="Why" {...form.field('reason')} />
        {fire ? (
          <p className="quiet">
            What can burn waits once, for one shift at most: each further hour of work adds to it.
          </p>
        ) : (
          <>
            <Tiles<'date' | 'run'>
              legend="Until"
              compact
              tiles={[
                { value: 'date', label: 'a time' },
                { value: 'run', label: 'run hours' },
              ]}
              value={kind}
              onChange={(chosen) => form.set({ kind: chosen ?? 'date' })}
            />
            {kind === 'date' ? (
              <WhenField type="datetime" label="Until" {...form.field('at')} />
            ) : (
              <FigureInput label="More run hours" min={0} maw={160} {...form.field('hours')} />
            )}
          </>
        )}
      </SendForm>
    </div>
  );
}

interface CallProps {
  stationId: string;
  task: string;
  call: JudgeActions['call'];
  close: () => void;
}

function Call({ stationId, task, call, close }: CallProps) {
  const done = useDone();
  const form = useSendForm(call, {
    initial: { sign: '' },
    input: ({ sign }) => ({ stationId, task, sign }),
    onDone: ({ entryId }: { entryId: string }) => {
      close();
      done('Called due.', entryId);
    },
  });
  return (
    <div className={classes.judge}>
      <SendForm of={form} button="Call it due" buttonProps={{ variant: 'default' }}>
        <TextInput
          label="By which sign?"
          placeholder="a haze towards the light, faint lines"
          {...form.field('sign')}
        />
      </SendForm>
    </div>
  );
}
