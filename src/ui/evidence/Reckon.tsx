'use client';

import { Button, Progress } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import type { JobView } from '../../services/background-job';
import type { Outcome, Refusal } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useBackgroundJob } from '../shared/forms/use-background-job';
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
  actions: {
    start: () => Promise<Outcome<string>>;
    view: (id: string) => Promise<Outcome<JobView>>;
    cancel: () => Promise<Outcome<null>>;
  };
}) {
  const router = useRouter();
  const may = useMay('clean');
  const [work, setWork] = useState<string | null>(null);
  const [progress, setProgress] = useState(0);
  const [problem, setProblem] = useState<Refusal | null>(null);
  const begun = useRef(false);

  async function start() {
    setProblem(null);
    const started = await actions.start();
    if (started.ok) setWork(started.value);
    else setProblem(started.error);
  }
  useEffect(() => {
    if (!due || !may || begun.current) return;
    begun.current = true;
    void start();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when the page is opened
  }, [due, may]);

  useBackgroundJob(work, actions.view, (view) => {
    if (view.ok) setProgress(view.value.progress);
    if (view.ok && view.value.ended === null) return true;
    setWork(null);
    if (!view.ok) setProblem(view.error);
    else if (view.value.ended === 'failed') {
      setProblem({ field: null, message: 'It ended too early. What was reckoned before stays.' });
    } else router.refresh();
    return false;
  });

  return (
    <div className={classes.reckon}>
      {work ? (
        <>
          <span>Reading the whole book…</span>
          <Progress value={progress * 100} aria-label="Reckoning" className={classes.progress} />
          <Button
            variant="default"
            size="compact-sm"
            onClick={() => {
              void actions.cancel();
              setWork(null);
            }}
          >
            Stop
          </Button>
        </>
      ) : (
        <>
          <span className="quiet">
            {made ? `From the book as of ${made}.` : 'Nothing was reckoned yet.'}
          </span>
          <Allowed right="clean">
            <button type="button" className="go" onClick={() => void start()}>
              Read the book anew
            </button>
          </Allowed>
        </>
      )}
      <ProblemNote problem={problem} />
    </div>
  );
}
