import type { Limit, LimitKind } from './care';

/** What a limit is counted in, for one and for many. */
export const limitUnits: Readonly<Record<LimitKind, [one: string, many: string]>> = {
  soil: ['soil hour', 'soil hours'],
  run: ['run hour', 'run hours'],
  beam: ['beam hour', 'beam hours'],
  days: ['day', 'days'],
  jobs: ['job', 'jobs'],
  useDays: ['day of use', 'days of use'],
};

/** "5 soil hours or 7 days", "50 run hours, not before 30 days": exactly as they were set. */
export function limitsWords(limits: readonly Limit[]): string {
  const words = (some: readonly Limit[], between: string) =>
    some
      .map(({ kind, value }) => `${value} ${limitUnits[kind][value === 1 ? 0 : 1]}`)
      .join(between);
  const waits = words(
    limits.filter(({ notBefore }) => notBefore),
    ' and ',
  );
  const due = words(
    limits.filter(({ notBefore }) => !notBefore),
    ' or ',
  );
  return waits ? `${due}, not before ${waits}` : due;
}
