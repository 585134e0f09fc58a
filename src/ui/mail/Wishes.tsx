'use client';

import { Checkbox, TextInput } from '@mantine/core';
import type { changeMailWishes, MailWishes } from '../../services/mail/letters';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';

const kinds = [
  ['stops', 'At once, when somebody reports danger'],
  ['reports', 'At once, for every report'],
  ['digest', 'Each morning, what stands: held, broken, due, short'],
] as const;

interface WishesProps {
  wishes: MailWishes;
  change: Send<typeof changeMailWishes>;
}

/** What one is mailed. Nothing, unless it is chosen here. */
export function Wishes({ wishes, change }: WishesProps) {
  const form = useSendForm(change, {
    initial: { ...wishes, mail: wishes.mail ?? '' },
    input: (typed) => typed,
    said: 'Saved.',
  });
  return (
    <section className="panel" aria-labelledby="wishes">
      <h2 id="wishes">Mail to you</h2>
      <SendForm of={form} button="Save" buttonProps={{ variant: 'default' }}>
        <TextInput label="Address" type="email" autoComplete="email" {...form.field('mail')} />
        {kinds.map(([kind, label]) => (
          <Checkbox key={kind} label={label} {...form.field(kind, 'checkbox')} />
        ))}
      </SendForm>
    </section>
  );
}
