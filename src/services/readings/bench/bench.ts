import { z } from 'zod';
import { judgeReadDots, limits, readOut, type ReadOut } from '../../../core/readings/read-out';
import { figureOf, readingName, subjectOf, type Reading } from '../../../core/readings/reading';
import { ok } from '../../../core/units/result';
import { millisecondsPerDay } from '../../../core/units/time';
import { entriesBackwards, entryByKey } from '../../../records/audit-log';
import type { EntryData } from '../../../records/audit-log-data';
import { callByReading } from '../../care/call-or-defer';
import { requireMachine } from '../../machines/machines';
import { refuse, writeEntry, type Outcome, type Shop } from '../../shop';
import { id, idempotencyKey, instant, optionalText, useCase } from '../../use-case';
import { readingInput } from './reading-input';

/** A reading of the book. */
export interface KeptReading {
  id: string;
  at: number;
  person: string;
  note: string | null;
  taken: Reading;
  baseline: boolean;
}

/** A reading with what it says, against the baseline of the same before it. */
export interface JudgedReading extends KeptReading, ReadOut {
  subject: string;
  name: string;
  /** `null`: it has no figure to chart */
  figure: { value: number; unit: string } | null;
}

const recordReadingSchema = z.object({
  machineId: id,
  taken: readingInput,
  /** the machine is clean and sound: later readings are held against this one */
  baseline: z.boolean().default(false),
  note: optionalText(500),
  /** left out: now */
  at: instant.optional(),
  key: idempotencyKey,
});
export type ReadingInput = z.input<typeof recordReadingSchema>;

/** Keeps a reading of the bench. One that is off calls what it speaks of. */
export const recordReading = useCase(
  recordReadingSchema,
  (
    shop,
    actor,
    { machineId, taken, baseline, note, at, key },
  ): Outcome<{ id: string } & ReadOut> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    if (at !== undefined && at > shop.now()) return refuse('That lies ahead.', 'at');
    const unusable = unusableWords(taken);
    if (unusable) return refuse(unusable, 'taken');
    const known = entryByKey(shop.db, `reading:${key}`);
    const entryId =
      known?.id ??
      writeEntry(shop, actor, {
        kind: 'reading',
        machineId,
        at,
        key: `reading:${key}`,
        note,
        data: { taken, baseline },
      });
    const judged = readingsOf(shop, machineId).find((one) => one.id === entryId)!;
    if (!known && judged.state === 'off') {
      const kinds = spokenOf(taken);
      const sign = `${judged.name}: ${judged.words}`;
      callByReading(shop, actor, { machineId, kinds, sign, at: judged.at });
    }
    return ok({ id: entryId, state: judged.state, words: judged.words });
  },
);

/** Why a reading says nothing although each of its figures could be. */
function unusableWords(taken: Reading): string | null {
  if (taken.instrument === 'dots') {
    try {
      judgeReadDots(taken);
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      return 'These places do not tell two mirrors apart: fire dots that differ both ways across the bed.';
    }
  }
  if (taken.instrument === 'draught' && taken.velocities.every((one) => one === 0)) {
    return 'No air anywhere: is the fan on, and the anemometer the right way round?';
  }
  return null;
}

/** Kinds of station whose cleaning a reading calls when it is off. Wind is no dirt, and a mirror out of line is none. */
function spokenOf(taken: Reading): readonly string[] {
  switch (taken.instrument) {
    case 'draught':
    case 'tissue':
      return taken.wind ? [] : airKinds;
    case 'clearing':
      return airKinds;
    case 'filter':
      return ['filter'];
    case 'coolant':
      return (taken.conductivity ?? 0) > limits.conductivity ? ['coolant'] : [];
    default:
      return [];
  }
}

const airKinds: readonly string[] = ['outlet-fan', 'inline-fan', 'duct', 'filter'];

/** Readings of a machine that are looked through. */
const readingsRead = 400;
/** Belts that were plucked and corners that were watched within it are held against each other. */
const sameDay = millisecondsPerDay;

/** The readings of a machine, oldest first, each against the baseline of the same before it. */
export function readingsOf(
  shop: Pick<Shop, 'db'>,
  machineId: string,
  until?: number,
): JudgedReading[] {
  const kept: KeptReading[] = [];
  for (const row of entriesBackwards(shop.db, 'reading', machineId, until)) {
    if (kept.length >= readingsRead) break;
    // written by us, and checked then
    const { taken, baseline } = row.data as EntryData<'reading'>;
    kept.push({ id: row.id, at: row.at, person: row.person, note: row.note, taken, baseline });
  }
  return judged(kept.reverse());
}

function judged(kept: readonly KeptReading[]): JudgedReading[] {
  const baselines = new Map<string, Reading>();
  const last = new Map<string, { at: number; taken: Reading }>();
  return kept.map((one) => {
    const { taken, at } = one;
    const subject = subjectOf(taken);
    const beside = [...last]
      .filter(([other, one]) => other !== subject && at - one.at <= sameDay)
      .map(([, one]) => one.taken);
    const out = readOut(taken, baselines.get(subject) ?? null, beside);
    if (one.baseline) baselines.set(subject, taken);
    last.set(subject, { at, taken });
    return {
      ...one,
      ...(one.baseline && out.state === 'first' ? { ...out, state: 'as it was' as const } : out),
      subject,
      name: readingName(taken),
      figure: figureOf(taken),
    };
  });
}

/** The last reading of each subject of a machine, the newest first. */
export function latestReadings(readings: readonly JudgedReading[]): JudgedReading[] {
  const latest = new Map<string, JudgedReading>();
  for (const one of readings) latest.set(one.subject, one);
  return [...latest.values()].sort((a, b) => b.at - a.at);
}
