/** A session that was logged on this device. */
export interface LoggedHere {
  key: string;
  machineId: string;
  words: string;
  /** UTC milliseconds */
  at: number;
}

const place = 'bitacora-logged';
const keptMs = 24 * 3_600_000;

/** What was logged on this device within a day, newest first. A private window keeps nothing. */
export function loggedHere(now: number): LoggedHere[] {
  try {
    const kept = JSON.parse(localStorage.getItem(place) ?? '[]') as LoggedHere[];
    return kept.filter(({ at }) => now - at < keptMs);
  } catch {
    return [];
  }
}

/** Keeps on this device what was logged; what was taken back is left out. */
export function keepLogged(now: number, change: (kept: LoggedHere[]) => LoggedHere[]): void {
  try {
    localStorage.setItem(place, JSON.stringify(change(loggedHere(now)).slice(0, 20)));
  } catch {
    // nothing is kept: the technician corrects it
  }
}
