import { inPercent, usedPercent } from '../../../core/units/percent';
import type { LimitKind } from '../../../core/care/care';
import { limitUnits } from '../../../core/care/limit-words';
import type { CareState, Standing } from '../../../core/care/due';
import type { PathPart } from '../../../catalogue/schema';
import type { StationDue, TaskDue } from '../../../services/care/due';
import { callWords } from '../../machines/judged';

/** One station as a column of the ribbon. */
export interface Column {
  slug: string;
  name: string;
  short: string;
  part: PathPart;
  /** share of the limit reached first; `null` where the station has no care task */
  used: number | null;
  state: CareState | null;
  /** strength of the beam, 1 = baseline, at the glass it leaves by; null: not measured, or elsewhere */
  strength: number | null;
  /** the whole of it in words */
  label: string;
}

/** "3.1 soil hours", "1 day": an amount in a limit's unit, hours to 0.1. */
export function amount(kind: LimitKind, value: number): string {
  const inHours = kind === 'soil' || kind === 'run' || kind === 'beam';
  const shown = inHours ? value.toFixed(1) : String(Math.round(value));
  const [one, many] = limitUnits[kind];
  return `${shown} ${shown === '1' ? one : many}`;
}

/** "3.1 soil hours over", "2 days left" */
export function leftWords({ kind, left }: { kind: LimitKind; left: number }): string {
  return left < 0 ? `${amount(kind, -left)} over` : `${amount(kind, left)} left`;
}

/** How far a task is, as far as that is known: "112 %", "about 60 %", "at least 12 %". */
export function usedWords({
  standing: { used },
  known,
  range,
}: Pick<TaskDue, 'standing' | 'known' | 'range'>): string {
  if (!known || range?.most === null) return `at least ${usedPercent(used)}`;
  return range ? `about ${usedPercent(used)}` : usedPercent(used);
}

/** "3.1 soil hours left", or that nobody knows. */
export function leftOf({ state, first }: Pick<Standing, 'state' | 'first'>): string {
  return state === 'not known' ? 'not known when it was last done' : leftWords(first);
}

/** "Honeycomb: 112 %, due, 3.1 soil hours over" */
export function taskLabel(name: string, task: TaskDue): string {
  const { standing, call } = task;
  const called = call ? `, called: ${callWords(call)}` : '';
  if (standing.state === 'not known') {
    return `${name}: ${leftOf(standing)}; ${usedWords(task)} used${called}`;
  }
  return `${name}: ${usedWords(task)}, ${standing.state}, ${leftWords(standing.first)}${called}`;
}

/** The glass the beam leaves a machine by, the first kind that is there. */
const exits = ['window', 'lens', 'field-lens'];

/** The columns of a machine's stations; strength stands at the glass the beam leaves by. */
export function ribbonColumns(
  stations: readonly StationDue[],
  strength: number | null = null,
): Column[] {
  const exit = exits.map((kind) => stations.find((one) => one.kind === kind)).find(Boolean);
  return stations.map((station) => {
    const { slug, name, short, part, worst, note } = station;
    return {
      slug,
      name,
      short,
      part,
      used: worst?.standing.used ?? null,
      state: worst?.standing.state ?? null,
      strength: station === exit ? strength : null,
      label: [
        worst ? taskLabel(name, worst) : `${name}: no care task. ${note ?? ''}`.trim(),
        ...(station === exit && strength !== null
          ? [`strength ${inPercent(strength)} of the baseline`]
          : []),
      ].join('; '),
    };
  });
}

/** Share of the column that the copper line stands at. */
export const lineAt = 0.72;

/**
 * How much of a column's height is filled: the due line at `lineAt`, what goes past it squeezed into
 * the rest, full at twice the limit.
 */
export function fillShare(used: number): number {
  if (used <= 1) return used * lineAt;
  return Math.min(1, lineAt + (used - 1) * (1 - lineAt));
}
