import fs from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { z } from 'zod';
import type { Taken } from '../../core/plan/time';
import { ok } from '../../core/units/result';
import { millisecondsPerDay } from '../../core/units/time';
import { localDay } from '../../core/units/zone';
import { entryData, insertDataEntry, standingEntries } from '../../records/book';
import { write } from '../../records/database';
import { newId } from '../../records/ids';
import {
  calendarById,
  deleteCalendar,
  insertCalendar,
  listCalendars,
  updateCalendar,
  type CalendarRow,
} from '../../records/weeks';
import { requireMachine } from '../machines';
import { firstProblem, problem, stamp, type Actor, type Outcome, type Shop } from '../shop';
import { largestCalendar, readCalendar } from './icalendar';
import { instantOf } from './time';

/** A machine that is spoken for. UTC milliseconds. */
export interface Booking extends Taken {
  words: string;
  /** the entry that says so, or null: it comes from a calendar */
  entryId: string | null;
  calendar: string | null;
}

const bookingSchema = z
  .object({
    machineId: z.string(),
    from: z.number('Give the beginning.').int(),
    to: z.number('Give the end.').int(),
    weeks: z.number('Give a number of weeks.').int().min(1).max(53, 'At most 53 weeks on end.'),
    words: z.string().trim().max(200, 'At most 200 characters.'),
  })
  .refine(({ from, to }) => to > from, { message: 'It ends before it begins.', path: ['to'] })
  .refine(({ from, to }) => to - from <= 400 * millisecondsPerDay, {
    message: 'At most 400 days at a time.',
    path: ['to'],
  });

/** Books a machine, once or for some weeks on end. */
export function addBooking(
  shop: Shop,
  actor: Actor,
  input: z.input<typeof bookingSchema>,
): Outcome<{ entryId: string }> {
  const parsed = bookingSchema.safeParse(input);
  if (!parsed.success) return firstProblem(parsed.error);
  const { machineId, from, to, weeks, words } = parsed.data;
  const machine = requireMachine(shop, machineId);
  if (!machine.ok) return machine;
  const entryId = write(shop.db, () =>
    insertDataEntry(shop.db, {
      kind: 'booking',
      machineId: machine.value.id,
      ...stamp(shop, actor, from),
      note: words,
      data: { end: to, weeks },
    }),
  );
  return ok({ entryId });
}

/** What was typed, over some time. */
function typedBookings(shop: Pick<Shop, 'db' | 'zone'>, from: number, to: number): Booking[] {
  const instant = instantOf(shop.zone);
  return standingEntries(shop.db, ['booking']).flatMap((row) => {
    const { end, weeks } = entryData(row, 'booking');
    const day = localDay(row.at, shop.zone);
    const minute = Math.round((row.at - instant(day, 0)) / 60_000);
    return Array.from({ length: weeks }, (_, week): Booking => {
      // every week at the same time on the clock on the wall
      const begins = week === 0 ? row.at : instant(day + 7 * week, minute);
      return {
        machine: row.machineId!,
        from: begins,
        to: begins + end - row.at,
        words: row.note ?? 'booked',
        entryId: row.id,
        calendar: null,
      };
    }).filter((one) => one.from < to && one.to > from);
  });
}

/** What a calendar says, read once for each span that is asked. */
const read = new Map<string, ReturnType<typeof readCalendar>>();

function occurrencesOf(shop: Pick<Shop, 'zone'>, row: CalendarRow, from: number, to: number) {
  const key = [row.id, row.readAt, shop.zone, from, to].join(' ');
  let found = read.get(key);
  if (!found) {
    if (read.size > 200) read.clear();
    read.set(key, (found = readCalendar(row.source, shop.zone, from, to)));
  }
  return found;
}

/** Every booking over some time, typed or from a calendar, in order. */
export function bookings(shop: Pick<Shop, 'db' | 'zone'>, from: number, to: number): Booking[] {
  const ofCalendars = listCalendars(shop.db).flatMap((row) => {
    const found = occurrencesOf(shop, row, from, to);
    return found.ok
      ? found.value.occurrences.map((one): Booking => ({
          machine: row.machineId,
          from: one.from,
          to: one.to,
          words: one.words,
          entryId: null,
          calendar: row.name,
        }))
      : [];
  });
  return [...typedBookings(shop, from, to), ...ofCalendars].sort((a, b) => a.from - b.from);
}

/** A calendar as it is listed. */
export interface KnownCalendar extends Pick<
  CalendarRow,
  'id' | 'machineId' | 'name' | 'path' | 'readAt' | 'problem'
> {
  /** bookings of the year ahead */
  coming: number;
  /** events that were not understood */
  skipped: { words: string; why: string }[];
}

const yearAhead = 366 * millisecondsPerDay;

