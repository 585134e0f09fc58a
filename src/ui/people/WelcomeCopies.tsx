'use client';

import { TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Copy } from '../../services/safekeeping/copies';
import type { Ask } from '../shared/forms/send';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { ago } from '../shared/marks/when';

interface WelcomeCopiesProps {
  copies: readonly Copy[];
  /** whether the word that the server printed is asked for */
  asksWord: boolean;
  now: number;
  zone: string;
  restore: Ask<[{ name: string; word?: string }], unknown>;
}

/** Copies that lie beside an empty folder of data: whoever begins again after a loss puts one back here. */
export function WelcomeCopies({ copies, asksWord, now, zone, restore }: WelcomeCopiesProps) {
  const router = useRouter();
  const [word, setWord] = useState('');
  const { run, pending, problem } = useAction(restore, () => router.push('/sign-in'));
  if (copies.length === 0) return null;
  return (
    <details>
      <summary>Or put a copy back: {copies.length} lie here</summary>
      {asksWord && (
        <TextInput
          label="The server's word"
          autoComplete="off"
          value={word}
          onChange={(event) => setWord(event.currentTarget.value)}
        />
      )}
      <ul>
        {copies.map(({ name, at, holds, tested }) => (
          <li key={name}>
            {ago(at, now, zone)}
            {holds && `, ${holds.entries} entries`}
            {tested?.ok === false && ', failed its test'}{' '}
            <button
              type="button"
              className="go"
              disabled={pending}
              onClick={() => run({ name, word })}
            >
              Put it back
            </button>
          </li>
        ))}
      </ul>
      <ProblemNote problem={problem} />
    </details>
  );
}
