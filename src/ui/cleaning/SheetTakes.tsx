'use client';

import { useDebouncedValue } from '@mantine/hooks';
import { useEffect, useState } from 'react';
import type { SheetMinutes } from '../../core/cleaning/run';
import type { PickedTask } from '../../services/cleaning/sheets';
import type { SheetSubject } from '../../services/cleaning/sheet-minutes';
import type { Ask } from '../shared/forms/send';
import { backWords } from '../shared/marks/when';

export type AskSheetMinutes = Ask<[SheetSubject, PickedTask[]], SheetMinutes>;

const askMs = 150;

/** Tasks by their names: station and task, joined by a dot. */
export const pickedOf = (keys: readonly string[]): PickedTask[] =>
  keys.map((key) => {
    const [stationId, task] = key.split('.') as [string, string];
    return { stationId, task };
  });

/** What the very sheet of what is picked takes: "35 min hands-on, back at 16:20". */
export function SheetTakes({
  subject,
  keys,
  ask,
  now,
  zone,
}: {
  subject: SheetSubject;
  /** names of what is picked */
  keys: readonly string[];
  ask: AskSheetMinutes;
  /** UTC milliseconds */
  now: number;
  zone: string;
}) {
  const picked = [...keys].sort().join(',');
  const [known, setKnown] = useState<{ of: string; takes: SheetMinutes } | null>(null);
  const [wanted] = useDebouncedValue(picked, askMs);
  useEffect(() => {
    if (wanted === '') return;
    let left = false;
    ask(subject, pickedOf(wanted.split(','))).then(
      (outcome) => !left && outcome.ok && setKnown({ of: wanted, takes: outcome.value }),
      () => undefined,
    );
    return () => {
      left = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked anew for other tasks alone
  }, [wanted]);
  return known?.of === picked ? backWords(known.takes, now, zone) : '…';
}
