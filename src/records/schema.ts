import { sql } from 'drizzle-orm';
import {
  index,
  integer,
  primaryKey,
  sqliteTable,
  text,
  uniqueIndex,
  type AnySQLiteColumn,
} from 'drizzle-orm/sqlite-core';
import type { Role } from '../core/people/roles';
import type { CareResult, Finding } from '../core/care/care';
import type { Depth } from '../core/care/depth';
import type { Campaign } from '../core/cleaning/campaign';
import type { SheetEventWhat } from '../core/cleaning/progress';
import type { RunSheet } from '../core/cleaning/run';
import type { KeptSchedule } from '../core/schedule/kept';
import type { StockKind } from '../core/inventory/stock';
import type { Draught, Process } from '../core/usage/soil';
import type { EntryKind, Source } from './audit-log-data';

/**
 * Units at rest: `_at`, `start` in UTC milliseconds; `_s` whole seconds; `_ms` whole milliseconds of
 * soil; `day` shop-local days since 1 January 1970. Ids are UUID version 7: opaque, sortable by time.
 */
const instant = (name: string) => integer(name, { mode: 'number' });
const yes = (name: string) => integer(name, { mode: 'boolean' });

/** The times of a calendar between two instants, as they were worked out in a zone. */
export interface CalendarTimes {
  from: number;
  to: number;
  zone: string;
  occurrences: { words: string; from: number; to: number }[];
  skipped: { words: string; why: string }[];
}

/** How a controller moves: millimetres and seconds. */
export interface ControllerRow {
  acceleration: number;
  maxFeed: number;
  bedWidth: number;
  bedHeight: number;
  fullPower: number;
  dynamicPower: boolean;
}

export const setting = sqliteTable('setting', {
  name: text('name').primaryKey(),
  value: text('value').notNull(),
});

export const machine = sqliteTable(
  'machine',
  {
    id: text('id').primaryKey(),
    nickname: text('nickname').notNull(),
    family: text('family').notNull(),
    card: text('card', { mode: 'json' }).$type<Record<string, string>>().notNull(),
    /** the unguessable end of the machine's label link */
    labelToken: text('label_token').notNull(),
    /** what its controller does with a job file; null: as its family does */
    controller: text('controller', { mode: 'json' }).$type<ControllerRow>(),
    addedAt: instant('added_at').notNull(),
    retiredAt: instant('retired_at'),
  },
  (t) => [
    uniqueIndex('machine_nickname').on(sql`lower(${t.nickname})`),
    uniqueIndex('machine_label').on(t.labelToken),
  ],
);

export const station = sqliteTable(
  'station',
  {
    id: text('id').primaryKey(),
    machineId: text('machine_id')
      .notNull()
      .references(() => machine.id),
    slug: text('slug').notNull(),
    kind: text('kind').notNull(),
    name: text('name').notNull(),
    short: text('short').notNull(),
    position: integer('position').notNull(),
    /** counters start here; null: from the machine's first known use */
    countsFrom: instant('counts_from'),
    removedAt: instant('removed_at'),
  },
  (t) => [index('station_machine').on(t.machineId, t.position)],
);

/** The book: one line for everything that happened. Never updated, never deleted. */
export const entry = sqliteTable(
  'entry',
  {
    id: text('id').primaryKey(),
    kind: text('kind').$type<EntryKind>().notNull(),
    machineId: text('machine_id').references(() => machine.id),
    /** the entry this one belongs to: the fault of a step, the hold of a release */
    subjectId: text('subject_id').references((): AnySQLiteColumn => entry.id),
    /** when it happened */
    at: instant('at').notNull(),
    /** when it was written down */
    recordedAt: instant('recorded_at').notNull(),
    personId: text('person_id'),
    person: text('person').notNull(),
    source: text('source').$type<Source>().notNull(),
    /** idempotency key of what came from outside */
    key: text('key'),
    note: text('note'),
    data: text('data', { mode: 'json' }).$type<unknown>(),
    /** the entry this one strikes through */
    supersedes: text('supersedes').references((): AnySQLiteColumn => entry.id),
    reason: text('reason'),
  },
  (t) => [
    index('entry_at').on(t.at, t.id),
    index('entry_machine_at').on(t.machineId, t.at, t.id),
    index('entry_kind_at').on(t.kind, t.at, t.id),
    index('entry_machine_kind_at')
      .on(t.machineId, t.kind, t.at, t.id)
      .where(sql`kind <> 'session'`),
    index('entry_person_at').on(t.person, t.at, t.id),
    index('entry_subject')
      .on(t.subjectId)
      .where(sql`subject_id is not null`),
    uniqueIndex('entry_key')
      .on(t.key)
      .where(sql`key is not null`),
    uniqueIndex('entry_supersedes')
      .on(t.supersedes)
      .where(sql`supersedes is not null`),
  ],
);

