import { z } from 'zod';
import { calledAtOnce, fouledBy, signWords } from '../../catalogue/signs';
import type { CareGroup, Finding } from '../../core/care/care';
import { isDue } from '../../core/care/due';
import { rung } from '../../core/care/depth';
import { deferralRefusal } from '../../core/care/deferral';
import { ok } from '../../core/units/result';
import { cleanedAt } from '../../records/care';
import { stationById } from '../../records/machines';
import { followsEveryJob } from './care-plans';
import { dueMachines, type MachineDue, type StationDue, type TaskDue } from './due';
import { readJudgements } from './calls-and-deferrals';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
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

/** The lightest cleaning of a station, or `null` where it has none. */
function lightestCleaning({ tasks }: StationDue): TaskDue | null {
  const [lightest] = tasks
    .filter(({ task }) => (rung(task.depth) ?? 0) > 0)
    .sort((a, b) => rung(a.task.depth)! - rung(b.task.depth)!);
  return lightest ?? null;
}

const ofKinds = ({ stations }: MachineDue, kinds: readonly string[]) =>
  kinds.flatMap((kind) => stations.filter((station) => station.kind === kind));

/** The cleanings of a machine that signs may call for: the lightest at each likely station. */
export function suggestedCalls(machine: MachineDue, signIds: readonly string[]): SuggestedCall[] {
  return ofKinds(machine, fouledBy(signIds))
    .flatMap((station): SuggestedCall[] => {
      const due = lightestCleaning(station);
      if (!due) return [];
      return [
        {
          stationId: station.id,
          station: station.name,
          task: due.task.key,
          name: due.task.name,
          used: due.standing.used,
          due: isDue(due.standing.state),
        },
      ];
    })
    .slice(0, suggested);
}

/** Calls the lightest cleaning of stations where nothing calls it yet. */
function callLightest(
  shop: Shop,
  actor: Actor,
  stations: readonly StationDue[],
  called: { machineId: string; sign: string; at: number; subjectId: string | null },
): void {
  const { machineId, sign, at, subjectId } = called;
  for (const station of stations) {
    const due = lightestCleaning(station);
    if (!due || due.call !== null) continue;
    const data = { stationId: station.id, task: due.task.key, sign };
    writeEntry(shop, actor, { kind: 'call', machineId, at, subjectId, data });
  }
}

/** Calls what the signs of a fault call by themselves. The caller holds the transaction. */
export function callBySigns(
  shop: Shop,
  actor: Actor,
  fault: { id: string; machineId: string; signs: readonly string[]; at: number },
): void {
  const kinds = calledAtOnce(fault.signs);
  const machine = kinds.length > 0 && dueMachines(shop, shop.now(), fault.machineId)[0];
  if (!machine) return;
  const { machineId, at, id: subjectId } = fault;
  const sign = signWords(fault.signs);
  callLightest(shop, actor, ofKinds(machine, kinds), { machineId, sign, at, subjectId });
}

/** Calls the lightest cleaning at stations of some kinds, by what was measured. The caller holds the transaction. */
export function callByReading(
  shop: Shop,
  actor: Actor,
  called: { machineId: string; kinds: readonly string[]; sign: string; at: number },
): void {
  const machine = dueMachines(shop, shop.now(), called.machineId)[0];
  if (!machine) return;
  const { machineId, kinds, sign, at } = called;
  callLightest(shop, actor, ofKinds(machine, kinds), { machineId, sign, at, subjectId: null });
}

const dirty: readonly Finding[] = ['soiled', 'caked'];

/** Groups of the round that a dirty frame speaks of. */
const roundGroups: readonly CareGroup[] = ['optics', 'bed', 'motion', 'air'];

/**
 * A frame found dirty calls the round: when the frame is dirty the rest is too. Not what was cleaned since the frame
 * was wiped before, nor what follows every job. Common practice, no source. The caller holds the transaction.
 */
export function callRound(
  shop: Shop,
  actor: Actor,
  care: { stationId: string; at: number; finding: Finding | null },
): void {
  const { at, finding } = care;
  const frame = stationById(shop.db, care.stationId);
  if (frame?.kind !== 'frame' || finding === null || !dirty.includes(finding)) return;
  const machine = dueMachines(shop, shop.now(), frame.machineId)[0];
  if (!machine) return;
  const [before] = cleanedAt(shop.db, [frame.id], 0)
    .filter((wiped) => wiped < at)
    .slice(-1);
  const round = machine.stations.filter((station) => {
    const due = lightestCleaning(station);
    return (
      due !== null &&
      station.id !== frame.id &&
      roundGroups.includes(due.task.group) &&
      !followsEveryJob(due.task) &&
      !station.tasks.some(({ since, everReset }) => everReset && since > (before ?? -Infinity))
    );
  });
  const sign = `frame found ${finding}`;
  const { machineId } = frame;
  callLightest(shop, actor, round, { machineId, sign, at, subjectId: null });
}
