'use client';

import { Autocomplete, Button, PasswordInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../forms/ProblemNote';
import { useAction } from '../forms/use-action';
import classes from './Door.module.css';

type Welcome = (input: {
  name: string;
  password: string;
  shopName: string;
  timezone: string;
}) => Promise<Outcome<null>>;

/** First start: the shop's name and zone, the technician's name and password. */
export function WelcomeForm({
  welcome,
  zones,
  shopName,
  timezone,
}: {
  welcome: Welcome;
  zones: string[];
  shopName: string;
  timezone: string;
}) {
  const [input, setInput] = useState({ name: '', password: '', shopName, timezone });
  const { run, pending, problem, at } = useAction(welcome);
  const set = (field: keyof typeof input) => (value: string) =>
    setInput((before) => ({ ...before, [field]: value }));
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        run(input);
      }}
    >
      <TextInput
        label="Name of the shop"
        value={input.shopName}
        onChange={(event) => set('shopName')(event.currentTarget.value)}
        required
      />
      <Autocomplete
        label="Time zone of the shop"
        description="Decides what a day is."
        data={zones}
        limit={8}
        value={input.timezone}
        onChange={set('timezone')}
        error={at('timezone')}
        required
      />
      <TextInput
        label="Your name, technician"
        autoComplete="username"
        value={input.name}
        onChange={(event) => set('name')(event.currentTarget.value)}
        error={at('name')}
        required
      />
      <PasswordInput
        label="Your password"
        description="At least 10 characters."
        autoComplete="new-password"
        value={input.password}
        onChange={(event) => set('password')(event.currentTarget.value)}
        error={at('password')}
        required
      />
      <ProblemNote problem={problem?.field ? null : problem} />
      <Button type="submit" loading={pending}>
        Open the book
      </Button>
    </form>
  );
}
