/** What a neglected station does, gravest first. */
export const criticalities = ['fire', 'optic damage', 'coolant', 'motion', 'housekeeping'] as const;
export type Criticality = (typeof criticalities)[number];

/** Orders by danger: gravest class first, then the largest share used. For `Array.sort`. */
export function compareDanger(
  a: { criticality: Criticality; used: number },
  b: { criticality: Criticality; used: number },
): number {
  return (
    criticalities.indexOf(a.criticality) - criticalities.indexOf(b.criticality) || b.used - a.used
  );
}
