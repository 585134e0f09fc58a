'use client';

import { Button } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { v7 } from 'uuid';
import type { Exercise } from '../../core/people/exercises';
import type { finishExercise } from '../../services/training/training';
import type { Send } from '../shared/forms/send';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';

export type Finish = Send<typeof finishExercise>;

/** The end of an exercise: what it came to, kept by itself, and once more. */
export function Ended({
  exercise,
  score,
  passed,
  words,
  finish,
}: {
  exercise: Exercise;
  score: number;
  passed: boolean;
  words: string;
  finish: Finish;
}) {
  const [key] = useState(() => v7());
  const { run, problem } = useAction(finish);
  const sent = useRef(false);
  useEffect(() => {
    if (sent.current) return;
    sent.current = true;
    run({ exercise, score, passed, key });
  });
  return (
    <section className="panel" role="status">
      <h2>{passed ? 'Done' : 'Done, not passed yet'}</h2>
      <p>{words}</p>
      <ProblemNote problem={problem} />
      {/* a new one is another page: its seed comes from the server */}
      <Button component="a" href={`/trainer/${exercise}`}>
        Another
      </Button>{' '}
      <Button component="a" href="/trainer" variant="default">
        All exercises
      </Button>
    </section>
  );
}
