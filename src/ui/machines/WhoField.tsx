'use client';

import { NativeSelect, PasswordInput, TextInput } from '@mantine/core';
import type { Who } from '../../services/machines/labels';
import type { LabelAsks } from '../../services/shop';

/** Asks who somebody at a label is, as the shop wants it. */
export function WhoField({
  asks,
  names,
  who,
  onChange,
}: {
  asks: LabelAsks;
  names: string[];
  who: Who;
  onChange: (who: Who) => void;
}) {
  switch (asks) {
    case 'nothing':
      return (
        <TextInput
          label="Your name"
          autoComplete="name"
          value={who.name}
          onChange={(event) => onChange({ ...who, name: event.currentTarget.value })}
          maw={320}
        />
      );
    case 'name':
      return (
        <NativeSelect
          label="Your name"
          data={[{ value: '', label: 'choose' }, ...names]}
          value={names.includes(who.name) ? who.name : ''}
          onChange={(event) => onChange({ ...who, name: event.currentTarget.value })}
          maw={320}
        />
      );
    case 'code':
      return (
        <PasswordInput
          label="Your code"
          inputMode="numeric"
          autoComplete="off"
          value={who.code}
          onChange={(event) => onChange({ ...who, code: event.currentTarget.value })}
          maw={320}
        />
      );
  }
}
