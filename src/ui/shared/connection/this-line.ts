'use client';

import { useSyncExternalStore } from 'react';
import { Line, type LineState } from './line';
import { patientFetch } from './patient-fetch';

const probeMs = 5000;

/** Resolves after so long, or sooner when the device says that it is connected again. */
export const pause = (ms: number) =>
  new Promise<void>((resolve) => {
    const done = () => {
      clearTimeout(timer);
      window.removeEventListener('online', done);
      resolve();
    };
    const timer = setTimeout(done, ms);
    window.addEventListener('online', done);
  });

const probe = async () => {
  try {
    const signal = AbortSignal.timeout(probeMs);
    return (await fetch('/healthz', { cache: 'no-store', signal })).ok;
  } catch {
    return false;
  }
};

/** The line of this page to its server. */
export const thisLine = new Line({ probe, wait: pause, now: () => Date.now() });

const atFirst: LineState = { lost: false, answeredAt: 0 };

/** Whether the server answers this page. */
export const useLine = (): LineState =>
  useSyncExternalStore(thisLine.hear, thisLine.state, () => atFirst);

let watching = false;

/** A page older than this when it is opened was kept by this device: nobody knows yet whether the server answers. */
const freshMs = 30_000;

/**
 * From now on no page dies when the line does. Once a page.
 * @param madeAt when the server made the page, UTC milliseconds
 */
export function watchLine(madeAt: number): void {
  if (watching) return;
  watching = true;
  thisLine.shows(madeAt);
  const perhapsKept = Boolean(navigator.serviceWorker?.controller);
  if (perhapsKept || Math.abs(Date.now() - madeAt) > freshMs) {
    void probe().then((answers) => !answers && thisLine.lose());
  }
  window.fetch = patientFetch(window.fetch.bind(window), thisLine);
  window.addEventListener('offline', () => thisLine.lose());
}
