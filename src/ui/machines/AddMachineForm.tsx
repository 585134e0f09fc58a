'use client';

import { Button, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { Tiles } from '../shared/forms/Tiles';
import { useAction } from '../shared/forms/use-action';
import classes from './Machine.module.css';

type Add = (input: { nickname: string; family: string }) => Promise<Outcome<{ id: string }>>;

export function AddMachineForm({
  families,
  add,
}: {
  families: { id: string; name: string; mark: string }[];
  add: Add;
}) {
  const router = useRouter();
  const [nickname, setNickname] = useState('');
  const [family, setFamily] = useState<string | null>(null);
  const { run, pending, problem, at } = useAction(add, ({ id }: { id: string }) =>
    router.push(`/machines/${id}`),
  );
  return (
    <form
      className={classes.manage}
      onSubmit={(event) => {
        event.preventDefault();
        run({ nickname, family: family ?? '' });
      }}
    >
      <TextInput
        label="Nickname"
        description="What the shop calls it."
        value={nickname}
        onChange={(event) => setNickname(event.currentTarget.value)}
        error={at('nickname')}
        maw={360}
        autoFocus
      />
      <Tiles
        legend="Family"
        tiles={families.map(({ id, name, mark }) => ({ value: id, label: name, hint: mark }))}
        value={family}
        onChange={setFamily}
      />
      <ProblemNote problem={problem?.field === 'nickname' ? null : problem} />
      <div>
        <Button type="submit" loading={pending} disabled={!family}>
          Add the machine
        </Button>
      </div>
    </form>
  );
}
