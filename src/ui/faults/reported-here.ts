import { keptHere } from '../shared/outbox/kept-here';

/** A report that was made on this device. */
export interface ReportedHere {
  machineId: string;
  words: string;
  /** token of its page */
  follow: string;
  /** UTC milliseconds */
  at: number;
}

const keptMs = 60 * 24 * 3_600_000;

/** What was reported on this device. */
export const reportedHere = keptHere<ReportedHere>('bitacora-reports', keptMs);

/** Remembers a report; the same fault again stands once. */
export const rememberReport = (one: ReportedHere): void =>
  reportedHere.change(one.at, (kept) => [
    one,
    ...kept.filter(({ follow }) => follow !== one.follow),
  ]);