/** What a session entry says. */
export const session = sqliteTable(
  'session',
  {
    entryId: text('entry_id')
      .primaryKey()
      .references(() => entry.id),
    machineId: text('machine_id')
      .notNull()
      .references(() => machine.id),
    start: instant('start').notNull(),
    runS: integer('run_s').notNull(),
    beamS: integer('beam_s'),
    material: text('material'),
    process: text('process').$type<Process>(),
    airAssist: yes('air_assist'),
    draught: text('draught').$type<Draught>(),
    operator: text('operator'),
    /** `unlogged`: proposed from the machine's own meter, not logged by anyone; null: logged */
    origin: text('origin').$type<'unlogged'>(),
    /** the job file its figures come from */
    jobId: text('job_id').references(() => entry.id),
  },
  (t) => [index('session_machine_start').on(t.machineId, t.start)],
);

/** What a care entry says. */
export const care = sqliteTable(
  'care',
  {
    entryId: text('entry_id')
      .primaryKey()
      .references(() => entry.id),
    machineId: text('machine_id')
      .notNull()
      .references(() => machine.id),
    stationId: text('station_id')
      .notNull()
      .references(() => station.id),
    task: text('task').notNull(),
    depth: text('depth').$type<Depth>().notNull(),
    at: instant('at').notNull(),
    result: text('result').$type<CareResult>().notNull(),
    finding: text('finding').$type<Finding>(),
    method: text('method'),
    /** the way of the sheet in which it was done; null: no sheet said one */
    way: text('way'),
    minutes: integer('minutes'),
    sheetId: text('sheet_id').references(() => sheet.id),
    /** the module that was cared for at the bench: it counts for that module, wherever it goes */
    moduleId: text('module_id'),
  },
  (t) => [
    index('care_station_at').on(
      t.stationId,
      t.moduleId,
      t.at,
      t.task,
      t.depth,
      t.result,
      t.finding,
      t.entryId,
    ),
    index('care_module')
      .on(t.moduleId, t.at)
      .where(sql`module_id is not null`),
    index('care_minutes')
      .on(t.stationId, t.task, t.at, t.minutes, t.entryId)
      .where(sql`minutes is not null and result = 'done'`),
    index('care_sheet')
      .on(t.sheetId)
      .where(sql`sheet_id is not null`),
  ],
);

/** What a reading of a machine's own hour counter says. */
export const meterReading = sqliteTable(
  'meter_reading',
  {
    entryId: text('entry_id')
      .primaryKey()
      .references(() => entry.id),
    machineId: text('machine_id')
      .notNull()
      .references(() => machine.id),
    at: instant('at').notNull(),
    valueS: integer('value_s').notNull(),
  },
  (t) => [index('meter_reading_machine_at').on(t.machineId, t.at)],
);

/** A device that may use the device door. Its token is kept as a hash only. */
export const device = sqliteTable(
  'device',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    /** the machine whose use it sends; null: it only reads */
    machineId: text('machine_id').references(() => machine.id),
    tokenHash: text('token_hash').notNull(),
    addedAt: instant('added_at').notNull(),
    revokedAt: instant('revoked_at'),
  },
  (t) => [uniqueIndex('device_token').on(t.tokenHash)],
);

