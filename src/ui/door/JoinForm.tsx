'use client';

import { Button, PasswordInput } from '@mantine/core';
import { useState } from 'react';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../forms/ProblemNote';
import { useAction } from '../forms/use-action';
import classes from './Door.module.css';

/** Chooses the password of whoever was invited. */
export function JoinForm({
  name,
  join,
}: {
  name: string;
  join: (password: string) => Promise<Outcome<null>>;
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
