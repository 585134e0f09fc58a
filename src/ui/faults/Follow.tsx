'use client';

import { TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Followed } from '../../services/faults/follow';
import type { Ask } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';
import { ago, clockTime, dayDate } from '../shared/marks/when';
import classes from './Follow.module.css';

/** What becomes of a reported fault, for whoever reported it. */
export function Follow({
  followed,
  now,
  zone,
  ask,
}: {
  followed: Followed;
  now: number;
  zone: string;
  ask: Ask<[mail: string]>;
}) {
  const { machine, words, reportedAt, standing, held, restriction, lines, open } = followed;
  return (
    <main className={classes.page}>
      <p className={classes.machine}>{machine}</p>
      <h1>{words}</h1>
      <p className="quiet">reported {ago(reportedAt, now, zone)}</p>
      <p className={classes.standing} data-held={held || undefined}>
        {standing} {held && 'The machine is on hold: do not use it.'}
      </p>
      {restriction && (
        <p className={classes.restriction}>
          <b>Use it only so:</b> {restriction}
        </p>
      )}
      <ol className={classes.lines}>
        {lines.map((line) => (
          <li key={`${line.at} ${line.words}`}>
            <span className="quiet figures">
              {dayDate(line.at, zone, now)} {clockTime(line.at, zone)}
            </span>
            <span>{line.words}</span>
          </li>
        ))}
      </ol>
      {open && <AskForLetter ask={ask} />}
    </main>
  );
}

function AskForLetter({ ask }: { ask: Ask<[mail: string]> }) {
  const [asked, setAsked] = useState(false);
  const form = useSendForm(ask, {
    initial: { mail: '' },
    input: ({ mail }) => mail,
    onDone: () => setAsked(true),
  });
  if (asked) {
    return <p role="status">One letter comes when it is done. Your address is then forgotten.</p>;
  }
  return (
    <SendForm
      of={form}
      button="Tell me"
      buttonProps={{ variant: 'default', disabled: !form.values.mail.trim() }}
    >
      <TextInput
        type="email"
        label="Tell me by mail when it is done"
        description="One letter; then your address is forgotten."
        autoComplete="email"
        {...form.field('mail')}
      />
    </SendForm>
  );
}