/** A clean-down in work: not yet the book. Sign-off writes its done tasks as care entries. */
export const sheet = sqliteTable(
  'sheet',
  {
    id: text('id').primaryKey(),
    machineId: text('machine_id')
      .notNull()
      .references(() => machine.id),
    startedAt: instant('started_at').notNull(),
    startedBy: text('started_by').notNull(),
    holdId: text('hold_id')
      .notNull()
      .references(() => entry.id),
    closedAt: instant('closed_at'),
    /** what it was when it was first opened: steps, minutes, order. Later changes of a plan do not reach it */
    run: text('run', { mode: 'json' }).$type<RunSheet>(),
    campaignId: text('campaign_id').references(() => campaign.id),
    /** what it was begun for, where that is not what is due: between two cuts of a job, after a fire */
    occasion: text('occasion', { enum: ['between cuts', 'after fire'] }),
    /** the module it cleans at the bench, out of any machine: no machine stands for it */
    moduleId: text('module_id'),
  },
  (t) => [
    uniqueIndex('sheet_open')
      .on(t.machineId)
      .where(sql`closed_at is null and module_id is null`),
    uniqueIndex('sheet_open_module')
      .on(t.moduleId)
      .where(sql`closed_at is null and module_id is not null`),
    index('sheet_campaign')
      .on(t.campaignId)
      .where(sql`campaign_id is not null`),
  ],
);

/** A cleaning of several machines together, with who does what when. */
export const campaign = sqliteTable('campaign', {
  id: text('id').primaryKey(),
  startedAt: instant('started_at').notNull(),
  startedBy: text('started_by').notNull(),
  people: text('people', { mode: 'json' }).$type<string[]>().notNull(),
  /** who does what when, as it was found when the campaign began */
  plan: text('plan', { mode: 'json' }).$type<Campaign>(),
});

export const sheetTask = sqliteTable(
  'sheet_task',
  {
    sheetId: text('sheet_id')
      .notNull()
      .references(() => sheet.id),
    stationId: text('station_id')
      .notNull()
      .references(() => station.id),
    task: text('task').notNull(),
  },
  (t) => [primaryKey({ columns: [t.sheetId, t.stationId, t.task] })],
);

/** One press on a sheet. Only ever added: how far a sheet has come is folded from them. */
export const sheetTick = sqliteTable(
  'sheet_tick',
  {
    /** made where the press was: one that is sent twice is one */
    id: text('id').primaryKey(),
    sheetId: text('sheet_id')
      .notNull()
      .references(() => sheet.id),
    /** when it was pressed */
    at: instant('at').notNull(),
    /** when it came in; later than `at` from a phone that was offline */
    receivedAt: instant('received_at').notNull(),
    person: text('person').notNull(),
    what: text('what', { mode: 'json' }).$type<SheetEventWhat>().notNull(),
  },
  (t) => [index('sheet_tick_sheet').on(t.sheetId, t.receivedAt, t.id)],
);

/** What a stock entry says: consumables in and out of the stores. */
export const stock = sqliteTable(
  'stock',
  {
    entryId: text('entry_id')
      .primaryKey()
      .references(() => entry.id),
    item: text('item').notNull(),
    at: instant('at').notNull(),
    kind: text('kind').$type<StockKind>().notNull(),
    /** thousandths of the item's unit: taken out, put in, or counted */
    quantity: integer('quantity').notNull(),
    sheetId: text('sheet_id').references(() => sheet.id),
  },
  (t) => [
    index('stock_item_at').on(t.item, t.at, t.entryId, t.kind, t.quantity),
    index('stock_sheet')
      .on(t.sheetId)
      .where(sql`sheet_id is not null`),
  ],
);

/** A running timer; at most one a machine. */
export const timer = sqliteTable('timer', {
  machineId: text('machine_id')
    .primaryKey()
    .references(() => machine.id),
  startedAt: instant('started_at').notNull(),
  person: text('person').notNull(),
});

