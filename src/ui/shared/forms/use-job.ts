import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { JobView } from '../../../services/background/background-job';
import type { Outcome, Refusal } from '../../../services/shop';
import { useBackgroundJob } from './use-background-job';

/** How work in a process of its own is followed and stopped. */
export interface JobActions {
  view: (id: string) => Promise<Outcome<JobView>>;
  cancel: () => Promise<Outcome<null>>;
}

/**
 * Begins work in a process of its own, follows it, and has the page show what it came to.
 * @param ended hears how it ended; what is wrong with that, or `null`
 */
export function useJob(
  start: () => Promise<Outcome<string>>,
  work: JobActions,
  ended: (view: JobView) => Refusal | null,
) {
  const router = useRouter();
  const [id, setId] = useState<string | null>(null);
  const [progress, setProgress] = useState(0);
  const [problem, setProblem] = useState<Refusal | null>(null);
  useBackgroundJob(id, work.view, (view) => {
    if (view.ok && view.value.ended === null) {
      setProgress(view.value.progress);
      return true;
    }
    setId(null);
    setProblem(view.ok ? ended(view.value) : view.error);
    if (view.ok) router.refresh();
    return false;
  });
  return {
    atWork: id !== null,
    /** 0 to 1 */
    progress,
    problem,
    begin: async () => {
      setProblem(null);
      setProgress(0);
      const started = await start();
      if (started.ok) setId(started.value);
      else setProblem(started.error);
    },
    stop: () => {
      void work.cancel();
      setId(null);
    },
  };
}
