import { causeWords } from '../../catalogue/causes';
import { requiredProofs, signGone, type RequiredProof } from '../../catalogue/proofs';
import { dangers, type Danger } from '../../catalogue/signs';
import { faultTimes, type FaultTimes } from '../../core/faults/fault-times';
import { groupBy } from '../../core/units/group-by';
import { ok } from '../../core/units/result';
import {
  entriesAbout,
  entryById,
  entryData,
  standingEntries,
  strikesOf,
  type EntryRow,
} from '../../records/audit-log';
import type { EntryData } from '../../records/audit-log-data';
import { machineById } from '../../records/machines';
import { photosOf } from '../../records/photos';
import { nicknameOf } from '../usage/sessions';
import { refuse, type Outcome, type Shop } from '../shop';

/** One step of a fault's story. */
export interface FaultStep {
  id: string;
  at: number;
  person: string;
  /** who, told apart from others of the same name */
  by: { id: string | null; name: string };
  kind: 'diagnosis' | 'repair' | 'proof' | 'return' | 'again' | 'closed';
  title: string;
  note: string | null;
  passed: boolean | null;
  struck: boolean;
  photos: string[];
}

/** A test that must pass before the machine returns, and what became of it since the last repair. */
export interface ProofState extends RequiredProof {
  passed: boolean | null;
  by: string | null;
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
  /** how it was worked and since when, in words */
  job: string | null;
  stillHappens: boolean | null;
  /** the fault on watch that was seen again */
  again: string | null;
  photos: string[];
  /** the last diagnosis, as it is kept */
  cause: string | null;
  /** places that repairs opened */
  opened: string[];
  /** what it waits for: a part, or the machine's own return from where it was sent */
  waiting: { what: string; expected: number | null } | null;
  proofs: ProofState[];
  /** the return to use, with what operators are told */
  returned: { at: number; restriction: string | null; strength: number | null } | null;
  steps: FaultStep[];
  closedAs: EntryData<'fault closed'>['as'] | null;
  duplicateOf: string | null;
  holdIds: string[];
  times: FaultTimes;
  stage: 'reported' | 'diagnosed' | 'waiting' | 'repaired' | 'proved' | 'closed';
}

const stepKinds = {
  'fault diagnosis': 'diagnosis',
  'fault repair': 'repair',
  'fault proof': 'proof',
  'fault return': 'return',
  'fault again': 'again',
  'fault closed': 'closed',
} as const;

/** Repairs after which one waits instead of proving. */
export const waitingActions: readonly string[] = ['awaiting part', 'sent out'];

