/** What a neglected station does, gravest first. */
export const criticalities = ['fire', 'optic damage', 'coolant', 'motion', 'housekeeping'] as const;
export type Criticality = (typeof criticalities)[number];

/** The gravest of some classes. @throws RangeError of none */
export function gravest(some: readonly Criticality[]): Criticality {
  const found = criticalities.find((one) => some.includes(one));
  if (!found) throw new RangeError('gravest requires at least one class');
  return found;
}

/** Orders by danger: gravest class first, then the largest share used. For `Array.sort`. */
export function compareDanger(
  a: { criticality: Criticality; used: number },
  b: { criticality: Criticality; used: number },
): number {
  return (
    criticalities.indexOf(a.criticality) - criticalities.indexOf(b.criticality) || b.used - a.used
  );
}
