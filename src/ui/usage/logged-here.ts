import { keptHere } from '../shared/outbox/kept-here';

/** A session that was logged on this device. */
export interface LoggedHere {
  key: string;
  machineId: string;
  words: string;
  /** UTC milliseconds */
  at: number;
}

/** As long as a shop may let people take back what they logged; the server says whether it is too late. */
const keptMs = 168 * 3_600_000;

/** What was logged on this device. */
export const loggedHere = keptHere<LoggedHere>('bitacora-logged', keptMs);