function stepTitle(row: EntryRow): string {
  switch (row.kind) {
    case 'fault diagnosis':
      return causeWords(entryData(row, 'fault diagnosis').cause);
    case 'fault repair': {
      const { action, part, parts, minutes } = entryData(row, 'fault repair');
      const fitted = parts.map(({ name, serial }) => [name, serial].filter(Boolean).join(' '));
      return [action, part, ...fitted, `${minutes} min hands-on`].filter(Boolean).join(', ');
    }
    case 'fault proof': {
      const { tested, passed } = entryData(row, 'fault proof');
      return `${tested}: ${passed ? 'passed' : 'failed'}`;
    }
    case 'fault return': {
      const { restriction } = entryData(row, 'fault return');
      return restriction ? `with a restriction: ${restriction}` : 'without restriction';
    }
    case 'fault again':
      return 'somebody else met it';
    case 'fault closed':
      return entryData(row, 'fault closed').as;
    default:
      return row.kind;
  }
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
          by: { id: step.personId, name: step.person },
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
    const standingOf = (wanted: EntryRow['kind']) =>
      own.filter(({ kind, id }) => kind === wanted && !struck.has(id));
    const repairs = standingOf('fault repair');
    const lastRepair = repairs.at(-1);
    const last = lastRepair ? entryData(lastRepair, 'fault repair') : null;
    const diagnosed = standingOf('fault diagnosis').at(-1);
    const returned = standingOf('fault return').at(-1);
    const opened = [
      ...new Set(repairs.flatMap((repair) => entryData(repair, 'fault repair').opened)),
    ];
    const family = machineById(shop.db, row.machineId!)?.family ?? '';
    const proofs = proofStates(
      requiredProofs(family, data.signs, opened),
      standingOf('fault proof').filter(({ at }) => !lastRepair || at >= lastRepair.at),
    );
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
      job: jobWords(data),
      stillHappens: data.stillHappens,
      again: data.again ?? null,
      photos: photoIds(row.id),
      cause: diagnosed ? entryData(diagnosed, 'fault diagnosis').cause : null,
      opened,
      waiting:
        last && waitingActions.includes(last.action)
          ? { what: [last.action, last.part].filter(Boolean).join(': '), expected: last.expected }
          : null,
      proofs,
      returned: returned ? { at: returned.at, ...entryData(returned, 'fault return') } : null,
      steps,
      closedAs: closed?.as ?? null,
      duplicateOf: closed?.duplicateOf ?? null,
      holdIds: ownHolds
        .filter(({ id }) => !releases.some((release) => release.subjectId === id))
        .map(({ id }) => id),
      times: faultTimes(
        {
          reportedAt: row.at,
          firstStepAt: firstLook(own, struck)?.at ?? null,
          closedAt: closing?.at ?? null,
          repairMinutes: repairs.map((repair) => entryData(repair, 'fault repair').minutes),
          holds: ownHolds.map(({ id, at }) => ({
            from: at,
            to: releases.find((release) => release.subjectId === id)?.at ?? null,
          })),
        },
        now,
      ),
      stage: closed ? 'closed' : stageOf(standing, proofs, last?.action ?? null),
    };
  });
}

/** The first thing anybody did about it: a check answered counts, meeting it again does not. */
function firstLook(own: readonly EntryRow[], struck: ReadonlyMap<string, unknown>) {
  return own.find(
    ({ id, kind }) =>
      !struck.has(id) && (kind === 'fault check' || (kind in stepKinds && kind !== 'fault again')),
  );
}

function jobWords(data: EntryData<'fault'>): string | null {
  const { process, airAssist, since } = data.job ?? {};
  const words = [
    process,
    airAssist === undefined || airAssist === null ? null : `air assist ${airAssist ? 'on' : 'off'}`,
    since,
  ].filter(Boolean);
  return words.length > 0 ? words.join(', ') : null;
}

/** What became of each required proof: the latest result counts. */
function proofStates(required: readonly RequiredProof[], made: readonly EntryRow[]): ProofState[] {
  return required.map((one) => {
    const last = made.findLast(
      // a test described freely answers whether the sign is gone
      (row) => (entryData(row, 'fault proof').proof ?? signGone) === one.id,
    );
    return {
      ...one,
      passed: last ? entryData(last, 'fault proof').passed : null,
      by: last?.person ?? null,
    };
  });
}

/** How far a story has come: the last step that stands decides; a failed proof goes back a step. */
function stageOf(
  steps: readonly FaultStep[],
  proofs: readonly ProofState[],
  lastAction: string | null,
): Fault['stage'] {
  const last = steps.findLast(({ kind }) => kind !== 'again');
  switch (last?.kind) {
    case undefined:
      return 'reported';
    case 'diagnosis':
      return 'diagnosed';
    case 'repair':
      return waitingActions.includes(lastAction!) ? 'waiting' : 'repaired';
    default:
      if (proofs.some(({ passed }) => passed === false)) return 'diagnosed';
      return proofs.every(({ passed }) => passed) ? 'proved' : 'repaired';
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

/** A fault that can still be worked on. */
export function requireOpenFault(shop: Shop, id: string): Outcome<Fault> {
  const fault = readFault(shop, id);
  if (!fault) return refuse('That fault is not in the book.');
  if (fault.closedAs) return refuse('That fault has been closed already.');
  return ok(fault);
}
