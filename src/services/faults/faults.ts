import { causeWords } from '../../catalogue/causes';
import { requiredProofs, signGone, type RequiredProof } from '../../catalogue/proofs';
import { dangers, type Danger } from '../../catalogue/signs';
import {
  faultStage,
  proofResults,
  type FaultStage,
  type ProofResult,
  type StoryStep,
} from '../../core/faults/story';
import { faultTimes, type FaultTimes } from '../../core/faults/fault-times';
import type { When, Where } from '../../core/faults/showing';
import { groupBy } from '../../core/units/group-by';
import { ok } from '../../core/units/result';
import {
  entriesAbout,
  entriesBackwards,
  entryById,
  entryData,
  standingEntries,
  strikesOf,
  type EntryRow,
} from '../../records/audit-log';
import type { DataKind, EntryData } from '../../records/audit-log-data';
import { openEntries } from '../../records/open-entries';
import { machineById, stationById } from '../../records/machines';
import { photosOf } from '../../records/photos';
import { nicknameOf } from '../usage/sessions';
import { refuse, type Outcome, type Shop } from '../shop';

/** Who tells of a fault that is known: somebody who met it too, or whoever reported it. */
type Again = 'met' | NonNullable<EntryData<'fault again'>['reporter']>;

/** One step of a fault's story. */
export interface FaultStep {
  id: string;
  at: number;
  person: string;
  /** who, told apart from others of the same name */
  by: { id: string | null; name: string };
  kind: StoryStep['kind'];
  title: string;
  note: string | null;
  passed: boolean | null;
  /** who met it again, or what whoever reported it says of it now; `null`: another kind of step */
  again: Again | null;
  struck: boolean;
  photos: string[];
}

/** A test that must pass before the machine returns, and what became of it since the last repair. */
export type ProofState = RequiredProof & ProofResult;

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
  /** when and where it shows, as it was said */
  when: When | null;
  where: Where | null;
  /** the station that whoever reported it pointed at */
  pointedAt: { slug: string; kind: string; name: string } | null;
  /** the fault on watch that was seen again */
  again: string | null;
  photos: string[];
  /** the last diagnosis, as it is kept */
  cause: string | null;
  /** of all repairs, in hundredths of the shop's money */
  cost: number;
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
  /** stretches in which the machine was on hold for it; open ones have no end */
  holds: { from: number; to: number | null }[];
  /** of those that are open */
  holdIds: string[];
  times: FaultTimes;
  stage: FaultStage;
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

const againWords: Readonly<Record<Again, string>> = {
  met: 'somebody else met it',
  worse: 'whoever reported it: it got worse',
  'taken back': 'whoever reported it takes it back',
};

const againOf = (row: EntryRow): Again => entryData(row, 'fault again').reporter ?? 'met';

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
      return againWords[againOf(row)];
    case 'fault closed':
      return entryData(row, 'fault closed').as;
    default:
      return row.kind;
  }
}

/** What the book has about some faults, read once for all of them. */
interface Books {
  about: ReadonlyMap<string | null, EntryRow[]>;
  struck: ReadonlyMap<string, unknown>;
  releasedAt: ReadonlyMap<string | null, number>;
  photos: (entryId: string) => string[];
}

function booksOf(shop: Shop, rows: readonly EntryRow[]): Books {
  const idsOf = (some: readonly EntryRow[]) => some.map(({ id }) => id);
  const about = entriesAbout(shop.db, idsOf(rows));
  const holds = about.filter(({ kind }) => kind === 'hold');
  const releases = entriesAbout(shop.db, idsOf(holds));
  const photos = groupBy(photosOf(shop.db, idsOf([...rows, ...about])), (photo) => photo.entryId);
  return {
    about: groupBy(about, ({ subjectId }) => subjectId),
    struck: strikesOf(shop.db, idsOf(about)),
    releasedAt: new Map(releases.map(({ subjectId, at }) => [subjectId, at])),
    photos: (entryId) => (photos.get(entryId) ?? []).map(({ id }) => id),
  };
}

function stepsOf(own: readonly EntryRow[], { struck, photos }: Books): FaultStep[] {
  return own.flatMap((row): FaultStep[] => {
    if (!(row.kind in stepKinds)) return [];
    return [
      {
        id: row.id,
        at: row.at,
        person: row.person,
        by: { id: row.personId, name: row.person },
        kind: stepKinds[row.kind as keyof typeof stepKinds],
        title: stepTitle(row),
        note: row.note,
        passed: row.kind === 'fault proof' ? entryData(row, 'fault proof').passed : null,
        again: row.kind === 'fault again' ? againOf(row) : null,
        struck: struck.has(row.id),
        photos: photos(row.id),
      },
    ];
  });
}

function buildFaults(shop: Shop, rows: EntryRow[]): Fault[] {
  const books = booksOf(shop, rows);
  return rows.map((row) => buildFault(shop, row, books));
}

