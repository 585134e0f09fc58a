'use client';

import { useCallback, useRef, useState } from 'react';
import type { Outcome, Refusal } from '../../services/shop';
import type { WhatIf } from '../../services/schedule/problem';
import { unreachable, useBackgroundJob } from '../shared/forms/use-background-job';
import type { ScheduleBegun, ScheduleWorkView } from '../../services/schedule/planning';

/** The actions of planning. */
export interface PlanningActions {
  start: () => Promise<Outcome<ScheduleBegun>>;
  startWhatIf: (input: WhatIf) => Promise<Outcome<ScheduleBegun>>;
  view: (id: string) => Promise<Outcome<ScheduleWorkView>>;
  stop: (id: string, keep: boolean) => Promise<Outcome<unknown>>;
}

/** A planning in work, or what a what-if came to. */
export interface Planning extends ScheduleBegun {
  /** what was asked, in words; null: the plan itself */
  question: string | null;
}

/** Follows a planning: the first answer at once, better ones as they come. @param done when a plan is kept */
export function usePlanning(actions: PlanningActions, done: () => void) {
  const [planning, setPlanning] = useState<Planning | null>(null);
  const [problem, setProblem] = useState<Refusal | null>(null);
  const [starting, setStarting] = useState(false);
  const current = useRef<string | null>(null);
  const lost = useCallback(() => setProblem(unreachable), []);

  const begin = useCallback(
    async (question: string | null, work: () => Promise<Outcome<ScheduleBegun>>) => {
      setProblem(null);
      setStarting(true);
      try {
        const begun = await work();
        if (begun.ok) {
          current.current = begun.value.id;
          setPlanning({ ...begun.value, question });
        } else setProblem(begun.error);
      } catch {
        lost();
      } finally {
        setStarting(false);
      }
    },
    [lost],
  );

  const { view, stop } = actions;
  const id = planning?.id ?? null;
  useBackgroundJob(planning?.over ? null : id, view, (seen) => {
    if (current.current !== id) return false;
    if (!seen.ok) {
      setProblem(seen.error);
      setPlanning(null);
      done();
      return false;
    }
    setPlanning((before) => before && { ...before, ...seen.value });
    if (seen.value.over) done();
    return !seen.value.over;
  });

  const end = useCallback(
    (keep: boolean) => {
      if (!id) return;
      void stop(id, keep).catch(lost);
      if (!keep) {
        current.current = null;
        setPlanning(null);
      }
    },
    [id, stop, lost],
  );
  const close = useCallback(() => {
    current.current = null;
    setPlanning(null);
  }, []);
  return { planning, problem, starting, begin, end, close };
}
