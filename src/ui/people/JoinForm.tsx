'use client';

import { PasswordInput } from '@mantine/core';
import type { Ask } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';

interface JoinFormProps {
  name: string;
  join: Ask<[password: string]>;
}

/** Chooses the password of whoever was invited. */
export function JoinForm({ name, join }: JoinFormProps) {
  const form = useSendForm(join, {
    initial: { password: '' },
    input: ({ password }) => password,
  });
  return (
    <SendForm of={form} button="Save and come in" buttonProps={{ fullWidth: true }}>
      <input type="hidden" autoComplete="username" value={name} readOnly />
      <PasswordInput
        label="Your password"
        description="At least 10 characters."
        autoComplete="new-password"
        {...form.field('password')}
      />
    </SendForm>
  );
}
