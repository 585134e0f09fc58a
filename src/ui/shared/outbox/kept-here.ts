/** A list that this browser keeps for a time; a private window keeps nothing. */
export interface KeptHere<T> {
  /** newest first. @param now UTC milliseconds */
  all: (now: number) => T[];
  change: (now: number, change: (kept: T[]) => T[]) => void;
}

/**
 * @param place its name in this browser
 * @param keptMs how long each is kept
 * @param most how many are
 */
export function keptHere<T extends { at: number }>(
  place: string,
  keptMs: number,
  most = 20,
): KeptHere<T> {
  const all = (now: number): T[] => {
    try {
      const kept = JSON.parse(localStorage.getItem(place) ?? '[]') as T[];
      return kept.filter(({ at }) => now - at < keptMs);
    } catch {
      return [];
    }
  };
  return {
    all,
    change: (now, change) => {
      try {
        localStorage.setItem(place, JSON.stringify(change(all(now)).slice(0, most)));
      } catch {
        // nothing is kept
      }
    },
  };
}
