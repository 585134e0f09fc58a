import path from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { exercises, type Exercise } from '../core/people/exercises';
import { roles, type Role } from '../core/people/roles';
import { fail, type Result } from '../core/units/result';
import {
  isBeingWritten,
  isBusy,
  openRecords,
  RecordsError,
  RecordsUnusable,
  type Db,
} from '../records/database';
import { holderOf, lockFolder, type FolderLock } from '../records/folder-lock';
import type { DataKind, EntryData, Source } from '../records/audit-log-data';
import { insertDataEntry, type NewEntry } from '../records/audit-log';
import { allPeople } from '../records/people';
import { readSetting } from '../records/settings';
import { log } from './log';
import { makeSecret, signingSecret } from './people/secret';

/** The open shop: its records, where its files are, and its clock. */
export interface Shop {
  db: Db;
  dataDir: string;
  /** UTC milliseconds */
  now: () => number;
  /** IANA time zone that decides what a day is */
  readonly zone: string;
  readonly name: string;
  /** what to do first in this shop when there is fire, sparks or a broken guard */
  readonly stopInstruction: string;
  /** what a label asks of whoever logs or reports there */
  readonly labelAsks: LabelAsks;
  /** for whom a short code is enough at a label */
  readonly codeRoles: readonly Role[];
  /** what somebody has practised before they may clean */
  readonly trainingFirst: readonly Exercise[];
  /** the address phones reach the server by, as the shop says; `null`: it does not */
  readonly address: string | null;
  /** share of the baseline a machine must reach to return without a restriction, 0 to 1 */
  readonly strengthFloor: number;
  /** share of cleanings at which a part may be found soiled, 0 to 1: what limits are proposed for */
  readonly acceptedRisk: number;
  /** fire load from which a machine is held until it is cleaned, as a share of the limit; `null`: none holds it */
  readonly fireHold: number | null;
  /** for so many hours whoever logged a session may take it back themselves */
  readonly undoHours: number;
}

export const labelAsks = ['nothing', 'name', 'code'] as const;
export type LabelAsks = (typeof labelAsks)[number];

/** Who does something, for the book. */
export interface Actor {
  id: string | null;
  name: string;
  source: Source;
}

/** An expected failure of a use case: what was wrong with which field, and what was kept. */
export interface Refusal {
  field: string | null;
  message: string;
  /** where an input was wrong in itself: every wrong field of it, by its path, and what is said of it */
  fields?: Readonly<Record<string, string>>;
  /** it is refused for now alone: so many seconds later it may be sent again */
  waitSeconds?: number;
}

export type Outcome<T> = Result<T, Refusal>;

/** An expected failure. */
export function refuse(
  message: string,
  field: string | null = null,
): { ok: false; error: Refusal } {
  return fail({ field, message });
}

/** The folder of the data: DATA_DIR, else `./data`. */
export function defaultDataDir(): string {
  return process.env['DATA_DIR'] || path.join(/* turbopackIgnore: true */ process.cwd(), 'data');
}

/** A technician may do everything: a code that others can watch being typed is not enough. */
const usualCodeRoles = 'helper, operator';

/** percent of the baseline */
/** Percent of cleanings that may find it soiled. Common practice, no source. */
const usualRisk = 20;
const usualFloor = 90;

const usualUndoHours = 24;

const usualStop = 'switch off at the plug if you safely can, step back, fetch the technician.';

/**
 * Takes a folder for the one server that may work on it; what the command line writes beside is fine.
 * @throws RecordsUnusable where another server works on it
 */
export function holdFolder(dataDir: string): FolderLock {
  const lock = lockFolder(dataDir);
  if (lock) return lock;
  throw new RecordsUnusable(
    `Another server (process ${holderOf(dataDir)}) works on ${path.resolve(dataDir)}: end that one, or name another folder with DATA_DIR. Nothing was touched.`,
  );
}

/**
 * Opens the shop under a folder, made when absent.
 * @throws RecordsUnusable where its records or its secret are missing, damaged or newer than this program
 */
