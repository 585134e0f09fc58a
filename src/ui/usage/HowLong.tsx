'use client';

import { TextInput, UnstyledButton } from '@mantine/core';
import type { ReactNode } from 'react';
import { formatDuration } from '../../core/units/duration';
import { formatLocal } from '../../core/units/instant';
import { Tiles } from '../shared/forms/Tiles';
import { WhenField } from '../shared/forms/WhenField';
import classes from './Log.module.css';

/** A session by its start and its stop, in the shop's own time. */
export interface Times {
  start: string;
  stop: string;
}

interface StartAndStopProps {
  times: Times;
  onChange: (times: Times | null) => void;
}

export function StartAndStop({ times, onChange }: StartAndStopProps) {
  return (
    <div className={classes.times}>
      <WhenField
        type="datetime"
        label="Start"
        value={times.start}
        onChange={(start) => onChange({ ...times, start })}
      />
      <WhenField
        type="datetime"
        label="Stop"
        value={times.stop}
        onChange={(stop) => onChange({ ...times, stop })}
      />
      <UnstyledButton td="underline" onClick={() => onChange(null)}>
        Give a duration instead
      </UnstyledButton>
    </div>
  );
}

const durations = [10, 20, 30, 45, 60, 90, 120, 180];

interface HowLongProps {
  /** one of the usual lengths */
  minutes: string | null;
  /** another, as it was typed */
  typed: string;
  /** `null`: just now */
  endedAt: string | null;
  zone: string;
  /** asks what was meant, where what was typed can be read in two ways */
  meaning: ReactNode;
  onMinutes: (minutes: string | null) => void;
  onTyped: (typed: string) => void;
  onEndedAt: (endedAt: string) => void;
  onTimes: (times: Times) => void;
  onTimer: () => void;
}

/** How long it ran and when it ended; or by its times, or by a timer. */
export function HowLong({
  minutes,
  typed,
  endedAt,
  zone,
  meaning,
  onMinutes,
  onTyped,
  onEndedAt,
  onTimes,
  onTimer,
}: HowLongProps) {
  return (
    <div>
      <Tiles
        legend="How long did it run?"
        compact
        tiles={durations.map((value) => ({
          value: String(value),
          label: formatDuration(value * 60),
        }))}
        value={minutes}
        onChange={onMinutes}
      />
      {meaning}
      <div className={classes.other}>
        <TextInput
          data-begin
          aria-label="Other duration, in minutes or h:mm"
          placeholder="other: 25 or 1:10"
          inputMode="numeric"
          value={typed}
          onChange={(event) => onTyped(event.currentTarget.value)}
        />
        {endedAt !== null && (
          <WhenField type="datetime" label="It ended at" value={endedAt} onChange={onEndedAt} />
        )}
        <span className={classes.links}>
          {endedAt === null && (
            <UnstyledButton td="underline" onClick={() => onEndedAt(formatLocal(Date.now(), zone))}>
              It ended earlier
            </UnstyledButton>
          )}
          <UnstyledButton
            td="underline"
            onClick={() => {
              const now = formatLocal(Date.now(), zone);
              onTimes({ start: now, stop: now });
            }}
          >
            Start and stop
          </UnstyledButton>
          <UnstyledButton td="underline" onClick={onTimer}>
            Start a timer
          </UnstyledButton>
        </span>
      </div>
    </div>
  );
}
