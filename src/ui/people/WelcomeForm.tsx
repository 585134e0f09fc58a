'use client';

import { Autocomplete, Button, PasswordInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './EntryPage.module.css';

type Welcome = (input: {
  name: string;
  password: string;
  shopName: string;
  timezone: string;
  word: string;
}) => Promise<Outcome<unknown>>;

/** First start: the shop's name and zone, the technician's name and password. */
export function WelcomeForm({
  welcome,
  zones,
  shopName,
  timezone,
  asksWord,
}: {
  welcome: Welcome;
  /** whether the word that the server printed is asked for */
  asksWord: boolean;
  zones: string[];
  shopName: string;
  timezone: string;
}) {
  const [input, setInput] = useState({ name: '', password: '', shopName, timezone, word: '' });
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
        error={at('shopName')}
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
      {asksWord && (
        <TextInput
          label="The server's word"
          description="Printed in its terminal when it started: so only its owner opens the book."
          autoComplete="off"
          value={input.word}
          onChange={(event) => set('word')(event.currentTarget.value)}
          error={at('word')}
          required
        />
      )}
      <ProblemNote problem={problem?.field ? null : problem} />
      <Button type="submit" loading={pending}>
        Open the book
      </Button>
    </form>
  );
}
