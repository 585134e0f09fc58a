/** A stay of a module in a machine (UTC milliseconds, `to` exclusive). */
export interface Presence {
  machineId: string;
  from: number;
  to: number;
}

/** A move of one module. */
export interface Move {
  /** UTC milliseconds */
  at: number;
  /** where to; `null`: the drawer */
  machineId: string | null;
}

/**
 * Where a module has been.
 * @param moves of one module in order of time; the last place lasts for ever
 * @returns its stays in machines, in order; none overlap
 */
export function presences(moves: readonly Move[]): Presence[] {
  return moves.flatMap(({ at, machineId }, index) => {
    const to = moves[index + 1]?.at ?? Infinity;
    return machineId === null || to === at ? [] : [{ machineId, from: at, to }];
  });
}

/** Where a module is at an instant: a machine, `null` for the drawer or before its first move. */
export function placeAt(moves: readonly Move[], instant: number): string | null {
  return moves.findLast(({ at }) => at <= instant)?.machineId ?? null;
}

/**
 * Why a move cannot be written among the others of its module, or `null` when it can. Back-dated moves
 * are taken where the chain still makes sense: each move must lead somewhere else than it came from.
 * @param moves of the module, in order of time
 */
export function moveRefusal(moves: readonly Move[], move: Move): string | null {
  const before = moves.findLast(({ at }) => at <= move.at);
  const after = moves.find(({ at }) => at > move.at);
  if (before && before.at === move.at) return 'It was moved at that very time already.';
  if ((before?.machineId ?? null) === move.machineId) {
    return move.machineId === null
      ? 'It is in the drawer already.'
      : 'It is in that machine already.';
  }
  if (after && after.machineId === move.machineId) {
    return 'It was moved to that same place later: that later move would lead nowhere.';
  }
  return null;
}

/**
 * Clips stays to a span.
 * @returns the parts of the stays within `[from, to)`, in order
 */
export function within(stays: readonly Presence[], from: number, to: number): Presence[] {
  return stays.flatMap((stay) => {
    const clipped = { ...stay, from: Math.max(stay.from, from), to: Math.min(stay.to, to) };
    return clipped.from < clipped.to ? [clipped] : [];
  });
}
