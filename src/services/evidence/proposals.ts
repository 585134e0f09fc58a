import { inPercent } from '../../core/units/percent';
import { z } from 'zod';
import { ok } from '../../core/units/result';
import { entryData, standingEntries } from '../../records/audit-log';
import { stationById } from '../../records/machines';
import { carePlanFinder, changeLimits, tasksUnder } from '../care/care-plans';
import { refuse, writeEntry, type Outcome, type Shop } from '../shop';
import { id, requiredText, useCase } from '../use-case';
import { keptEvidence, type KeptEvidence } from './reckoned';
import type { IntervalEvidence } from './intervals';

/** An interval with what the shop has said of it since. */
export interface ListedInterval extends IntervalEvidence {
  /** the limit now in force, where it was changed after it was reckoned */
  changedTo: number | null;
  declined: { at: number; person: string; why: string } | null;
  /** whether the proposal waits for the shop's word */
  waits: boolean;
}

/** Findings that must come on top before a declined proposal is made again. */
const moreCycles = 5;

const keyOf = ({ stationId, task }: { stationId: string; task: string }) => `${stationId} ${task}`;

/** What findings say of every limit, as last reckoned, with what became of it since; `null` before the first time. */
export function listedIntervals(
  shop: Shop,
): (Pick<KeptEvidence, 'madeAt' | 'risk' | 'weights'> & { intervals: ListedInterval[] }) | null {
  const kept = keptEvidence(shop);
  if (!kept) return null;
  const declined = new Map(
    standingEntries(shop.db, ['proposal declined']).map((row) => {
      const data = entryData(row, 'proposal declined');
      return [keyOf(data), { row, cycles: data.cycles }] as const;
    }),
  );
  const limitOf = limitFinder(shop);
  return {
    madeAt: kept.madeAt,
    risk: kept.risk,
    weights: kept.weights,
    intervals: kept.intervals.flatMap((one): ListedInterval[] => {
      const limit = limitOf(one);
      // a station or a task that is gone has no limit any more
      if (limit === null) return [];
      const no = declined.get(keyOf(one));
      const stands = no && one.cycles < no.cycles + moreCycles;
      return [
        {
          ...one,
          changedTo: limit === one.limit ? null : limit,
          waits: one.proposed !== null && limit === one.limit && !stands,
          declined: stands
            ? { at: no.row.at, person: no.row.person, why: no.row.note ?? '' }
            : null,
        },
      ];
    }),
  };
}

/** Tells the limit in force of what an interval is about. Asks the book once. */
function limitFinder(shop: Shop) {
  const planOf = carePlanFinder(shop, shop.now());
  const plans = new Map<string, ReturnType<typeof planOf>>();
  return ({ machineId, stationId, task, clock }: IntervalEvidence): number | null => {
    const station = stationById(shop.db, stationId);
    if (!station || station.removedAt !== null) return null;
    if (!plans.has(machineId)) plans.set(machineId, planOf(machineId));
    const listed = tasksUnder(plans.get(machineId)!, station).find(({ key }) => key === task);
    return listed?.limits.find(({ kind }) => kind === clock)?.value ?? null;
  };
}

/** A proposal that waits for the shop's word. */
function requireProposal(
  shop: Shop,
  asked: { stationId: string; task: string },
): Outcome<ListedInterval & { proposed: number }> {
  const found = listedIntervals(shop)?.intervals.find((one) => keyOf(one) === keyOf(asked));
  if (!found || found.proposed === null) return refuse('Nothing is proposed for that task.');
  if (found.changedTo !== null) {
    return refuse('Its limit was changed since this was reckoned. Reckon the evidence anew.');
  }
  return ok({ ...found, proposed: found.proposed });
}

const which = { stationId: id, task: id };

const units = { soil: 'soil h', run: 'h', beam: 'beam h', days: 'days' } as const;

/** "found soiled in 8 of 40; 20 % are by 37 to 49 soil h": what a limit rests on, for the care plan. */
export function basisWords(
  { soiled, cycles, life, clock }: IntervalEvidence,
  risk: number,
): string {
  const figure = (value: number) => Number(value.toPrecision(2));
  return `found soiled in ${soiled} of ${cycles}; ${inPercent(risk)} are by ${figure(life.p10)} to ${figure(life.p90)} ${units[clock]}`;
}

/** Takes a proposed limit into the care plan, with the findings as its basis. */
export const takeProposal = useCase(z.object(which), (shop, actor, asked): Outcome<null> => {
  const found = requireProposal(shop, asked);
  if (!found.ok) return found;
  const { stationId, task, clock, proposed } = found.value;
  const station = stationById(shop.db, stationId)!;
  const plan = carePlanFinder(shop, shop.now(), station.machineId)(station.machineId);
  const listed = tasksUnder(plan, station).find(({ key }) => key === task)!;
  return changeLimits(shop, actor, {
    stationId,
    task,
    limits: listed.limits.map((limit) =>
      limit.kind === clock ? { kind: clock, value: proposed } : limit,
    ),
    basis: 'evidence',
    reason: basisWords(found.value, keptEvidence(shop)!.risk),
  });
});

/** Leaves the limit as it is, with the reason; it is proposed again when more findings have come. */
export const declineProposal = useCase(
  z.object({ ...which, why: requiredText('Say why not: it will be asked again.', 300) }),
  (shop, actor, { why, ...asked }): Outcome<null> => {
    const found = requireProposal(shop, asked);
    if (!found.ok) return found;
    const { machineId, stationId, task, proposed, cycles } = found.value;
    writeEntry(shop, actor, {
      kind: 'proposal declined',
      machineId,
      note: why,
      data: { stationId, task, proposed, cycles },
    });
    return ok(null);
  },
);