export function openShop(
  dataDir: string,
  now: () => number = Date.now,
  records: { waitMs?: number; check?: boolean; readOnly?: boolean } = {},
): Shop {
  const db = openRecords(dataDir, records);
  try {
    // a book that nobody signs in to yet has nothing that a new secret would spoil
    if (allPeople(db).every(({ userId, codeHash }) => userId === null && codeHash === null)) {
      makeSecret(dataDir);
    }
    signingSecret(dataDir);
  } catch (error) {
    db.$client.close();
    throw error;
  }
  return {
    db,
    dataDir,
    now,
    get zone() {
      return readSetting(db, 'timezone') ?? 'UTC';
    },
    get name() {
      return readSetting(db, 'name') ?? 'Our workshop';
    },
    get stopInstruction() {
      return readSetting(db, 'stop-instruction') ?? usualStop;
    },
    get labelAsks() {
      const asked = readSetting(db, 'label-asks');
      return labelAsks.find((one) => one === asked) ?? 'nothing';
    },
    get codeRoles() {
      const kept = (readSetting(db, 'code-roles') ?? usualCodeRoles).split(', ');
      return roles.filter((role) => kept.includes(role));
    },
    get trainingFirst() {
      const kept = (readSetting(db, 'training-first') ?? 'nothing').split(', ');
      return exercises.filter((exercise) => kept.includes(exercise));
    },
    get address() {
      return readSetting(db, 'address');
    },
    get acceptedRisk() {
      return Number(readSetting(db, 'accepted-risk') ?? usualRisk) / 100;
    },
    get strengthFloor() {
      return Number(readSetting(db, 'strength-floor') ?? usualFloor) / 100;
    },
    get fireHold() {
      const percent = Number(readSetting(db, 'fire-hold') ?? 0);
      return percent > 0 ? percent / 100 : null;
    },
    get undoHours() {
      return Number(readSetting(db, 'undo-hours') ?? usualUndoHours);
    },
  };
}

export function closeShop(shop: Shop): void {
  shop.db.$client.close();
}

/** How long somebody's writing waits for another process to end its own: an import on a crowded computer took over ten seconds. */
const patienceMs = 30_000;

/**
 * Tries a use case again when another process (an import, the command line) has ended writing. While that one
 * writes it is only looked, which blocks nobody: each try would wait for the file, and hold all others up.
 * A use case that met a busy file has written nothing.
 * @throws what the use case threw at last, after {@link patienceMs}
 */
export async function patiently<T>(
  { db }: Pick<Shop, 'db'>,
  step: () => T | Promise<T>,
): Promise<T> {
  const until = Date.now() + patienceMs;
  for (;;) {
    try {
      return await step();
    } catch (error) {
      if (!isBusy(error) || Date.now() > until) throw error;
    }
    do await setTimeout(30);
    while (isBeingWritten(db) && Date.now() <= until);
  }
}

/** File systems that take no more: what a person can do about each. */
const fileTroubles: Readonly<Record<string, string>> = {
  ENOSPC: 'The disk of the server is full: free some space on it, then try again.',
  EDQUOT: 'The disk quota of the server is used up: free some space, then try again.',
  EROFS: 'The disk of the server cannot be written.',
  EACCES: 'The folder of the data cannot be written: give the server the right to write there.',
  EPERM: 'The folder of the data cannot be written: give the server the right to write there.',
};

/** What is said to a person where the disk or the database refused; `null` for any other error. */
export function troubleWords(error: unknown): string | null {
  if (error instanceof Error && error.name === 'RecordsUnusable') return error.message;
  if (error instanceof Error && error.name === 'RecordsError') return error.message;
  const { code, name } = (error ?? {}) as { code?: string; name?: string };
  if (name === 'SqliteError') return new RecordsError(error).message;
  return (code && fileTroubles[code]) || null;
}

/** Runs a use case, patiently, for somebody who waits for its answer. Troubles are told {@link inWords}. */
export const attempted = <T>(
  shop: Pick<Shop, 'db'>,
  step: () => Outcome<T> | Promise<Outcome<T>>,
): Promise<Outcome<T>> => inWords(() => patiently(shop, step));

/**
 * Runs what may meet a disk or a database that refuses: that is a refusal in words, the same that the log has.
 * Any other error is a defect and goes on.
 */
export async function inWords<T>(
  step: () => Outcome<T> | Promise<Outcome<T>>,
): Promise<Outcome<T>> {
  try {
    return await step();
  } catch (error) {
    const words = troubleWords(error);
    if (!words) throw error;
    log.error({ err: error }, words);
    return refuse(words);
  }
}

/**
 * Writes an entry of the book, stamped with who writes it and when. The caller holds the transaction.
 * @param entry.at when it happened @default now
 * @returns its id
 */
export function writeEntry<K extends DataKind>(
  shop: Pick<Shop, 'db' | 'now'>,
  actor: Actor,
  { at, ...entry }: EntryToWrite<K>,
): string {
  return insertDataEntry(shop.db, { ...entry, ...stamp(shop, actor, at) });
}

/** What an entry says, without who says it and when it was written down. */
export type EntryToWrite<K extends DataKind> = Omit<
  NewEntry,
  'kind' | 'data' | 'at' | 'recordedAt' | 'personId' | 'person' | 'source'
> & { kind: K; data: EntryData<K>; at?: number };

/** Who and when, as every entry of the book carries it. `at` defaults to now. */
export function stamp(shop: Pick<Shop, 'now'>, actor: Actor, at?: number) {
  const recordedAt = shop.now();
  return {
    at: at ?? recordedAt,
    recordedAt,
    personId: actor.id,
    person: actor.name,
    source: actor.source,
  };
}
