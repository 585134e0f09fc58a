import { z } from 'zod';
import { openings } from '../../catalogue/openings';
import { stationKind } from '../../catalogue/catalogue';
import { limitSchema, proofIds, taskSchema, type CatalogueTask } from '../../catalogue/schema';
import {
  bases,
  carePlanAt,
  plannedTasks,
  type CarePlan,
  type DatedChange,
  type Planned,
  type CarePlanChange,
} from '../../core/care/plan';
import type { Limit } from '../../core/care/care';
import { schools, type School } from '../../core/care/schools';
import { groupBy } from '../../core/units/group-by';
import { ok } from '../../core/units/result';
import { slugOf } from '../../core/units/slug';
import { entryData, standingEntries } from '../../records/audit-log';
import type { EntryData } from '../../records/audit-log-data';
import { listStations, stationById, type StationRow } from '../../records/machines';
import { requireMachine } from '../machines/machines';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { id, instant, optionalText, useCase } from '../use-case';

/** A care task with the limits in force for it. */
export type PlannedTask = Planned<CatalogueTask>;

/** Whether a task belongs to every single job rather than to the technician's round. */
export function followsEveryJob({ limits }: { limits: readonly Limit[] }): boolean {
  return limits.some(({ kind, value, notBefore }) => kind === 'jobs' && value <= 1 && !notBefore);
}

const noChanges: DatedChange<CatalogueTask>[] = [];

/** What the book has of the care plans, by machine, in order. */
function planChanges(shop: Pick<Shop, 'db'>, machineId?: string) {
  const rows = standingEntries(shop.db, ['care plan'], machineId ? { machineId } : {});
  return new Map(
    [...groupBy(rows, (row) => row.machineId!)].map(([id, some]) => [
      id,
      some.map((row): DatedChange<CatalogueTask> => ({
        at: row.at,
        reason: row.note,
        what: entryData(row, 'care plan') as CarePlanChange<CatalogueTask>,
      })),
    ]),
  );
}

/** Tells the plan of each machine in force at an instant. Asks the book once. */
export function carePlanFinder(
  shop: Pick<Shop, 'db'>,
  instant: number,
  machineId?: string,
): (machineId: string) => CarePlan<CatalogueTask> {
  const changes = planChanges(shop, machineId);
  return (id) => carePlanAt(changes.get(id) ?? noChanges, instant);
}

/** The tasks of a station in force at an instant. */
export function stationTasks(
  shop: Pick<Shop, 'db'>,
  station: StationRow,
  instant: number,
): PlannedTask[] {
  return tasksUnder(carePlanFinder(shop, instant, station.machineId)(station.machineId), station);
}

/** The tasks of a station under a plan. */
export function tasksUnder(
  plan: CarePlan<CatalogueTask>,
  station: Pick<StationRow, 'id' | 'kind'>,
  school?: School,
): PlannedTask[] {
  return plannedTasks(plan, station.id, stationKind(station.kind).tasks, school);
}

/**
 * Tells a task by its station and key, those the shop added and took away again too: for reading what
 * the book says of it. Asks the book once.
 */
export function taskReader(shop: Pick<Shop, 'db'>) {
  const own = new Map<string, CatalogueTask>();
  for (const changes of planChanges(shop).values()) {
    for (const { what } of changes) {
      if (what.change === 'own task') own.set(`${what.station} ${what.task.key}`, what.task);
    }
  }
  return (station: Pick<StationRow, 'id' | 'kind'>, key: string): CatalogueTask | null =>
    stationKind(station.kind).tasks.find((task) => task.key === key) ??
    own.get(`${station.id} ${key}`) ??
    null;
}

/** When a change takes effect and why. */
const effect = {
  /** UTC milliseconds; left out: now */
  from: instant.optional(),
  reason: optionalText(300),
};
export interface Effect {
  from?: number | undefined;
  reason: string | null;
}

function note(
  shop: Shop,
  actor: Actor,
  machineId: string,
  { from, reason }: Effect,
  data: EntryData<'care plan'>,
): string {
  return writeEntry(shop, actor, {
    kind: 'care plan',
    machineId,
    at: from,
    note: reason,
    data,
  });
}

/** Chooses the school whose limits a machine is cared for by. Limits of the shop's own stay. */
export const changeSchool = useCase(
  z.object({
    machineId: id,
    school: z.enum(schools, `The schools are ${schools.join(', ')}.`),
    ...effect,
  }),
  (shop, actor, { machineId, school, ...effect }): Outcome<null> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    note(shop, actor, machine.value.id, effect, { change: 'school', school });
    return ok(null);
  },
);

