import { z } from 'zod';
import { causeWords } from '../catalogue/causes';
import { dangers, findSign, reportedDanger, signs, type Danger } from '../catalogue/signs';
import { faultTimes, type FaultTimes } from '../core/reliability/fault-times';
import { groupBy } from '../core/units/group-by';
import { ok } from '../core/units/result';
import {
  entriesAbout,
  entryById,
  entryByKey,
  entryData,
  insertDataEntry,
  standingEntries,
  strikesOf,
  type EntryRow,
} from '../records/book';
import { write } from '../records/database';
import type { EntryData } from '../records/entry-data';
import { photosOf } from '../records/photos';
import { openFault } from './damage';
import { activeHolds, releaseHoldEntry } from './holds';
import { nicknameOf } from './sessions';
import { requireMachine } from './machines';
import { readMaterial } from './session-input';
import { problem, stamp, type Actor, type Outcome, type Shop } from './shop';
import { shopMaterials } from './soil-book';

const signIds = signs.map(({ id }) => id) as [string, ...string[]];

export const reportSchema = z
  .object({
    machineId: z.string().min(1, 'Choose a machine.'),
    signs: z.array(z.enum(signIds)).min(1, 'Choose at least one sign.').max(8),
    /** may raise the danger of the signs, never lower it */
    danger: z
      .enum(dangers)
      .nullish()
      .transform((danger) => danger ?? null),
    note: z
      .string()
      .trim()
      .max(1000, 'At most 1000 characters.')
      .nullish()
      .transform((t) => t || null),
    material: z
      .string()
      .trim()
      .max(60)
      .nullish()
      .transform((t) => t || null),
    stillHappens: z
      .boolean()
      .nullish()
      .transform((still) => still ?? null),
    key: z.string().min(8).max(120),
  })
  .refine((report) => report.note !== null || report.signs.some((id) => id !== 'other'), {
    path: ['note'],
    message: 'Say in words what is wrong.',
  });
export type ReportInput = z.input<typeof reportSchema>;

/** What became of a report. */
export interface Reported {
  faultId: string;
  danger: Danger;
  held: boolean;
}

/** Reports a fault: opens its story and, for dangers that stop work, puts the machine on hold. */
export function reportFault(shop: Shop, actor: Actor, input: unknown): Outcome<Reported> {
  const parsed = reportSchema.safeParse(input);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return problem(issue.message, String(issue.path[0] ?? ''));
  }
  const report = parsed.data;
  const machine = requireMachine(shop, report.machineId);
  if (!machine.ok) return machine;
  const danger = reportedDanger(report.signs, report.danger);
  const held = danger === 'stop' || danger === 'pause';
  const key = `fault:${report.key}`;
  const known = entryByKey(shop.db, key);
  if (known) return ok({ faultId: known.id, danger, held });
  // A material that is not in the table is kept as written: a report must not fail over a word.
  const material = readMaterial(report.material, shopMaterials(shop));
  const faultId = write(shop.db, () =>
    openFault(shop, actor, {
      machineId: machine.value.id,
      at: shop.now(),
      signs: report.signs,
      danger,
      note: report.note,
      material: 'name' in material ? material.name : report.material,
      stillHappens: report.stillHappens,
      key,
    }),
  );
  return ok({ faultId, danger, held });
}

/** One step of a fault's story. */
export interface FaultStep {
  id: string;
  at: number;
  person: string;
  kind: 'diagnosis' | 'repair' | 'proof' | 'closed';
  title: string;
  note: string | null;
  passed: boolean | null;
  struck: boolean;
  photos: string[];
}

/** A fault with its whole story. */
export interface Fault {
  id: string;
  machineId: string;
  machine: string;
  at: number;
  person: string;
  source: string;
  signs: string[];
  danger: Danger;
  note: string | null;
  material: string | null;
  stillHappens: boolean | null;
  photos: string[];
  steps: FaultStep[];
  closedAs: EntryData<'fault closed'>['as'] | null;
  duplicateOf: string | null;
  holdIds: string[];
  times: FaultTimes;
  stage: 'reported' | 'diagnosed' | 'repaired' | 'proved' | 'closed';
}

const stepKinds = {
  'fault diagnosis': 'diagnosis',
  'fault repair': 'repair',
  'fault proof': 'proof',
  'fault closed': 'closed',
} as const;

function stepTitle(row: EntryRow): string {
  switch (row.kind) {
    case 'fault diagnosis':
      return causeWords(entryData(row, 'fault diagnosis').cause);
    case 'fault repair': {
      const { action, part, minutes } = entryData(row, 'fault repair');
      return [action, part, `${minutes} min hands-on`].filter(Boolean).join(', ');
    }
    case 'fault proof': {
      const { tested, passed } = entryData(row, 'fault proof');
      return `${tested}: ${passed ? 'passed' : 'failed'}`;
    }
    case 'fault closed':
      return entryData(row, 'fault closed').as;
    default:
      return row.kind;
  }
}

/** The sign's words as shown in lists. */
export function signWords(ids: readonly string[]): string {
  return ids.map((id) => findSign(id)?.words ?? id).join('; ');
}

