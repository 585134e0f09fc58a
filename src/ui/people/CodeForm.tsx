'use client';

import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../forms/ProblemNote';
import { useAction } from '../forms/use-action';
import classes from './People.module.css';

/** Sets the short code that somebody gives at labels. It is never shown again. */
export function CodeForm({
  has,
  set,
}: {
  has: boolean;
  set: (code: string | null) => Promise<Outcome<unknown>>;
}) {
  const [code, setCode] = useState('');
  const { run, pending, problem } = useAction(set, () => setCode(''));
  return (
    <form
      className={classes.code}
      onSubmit={(event) => {
        event.preventDefault();
        run(code);
      }}
    >
      <TextInput
        label="Code for labels"
        description={has ? 'There is one. A new one takes its place.' : '4 to 8 digits. None yet.'}
        inputMode="numeric"
        autoComplete="off"
        value={code}
        onChange={(event) => setCode(event.currentTarget.value)}
        maw={200}
      />
      <div className={classes.more}>
        <Button type="submit" variant="default" loading={pending} disabled={!code}>
          Keep the code
        </Button>
        {has && (
          <Button variant="default" loading={pending} onClick={() => run(null)}>
            Take it away
          </Button>
        )}
      </div>
      <ProblemNote problem={problem} />
    </form>
  );
}
