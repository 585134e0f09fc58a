/** Minutes of a piece of work: hands-on, waiting, hands-on at the end, and a second wait after it. */
export interface Minutes {
  active: number;
  passive: number;
  finishing: number;
  /** dries after it was rinsed, airs out: left out where nothing does */
  drying?: number | undefined;
}

/** Minutes that hands are on it: what a person's time is planned by. */
export function handsOn({ active, finishing }: Pick<Minutes, 'active' | 'finishing'>): number {
  return active + finishing;
}

/** Minutes from the first touch to the last, its wait sat out: what the machine's time is planned by. */
export function elapsed({ active, passive, finishing, drying = 0 }: Minutes): number {
  return active + passive + finishing + drying;
}
