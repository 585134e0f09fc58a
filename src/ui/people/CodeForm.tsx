'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Ask } from '../shared/forms/send';
import { useAction } from '../shared/forms/use-action';
import classes from './People.module.css';

/** Gives the short code for labels, drawn by the server and shown this once, or takes it away. */
export function CodeForm({
  name,
  has,
  give,
  drop,
}: {
  /** whose it is */
  name: string;
  has: boolean;
  give: Ask<[], string>;
  drop: Ask;
}) {
  const [code, setCode] = useState<string | null>(null);
  const giving = useAction(give, setCode);
  const dropping = useAction(drop, () => setCode(null));
  return (
    <div className={classes.code}>
      <b>Code for labels</b>
      <div role="status">
        {code ? (
          <p>
            The code of {name} is <b>{code}</b>. Note it now: it is not shown again.
          </p>
        ) : (
          <p className="quiet">{has ? 'There is one.' : 'None yet.'}</p>
        )}
      </div>
      <div className={classes.more}>
        <Button variant="default" loading={giving.pending} onClick={() => giving.run()}>
          {has ? 'Make a new code' : 'Make a code'}
        </Button>
        {has && (
          <Button variant="default" loading={dropping.pending} onClick={() => dropping.run()}>
            Remove the code
          </Button>
        )}
      </div>
      <ProblemNote problem={giving.problem ?? dropping.problem} />
    </div>
  );
}
