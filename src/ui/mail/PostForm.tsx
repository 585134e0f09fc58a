'use client';

import { Button, Checkbox, PasswordInput, TextInput } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import { useState } from 'react';
import type { changePost, Post } from '../../services/mail/letters';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Ask, Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useAction } from '../shared/forms/use-action';
import { figure, useSendForm } from '../shared/forms/use-send-form';

const empty: Post = { host: '', port: 587, secure: false, user: '', password: '', from: '' };

interface PostFormProps {
  post: Post | null;
  /** why the settings that are kept cannot be used */
  trouble: string | null;
  change: Send<typeof changePost>;
  attempt: Ask<[], string>;
}

/** How mail goes out: the server, the sender, and a try. */
export function PostForm({ post, trouble, change, attempt }: PostFormProps) {
  const [sentTo, setSentTo] = useState<string | null>(null);
  const form = useSendForm(change, {
    initial: { ...(post ?? empty) },
    input: (typed) => ({ ...typed, port: figure(typed.port) }),
    said: 'Saved.',
    guarded: true,
    onDone: () => setSentTo(null),
  });
  const trying = useAction(attempt, setSentTo);
  return (
    <section className="panel" aria-labelledby="post">
      <h2 id="post">How mail goes out</h2>
      <p className="quiet">
        Nobody is mailed who did not ask: each chooses under their own name, and whoever reports a
        fault may leave an address for one letter.
      </p>
      {trouble && <ProblemNote problem={{ field: null, message: trouble }} />}
      <SendForm
        of={form}
        button="Save"
        beside={
          <>
            <Button
              variant="default"
              disabled={!post}
              loading={trying.pending}
              onClick={() => trying.run()}
            >
              Try it
            </Button>
            <span role="status">{sentTo && `Sent to ${sentTo}.`}</span>
          </>
        }
      >
        <TextInput label="Mail server" {...form.field('host')} />
        <FigureInput label="Port" min={1} max={65535} {...form.field('port')} />
        <TextInput label="Sender" type="email" {...form.field('from')} />
        <TextInput label="User" autoComplete="off" {...form.field('user')} />
        <PasswordInput
          label="Password"
          placeholder={post ? 'left as it is' : ''}
          autoComplete="off"
          {...form.field('password')}
        />
        <Checkbox
          label="TLS from the first byte (usually port 465)"
          {...form.field('secure', 'checkbox')}
        />
      </SendForm>
      <ProblemNote problem={trying.problem} />
    </section>
  );
}
