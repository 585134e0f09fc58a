'use client';

import { Progress } from '@mantine/core';
import { useEffect, useSyncExternalStore } from 'react';
import type { PictureQueue, PictureState } from './picture-queue';

const none: readonly PictureState[] = [];

/** How the pictures of a report fare. Warns before the page is left while any is on its way. */
export function ReportPictures({
  queue,
  onDone,
}: {
  queue: PictureQueue<File> | null;
  /** all have arrived, or there are none */
  onDone?: () => void;
}) {
  const states = useSyncExternalStore(
    queue?.hear ?? (() => () => undefined),
    queue?.states ?? (() => none),
    () => none,
  );
  const open = states.filter(({ state }) => state === 'waiting' || state === 'sending').length;
  const sent = states.filter(({ state }) => state === 'sent').length;
  const refused = states.filter(({ state }) => state === 'refused');
  const stuck = states.find(({ state, words }) => state === 'sending' && words);
  const done = open === 0 && refused.length === 0;
  useEffect(() => {
    if (done) onDone?.();
  }, [done, onDone]);
  useEffect(() => {
    if (open === 0) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [open]);
  if (states.length === 0) return null;
  return (
    <div role="status">
      <p>
        {open > 0
          ? `Sending the pictures: ${sent} of ${states.length}. Keep this page open; the report itself has arrived.`
          : `${sent} of ${states.length} ${states.length === 1 ? 'picture' : 'pictures'} sent.`}
      </p>
      {open > 0 && (
        <Progress value={(sent / states.length) * 100} aria-label="Pictures sent" color="copper" />
      )}
      {stuck && <p className="quiet">{stuck.words}</p>}
      {refused.map(({ name, words }) => (
        <p key={name}>
          {name} was not taken: {words}
        </p>
      ))}
    </div>
  );
}
