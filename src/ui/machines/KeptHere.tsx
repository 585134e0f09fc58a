'use client';

import { Button } from '@mantine/core';
import classes from './AtMachine.module.css';
import { takeBack, type LabelOutbox } from './label-outbox';
import { useKept } from './use-label-outbox';

/** What this phone keeps to send, and what the server would not take. */
export function KeptHere({
  outbox,
  token,
  machineId,
}: {
  outbox: LabelOutbox;
  /** the label that is open, and its machine: what an older label of it may no longer send goes by this one */
  token: string;
  machineId: string;
}) {
  const list = useKept(outbox);
  const shown = list.filter(({ what }) => what.kind !== 'undo');
  if (shown.length === 0) return <div aria-live="polite" />;
  const waiting = shown.filter(({ refused }) => refused === null).length;
  return (
    <section className={classes.kept} aria-live="polite" aria-label="Kept on this phone">
      {waiting > 0 && (
        <p>
          <b>{waiting} kept on this phone, not sent yet.</b> Sent in order as soon as the server
          answers while this page is open.
        </p>
      )}
      <ul>
        {shown.map(({ key, words, refused, what }) => (
          <li key={key}>
            <span>
              {words}
              {refused && (
                <>
                  <br />
                  <b>Not taken:</b> {refused}
                </>
              )}
            </span>
            <span className={classes.keptButtons}>
              {refused && what.machineId === machineId && (
                <Button
                  variant="default"
                  onClick={() => void outbox.again(key, (before) => ({ ...before, token }))}
                >
                  Send again
                </Button>
              )}
              <Button variant="default" onClick={() => void takeBack(outbox, key)}>
                Remove
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
