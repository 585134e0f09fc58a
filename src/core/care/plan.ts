import type { Limit } from './care';
import type { School } from './schools';

/** Where a limit of the shop's own comes from. */
export const bases = ['manual', 'evidence', 'shop'] as const;
export type Basis = (typeof bases)[number];

/** Limits that are still to be confirmed: those in force, and what somebody else says they should be. */
export interface Unconfirmed {
  /** who says those in force */
  by: string;
  other: Limit[];
  otherBy: string;
}

/** One change of a machine's care plan. `T` is a care task as the caller describes one. */
export type CarePlanChange<T> =
  | { change: 'school'; school: School }
  /** `limits: null` goes back to those of the school */
  | {
      change: 'limits';
      station: string;
      task: string;
      limits: Limit[] | null;
      basis: Basis;
      unconfirmed?: Unconfirmed | undefined;
    }
  | { change: 'own task'; station: string; task: T }
  | { change: 'own task removed'; station: string; task: string };

/** A change as the book has it. */
export interface DatedChange<T> {
  /** UTC milliseconds it is in force from */
  at: number;
  reason: string | null;
  what: CarePlanChange<T>;
}

/** Why a task has the limits it has. */
export interface LimitBasis {
  from: 'school' | Basis;
  reason: string | null;
  /** UTC milliseconds; `null` for a school's */
  since: number | null;
  /** left out: nobody says otherwise */
  unconfirmed?: Unconfirmed;
}

/** A care plan in force: what a machine's stations are cared for by. */
export interface CarePlan<T> {
  school: School;
  /** by station and task */
  limits: ReadonlyMap<string, { limits: readonly Limit[]; basis: LimitBasis }>;
  /** by station */
  own: ReadonlyMap<string, readonly T[]>;
}

const place = (station: string, task: string) => `${station} ${task}`;

/**
 * The plan in force at an instant: all changes up to it, one after the other.
 * @param changes of one machine, in order of `at`
 */
export function carePlanAt<T extends { key: string }>(
  changes: readonly DatedChange<T>[],
  instant: number,
): CarePlan<T> {
  let school: School = 'combined';
  const limits = new Map<string, { limits: readonly Limit[]; basis: LimitBasis }>();
  const own = new Map<string, T[]>();
  for (const { at, reason, what } of changes) {
    if (at > instant) continue;
    switch (what.change) {
      case 'school':
        school = what.school;
        break;
      case 'limits':
        if (what.limits === null) limits.delete(place(what.station, what.task));
        else {
          limits.set(place(what.station, what.task), {
            limits: what.limits,
            basis: {
              from: what.basis,
              reason,
              since: at,
              ...(what.unconfirmed && { unconfirmed: what.unconfirmed }),
            },
          });
        }
        break;
      case 'own task':
      case 'own task removed': {
        const key = what.change === 'own task' ? what.task.key : what.task;
        const others = (own.get(what.station) ?? []).filter((task) => task.key !== key);
        own.set(what.station, what.change === 'own task' ? [...others, what.task] : others);
      }
    }
  }
  return { school, limits, own };
}

/** A task with the limits that are in force for it. */
export type Planned<T> = T & { limits: readonly Limit[]; basis: LimitBasis };

/** Limits a task has under each school. */
export interface Schooled {
  key: string;
  schools: Readonly<Record<School, readonly Limit[]>>;
}

/**
 * The tasks of a station under a plan, those of its kind first, then the shop's own.
 * @param school another school than the plan's, for comparing them
 */
export function plannedTasks<T extends Schooled>(
  plan: CarePlan<T>,
  station: string,
  tasks: readonly T[],
  school = plan.school,
): Planned<T>[] {
  return [...tasks, ...(plan.own.get(station) ?? [])].map((task) => {
    const set = plan.limits.get(place(station, task.key));
    return {
      ...task,
      limits: set?.limits ?? task.schools[school],
      basis: set?.basis ?? { from: 'school', reason: null, since: null },
    };
  });
}
