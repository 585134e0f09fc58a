'use client';

import { useInterval } from '@mantine/hooks';
import { useEffect, useState } from 'react';
import { thisLine } from '../shared/connection/this-line';
import { openLabelOutbox, type LabelActions, type LabelOutbox } from './label-outbox';

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
