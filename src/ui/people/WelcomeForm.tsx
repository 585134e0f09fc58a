'use client';

import { PasswordInput, TextInput } from '@mantine/core';
import { useEffect, useRef } from 'react';
import type { Ask } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { ZoneInput } from '../shared/forms/ZoneInput';
import { useSendForm } from '../shared/forms/use-send-form';

interface Typed {
  name: string;
  password: string;
  shopName: string;
  timezone: string;
  word: string;
}

interface WelcomeFormProps {
  welcome: Ask<[Typed]>;
  /** whether the word that the server printed is asked for */
  asksWord: boolean;
  shopName: string;
  timezone: string;
}

/** First start: the shop's name and zone, the technician's name and password. */
export function WelcomeForm({ welcome, shopName, timezone, asksWord }: WelcomeFormProps) {
  const form = useSendForm(welcome, {
    initial: { name: '', password: '', shopName, timezone, word: '' },
    input: (typed) => ({ ...typed }),
  });
  // the server may stand elsewhere: whoever sits here knows the zone, and sees it before it is kept
  const { set, values } = form;
  const asked = useRef(false);
  useEffect(() => {
    const here = Intl.DateTimeFormat().resolvedOptions().timeZone;
    const known = Intl.supportedValuesOf('timeZone').includes(here);
    if (!asked.current && known && values.timezone === timezone) set({ timezone: here });
    asked.current = true;
  }, [set, timezone, values.timezone]);
  return (
    <SendForm of={form} button="Open the book" buttonProps={{ fullWidth: true }}>
      <TextInput label="Name of the shop" {...form.field('shopName')} />
      <ZoneInput
        label="Time zone of the shop"
        description="That of this browser, unless you choose another. Decides what a day is."
        {...form.field('timezone')}
      />
      <TextInput label="Your name, technician" autoComplete="username" {...form.field('name')} />
      <PasswordInput
        label="Your password"
        description="At least 10 characters."
        autoComplete="new-password"
        {...form.field('password')}
      />
      {asksWord && (
        <TextInput
          label="The server's word"
          description="Printed in its terminal when it started: so only its owner opens the book."
          autoComplete="off"
          {...form.field('word')}
        />
      )}
    </SendForm>
  );
}
