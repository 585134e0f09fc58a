'use client';

import { unstable_rethrow } from 'next/navigation';
import { useCallback, useState, useTransition } from 'react';
import type { Outcome, Refusal } from '../../../services/shop';

const pauseMs = 1500;

/**
 * Calls a server action, keeps its problem for the form and survives a lost connection.
 * @param options.tries how often it is called where the server cannot be reached: only for an action that is
 * known by a key, so that one that arrived without its answer is not done twice
 * @param options.onProblem hears why it was not done
 */
export function useAction<A extends unknown[], T>(
  action: (...args: A) => Promise<Outcome<T>>,
  onDone?: (value: T) => void,
  { tries = 1, onProblem }: { tries?: number; onProblem?: (problem: Refusal) => void } = {},
) {
  const [problem, setProblem] = useState<Refusal | null>(null);
  const [pending, start] = useTransition();
  const run = useCallback(
    (...args: A) => {
      const refused = (refusal: Refusal) => {
        setProblem(refusal);
        onProblem?.(refusal);
      };
      setProblem(null);
      start(async () => {
        for (let left = tries - 1; ; left--) {
          try {
            const outcome = await action(...args);
            if (outcome.ok) onDone?.(outcome.value);
            else refused(outcome.error);
            return;
          } catch (error) {
            unstable_rethrow(error); // a redirect is thrown by the router and must go on
            if (left <= 0) {
              refused({
                field: null,
                message:
                  'The server could not be reached. What you typed is still here: try again.',
              });
              return;
            }
            await new Promise((resolve) => setTimeout(resolve, pauseMs));
          }
        }
      });
    },
    [action, onDone, onProblem, tries],
  );
  /** the message when it belongs to a field */
  const at = (field: string) => (problem?.field === field ? problem.message : undefined);
  return { run, pending, problem, at, clear: () => setProblem(null) };
}
