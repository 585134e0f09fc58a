'use client';

import { Button, Checkbox, NumberInput, PasswordInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Post } from '../../services/mail/letters';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './Mail.module.css';

const empty: Post = { host: '', port: 587, secure: false, user: '', password: '', from: '' };

/** How mail goes out: the server, the sender, and a try. */
export function PostForm({
  post,
  trouble,
  change,
  attempt,
}: {
  post: Post | null;
  /** why the settings that are kept cannot be used */
  trouble: string | null;
  change: (input: Post) => Promise<Outcome<unknown>>;
  attempt: () => Promise<Outcome<string>>;
}) {
  const [input, setInput] = useState<Post>(post ?? empty);
  const [said, setSaid] = useState('');
  const keeping = useAction(change, () => setSaid('Kept.'));
  const trying = useAction(attempt, (mail) => setSaid(`Sent to ${mail}.`));
  const set = (part: Partial<Post>) => setInput((before) => ({ ...before, ...part }));
  return (
    <section className="panel" aria-labelledby="post">
      <h2 id="post">How mail goes out</h2>
      <p className="quiet">
        Nobody is mailed who did not ask: each chooses under their own name, and whoever reports a
        fault may leave an address for one letter.
      </p>
      {trouble && <ProblemNote problem={{ field: null, message: trouble }} />}
      <form
        className={classes.form}
        onSubmit={(event) => {
          event.preventDefault();
          setSaid('');
          keeping.run(input);
        }}
      >
        <TextInput
          label="Mail server"
          value={input.host}
          onChange={(event) => set({ host: event.currentTarget.value })}
          error={keeping.at('host')}
        />
        <NumberInput
          label="Port"
          min={1}
          max={65535}
          value={input.port}
          onChange={(port) => set({ port: Number(port) })}
          error={keeping.at('port')}
        />
        <TextInput
          label="Sender"
          type="email"
          value={input.from}
          onChange={(event) => set({ from: event.currentTarget.value })}
          error={keeping.at('from')}
        />
        <TextInput
          label="User"
          autoComplete="off"
          value={input.user}
          onChange={(event) => set({ user: event.currentTarget.value })}
        />
        <PasswordInput
          label="Password"
          placeholder={post ? 'left as it is' : ''}
          autoComplete="off"
          value={input.password}
          onChange={(event) => set({ password: event.currentTarget.value })}
        />
        <Checkbox
          label="TLS from the first byte (usually port 465)"
          checked={input.secure}
          onChange={(event) => set({ secure: event.currentTarget.checked })}
        />
        <div className={classes.buttons}>
          <Button type="submit" loading={keeping.pending}>
            Keep
          </Button>
          <Button
            variant="default"
            disabled={!post}
            loading={trying.pending}
            onClick={() => {
              setSaid('');
              trying.run();
            }}
          >
            Try it
          </Button>
          <span role="status">{said}</span>
        </div>
      </form>
      <ProblemNote problem={trying.problem ?? (keeping.problem?.field ? null : keeping.problem)} />
    </section>
  );
}