function buildFault(shop: Shop, row: EntryRow, books: Books): Fault {
  const data = entryData(row, 'fault');
  const own = books.about.get(row.id) ?? [];
  const standing = own.filter(({ id }) => !books.struck.has(id));
  const dataOf = <K extends DataKind>(kind: K) =>
    standing
      .filter((entry) => entry.kind === kind)
      .map((entry) => ({ at: entry.at, by: entry.person, ...entryData(entry, kind) }));
  const showing = dataOf('fault showing').at(-1) ?? data;
  const repairs = dataOf('fault repair');
  const last = repairs.at(-1);
  const waits = last !== undefined && waitingActions.includes(last.action);
  const returned = dataOf('fault return').at(-1);
  const closed = dataOf('fault closed')[0] ?? null;
  const opened = [...new Set(repairs.flatMap((repair) => repair.opened))];
  const family = machineById(shop.db, row.machineId!)?.family ?? '';
  const proofs = proofResults(
    requiredProofs(family, data.signs, opened),
    dataOf('fault proof'),
    signGone,
    last?.at ?? null,
  );
  const steps = stepsOf(own, books);
  const holds = own
    .filter(({ kind }) => kind === 'hold')
    .map(({ id, at }) => ({ id, from: at, to: books.releasedAt.get(id) ?? null }));
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
    when: showing.when ?? null,
    where: showing.where ?? null,
    pointedAt: data.pointedAt ? pointed(shop, data.pointedAt) : null,
    again: data.again ?? null,
    photos: books.photos(row.id),
    cause: dataOf('fault diagnosis').at(-1)?.cause ?? null,
    cost: repairs.reduce((sum, one) => sum + one.cost, 0),
    opened,
    waiting: waits
      ? { what: [last.action, last.part].filter(Boolean).join(': '), expected: last.expected }
      : null,
    proofs,
    returned: returned
      ? { at: returned.at, restriction: returned.restriction, strength: returned.strength }
      : null,
    steps,
    closedAs: closed?.as ?? null,
    duplicateOf: closed?.duplicateOf ?? null,
    holds: holds.map(({ from, to }) => ({ from, to })),
    holdIds: holds.filter(({ to }) => to === null).map(({ id }) => id),
    times: faultTimes(
      {
        reportedAt: row.at,
        firstStepAt: firstLook(standing)?.at ?? null,
        closedAt: closed?.at ?? null,
        repairMinutes: repairs.map(({ minutes }) => minutes),
        holds,
      },
      shop.now(),
    ),
    stage: closed
      ? 'closed'
      : faultStage(
          steps.filter(({ struck }) => !struck).map(({ kind }) => ({ kind, waits })),
          proofs,
        ),
  };
}

function pointed(shop: Shop, stationId: string): Fault['pointedAt'] {
  const station = stationById(shop.db, stationId);
  return station ? { slug: station.slug, kind: station.kind, name: station.name } : null;
}

/** The first thing anybody did about it: a check answered counts, meeting it again does not. */
function firstLook(standing: readonly EntryRow[]) {
  return standing.find(
    ({ kind }) => kind === 'fault check' || (kind in stepKinds && kind !== 'fault again'),
  );
}

function jobWords(data: EntryData<'fault'>): string | null {
  const { process, airAssist, since } = data.job ?? {};
  const words = [
    process,
    airAssist === undefined || airAssist === null ? null : `air assist ${airAssist ? 'on' : 'off'}`,
    since,
    data.when,
    data.where,
  ].filter(Boolean);
  return words.length > 0 ? words.join(', ') : null;
}

/** A fault with its story, or `null`. */
export function readFault(shop: Shop, id: string): Fault | null {
  const row = entryById(shop.db, id);
  return row?.kind === 'fault' ? buildFaults(shop, [row])[0]! : null;
}

/** The faults not yet closed, gravest first, then oldest. */
export function openFaults(shop: Shop, machineId?: string): Fault[] {
  return buildFaults(shop, openEntries(shop.db, 'fault', machineId)).sort(
    (a, b) => dangers.indexOf(a.danger) - dangers.indexOf(b.danger) || a.at - b.at,
  );
}

/** Every fault of the book, oldest first. Long in a large book: not for a page. */
export function allFaults(shop: Shop): Fault[] {
  return buildFaults(shop, standingEntries(shop.db, ['fault']));
}

/** The last closed faults, newest closing first. */
export function closedFaults(shop: Shop, limit: number, machineId?: string): Fault[] {
  const closed: string[] = [];
  for (const { subjectId } of entriesBackwards(shop.db, 'fault closed', machineId ?? null)) {
    if (closed.length === limit) break;
    closed.push(subjectId!);
  }
  const rows = closed.flatMap((id) => entryById(shop.db, id) ?? []);
  return buildFaults(shop, rows);
}

/** The open and the last closed faults, with the time since which none is left out. */
export function recentFaults(
  shop: Shop,
  open: readonly Fault[],
  { count, span }: { count: number; /** milliseconds at most */ span: number },
): { closed: Fault[]; since: number; within: Fault[] } {
  const closed = closedFaults(shop, count);
  const end = ({ at, times }: Fault) => at + times.open;
  const whole = closed.length < count ? 0 : Math.min(...closed.map(end));
  const since = Math.max(shop.now() - span, whole);
  return { closed, since, within: [...open, ...closed].filter((fault) => end(fault) > since) };
}

/** A fault that can still be worked on. */
export function requireOpenFault(shop: Shop, id: string): Outcome<Fault> {
  const fault = readFault(shop, id);
  if (!fault) return refuse('That fault is not in the book.');
  if (fault.closedAs) return refuse('That fault has been closed already.');
  return ok(fault);
}
