'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { v7 } from 'uuid';
import type { Reported } from '../../services/faults/report';
import type { Watched } from '../../services/faults/watch';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './Faults.module.css';

/** One question to whoever uses a machine with a fault on watch. */
export function WatchQuestion({
  machine,
  watched,
  answer,
  onReported,
}: {
  /** named where several machines are on the page */
  machine?: string;
  watched: Watched;
  answer: (input: {
    faultId: string;
    seen: boolean;
    key: string;
  }) => Promise<Outcome<Reported | null>>;
  onReported: (reported: Reported) => void;
}) {
  const [key] = useState(() => v7());
  const [thanked, setThanked] = useState(false);
  const { run, pending, problem } = useAction(answer, (reported) => {
    if (reported) onReported(reported);
    else setThanked(true);
  });
  if (thanked) return <p role="status">Thank you: noted.</p>;
  return (
    <section className={classes.watch} aria-label="One question">
      <p>
        {machine && <b>{machine}: </b>}
        This was reported and could not be found: <b>{watched.words}</b>. Did you see it? (Answer
        when you have logged what you did.)
      </p>
      <div className={classes.yesNo}>
        {[true, false].map((seen) => (
          <Button
            key={String(seen)}
            size="lg"
            variant="default"
            loading={pending}
            onClick={() => run({ faultId: watched.faultId, seen, key })}
          >
            {seen ? 'Yes, again' : 'No'}
          </Button>
        ))}
      </div>
      <ProblemNote problem={problem} />
    </section>
  );
}
