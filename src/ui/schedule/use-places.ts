'use client';

import { useEffect, useState } from 'react';
import type { Outcome } from '../../services/shop';
import type { Place } from '../../services/schedule/changes';

/** Asks the server what each window would cost. */
export type Weigh = (block: string, tasks: string[] | null) => Promise<Outcome<Place[]>>;

/**
 * Where else a clean-down could go, what can be first.
 * @param block `null`: none is asked of
 * @param tasks only these of it; `null`: all
 * @returns `null` until the server answers, and where it refuses: what is done with the plan then says why
 */
export function usePlaces(
  weigh: Weigh,
  block: string | null,
  tasks: readonly string[] | null,
): Place[] | null {
  const [found, setFound] = useState<{ of: string; places: Place[] } | null>(null);
  const of = block === null ? null : JSON.stringify([block, tasks]);
  useEffect(() => {
    if (of === null) return;
    let current = true;
    const [id, some] = JSON.parse(of) as [string, string[] | null];
    weigh(id, some).then(
      (answer) => {
        if (!current || !answer.ok) return;
        const last = ({ refused }: Place) => Number(refused !== null);
        setFound({ of, places: answer.value.sort((a, b) => last(a) - last(b)) });
      },
      () => undefined, // without a line nothing can be moved either
    );
    return () => {
      current = false;
    };
  }, [weigh, of]);
  return found?.of === of ? found.places : null;
}
