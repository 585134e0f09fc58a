'use client';

import { Button, CopyButton, TextInput } from '@mantine/core';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { Allowed } from '../shared/frame/Allowed';
import classes from './Schedule.module.css';

/** The plan in other calendars: a private link to subscribe to, and a file. */
export function Feed({ link, renew }: { link: string; renew: () => Promise<Outcome<unknown>> }) {
  const { run, pending, problem } = useAction(renew);
  return (
    <section className="panel" aria-labelledby="feed" style={{ marginTop: 14 }}>
      <h2 id="feed">In your calendar</h2>
      <p className="quiet">
        Whoever has this link sees the clean-downs and nothing else. A calendar that subscribes to
        it follows every change.
      </p>
      <div className={classes.form}>
        <TextInput label="Private link" value={link} readOnly w="min(560px, 100%)" />
        <CopyButton value={link}>
          {({ copied, copy }) => (
            <Button variant="default" onClick={copy}>
              {copied ? 'Copied' : 'Copy'}
            </Button>
          )}
        </CopyButton>
        <a className="go" href="/api/plan/calendar">
          As a file
        </a>
        <Allowed right="set up">
          <Button variant="default" loading={pending} onClick={() => run()}>
            New link; this one stops
          </Button>
        </Allowed>
      </div>
      <ProblemNote problem={problem} />
    </section>
  );
}