function buildFaults(shop: Shop, rows: EntryRow[]): Fault[] {
  const now = shop.now();
  const about = entriesAbout(
    shop.db,
    rows.map(({ id }) => id),
  );
  const struck = strikesOf(
    shop.db,
    about.map(({ id }) => id),
  );
  const holds = about.filter(({ kind }) => kind === 'hold');
  const releases = entriesAbout(
    shop.db,
    holds.map(({ id }) => id),
  );
  const photos = groupBy(
    photosOf(
      shop.db,
      [...rows, ...about].map(({ id }) => id),
    ),
    ({ entryId }) => entryId,
  );
  const photoIds = (id: string) => (photos.get(id) ?? []).map((photo) => photo.id);
  return rows.map((row) => {
    const data = entryData(row, 'fault');
    const own = about.filter(({ subjectId }) => subjectId === row.id);
    const steps = own.flatMap((step): FaultStep[] => {
      if (!(step.kind in stepKinds)) return [];
      const kind = stepKinds[step.kind as keyof typeof stepKinds];
      return [
        {
          id: step.id,
          at: step.at,
          person: step.person,
          kind,
          title: stepTitle(step),
          note: step.note,
          passed: step.kind === 'fault proof' ? entryData(step, 'fault proof').passed : null,
          struck: struck.has(step.id),
          photos: photoIds(step.id),
        },
      ];
    });
    const standing = steps.filter((step) => !step.struck);
    const closing = own.find(({ kind, id }) => kind === 'fault closed' && !struck.has(id)) ?? null;
    const closed = closing ? entryData(closing, 'fault closed') : null;
    const ownHolds = own.filter(({ kind }) => kind === 'hold');
    const repairs = own.filter(({ kind, id }) => kind === 'fault repair' && !struck.has(id));
    return {
      id: row.id,
      machineId: row.machineId!,
      machine: nicknameOf(shop, row.machineId!),
      at: row.at,
      person: row.person,
      source: row.source,
      signs: data.signs,
      danger: data.danger,
      note: row.note,
      material: data.material,
      stillHappens: data.stillHappens,
      photos: photoIds(row.id),
      steps,
      closedAs: closed?.as ?? null,
      duplicateOf: closed?.duplicateOf ?? null,
      holdIds: ownHolds
        .filter(({ id }) => !releases.some((release) => release.subjectId === id))
        .map(({ id }) => id),
      times: faultTimes(
        {
          reportedAt: row.at,
          firstStepAt: standing[0]?.at ?? null,
          closedAt: closing?.at ?? null,
          repairMinutes: repairs.map((repair) => entryData(repair, 'fault repair').minutes),
          holds: ownHolds.map(({ id, at }) => ({
            from: at,
            to: releases.find((release) => release.subjectId === id)?.at ?? null,
          })),
        },
        now,
      ),
      stage: stageOf(standing),
    };
  });
}

/** How far a story has come: the last step that stands decides; a failed proof goes back a step. */
function stageOf(steps: FaultStep[]): Fault['stage'] {
  const last = steps.at(-1);
  if (!last) return 'reported';
  switch (last.kind) {
    case 'diagnosis':
      return 'diagnosed';
    case 'repair':
      return 'repaired';
    case 'proof':
      return last.passed ? 'proved' : 'diagnosed';
    case 'closed':
      return 'closed';
  }
}

/** A fault with its story, or `null`. */
export function readFault(shop: Shop, id: string): Fault | null {
  const row = entryById(shop.db, id);
  return row?.kind === 'fault' ? buildFaults(shop, [row])[0]! : null;
}

/** The faults not yet closed, gravest first, then oldest. */
export function openFaults(shop: Shop, machineId?: string): Fault[] {
  const where = machineId ? { machineId } : {};
  const closed = new Set(
    standingEntries(shop.db, ['fault closed'], where).map(({ subjectId }) => subjectId),
  );
  const open = standingEntries(shop.db, ['fault'], where).filter(({ id }) => !closed.has(id));
  return buildFaults(shop, open).sort(
    (a, b) => dangers.indexOf(a.danger) - dangers.indexOf(b.danger) || a.at - b.at,
  );
}

/** The last closed faults, newest closing first. */
export function closedFaults(shop: Shop, limit: number, machineId?: string): Fault[] {
  const closings = standingEntries(shop.db, ['fault closed'], machineId ? { machineId } : {})
    .reverse()
    .slice(0, limit);
  const rows = closings.flatMap(({ subjectId }) => entryById(shop.db, subjectId!) ?? []);
  return buildFaults(shop, rows);
}

function requireOpenFault(shop: Shop, id: string): Outcome<Fault> {
  const fault = readFault(shop, id);
  if (!fault) return problem('That fault is not in the book.');
  if (fault.closedAs) return problem('That fault has been closed already.');
  return ok(fault);
}

const longText = z
  .string()
  .trim()
  .max(1000)
  .nullish()
  .transform((text) => text || null);

export const diagnosisSchema = z.object({
  faultId: z.string(),
  cause: z.string().trim().min(1, 'Choose a cause or write one.').max(200),
  note: longText,
});