export function calendars(shop: Shop): KnownCalendar[] {
  const from = Math.floor(shop.now() / millisecondsPerDay) * millisecondsPerDay;
  return listCalendars(shop.db).map((row) => {
    const found = occurrencesOf(shop, row, from, from + yearAhead);
    const { id, machineId, name, path: file, readAt, problem: trouble } = row;
    return {
      id,
      machineId,
      name,
      path: file,
      readAt,
      problem: found.ok ? trouble : found.error.message,
      coming: found.ok ? found.value.occurrences.length : 0,
      skipped: found.ok ? found.value.skipped : [],
    };
  });
}

const nameSchema = z.string().trim().min(1, 'Give it a name.').max(80, 'At most 80 characters.');

/** Adds a calendar of bookings of one machine, from a text that was given once. */
export function addCalendar(
  shop: Shop,
  actor: Actor,
  { machineId, name, source }: { machineId: string; name: string; source: string },
  file: string | null = null,
): Outcome<{ id: string; events: number; skipped: number }> {
  const named = nameSchema.safeParse(name);
  if (!named.success) return problem(named.error.issues[0]!.message, 'name');
  const machine = requireMachine(shop, machineId);
  if (!machine.ok) return machine;
  const now = shop.now();
  const found = readCalendar(source, shop.zone, now, now + yearAhead);
  if (!found.ok) return found;
  const { events, skipped } = found.value;
  if (events === 0) return problem('There is no event in that calendar. Nothing was kept.', 'file');
  const id = newId();
  write(shop.db, () => {
    insertCalendar(shop.db, {
      id,
      machineId: machine.value.id,
      name: named.data,
      path: file,
      source,
      readAt: now,
      problem: null,
    });
    note(shop, actor, machine.value.id, named.data, 'added', events);
  });
  return ok({ id, events, skipped: skipped.length });
}

function note(
  shop: Shop,
  actor: Actor,
  machineId: string,
  name: string,
  change: 'added' | 'read again' | 'removed',
  events: number,
) {
  insertDataEntry(shop.db, {
    kind: 'calendar',
    machineId,
    ...stamp(shop, actor),
    data: { name, change, events },
  });
}

/** Reads a file of this computer that a link or a path names. */
function readFile(link: string): Outcome<{ file: string; source: string }> {
  const trimmed = link.trim();
  if (/^(https?|webcal):/i.test(trimmed)) {
    return problem(
      'Only files of this computer are read: save the calendar as a file and give its path.',
      'link',
    );
  }
  let file: string;
  try {
    file = trimmed.startsWith('file:') ? fileURLToPath(trimmed) : trimmed;
  } catch {
    return problem('That is no link to a file of this computer.', 'link');
  }
  if (!path.isAbsolute(file)) return problem('Give the whole path of the file.', 'link');
  if (!/\.(ics|ical|ifb)$/i.test(file)) {
    return problem('A calendar file ends in .ics. Nothing was read.', 'link');
  }
  try {
    const { size } = fs.statSync(file);
    if (size > largestCalendar) return problem('The calendar is over 5 MB.', 'link');
    return ok({ file, source: fs.readFileSync(file, 'utf8') });
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    return problem(
      code === 'ENOENT'
        ? 'There is no such file on this computer.'
        : 'That file cannot be read on this computer.',
      'link',
    );
  }
}

/** Adds a calendar that is read again from a file of this computer whenever it is asked for. */
export function linkCalendar(
  shop: Shop,
  actor: Actor,
  { machineId, name, link }: { machineId: string; name: string; link: string },
): Outcome<{ id: string; events: number; skipped: number }> {
  const found = readFile(link);
  if (!found.ok) return found;
  const { file, source } = found.value;
  return addCalendar(shop, actor, { machineId, name, source }, file);
}

/** Reads a linked calendar again. What cannot be read leaves what was read before, and says so. */
export function readCalendarAgain(shop: Shop, actor: Actor, id: string): Outcome<null> {
  const row = calendarById(shop.db, id);
  if (!row?.path) return problem('That calendar is not read from a file.');
  const found = readFile(row.path);
  const now = shop.now();
  const text = found.ok ? readCalendar(found.value.source, shop.zone, now, now + yearAhead) : found;
  if (!text.ok) {
    const trouble = `${text.error.message} What was read before stands.`;
    write(shop.db, () => updateCalendar(shop.db, id, { problem: trouble }));
    return problem(trouble);
  }
  const source = found.ok ? found.value.source : row.source;
  const same = source === row.source;
  write(shop.db, () => {
    updateCalendar(shop.db, id, { source, readAt: now, problem: null });
    if (!same) note(shop, actor, row.machineId, row.name, 'read again', text.value.events);
  });
  return ok(null);
}

/** Takes a calendar away: its bookings no longer count. */
export function removeCalendar(shop: Shop, actor: Actor, id: string): Outcome<null> {
  const row = calendarById(shop.db, id);
  if (!row) return problem('That calendar is no longer there.');
  write(shop.db, () => {
    deleteCalendar(shop.db, id);
    note(shop, actor, row.machineId, row.name, 'removed', 0);
  });
  return ok(null);
}
