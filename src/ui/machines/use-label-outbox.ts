'use client';

import { useInterval } from '@mantine/hooks';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { thisLine } from '../shared/connection/this-line';
import type { Kept } from '../shared/outbox/outbox';
import { openLabelOutbox, type AtLabel, type LabelActions, type LabelOutbox } from './label-outbox';

const againMs = 20_000;

/** What this phone keeps to send: sent when the page opens, when the line is back, and now and then. */
export function useLabelOutbox(actions: LabelActions): LabelOutbox {
  const [outbox] = useState(() => openLabelOutbox(actions));
  useEffect(() => {
    void outbox.open();
    return thisLine.hear(() => void outbox.flush());
  }, [outbox]);
  useInterval(() => void outbox.flush(), againMs, { autoInvoke: true });
  return outbox;
}

const none: readonly Kept<AtLabel>[] = [];

/** What stands in it now: waiting, or refused. */
export function useKept(outbox: LabelOutbox): readonly Kept<AtLabel>[] {
  return useSyncExternalStore(outbox.hear, outbox.list, () => none);
}
