import { isDue } from '../../core/care/due';
import { z } from 'zod';
import { fouledBy } from '../../catalogue/signs';
import { rung } from '../../core/care/depth';
import { deferralRefusal } from '../../core/care/deferral';
import { ok } from '../../core/units/result';
import { stationById } from '../../records/machines';
import { dueMachines, type MachineDue } from './due';
import { readJudgements } from './calls-and-deferrals';
import { refuse, writeEntry, type Outcome, type Shop } from '../shop';
import { id, requiredText, useCase } from '../use-case';

const reason = requiredText('Say why: the reason is kept and shown.', 300);

export const deferSchema = z.object({
  stationId: id,
  task: id,
  reason,
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
export const deferTask = useCase(
  deferSchema,
  (shop, actor, { stationId, task, reason: why, until }): Outcome<{ entryId: string }> => {
    const found = requireDue(shop, stationId, task);
    if (!found.ok) return found;
    const { station, due } = found.value;
    if (!isDue(due.standing.state)) {
      return refuse('It is not due: there is nothing to put off.', 'task');
    }
    const now = shop.now();
    const earlier = readJudgements(shop, now)
      .deferrals(stationId, task)
      .filter(({ at }) => at > due.since);
    const refused = deferralRefusal(due.task.criticality, until, earlier, now);
    if (refused) return refuse(refused, 'until');
    const entryId = writeEntry(shop, actor, {
      kind: 'deferral',
      machineId: station.machineId,
      note: why,
      data: { stationId, task, until },
    });
    return ok({ entryId });
  },
);

export const callSchema = z.object({
  stationId: id,
  task: id,
  sign: reason,
  /** the fault in whose story it was called */
  faultId: id.nullish(),
});

/** Calls a task due before its limits, by a sign somebody noticed; the sign is kept and shown. */
export const callTask = useCase(
  callSchema,
  (shop, actor, { faultId, ...called }): Outcome<{ entryId: string }> => {
    const found = requireDue(shop, called.stationId, called.task);
    if (!found.ok) return found;
    const entryId = writeEntry(shop, actor, {
      kind: 'call',
      machineId: found.value.station.machineId,
      subjectId: faultId ?? null,
      data: called,
    });
    return ok({ entryId });
  },
);

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
          due: isDue(state),
        },
      ];
    })
    .slice(0, suggested);
}
