'use client';

import { Autocomplete, Button, NumberInput, TextInput } from '@mantine/core';
import { useState, type ReactNode } from 'react';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './Setup.module.css';

type Setting = 'name' | 'timezone' | 'stop-instruction' | 'strength-floor';

/** The shop's name, time zone, its word for an emergency and its floor of strength. */
export function ShopForm({
  name,
  timezone,
  stop,
  floor,
  zones,
  change,
}: {
  name: string;
  timezone: string;
  /** what to do first when there is fire, sparks or a broken guard */
  stop: string;
  /** percent of the baseline under which a machine returns only with a restriction */
  floor: number;
  zones: string[];
  change: (name: Setting, value: string) => Promise<Outcome<string>>;
}) {
  const [input, setInput] = useState({ name, timezone, stop, floor });
  const [kept, setKept] = useState('');
  const { run, pending, problem } = useAction(change, (value: string) => setKept(`Kept: ${value}`));
  const row = (setting: Setting, value: string, field: ReactNode) => (
    <form
      className={classes.row}
      onSubmit={(event) => {
        event.preventDefault();
        run(setting, value);
      }}
    >
      {field}
      <Button type="submit" variant="default" loading={pending}>
        Keep
      </Button>
    </form>
  );
  return (
    <div className={classes.form}>
      {row(
        'name',
        input.name,
        <TextInput
          label="Name of the shop"
          value={input.name}
          onChange={(event) => setInput({ ...input, name: event.currentTarget.value })}
        />,
      )}
      {row(
        'timezone',
        input.timezone,
        <Autocomplete
          label="Time zone"
          description="Decides what a day is. A change counts all days anew."
          data={zones}
          limit={8}
          value={input.timezone}
          onChange={(value) => setInput({ ...input, timezone: value })}
        />,
      )}
      {row(
        'stop-instruction',
        input.stop,
        <TextInput
          label="Fire, sparks, broken guard"
          description="What to do first here. Stands on every label and after such a report."
          value={input.stop}
          onChange={(event) => setInput({ ...input, stop: event.currentTarget.value })}
        />,
      )}
      {row(
        'strength-floor',
        String(input.floor),
        <NumberInput
          label="Floor of strength, % of the baseline"
          description="Under it a repaired machine returns only with a restriction."
          min={10}
          max={100}
          value={input.floor}
          onChange={(value) => setInput({ ...input, floor: Number(value) })}
        />,
      )}
      <ProblemNote problem={problem} />
      <div role="status">{kept}</div>
    </div>
  );
}
