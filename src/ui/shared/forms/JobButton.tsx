'use client';

import { inPercent } from '../../../core/units/percent';
import { Button, Progress, type ButtonProps } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState, type ReactNode } from 'react';
import type { JobView } from '../../../services/background-job';
import type { Outcome, Refusal } from '../../../services/shop';
import { ProblemNote } from './ProblemNote';
import { useBackgroundJob } from './use-background-job';
import classes from './forms.module.css';

/** How work in a process of its own is followed and stopped. */
export interface JobActions {
  view: (id: string) => Promise<Outcome<JobView>>;
  cancel: () => Promise<Outcome<null>>;
}

/** A press that begins work in a process of its own, how far it is, and what it said at its end. */
export function JobButton({
  children,
  start,
  work,
  buttonProps,
  said = (words) => words,
}: {
  children: ReactNode;
  start: () => Promise<Outcome<string>>;
  work: JobActions;
  buttonProps?: ButtonProps;
  /** draws what it said at its end */
  said?: (words: string, ended: 'done' | 'failed') => ReactNode;
}) {
  const router = useRouter();
  const [id, setId] = useState<string | null>(null);
  const [progress, setProgress] = useState(0);
  const [end, setEnd] = useState<ReactNode>(null);
  const [problem, setProblem] = useState<Refusal | null>(null);

  async function begin() {
    setProblem(null);
    setEnd(null);
    setProgress(0);
    const started = await start();
    if (started.ok) setId(started.value);
    else setProblem(started.error);
  }

  useBackgroundJob(id, work.view, (view) => {
    if (view.ok && view.value.ended === null) {
      setProgress(view.value.progress);
      return true;
    }
    setId(null);
    if (!view.ok) setProblem(view.error);
    else {
      const { words, ended } = view.value;
      if (words === null) {
        setProblem({ field: null, message: 'It ended too early. Nothing of it was kept.' });
      } else setEnd(said(words, ended!));
      router.refresh();
    }
    return false;
  });

  return (
    <div className={classes.job}>
      {id ? (
        <div className={classes.working}>
          <Progress
            value={progress > 0 ? progress * 100 : 100}
            animated={progress === 0}
            aria-label={progress > 0 ? `${inPercent(progress)} done` : 'At work'}
          />
          <Button
            variant="default"
            size="compact-sm"
            onClick={() => {
              void work.cancel();
              setId(null);
            }}
          >
            Stop
          </Button>
        </div>
      ) : (
        <Button variant="default" {...buttonProps} onClick={() => void begin()}>
          {children}
        </Button>
      )}
      <div aria-live="polite">{end}</div>
      <ProblemNote problem={problem} />
    </div>
  );
}
