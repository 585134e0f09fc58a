/** What went into keeping something going over a time. */
export interface Spent {
  /** units that were drawn, by item */
  drawn: ReadonlyMap<string, number>;
  /** paid for parts of repairs */
  repairs: number;
  cleans: number;
  /** expected hours of beam */
  beamHours: number;
}

/** What it cost, in the money of the prices. */
export interface RunningCost {
  /** what was drawn from the stores */
  materials: number;
  repairs: number;
  total: number;
  /** materials of a clean-down; `null` without one */
  perClean: number | null;
  /** all of it an hour of beam; `null` without one */
  perBeamHour: number | null;
  /** items that were drawn and have no price: they count as nothing */
  unpriced: string[];
}

/**
 * What something cost to keep going.
 * @param prices of a unit, by item
 */
export function runningCost(
  { drawn, repairs, cleans, beamHours }: Spent,
  prices: ReadonlyMap<string, number>,
): RunningCost {
  let materials = 0;
  const unpriced: string[] = [];
  for (const [item, units] of drawn) {
    const price = prices.get(item);
    if (price === undefined) unpriced.push(item);
    else materials += units * price;
  }
  const total = materials + repairs;
  return {
    materials,
    repairs,
    total,
    perClean: cleans > 0 ? materials / cleans : null,
    perBeamHour: beamHours > 0 ? total / beamHours : null,
    unpriced,
  };
}

/** What several cost together. */
export function together(spent: readonly Spent[]): Spent {
  const drawn = new Map<string, number>();
  for (const one of spent) {
    for (const [item, units] of one.drawn) drawn.set(item, (drawn.get(item) ?? 0) + units);
  }
  const sum = (of: (one: Spent) => number) => spent.reduce((all, one) => all + of(one), 0);
  return {
    drawn,
    repairs: sum(({ repairs }) => repairs),
    cleans: sum(({ cleans }) => cleans),
    beamHours: sum(({ beamHours }) => beamHours),
  };
}
