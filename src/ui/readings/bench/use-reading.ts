'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import type { recordReading, ReadingInput } from '../../../services/readings/bench/bench';
import type { Send } from '../../shared/forms/send';
import { useSendForm } from '../../shared/forms/use-send-form';

export type RecordReading = Send<typeof recordReading>;

/** What every form of an instrument has beside its figures. */
export interface Beside {
  baseline: boolean;
  note: string;
}

/**
 * A form of an instrument: what stands in its fields is a reading of the machine.
 * @param empties fields that stand empty again once it is kept; sizes and names stay
 */
export function useReading<V extends Record<string, unknown>>(
  machineId: string,
  record: RecordReading,
  initial: V,
  taken: (values: V) => ReadingInput['taken'],
  { empties = {}, onDone }: { empties?: Partial<V>; onDone?: () => void } = {},
) {
  const [key, setKey] = useState(() => v7());
  return useSendForm(record, {
    initial: { ...initial, baseline: false, note: '' } as V & Beside,
    input: (values) => ({
      machineId,
      taken: taken(values),
      baseline: values.baseline,
      note: values.note,
      key,
    }),
    said: ({ state, words }) => (state === 'off' ? `Kept. Off: ${words}.` : `Kept: ${words}.`),
    onDone: (_, __, set) => {
      setKey(v7());
      set({ ...empties, baseline: false, note: '' } as Partial<V & Beside>);
      onDone?.();
    },
  });
}
