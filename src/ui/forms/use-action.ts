'use client';

import { useCallback, useState, useTransition } from 'react';
import type { Outcome, Problem } from '../../services/shop';

/** Calls a server action, keeps its problem for the form and survives a lost connection. */
export function useAction<A extends unknown[], T>(
  action: (...args: A) => Promise<Outcome<T>>,
  onDone?: (value: T) => void,
) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const [pending, start] = useTransition();
  const run = useCallback(
    (...args: A) => {
      setProblem(null);
      start(async () => {
        try {
          const outcome = await action(...args);
          if (outcome.ok) onDone?.(outcome.value);
          else setProblem(outcome.error);
        } catch (error) {
          // a redirect is thrown by the router and must go on
          if (String((error as { digest?: unknown }).digest ?? '').startsWith('NEXT_')) throw error;
          setProblem({
            field: null,
            message: 'The server could not be reached. What you typed is still here: try again.',
          });
        }
      });
    },
    [action, onDone],
  );
  /** the message when it belongs to a field */
  const at = (field: string) => (problem?.field === field ? problem.message : undefined);
  return { run, pending, problem, at, clear: () => setProblem(null) };
}