const limitsSchema = z
  .array(
    limitSchema.extend({
      value: z
        .number('Each limit is a number above 0.')
        .positive('Each limit is a number above 0.'),
    }),
    'A task needs at least one limit.',
  )
  .min(1, 'A task needs at least one limit: without one it would never be due.')
  .max(5, 'At most 5 limits.')
  .refine(
    (limits) => new Set(limits.map(({ kind }) => kind)).size === limits.length,
    'One limit of a kind is enough.',
  )
  .refine(
    (limits) => limits.some(({ notBefore }) => !notBefore),
    'One limit at least must make it due: the others only say how soon it may be.',
  );

function requireTask(shop: Shop, stationId: string, key: string) {
  const station = stationById(shop.db, stationId);
  if (!station || station.removedAt !== null) {
    return refuse('That station is no longer there.', 'station');
  }
  const task = stationTasks(shop, station, shop.now()).find((one) => one.key === key);
  return task
    ? ok({ station, task })
    : refuse(`${station.name} has no task "${key}" in its plan.`, 'task');
}

/** Sets the limits of a task, or goes back to those of the school. The reason is kept. */
export const changeLimits = useCase(
  z.object({
    stationId: id,
    task: id,
    /** `null`: those of the school again */
    limits: limitsSchema.nullable(),
    basis: z.enum(bases, `The basis is one of ${bases.join(', ')}.`).default('shop'),
    /** what somebody else says, until it is confirmed */
    other: limitsSchema.nullish(),
    /** who says the limits, and who says the others */
    saidBy: optionalText(80),
    otherBy: optionalText(80),
    ...effect,
  }),
  (shop, actor, input): Outcome<null> => {
    const { stationId, task, limits, basis, other, saidBy, otherBy, ...effect } = input;
    const found = requireTask(shop, stationId, task);
    if (!found.ok) return found;
    if (limits !== null && !effect.reason) {
      return refuse('Say why these limits: whoever reads the plan next year will ask.', 'reason');
    }
    if (other && limits !== null) {
      if (!saidBy) return refuse('Say who says these limits.', 'saidBy');
      if (!otherBy) return refuse('Say who says otherwise.', 'otherBy');
      if (sameLimits(limits, other)) {
        return refuse('Both say the same: there is nothing to confirm.', 'other');
      }
    }
    note(shop, actor, found.value.station.machineId, effect, {
      change: 'limits',
      station: stationId,
      task,
      limits,
      basis,
      ...(other && limits && { unconfirmed: { by: saidBy!, other, otherBy: otherBy! } }),
    });
    return ok(null);
  },
);

const sameLimits = (one: readonly Limit[], other: readonly Limit[]) =>
  one.length === other.length &&
  one.every(({ kind, value, notBefore }) =>
    other.some((o) => o.kind === kind && o.value === value && o.notBefore === notBefore),
  );

const lines = z.array(z.string().trim().min(1).max(400)).max(30).default([]);

/** A task of the shop's own, as a form sends it. */
export const ownTaskSchema = taskSchema
  .pick({ name: true, depth: true, group: true, criticality: true })
  .extend({
    name: z.string().trim().min(3, 'Name it in a few words.').max(60),
    limits: limitsSchema,
    minutes: z.number().int('Whole minutes.').min(1, 'At least 1 minute.').max(600),
    note: z.string().trim().max(300).default(''),
    /** how it is done, a step a line; left out: its note */
    steps: lines,
    /** what is done after its wait */
    finishing: lines,
    waitMinutes: z.number().int('Whole minutes.').min(0).max(2880, 'At most two days.').default(0),
    finishMinutes: z.number().int('Whole minutes.').min(0).max(600).default(0),
    wait: z.string().trim().max(40).default(''),
    stop: z.string().trim().max(300).default(''),
    proofs: z.array(z.enum(proofIds)).max(8).default([]),
    tools: z.array(z.string().trim().min(1).max(80)).max(30).default([]),
    dusty: z.boolean().default(false),
    glass: z.boolean().default(false),
    opening: z.enum(openings.map(({ id }) => id) as [string, ...string[]]).default('lid-only'),
  });

