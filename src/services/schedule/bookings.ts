import fs from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { z } from 'zod';
import type { Taken } from '../../core/schedule/time';
import { ok } from '../../core/units/result';
import { millisecondsPerDay } from '../../core/units/time';
import { localDay } from '../../core/units/zone';
import { entryData, standingEntries } from '../../records/audit-log';
import { write } from '../../records/database';
import { newId } from '../../records/ids';
import {
  calendarById,
  deleteCalendar,
  insertCalendar,
  listCalendars,
  updateCalendar,
  type CalendarRow,
  type CalendarTimes,
} from '../../records/schedule';
import { askApart } from '../background/background-job';
import { requireMachine } from '../machines/machines';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { id, useCase } from '../use-case';
import { largestCalendar, type CalendarOrder, type ReadCalendar } from './icalendar';
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
    machineId: id,
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
export const addBooking = useCase(
  bookingSchema,
  (shop, actor, { machineId, from, to, weeks, words }): Outcome<{ entryId: string }> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    const entryId = writeEntry(shop, actor, {
      kind: 'booking',
      machineId: machine.value.id,
      at: from,
      note: words,
      data: { end: to, weeks },
    });
    return ok({ entryId });
  },
);

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

/** How far a calendar's times are worked out, before and after the day on which that is done. */
const behindDays = 40;
const aheadDays = 800;
/** They are worked out anew once less than so many days are left of them. */
const leastAheadDays = 500;

/** What reading one may take: an honest calendar of ten years takes about a second. */
const limits = { seconds: 10, memoryMb: 256 };

/** Works out the times of a calendar, in a process of its own. */
async function timesOf(
  shop: Pick<Shop, 'zone' | 'now'>,
  text: string,
): Promise<Outcome<{ events: number; times: CalendarTimes }>> {
  if (text.length > largestCalendar) return refuse('The calendar is over 5 MB.', 'file');
  const from = shop.now() - behindDays * millisecondsPerDay;
  const to = shop.now() + aheadDays * millisecondsPerDay;
  const { zone } = shop;
  const order: CalendarOrder = { text, zone, from, to };
  const answer = await askApart<Outcome<ReadCalendar>>('calendar-process.ts', order, limits);
  if (!answer.ok) {
    return refuse(
      `The calendar could not be read: ${answer.error} A rule that never comes true does that. Nothing was kept.`,
      'file',
    );
  }
  if (!answer.value.ok) return answer.value;
  const { events, occurrences, skipped } = answer.value.value;
  const bare = occurrences.map((one) => ({ words: one.words, from: one.from, to: one.to }));
  return ok({ events, times: { from, to, zone, occurrences: bare, skipped } });
}

/**
 * Works out anew the times of calendars whose days run out, whose zone changed, or which were read before times
 * were kept. What cannot be read keeps what there was, and says so.
 */
export async function freshenCalendars(shop: Shop): Promise<void> {
  for (const { id, source, times, problem: trouble } of listCalendars(shop.db)) {
    const enough = shop.now() + leastAheadDays * millisecondsPerDay;
    if (times && times.zone === shop.zone && times.to > enough) continue;
    if (!times && trouble) continue;
    const found = await timesOf(shop, source);
    write(shop.db, () => {
      if (calendarById(shop.db, id)?.source !== source) return;
      updateCalendar(
        shop.db,
        id,
        found.ok ? { times: found.value.times } : { problem: found.error.message },
      );
    });
  }
}

/** Every booking over some time, typed or from a calendar, in order. */
export function bookings(shop: Pick<Shop, 'db' | 'zone'>, from: number, to: number): Booking[] {
  const ofCalendars = listCalendars(shop.db).flatMap((row) =>
    (row.times?.occurrences ?? [])
      .filter((one) => one.from < to && one.to > from)
      .map((one): Booking => ({
        machine: row.machineId,
        from: one.from,
        to: one.to,
        words: one.words,
        entryId: null,
        calendar: row.name,
      })),
  );
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
  return listCalendars(shop.db).map(
    ({ id, machineId, name, path: file, readAt, problem: trouble, times }) => ({
      id,
      machineId,
      name,
      path: file,
      readAt,
      problem: trouble,
      coming: (times?.occurrences ?? []).filter(
        (one) => one.from < from + yearAhead && one.to > from,
      ).length,
      skipped: times?.skipped ?? [],
    }),
  );
}

const nameSchema = z.string().trim().min(1, 'Give it a name.').max(80, 'At most 80 characters.');

/** Adds a calendar of bookings of one machine, from a text that was given once. */
export async function addCalendar(
  shop: Shop,
  actor: Actor,
  { machineId, name, source }: { machineId: string; name: string; source: string },
  file: string | null = null,
): Promise<Outcome<{ id: string; events: number; skipped: number }>> {
  const named = nameSchema.safeParse(name);
  if (!named.success) return refuse(named.error.issues[0]!.message, 'name');
  const machine = requireMachine(shop, machineId);
  if (!machine.ok) return machine;
  const found = await timesOf(shop, source);
  if (!found.ok) return found;
  const { events, times } = found.value;
  if (events === 0) return refuse('There is no event in that calendar. Nothing was kept.', 'file');
  const id = newId();
  write(shop.db, () => {
    insertCalendar(shop.db, {
      id,
      machineId: machine.value.id,
      name: named.data,
      path: file,
      source,
      readAt: shop.now(),
      problem: null,
      times,
    });
    note(shop, actor, machine.value.id, named.data, 'added', events);
  });
  return ok({ id, events, skipped: times.skipped.length });
}

