import { z } from 'zod';
import { fouledBy } from '../../catalogue/signs';
import { rung } from '../../core/care/depth';
import { deferralRefusal } from '../../core/care/deferral';
import { ok } from '../../core/units/result';
import { write } from '../../records/database';
import { stationById } from '../../records/machines';
import { dueMachines, type MachineDue } from './due';
import { readJudgements } from './calls-and-deferrals';
import { firstRefusal, refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';

const reasonSchema = z
  .string()
  .trim()
  .min(1, 'Say why: the reason is kept and shown.')
  .max(300, 'At most 300 characters.');

export const deferSchema = z.object({
  stationId: z.string(),
  task: z.string(),
  reason: reasonSchema,
  until: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('date'), at: z.number('Give a date.').int() }),
    z.object({
      kind: z.literal('run'),
      hours: z.number('Give run hours.').positive('Give run hours above 0.'),
    }),
  ]),
});

function requireDue(shop: Shop, stationId: string, key: string) {
  const station = stationById(shop.db, stationId);
  const due = station && dueMachines(shop, shop.now(), station.machineId)[0];
  const task = due?.stations
    .find(({ id }) => id === stationId)
    ?.tasks.find(({ task: { key: one } }) => one === key);
  return task
    ? ok({ station: station!, due: task })
    : refuse('That task is no longer there.', 'task');
}

/** Puts a task off until a time or for so many run hours, with the reason. */
export function deferTask(
  shop: Shop,
  actor: Actor,
  input: z.input<typeof deferSchema>,
): Outcome<{ entryId: string }> {
  const parsed = deferSchema.safeParse(input);
  if (!parsed.success) return firstRefusal(parsed.error);
  const { stationId, task, reason, until } = parsed.data;
  const found = requireDue(shop, stationId, task);
  if (!found.ok) return found;
  const { station, due } = found.value;
  if (due.standing.state === 'clear' || due.standing.state === 'soon') {
    return refuse('It is not due: there is nothing to put off.', 'task');
  }
  const now = shop.now();
  const earlier = readJudgements(shop, now)
    .deferrals(stationId, task)
    .filter(({ at }) => at > due.since);
  const refused = deferralRefusal(due.task.criticality, until, earlier, now);
  if (refused) return refuse(refused, 'until');
  const entryId = write(shop.db, () =>
    writeEntry(shop, actor, {
      kind: 'deferral',
      machineId: station.machineId,
      note: reason,
      data: { stationId, task, until },
    }),
  );
  return ok({ entryId });
}

export const callSchema = z.object({
  stationId: z.string(),
  task: z.string(),
  sign: reasonSchema,
});

/** Calls a task due before its limits, by a sign somebody noticed; the sign is kept and shown. */
export function callTask(
  shop: Shop,
  actor: Actor,
  input: z.input<typeof callSchema>,
  subjectId: string | null = null,
): Outcome<{ entryId: string }> {
  const parsed = callSchema.safeParse(input);
  if (!parsed.success) return firstRefusal(parsed.error);
  const found = requireDue(shop, parsed.data.stationId, parsed.data.task);
  if (!found.ok) return found;
  const entryId = write(shop.db, () =>
    writeEntry(shop, actor, {
      kind: 'call',
      machineId: found.value.station.machineId,
      subjectId,
      data: parsed.data,
    }),
  );
  return ok({ entryId });
}

/** A cleaning that a reported sign may call for. */
export interface SuggestedCall {
  stationId: string;
  station: string;
  task: string;
  name: string;
  used: number;
  /** it is due or called already */
  due: boolean;
}

const suggested = 4;

/** The cleanings of a machine that signs may call for: the shallowest at each likely station. */
export function suggestedCalls(machine: MachineDue, signIds: readonly string[]): SuggestedCall[] {
  return fouledBy(signIds)
    .flatMap((kind) => machine.stations.filter((station) => station.kind === kind))
    .flatMap((station): SuggestedCall[] => {
      const [task] = station.tasks
        .filter((one) => (rung(one.task.depth) ?? 0) > 0)
        .sort((a, b) => rung(a.task.depth)! - rung(b.task.depth)!);
      if (!task) return [];
      const { state, used } = task.standing;
      return [
        {
          stationId: station.id,
          station: station.name,
          task: task.task.key,
          name: task.task.name,
          used,
          due: state === 'due' || state === 'past due',
        },
      ];
    })
    .slice(0, suggested);
}
