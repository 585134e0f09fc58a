'use client';

import { TextInput } from '@mantine/core';
import type { releaseEarly } from '../../services/faults/return';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';

interface ReleaseFormProps {
  holdId: string;
  release: Send<typeof releaseEarly>;
}

/** Releases a hold for a stated reason. */
export function ReleaseForm({ holdId, release }: ReleaseFormProps) {
  const form = useSendForm(release, {
    initial: { reason: '' },
    input: ({ reason }) => ({ holdId, reason }),
  });
  return (
    <SendForm of={form} button="Release" buttonProps={{ variant: 'default' }}>
      <TextInput label="Release without a proof: why?" {...form.field('reason')} />
    </SendForm>
  );
}