/** Adds a care task of the shop's own to a station. Its limits hold under every school. */
export const addOwnTask = useCase(
  ownTaskSchema.extend({ stationId: id, ...effect }),
  (
    shop,
    actor,
    { stationId, from, reason, name, limits, minutes, note: how, ...input },
  ): Outcome<CatalogueTask> => {
    const { steps, finishing, waitMinutes, finishMinutes, wait, stop, proofs, dusty, glass } =
      input;
    const { depth, group, criticality, opening, tools } = input;
    if (finishing.length > 0 && finishMinutes === 0) {
      return refuse('Say how many minutes its end takes.', 'finishMinutes');
    }
    if (dusty && glass) {
      return refuse('Glass comes after all dust: a task is one or the other.', 'glass');
    }
    const station = stationById(shop.db, stationId);
    if (!station || station.removedAt !== null) {
      return refuse('That station is no longer there.', 'station');
    }
    const key = slugOf(name);
    if (!key) return refuse('Name it with letters.', 'name');
    if (stationTasks(shop, station, Infinity).some((task) => task.key === key)) {
      return refuse(`${station.name} has a task of that name already.`, 'name');
    }
    const task: CatalogueTask = {
      key,
      name,
      depth,
      group,
      criticality,
      opening,
      schools: { little: limits, meter: limits, calendar: limits, combined: limits },
      minutes: { active: minutes, passive: waitMinutes, finishing: finishMinutes },
      tools: tools.length > 0 ? tools : ['as the shop does it'],
      cautions: [],
      note: how || 'A task of this shop.',
      lookOnly: depth === 'inspect',
      ...(steps.length > 0 && {
        own: { steps, finishing, wait, stop, proofs, dusty, glass },
      }),
    };
    note(
      shop,
      actor,
      station.machineId,
      { from, reason },
      { change: 'own task', station: stationId, task },
    );
    return ok(task);
  },
);

/** Takes a task of the shop's own out of the plan; what was done stays in the book. */
export const removeOwnTask = useCase(
  z.object({ stationId: id, task: id, ...effect }),
  (shop, actor, { stationId, task: key, ...effect }): Outcome<null> => {
    const found = requireTask(shop, stationId, key);
    if (!found.ok) return found;
    const { station, task } = found.value;
    if (stationKind(station.kind).tasks.some((one) => one.key === key)) {
      return refuse(`${task.name} belongs to the kind of station: set its limits instead.`, 'task');
    }
    note(shop, actor, station.machineId, effect, {
      change: 'own task removed',
      station: stationId,
      task: key,
    });
    return ok(null);
  },
);

/** What a copy of a plan changed. */
export interface CarePlanCopied {
  changes: number;
  /** stations of the source that the target does not have */
  left: string[];
}

/** Copies the plan in force from one machine to another: school, limits and own tasks, by station. */
export const copyCarePlan = useCase(
  z.object({ fromId: id, toId: id }),
  (shop, actor, { fromId, toId }): Outcome<CarePlanCopied> => {
    const from = requireMachine(shop, fromId);
    if (!from.ok) return from;
    const to = requireMachine(shop, toId);
    if (!to.ok) return to;
    if (from.value.id === to.value.id) return refuse('Choose another machine to copy to.', 'to');
    const now = shop.now();
    const find = carePlanFinder(shop, now);
    const plan = find(from.value.id);
    const target = find(to.value.id);
    const theirs = new Map(listStations(shop.db, to.value.id).map((row) => [row.slug, row]));
    const effect: Effect = { reason: `copied from ${from.value.nickname}` };
    const copied: CarePlanCopied = { changes: 0, left: [] };
    const put = (data: EntryData<'care plan'>) => {
      note(shop, actor, to.value.id, effect, data);
      copied.changes += 1;
    };
    if (target.school !== plan.school) put({ change: 'school', school: plan.school });
    for (const station of listStations(shop.db, from.value.id)) {
      const own = plan.own.get(station.id) ?? [];
      const set = tasksUnder(plan, station).filter(({ basis }) => basis.from !== 'school');
      if (own.length + set.length === 0) continue;
      const twin = theirs.get(station.slug);
      if (!twin) {
        copied.left.push(station.name);
        continue;
      }
      const kinds = new Set(stationKind(twin.kind).tasks.map(({ key }) => key));
      for (const task of own) {
        if (!kinds.has(task.key)) put({ change: 'own task', station: twin.id, task });
      }
      for (const { key, limits, basis } of set) {
        const known =
          own.some((task) => task.key === key) ||
          tasksUnder(target, twin).some((t) => t.key === key);
        if (!known || basis.from === 'school') continue; // the second narrows the type
        put({
          change: 'limits',
          station: twin.id,
          task: key,
          limits: [...limits],
          basis: basis.from,
        });
      }
    }
    return ok(copied);
  },
);

/** One line of a plan's history. */
export interface CarePlanLine {
  id: string;
  at: number;
  recordedAt: number;
  person: string;
  reason: string | null;
  what: CarePlanChange<CatalogueTask>;
}

/** Every change of a machine's plan, newest first. */
export function carePlanHistory(shop: Shop, machineId: string): CarePlanLine[] {
  return standingEntries(shop.db, ['care plan'], { machineId })
    .map((row) => ({
      id: row.id,
      at: row.at,
      recordedAt: row.recordedAt,
      person: row.person,
      reason: row.note,
      what: entryData(row, 'care plan') as CarePlanChange<CatalogueTask>,
    }))
    .reverse();
}
