/**
 * How deep a care task goes. The first five lie on a ladder: a deeper one resets the shallower ones
 * at the same station. `drain` (change of coolant) stands with `clean` on it. `lubricate` stands
 * beside the ladder: it resets itself alone, and nothing but a replacement resets it.
 */
export const depths = [
  'inspect',
  'wipe',
  'clean',
  'strip-clean',
  'replace',
  'drain',
  'lubricate',
] as const;
export type Depth = (typeof depths)[number];

const rungs: Readonly<Record<Depth, number | null>> = {
  inspect: 0,
  wipe: 1,
  clean: 2,
  drain: 2,
  'strip-clean': 3,
  replace: 4,
  lubricate: null,
};

/** Whether a depth takes dirt away and leaves the part in use. */
export function cleans(depth: Depth): boolean {
  const on = rungs[depth];
  return on !== null && on > rungs.inspect! && on < rungs.replace!;
}

/** The rung on the ladder, 0 for the shallowest; `null` beside the ladder. */
export function rung(depth: Depth): number | null {
  return rungs[depth];
}

/**
 * Whether a completed depth resets every task of the other depth at the same station. A replacement
 * resets everything, lubrication too: the part is new.
 * @example resets('clean', 'wipe') // true
 */
export function resets(completed: Depth, other: Depth): boolean {
  if (completed === 'replace') return true;
  const from = rungs[completed];
  const to = rungs[other];
  return from !== null && to !== null && to < from;
}
