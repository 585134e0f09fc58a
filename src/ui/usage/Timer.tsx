'use client';

import classes from './Log.module.css';
import { Button, UnstyledButton } from '@mantine/core';
import { useInterval } from '@mantine/hooks';
import { useState } from 'react';

export function Timer({
  since,
  pending,
  onLog,
  onDrop,
}: {
  since: number;
  pending: boolean;
  onLog: () => void;
  onDrop: () => void;
}) {
  const [now, setNow] = useState(since);
  useInterval(() => setNow(Date.now()), 1000, { autoInvoke: true });
  const seconds = Math.max(0, Math.round((now - since) / 1000));
  const clock = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60]
    .map((part) => String(part).padStart(2, '0'))
    .join(':');
  return (
    <div className={classes.timer}>
      <span role="timer" className={classes.clock}>
        {clock}
      </span>
      <Button size="lg" onClick={onLog} loading={pending}>
        Stop and log
      </Button>
      <UnstyledButton td="underline" onClick={onDrop}>
        Drop the timer
      </UnstyledButton>
    </div>
  );
}