export const photo = sqliteTable(
  'photo',
  {
    id: text('id').primaryKey(),
    entryId: text('entry_id')
      .notNull()
      .references(() => entry.id),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    storedAt: instant('stored_at').notNull(),
    /** what a sender names it by, so that the same picture sent again is kept once */
    key: text('key'),
  },
  (t) => [index('photo_entry').on(t.entryId), uniqueIndex('photo_key').on(t.key)],
);

// Derived from the book, rebuilt by `services/usage`.

/** Faults, holds and the like that stand open. */
export const openEntry = sqliteTable(
  'open_entry',
  {
    entryId: text('entry_id')
      .primaryKey()
      .references(() => entry.id),
    kind: text('kind').notNull(),
    machineId: text('machine_id'),
  },
  (t) => [index('open_entry_kind').on(t.kind, t.machineId)],
);

/** What each session that stands counts for. */
export const sessionHours = sqliteTable(
  'session_hours',
  {
    entryId: text('entry_id')
      .primaryKey()
      .references(() => entry.id),
    machineId: text('machine_id').notNull(),
    start: instant('start').notNull(),
    day: integer('day').notNull(),
    runS: integer('run_s').notNull(),
    beamS: integer('beam_s').notNull(),
    opticsMs: integer('optics_ms').notNull(),
    bedMs: integer('bed_ms').notNull(),
    motionMs: integer('motion_ms').notNull(),
    airMs: integer('air_ms').notNull(),
  },
  (t) => [index('session_hours_machine_start').on(t.machineId, t.start)],
);

/** Running totals of a machine through the end of a day of use, from its first. */
export const odometer = sqliteTable(
  'odometer',
  {
    machineId: text('machine_id').notNull(),
    day: integer('day').notNull(),
    runS: integer('run_s').notNull(),
    beamS: integer('beam_s').notNull(),
    opticsMs: integer('optics_ms').notNull(),
    bedMs: integer('bed_ms').notNull(),
    motionMs: integer('motion_ms').notNull(),
    airMs: integer('air_ms').notNull(),
    jobs: integer('jobs').notNull(),
    useDays: integer('use_days').notNull(),
  },
  (t) => [primaryKey({ columns: [t.machineId, t.day] })],
);

// Sign-in. Columns as better-auth wants them.

const stamp = (name: string) => integer(name, { mode: 'timestamp_ms' });

export const authUser = sqliteTable('auth_user', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  emailVerified: yes('email_verified').notNull(),
  image: text('image'),
  username: text('username').unique(),
  displayUsername: text('display_username'),
  createdAt: stamp('created_at').notNull(),
  updatedAt: stamp('updated_at').notNull(),
});

export const authSession = sqliteTable('auth_session', {
  id: text('id').primaryKey(),
  userId: text('user_id')
    .notNull()
    .references(() => authUser.id, { onDelete: 'cascade' }),
  token: text('token').notNull().unique(),
  expiresAt: stamp('expires_at').notNull(),
  ipAddress: text('ip_address'),
  userAgent: text('user_agent'),
  createdAt: stamp('created_at').notNull(),
  updatedAt: stamp('updated_at').notNull(),
});

export const authAccount = sqliteTable('auth_account', {
  id: text('id').primaryKey(),
  userId: text('user_id')
    .notNull()
    .references(() => authUser.id, { onDelete: 'cascade' }),
  accountId: text('account_id').notNull(),
  providerId: text('provider_id').notNull(),
  accessToken: text('access_token'),
  refreshToken: text('refresh_token'),
  idToken: text('id_token'),
  accessTokenExpiresAt: stamp('access_token_expires_at'),
  refreshTokenExpiresAt: stamp('refresh_token_expires_at'),
  scope: text('scope'),
  password: text('password'),
  createdAt: stamp('created_at').notNull(),
  updatedAt: stamp('updated_at').notNull(),
});

