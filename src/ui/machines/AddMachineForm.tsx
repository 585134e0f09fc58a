'use client';

import { TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import type { addMachine } from '../../services/machines/machines';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { Tiles } from '../shared/forms/Tiles';
import { useSendForm } from '../shared/forms/use-send-form';

interface AddMachineFormProps {
  families: { id: string; name: string; mark: string }[];
  add: Send<typeof addMachine>;
}

export function AddMachineForm({ families, add }: AddMachineFormProps) {
  const router = useRouter();
  const form = useSendForm(add, {
    initial: { nickname: '', family: null as string | null },
    input: ({ nickname, family }) => ({ nickname, family: family ?? '' }),
    onDone: ({ id }: { id: string }) => router.push(`/machines/${id}`),
  });
  return (
    <SendForm of={form} button="Add the machine" buttonProps={{ disabled: !form.values.family }}>
      <TextInput
        label="Nickname"
        description="What the shop calls it."
        maw={360}
        autoFocus
        {...form.field('nickname')}
      />
      <Tiles
        legend="Family"
        tiles={families.map(({ id, name, mark }) => ({ value: id, label: name, hint: mark }))}
        value={form.values.family}
        onChange={(family) => form.set({ family })}
      />
    </SendForm>
  );
}
