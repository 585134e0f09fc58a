'use client';

import { inPercent } from '../../../core/units/percent';
import { Button, Progress, type ButtonProps } from '@mantine/core';
import { useState, type ReactNode } from 'react';
import type { Outcome } from '../../../services/shop';
import { ProblemNote } from './ProblemNote';
import { useJob, type JobActions } from './use-job';
import classes from './forms.module.css';

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
  const [end, setEnd] = useState<ReactNode>(null);
  const job = useJob(start, work, ({ words, ended }) => {
    if (words === null) {
      return { field: null, message: 'It ended too early. Nothing of it was kept.' };
    }
    setEnd(said(words, ended!));
    return null;
  });

  return (
    <div className={classes.job}>
      {job.atWork ? (
        <div className={classes.working}>
          <Progress
            value={job.progress > 0 ? job.progress * 100 : 100}
            animated={job.progress === 0}
            aria-label={job.progress > 0 ? `${inPercent(job.progress)} done` : 'At work'}
          />
          <Button variant="default" size="compact-sm" onClick={job.stop}>
            Stop
          </Button>
        </div>
      ) : (
        <Button
          variant="default"
          {...buttonProps}
          onClick={() => {
            setEnd(null);
            void job.begin();
          }}
        >
          {children}
        </Button>
      )}
      <div aria-live="polite">{end}</div>
      <ProblemNote problem={job.problem} />
    </div>
  );
}