export const authVerification = sqliteTable('auth_verification', {
  id: text('id').primaryKey(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: stamp('expires_at').notNull(),
  createdAt: stamp('created_at').notNull(),
  updatedAt: stamp('updated_at').notNull(),
});

/** Who is known by name: with an account or only on the labels. Nobody is deleted, entries name them. */
export const person = sqliteTable(
  'person',
  {
    id: text('id').primaryKey(),
    /** their account; null: none yet */
    userId: text('user_id').unique(),
    name: text('name').notNull(),
    role: text('role').$type<Role>().notNull(),
    /** keyed hash of the short code they give at a label */
    codeHash: text('code_hash').unique(),
    mail: text('mail'),
    /** what they asked to be mailed */
    mailStops: yes('mail_stops').notNull().default(false),
    mailReports: yes('mail_reports').notNull().default(false),
    mailDigest: yes('mail_digest').notNull().default(false),
    addedAt: instant('added_at').notNull(),
    endedAt: instant('ended_at'),
  },
  (t) => [uniqueIndex('person_name').on(sql`lower(${t.name})`)],
);

/** A link by which one person chooses a password, once. Its token is kept as a hash only. */
export const invitation = sqliteTable('invitation', {
  tokenHash: text('token_hash').primaryKey(),
  personId: text('person_id')
    .notNull()
    .references(() => person.id),
  expiresAt: instant('expires_at').notNull(),
  usedAt: instant('used_at'),
});

/** An address that asked to hear of one fault. Not the book: it is forgotten when the fault is closed. */
export const follower = sqliteTable(
  'follower',
  {
    faultId: text('fault_id')
      .notNull()
      .references(() => entry.id),
    mail: text('mail').notNull(),
    askedAt: instant('asked_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.faultId, t.mail] })],
);

/** Letters to send and sent. */
export const letter = sqliteTable(
  'letter',
  {
    id: text('id').primaryKey(),
    /** what it is about and to whom: the same is never written twice */
    key: text('key').notNull(),
    mail: text('mail').notNull(),
    subject: text('subject').notNull(),
    body: text('body').notNull(),
    madeAt: instant('made_at').notNull(),
    sentAt: instant('sent_at'),
    tries: integer('tries').notNull().default(0),
    /** when it may be tried again */
    nextAt: instant('next_at').notNull(),
    problem: text('problem'),
  },
  (t) => [
    uniqueIndex('letter_key').on(t.key),
    index('letter_waiting')
      .on(t.nextAt)
      .where(sql`sent_at is null`),
  ],
);

/** A calendar of bookings, as it was last read. */
export const calendar = sqliteTable('calendar', {
  id: text('id').primaryKey(),
  machineId: text('machine_id')
    .notNull()
    .references(() => machine.id),
  name: text('name').notNull(),
  /** the local file it is read from again; null: it was given once */
  path: text('path'),
  /** iCalendar */
  source: text('source').notNull(),
  readAt: instant('read_at').notNull(),
  /** why it could not be read the last time; what was read before stands */
  problem: text('problem'),
  /** its times, worked out in a process of its own; null: not yet */
  times: text('times', { mode: 'json' }).$type<CalendarTimes>(),
});

/** The plan of the weeks ahead. Only ever added: the last one holds, and one can go back to one before. */
export const weekPlan = sqliteTable('week_plan', {
  id: text('id').primaryKey(),
  madeAt: instant('made_at').notNull(),
  madeBy: text('made_by').notNull(),
  /** what was done to the one before, in words */
  words: text('words').notNull(),
  plan: text('plan', { mode: 'json' }).$type<KeptSchedule>().notNull(),
});

/** What calendars that read our feed know of a clean-down: each change counts up, a cancelled one stays. */
export const plannedEvent = sqliteTable('planned_event', {
  id: text('id').primaryKey(),
  machineId: text('machine_id').notNull(),
  start: instant('start').notNull(),
  end: instant('end').notNull(),
  summary: text('summary').notNull(),
  description: text('description').notNull(),
  sequence: integer('sequence').notNull(),
  changedAt: instant('changed_at').notNull(),
  cancelledAt: instant('cancelled_at'),
});

/** Wrong passwords or codes in a row, by the name or label they were tried for. */
export const signInFailure = sqliteTable('sign_in_failure', {
  username: text('username').primaryKey(),
  failures: integer('failures').notNull(),
  lastAt: instant('last_at').notNull(),
});