export const repairSchema = z.object({
  faultId: z.string(),
  action: z.string().trim().min(1, 'Say what was done.').max(200),
  part: z
    .string()
    .trim()
    .max(120)
    .nullish()
    .transform((text) => text || null),
  minutes: z.number('Give the minutes.').int().min(0).max(10_000),
  note: longText,
});

export const proofSchema = z.object({
  faultId: z.string(),
  tested: z.string().trim().min(1, 'Say what was tested.').max(200),
  passed: z.boolean(),
  note: longText,
});

export const closingSchema = z.object({
  faultId: z.string(),
  as: z.enum(['fixed', 'not reproduced', 'duplicate', 'no fault']),
  duplicateOf: z
    .string()
    .nullish()
    .transform((id) => id || null),
  note: longText,
});

export function diagnoseFault(
  shop: Shop,
  actor: Actor,
  input: z.input<typeof diagnosisSchema>,
): Outcome<string> {
  const parsed = diagnosisSchema.safeParse(input);
  if (!parsed.success) return schemaProblem(parsed.error);
  const { faultId, cause, note } = parsed.data;
  const fault = requireOpenFault(shop, faultId);
  if (!fault.ok) return fault;
  return ok(
    write(shop.db, () =>
      insertDataEntry(shop.db, {
        kind: 'fault diagnosis',
        machineId: fault.value.machineId,
        subjectId: faultId,
        ...stamp(shop, actor),
        note,
        data: { cause },
      }),
    ),
  );
}

export function repairFault(
  shop: Shop,
  actor: Actor,
  input: z.input<typeof repairSchema>,
): Outcome<string> {
  const parsed = repairSchema.safeParse(input);
  if (!parsed.success) return schemaProblem(parsed.error);
  const { faultId, note, ...data } = parsed.data;
  const fault = requireOpenFault(shop, faultId);
  if (!fault.ok) return fault;
  return ok(
    write(shop.db, () =>
      insertDataEntry(shop.db, {
        kind: 'fault repair',
        machineId: fault.value.machineId,
        subjectId: faultId,
        ...stamp(shop, actor),
        note,
        data,
      }),
    ),
  );
}

/** Records a proof. One that passed releases the holds of this fault; one that failed keeps them. */
export function proveFault(
  shop: Shop,
  actor: Actor,
  input: z.input<typeof proofSchema>,
): Outcome<string> {
  const parsed = proofSchema.safeParse(input);
  if (!parsed.success) return schemaProblem(parsed.error);
  const { faultId, note, ...data } = parsed.data;
  const fault = requireOpenFault(shop, faultId);
  if (!fault.ok) return fault;
  return ok(
    write(shop.db, () => {
      const id = insertDataEntry(shop.db, {
        kind: 'fault proof',
        machineId: fault.value.machineId,
        subjectId: faultId,
        ...stamp(shop, actor),
        note,
        data,
      });
      if (data.passed) {
        for (const hold of activeHolds(shop, fault.value.machineId)) {
          if (hold.faultId !== faultId) continue;
          releaseHoldEntry(shop, actor, hold, { how: 'proof', words: `proved: ${data.tested}` });
        }
      }
      return id;
    }),
  );
}

/**
 * Closes a fault. *Fixed* needs a proof that passed after the last repair. A machine still held for
 * it is released only if the note gives the reason.
 */
export function closeFault(
  shop: Shop,
  actor: Actor,
  input: z.input<typeof closingSchema>,
): Outcome<null> {
  const parsed = closingSchema.safeParse(input);
  if (!parsed.success) return schemaProblem(parsed.error);
  const { faultId, note, ...data } = parsed.data;
  const found = requireOpenFault(shop, faultId);
  if (!found.ok) return found;
  const fault = found.value;
  if (data.as === 'fixed' && fault.stage !== 'proved') {
    return problem('Fixed needs a proof: record the test that passed first.', 'as');
  }
  if (data.as === 'duplicate') {
    const other = data.duplicateOf ? readFault(shop, data.duplicateOf) : null;
    if (!other || other.machineId !== fault.machineId || other.id === faultId) {
      return problem('Choose the fault on this machine that it duplicates.', 'duplicateOf');
    }
  } else data.duplicateOf = null;
  if (fault.holdIds.length > 0 && !note) {
    return problem(
      'The machine is on hold for this fault: state the reason for its return.',
      'note',
    );
  }
  write(shop.db, () => {
    insertDataEntry(shop.db, {
      kind: 'fault closed',
      machineId: fault.machineId,
      subjectId: faultId,
      ...stamp(shop, actor),
      note,
      data,
    });
    for (const id of fault.holdIds) {
      releaseHoldEntry(
        shop,
        actor,
        { id, machineId: fault.machineId },
        { how: 'reason', words: `${data.as}: ${note}` },
      );
    }
  });
  return ok(null);
}

function schemaProblem(error: z.ZodError) {
  const issue = error.issues[0]!;
  return problem(issue.message, String(issue.path[0] ?? ''));
}
