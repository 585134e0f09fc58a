'use client';

import { Button, PasswordInput } from '@mantine/core';
import { useState } from 'react';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './EntryPage.module.css';

/** Chooses the password of whoever was invited. */
export function JoinForm({
  name,
  join,
}: {
  name: string;
  join: (password: string) => Promise<Outcome<unknown>>;
}) {
  const [password, setPassword] = useState('');
  const { run, pending, problem, at } = useAction(join);
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        run(password);
      }}
    >
      <input type="hidden" autoComplete="username" value={name} readOnly />
      <PasswordInput
        label="Your password"
        description="At least 10 characters."
        autoComplete="new-password"
        value={password}
        onChange={(event) => setPassword(event.currentTarget.value)}
        error={at('password')}
        required
      />
      <ProblemNote problem={problem?.field ? null : problem} />
      <Button type="submit" loading={pending}>
        Come in
      </Button>
    </form>
  );
}
