'use client';

import { Button, Progress } from '@mantine/core';
import { useEffect, useRef } from 'react';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useJob, type JobActions } from '../shared/forms/use-job';
import { Allowed, useMay } from '../shared/frame/Allowed';
import classes from './Evidence.module.css';

/** When the evidence was reckoned, and the button that does it anew. It begins by itself where that is due. */
export function Reckon({
  made,
  due,
  actions,
}: {
  /** "today 14:05"; `null`: never yet */
  made: string | null;
  due: boolean;
  actions: JobActions & { start: () => Promise<Outcome<string>> };
}) {
  const may = useMay('clean');
  const begun = useRef(false);
  const { atWork, progress, problem, begin, stop } = useJob(actions.start, actions, ({ ended }) =>
    ended === 'failed'
      ? { field: null, message: 'It ended too early. What was reckoned before stays.' }
      : null,
  );
  useEffect(() => {
    if (!due || !may || begun.current) return;
    begun.current = true;
    void begin();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when the page is opened
  }, [due, may]);

  return (
    <div className={classes.reckon}>
      {atWork ? (
        <>
          <span>Reading the whole book…</span>
          <Progress value={progress * 100} aria-label="Reckoning" className={classes.progress} />
          <Button variant="default" size="compact-sm" onClick={stop}>
            Stop
          </Button>
        </>
      ) : (
        <>
          <span className="quiet">
            {made ? `From the book as of ${made}.` : 'Nothing was reckoned yet.'}
          </span>
          <Allowed right="clean">
            <button type="button" className="go" onClick={() => void begin()}>
              Read the book anew
            </button>
          </Allowed>
        </>
      )}
      <ProblemNote problem={problem} />
    </div>
  );
}
