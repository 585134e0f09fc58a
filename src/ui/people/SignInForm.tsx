'use client';

import { Button, PasswordInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './EntryPage.module.css';

type SignIn = (input: { name: string; password: string }) => Promise<Outcome<unknown>>;

export function SignInForm({ signIn }: { signIn: SignIn }) {
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const { run, pending, problem } = useAction(signIn);
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        run({ name, password });
      }}
    >
      <TextInput
        label="Name"
        autoComplete="username"
        value={name}
        onChange={(event) => setName(event.currentTarget.value)}
        autoFocus
        required
      />
      <PasswordInput
        label="Password"
        autoComplete="current-password"
        value={password}
        onChange={(event) => setPassword(event.currentTarget.value)}
        required
      />
      <ProblemNote problem={problem} />
      <Button type="submit" loading={pending}>
        Sign in
      </Button>
    </form>
  );
}
