'use client';

import { useEffect, useRef } from 'react';
import type { Outcome, Refusal } from '../../../services/shop';

/** What is said where the server does not answer. */
export const unreachable: Refusal = {
  field: null,
  message: 'The server could not be reached. What you typed is still here: try again.',
};

/** How often it is asked again where the server does not answer, before that is said. */
const patience = 20;

/**
 * Follows work beside the page: asks of it until it is over.
 * @param id of the work, `null`: none is in work
 * @param ask what has become of it
 * @param onAnswer hears each answer, and says whether it is asked again
 * @param everyMs between an answer and the next question @default 300
 */
export function useBackgroundJob<V>(
  id: string | null,
  ask: (id: string) => Promise<Outcome<V>>,
  onAnswer: (outcome: Outcome<V>) => boolean,
  everyMs = 300,
): void {
  // the latest of each, so that a page drawn anew does not begin to ask anew
  const latest = useRef({ ask, onAnswer });
  useEffect(() => {
    latest.current = { ask, onAnswer };
  });
  useEffect(() => {
    if (id === null) return;
    let stopped = false;
    let lost = 0;
    let timer: ReturnType<typeof setTimeout>;
    const later = () => {
      timer = setTimeout(() => void tick(), everyMs);
    };
    const tick = async () => {
      const outcome = await latest.current.ask(id).catch(() => null);
      if (stopped) return;
      lost = outcome ? 0 : lost + 1;
      if (!outcome && lost < patience) later();
      else if (latest.current.onAnswer(outcome ?? { ok: false, error: unreachable })) later();
    };
    void tick();
    return () => {
      stopped = true;
      clearTimeout(timer);
    };
  }, [id, everyMs]);
}
