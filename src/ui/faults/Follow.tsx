'use client';

import { Button, Textarea, TextInput } from '@mantine/core';
import { useState } from 'react';
import { v7 } from 'uuid';
import type { Followed, tellMore as tellMoreOf } from '../../services/faults/follow';
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
  tellMore,
  photo,
}: {
  followed: Followed;
  now: number;
  zone: string;
  ask: Ask<[mail: string]>;
  tellMore: Ask<[More]>;
  /** where a picture of the report is, its id to follow */
  photo: string;
}) {
  const { machine, words, reportedAt, standing, held, restriction, lines, open, photos } = followed;
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
      {photos.length > 0 && (
        <div className={classes.photos}>
          {photos.map((id) => (
            // eslint-disable-next-line @next/next/no-img-element -- by its link, small already
            <img key={id} src={photo + id} alt="Photo of the report" loading="lazy" />
          ))}
        </div>
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
      {open && <TellMore held={held} tell={tellMore} />}
      {open && <AskForLetter ask={ask} />}
    </main>
  );
}

type More = Parameters<typeof tellMoreOf>[2];

/** What whoever reported it adds: it got worse, or it was nothing. */
function TellMore({ held, tell }: { held: boolean; tell: Ask<[More]> }) {
  const [what, setWhat] = useState<More['what'] | null>(null);
  const [key, setKey] = useState(() => v7());
  const form = useSendForm(tell, {
    initial: { note: '' },
    input: ({ note }) => ({ what: what!, note: note || null, key }),
    onDone: () => {
      setWhat(null);
      setKey(v7());
    },
    clears: true,
  });
  if (what === null) {
    return (
      <div className={classes.more}>
        <Button variant="default" size="md" onClick={() => setWhat('worse')}>
          It got worse
        </Button>
        <Button variant="default" size="md" onClick={() => setWhat('taken back')}>
          It was nothing
        </Button>
      </div>
    );
  }
  return (
    <SendForm
      of={form}
      button={what === 'worse' ? 'Say that it got worse' : 'Take the report back'}
      beside={
        <Button variant="default" onClick={() => setWhat(null)}>
          Cancel
        </Button>
      }
    >
      <Textarea
        label={what === 'worse' ? 'What is worse?' : 'Why was it nothing?'}
        description={
          what === 'worse'
            ? 'Smoke, flame, sparks or a broken guard: switch it off and report that anew, by the label.'
            : held
              ? 'The machine stays on hold until the technician has looked.'
              : undefined
        }
        {...form.field('note')}
      />
    </SendForm>
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
