'use client';

import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './Faults.module.css';

/** Releases a hold for a stated reason. */
export function ReleaseForm({
  holdId,
  release,
}: {
  holdId: string;
  release: (holdId: string, reason: string) => Promise<Outcome<unknown>>;
}) {
  const [reason, setReason] = useState('');
  const { run, pending, problem } = useAction(release);
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        run(holdId, reason);
      }}
    >
      <TextInput
        label="Release without a proof: why?"
        value={reason}
        onChange={(event) => setReason(event.currentTarget.value)}
      />
      <ProblemNote problem={problem} />
      <div>
        <Button type="submit" variant="default" loading={pending}>
          Release
        </Button>
      </div>
    </form>
  );
}
