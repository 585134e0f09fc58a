'use client';

import { Select } from '@mantine/core';
import { useState } from 'react';
import type { Outcome } from '../../services/shop';
import { JobButton } from '../shared/forms/JobButton';
import type { JobActions } from '../shared/forms/use-job';
import { megabytes } from './Copies';
import classes from './Setup.module.css';

/** The whole shop, or one machine with its history, as one open file. */
export function Archive({
  machines,
  waiting,
  pack,
  work,
}: {
  machines: readonly { id: string; nickname: string }[];
  /** packed, and to be fetched */
  waiting: { name: string; bytes: number } | null;
  pack: (machineId: string | null) => Promise<Outcome<string>>;
  work: JobActions;
}) {
  const [machine, setMachine] = useState<string | null>(null);
  return (
    <section className="panel" aria-labelledby="archive">
      <h2 id="archive">Archive</h2>
      <p>
        A tar of JSON Lines with pictures and checksums that any program can read. It goes into an
        empty shop as it is, or one machine with its history into another. Passwords and keys stay
        here.
      </p>
      <div className={classes.pack}>
        <Select
          label="What"
          placeholder="the whole shop"
          clearable
          data={machines.map(({ id, nickname }) => ({ value: id, label: nickname }))}
          value={machine}
          onChange={setMachine}
        />
        <JobButton
          start={() => pack(machine)}
          work={work}
          said={(words, ended) => (ended === 'done' ? `Made: ${words}` : words)}
        >
          Make the archive
        </JobButton>
      </div>
      {waiting && (
        <p>
          <a className="line" href="/api/archive" download>
            {waiting.name}
          </a>{' '}
          <span className="quiet figures">{megabytes(waiting.bytes)}</span>
        </p>
      )}
      <p className="quiet">
        To take it in again: <code>npm run -s bitacora -- take-in FILE</code>
      </p>
    </section>
  );
}