function note(
  shop: Shop,
  actor: Actor,
  machineId: string,
  name: string,
  change: 'added' | 'read again' | 'removed',
  events: number,
) {
  writeEntry(shop, actor, {
    kind: 'calendar',
    machineId,
    data: { name, change, events },
  });
}

/**
 * The folder whose calendars may be linked: CALENDAR_DIR, named by whoever keeps the server, else `calendars`
 * in the folder of the data.
 */
export function calendarFolder(shop: Pick<Shop, 'dataDir'>): string {
  const named = process.env['CALENDAR_DIR'] || path.join(shop.dataDir, 'calendars');
  return path.resolve(/* turbopackIgnore: true */ named);
}

/** Reads a calendar file of the folder that the owner named: a regular file in it, no link, nothing beside it. */
function readFile(
  shop: Pick<Shop, 'dataDir'>,
  link: string,
): Outcome<{ file: string; source: string }> {
  const trimmed = link.trim();
  if (/^(https?|webcal):/i.test(trimmed)) {
    return refuse(
      'Only files of this computer are read: save the calendar as a file and give its path.',
      'link',
    );
  }
  const folder = calendarFolder(shop);
  let file: string;
  try {
    const named = trimmed.startsWith('file:') ? fileURLToPath(trimmed) : trimmed;
    file = path.resolve(/* turbopackIgnore: true */ folder, named);
  } catch {
    return refuse('That is no link to a file of this computer.', 'link');
  }
  if (!/\.(ics|ical|ifb)$/i.test(file)) {
    return refuse('A calendar file ends in .ics. Nothing was read.', 'link');
  }
  const outside = refuse(
    `Only calendars in ${folder} are read: put the file there. Whoever keeps the server names another folder with CALENDAR_DIR.`,
    'link',
  );
  if (path.dirname(file) !== folder) return outside;
  let handle: number | null = null;
  try {
    // the last part may be no link, and what it opens is asked itself: nothing can be put in its place meanwhile
    const { O_RDONLY, O_NOFOLLOW, O_NONBLOCK } = fs.constants;
    handle = fs.openSync(
      /* turbopackIgnore: true */ file,
      O_RDONLY | (O_NOFOLLOW ?? 0) | (O_NONBLOCK ?? 0),
    );
    const stat = fs.fstatSync(handle);
    if (!stat.isFile()) return refuse('That is no ordinary file.', 'link');
    if (stat.size > largestCalendar) return refuse('The calendar is over 5 MB.', 'link');
    return ok({ file, source: fs.readFileSync(/* turbopackIgnore: true */ handle, 'utf8') });
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    return refuse(
      code === 'ENOENT'
        ? `There is no such file in ${folder}.`
        : code === 'ELOOP' || code === 'EMLINK'
          ? 'That is a link to another file: links are not followed.'
          : 'That file cannot be read on this computer.',
      'link',
    );
  } finally {
    if (handle !== null) fs.closeSync(handle);
  }
}

/** Adds a calendar that is read again from a file of this computer whenever it is asked for. */
export async function linkCalendar(
  shop: Shop,
  actor: Actor,
  { machineId, name, link }: { machineId: string; name: string; link: string },
): Promise<Outcome<{ id: string; events: number; skipped: number }>> {
  const found = readFile(shop, link);
  if (!found.ok) return found;
  const { file, source } = found.value;
  return addCalendar(shop, actor, { machineId, name, source }, file);
}

/** Reads a linked calendar again. What cannot be read leaves what was read before, and says so. */
export async function readCalendarAgain(
  shop: Shop,
  actor: Actor,
  id: string,
): Promise<Outcome<null>> {
  const row = calendarById(shop.db, id);
  if (!row?.path) return refuse('That calendar is not read from a file.');
  const found = readFile(shop, row.path);
  const read = found.ok ? await timesOf(shop, found.value.source) : found;
  if (!read.ok) {
    const trouble = `${read.error.message} What was read before stands.`;
    write(shop.db, () => updateCalendar(shop.db, id, { problem: trouble }));
    return refuse(trouble);
  }
  const source = found.ok ? found.value.source : row.source;
  const { events, times } = read.value;
  write(shop.db, () => {
    updateCalendar(shop.db, id, { source, readAt: shop.now(), problem: null, times });
    if (source !== row.source) note(shop, actor, row.machineId, row.name, 'read again', events);
  });
  return ok(null);
}

/** Takes a calendar away: its bookings no longer count. */
export const removeCalendar = useCase(id, (shop, actor, calendarId): Outcome<null> => {
  const row = calendarById(shop.db, calendarId);
  if (!row) return refuse('That calendar is no longer there.');
  deleteCalendar(shop.db, calendarId);
  note(shop, actor, row.machineId, row.name, 'removed', 0);
  return ok(null);
});
