'use client';

import { Button, Checkbox, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { MailWishes } from '../../services/mail/letters';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './Mail.module.css';

const kinds = [
  ['stops', 'At once, when somebody reports danger'],
  ['reports', 'At once, for every report'],
  ['digest', 'Each morning, what stands: held, broken, due, short'],
] as const;

/** What one is mailed. Nothing, unless it is chosen here. */
export function Wishes({
  wishes,
  change,
}: {
  wishes: MailWishes;
  change: (input: MailWishes) => Promise<Outcome<unknown>>;
}) {
  const [input, setInput] = useState(wishes);
  const [kept, setKept] = useState(false);
  const { run, pending, problem, at } = useAction(change, () => setKept(true));
  return (
    <section className="panel" aria-labelledby="wishes">
      <h2 id="wishes">Mail to you</h2>
      <form
        className={classes.wishes}
        onSubmit={(event) => {
          event.preventDefault();
          setKept(false);
          run({ ...input, mail: input.mail ?? '' });
        }}
      >
        <TextInput
          label="Address"
          type="email"
          autoComplete="email"
          value={input.mail ?? ''}
          onChange={(event) => setInput({ ...input, mail: event.currentTarget.value })}
          error={at('mail')}
        />
        {kinds.map(([kind, label]) => (
          <Checkbox
            key={kind}
            label={label}
            checked={input[kind]}
            onChange={(event) => setInput({ ...input, [kind]: event.currentTarget.checked })}
          />
        ))}
        <ProblemNote problem={problem?.field ? null : problem} />
        <div className={classes.buttons}>
          <Button type="submit" variant="default" loading={pending}>
            Keep
          </Button>
          <span role="status">{kept && 'Kept.'}</span>
        </div>
      </form>
    </section>
  );
}
