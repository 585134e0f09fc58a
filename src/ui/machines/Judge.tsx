'use client';

import { Button, NumberInput, TextInput, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { shiftHours, type DeferUntil } from '../../core/care/deferral';
import { parseInstant } from '../../core/units/instant';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { Tiles } from '../shared/forms/Tiles';
import { useAction } from '../shared/forms/use-action';
import classes from './Machine.module.css';

export interface JudgeActions {
  defer: (input: {
    stationId: string;
    task: string;
    reason: string;
    until: DeferUntil;
  }) => Promise<Outcome<unknown>>;
  call: (
    input: { stationId: string; task: string; sign: string },
    faultId: string | null,
  ) => Promise<Outcome<unknown>>;
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

function Defer({
  stationId,
  task,
  fire,
  zone,
  defer,
  close,
}: {
  stationId: string;
  task: string;
  fire: boolean;
  zone: string;
  defer: JudgeActions['defer'];
  close: () => void;
}) {
  const [kind, setKind] = useState<'date' | 'run'>('date');
  const [date, setDate] = useState('');
  const [hours, setHours] = useState<number | string>(5);
  const [reason, setReason] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const { run, pending, problem } = useAction(defer, close);

  function submit(until: DeferUntil | null) {
    if (until) {
      setWrong(null);
      return run({ stationId, task, reason, until });
    }
    const at = parseInstant(date, zone);
    if (!at.ok) return setWrong('Give until when.');
    setWrong(null);
    run({ stationId, task, reason, until: { kind: 'date', at: at.value } });
  }

  return (
    <div className={classes.judge}>
      <TextInput
        label="Why"
        value={reason}
        onChange={(event) => setReason(event.currentTarget.value)}
        required
      />
      {fire ? (
        <>
          <p className="quiet">
            What can burn waits once, for one shift at most: each further hour of work adds to it.
          </p>
          <Button
            variant="default"
            loading={pending}
            onClick={() => submit({ kind: 'date', at: Date.now() + shiftHours * 3_600_000 })}
          >
            Put it off for one shift ({shiftHours} h)
          </Button>
        </>
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
            onChange={(value) => setKind(value ?? 'date')}
          />
          {kind === 'date' ? (
            <TextInput
              type="datetime-local"
              label="Until"
              value={date}
              onChange={(event) => setDate(event.currentTarget.value)}
            />
          ) : (
            <NumberInput
              label="More run hours"
              value={hours}
              min={0}
              onChange={setHours}
              maw={160}
            />
          )}
          <Button
            variant="default"
            loading={pending}
            onClick={() => submit(kind === 'run' ? { kind: 'run', hours: Number(hours) } : null)}
          >
            Put it off
          </Button>
        </>
      )}
      <ProblemNote problem={wrong ? { field: null, message: wrong } : problem} />
    </div>
  );
}

function Call({
  stationId,
  task,
  call,
  close,
}: {
  stationId: string;
  task: string;
  call: JudgeActions['call'];
  close: () => void;
}) {
  const [sign, setSign] = useState('');
  const { run, pending, problem } = useAction(call, close);
  return (
    <div className={classes.judge}>
      <TextInput
        label="By which sign?"
        placeholder="a haze towards the light, faint lines"
        value={sign}
        onChange={(event) => setSign(event.currentTarget.value)}
        required
      />
      <Button
        variant="default"
        loading={pending}
        onClick={() => run({ stationId, task, sign }, null)}
      >
        Call it due
      </Button>
      <ProblemNote problem={problem} />
    </div>
  );
}
