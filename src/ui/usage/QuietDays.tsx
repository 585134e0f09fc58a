'use client';

import type { noteQuietDay } from '../../services/usage/meters';
import type { Send } from '../shared/forms/send';
import { UnstyledButton } from '@mantine/core';
import { useAction } from '../shared/forms/use-action';

interface QuietDaysProps {
  machine: { id: string; nickname: string };
  /** shop-local days with their names */
  days: { day: number; name: string }[];
  stoodStill: Send<typeof noteQuietDay>;
}

/** Days on which use was to be expected and none is logged: asked once, in a quiet voice. */
export function QuietDays({ machine, days, stoodStill }: QuietDaysProps) {
  const { run, pending } = useAction(stoodStill);
  const [next] = days;
  if (!next) return null;
  return (
    <p className="quiet">
      Nothing is logged for {next.name}, when {machine.nickname} usually runs.{' '}
      <UnstyledButton
        td="underline"
        disabled={pending}
        onClick={() => run({ machineId: machine.id, day: next.day })}
      >
        It stood still
      </UnstyledButton>{' '}
      or{' '}
      <a className="line" href={`/log?machine=${machine.id}`}>
        log its hours
      </a>
      .
    </p>
  );
}
