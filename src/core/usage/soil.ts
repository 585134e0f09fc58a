/** The four groups of stations that foul at different rates for the same work. */
export const soilGroups = ['optics', 'bed', 'motion', 'air'] as const;
export type SoilGroup = (typeof soilGroups)[number];

/** One figure for each soil group: a weight (no unit) or an amount of soil. */
export type PerGroup = Readonly<Record<SoilGroup, number>>;

export const processes = ['cut', 'engrave', 'mark'] as const;
export type Process = (typeof processes)[number];

export const draughts = ['full', 'weak', 'off'] as const;
export type Draught = (typeof draughts)[number];

/** Weights in force: soil per run hour against cutting birch ply with air on and full draught. */
export interface SoilWeights {
  /** Weight of a material worked in a way; `null` when the shop has no figure for that material. */
  material(material: string, process: Process | null): PerGroup | null;
  airOff: PerGroup;
  draughtWeak: PerGroup;
  draughtOff: PerGroup;
}

/** Builds a figure per group. */
export function perGroup(figure: (group: SoilGroup) => number): PerGroup {
  return {
    optics: figure('optics'),
    bed: figure('bed'),
    motion: figure('motion'),
    air: figure('air'),
  };
}

/** Weight of an hour when nothing better is known. */
export const unitWeight: PerGroup = perGroup(() => 1);
