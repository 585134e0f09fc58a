'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { Outcome, Refusal } from '../../services/shop';
import type { WhatIf } from '../../services/schedule/problem';
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

const everyMs = 350;

/** Follows a planning: the first answer at once, better ones as they come. @param done when a plan is kept */
export function usePlanning(actions: PlanningActions, done: () => void) {
  const [planning, setPlanning] = useState<Planning | null>(null);
  const [problem, setProblem] = useState<Refusal | null>(null);
  const [starting, setStarting] = useState(false);
  const current = useRef<string | null>(null);
  const lost = useCallback(() => {
    setProblem({ field: null, message: 'The server could not be reached. Try again.' });
  }, []);

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
  const id = planning?.id;
  const over = planning?.over;
  useEffect(() => {
    if (!id || over) return;
    let stopped = false;
    const timer = setInterval(() => {
      void view(id)
        .then((seen) => {
          if (stopped || current.current !== id) return;
          if (!seen.ok) {
            setProblem(seen.error);
            setPlanning(null);
            done();
            return;
          }
          setPlanning((before) => before && { ...before, ...seen.value });
          if (seen.value.over) done();
        })
        .catch(() => undefined); // asked again in a moment
    }, everyMs);
    return () => {
      stopped = true;
      clearInterval(timer);
    };
  }, [id, over, view, done]);

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
