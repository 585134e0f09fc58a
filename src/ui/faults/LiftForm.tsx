'use client';

import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './Faults.module.css';

/** Lifts a restriction, saying what changed. */
export function LiftForm({
  id,
  lift,
}: {
  id: string;
  lift: (id: string, how: string) => Promise<Outcome<unknown>>;
}) {
  const [how, setHow] = useState('');
  const { run, pending, problem } = useAction(lift);
  return (
    <details>
      <summary>Lift it</summary>
      <form
        className={classes.form}
        onSubmit={(event) => {
          event.preventDefault();
          run(id, how);
        }}
      >
        <TextInput
          label="What changed, that it may do everything again?"
          value={how}
          onChange={(event) => setHow(event.currentTarget.value)}
        />
        <ProblemNote problem={problem} />
        <div>
          <Button type="submit" variant="default" loading={pending}>
            Lift the restriction
          </Button>
        </div>
      </form>
    </details>
  );
}
