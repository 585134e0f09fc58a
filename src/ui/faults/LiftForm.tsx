'use client';

import { TextInput } from '@mantine/core';
import type { liftRestriction } from '../../services/faults/return';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';

/** Lifts a restriction, saying what changed. */
export function LiftForm({ id, lift }: { id: string; lift: Send<typeof liftRestriction> }) {
  const form = useSendForm(lift, {
    initial: { how: '' },
    input: ({ how }) => ({ restrictionId: id, how }),
  });
  return (
    <details>
      <summary>Lift it</summary>
      <SendForm of={form} button="Lift the restriction" buttonProps={{ variant: 'default' }}>
        <TextInput label="What changed, that it may do everything again?" {...form.field('how')} />
      </SendForm>
    </details>
  );
}
