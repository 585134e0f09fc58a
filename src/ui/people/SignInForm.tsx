'use client';

import { PasswordInput, TextInput } from '@mantine/core';
import type { Ask } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';

export function SignInForm({ signIn }: { signIn: Ask<[{ name: string; password: string }]> }) {
  const form = useSendForm(signIn, {
    initial: { name: '', password: '' },
    input: (typed) => typed,
  });
  return (
    <SendForm of={form} button="Sign in" buttonProps={{ fullWidth: true }}>
      <TextInput label="Name" autoComplete="username" autoFocus {...form.field('name')} />
      <PasswordInput label="Password" autoComplete="current-password" {...form.field('password')} />
    </SendForm>
  );
}
