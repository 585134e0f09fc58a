import { z } from 'zod';
import { parseInstant } from '../../core/units/instant';
import { localDay, startOfLocalDay } from '../../core/units/zone';
import type { BookFilter } from '../../records/audit-log';
import { entryKinds, type EntryKind } from '../../records/audit-log-data';

/** Kinds of entry as people look for them. */
export const kindGroups: Readonly<Record<string, readonly EntryKind[]>> = {
  use: ['session', 'meter reading', 'meter explained', 'day without use', 'job file'],
  care: [
    'care',
    'task past',
    'machine past',
    'clean-down started',
    'clean-down signed off',
    'clean-down abandoned',
    'deferral',
    'call',
    'put back',
    'put back done',
  ],
  stores: ['stock', 'store item'],
  modules: ['module', 'module moved', 'module ended'],
  faults: [
    'fault',
    'fault check',
    'fault cause',
    'fault showing',
    'fault diagnosis',
    'fault repair',
    'fault proof',
    'fault return',
    'fault again',
    'watch answer',
    'restriction lifted',
    'accepted mark',
    'accepted mark gone',
    'fault closed',
    'after fire',
  ],
  bench: ['reading'],
  strength: ['recipe', 'test burn'],
  holds: ['hold', 'release'],
  people: ['person', 'training'],
  time: ['technician week', 'technician days', 'booking', 'calendar'],
  'set-up': [
    'machine',
    'setting',
    'care plan',
    'proposal declined',
    'soil weights',
    'method choice',
    'machine build',
    'connector wait',
    'order rule',
    'step words',
    'device',
    'diagnosis reset',
  ],
};

/** What the record's address bar can carry. */
export const bookQuerySchema = z.object({
  machine: z.string().optional(),
  kind: z.string().optional(),
  person: z.string().optional(),
  from: z.string().optional(),
  to: z.string().optional(),
  text: z.string().max(80).optional(),
  /** what lies ahead too: bookings, days away */
  ahead: z.literal('1').optional(),
  before: z.string().optional(),
});
export type BookQuery = z.infer<typeof bookQuerySchema>;

/**
 * Filter of the book from its query; days are the shop's, both ends included. What lies ahead is left out unless it is
 * asked for.
 * @param now UTC milliseconds
 */
export function bookFilter(query: BookQuery, zone: string, now: number): BookFilter {
  const filter: BookFilter = query.ahead ? {} : { to: now + 1 };
  if (query.machine) filter.machineId = query.machine;
  const kinds = query.kind ? kindGroups[query.kind] : undefined;
  if (kinds) filter.kinds = kinds.filter((kind) => entryKinds.includes(kind));
  if (query.person) filter.person = query.person;
  const from = dayStart(query.from, zone, 0);
  if (from !== null) filter.from = from;
  const to = dayStart(query.to, zone, 1);
  if (to !== null) filter.to = to;
  const place = /^(\d+)_([0-9a-f-]{36})$/.exec(query.before ?? '');
  if (place) filter.before = { at: Number(place[1]), id: place[2]! };
  return filter;
}

function dayStart(day: string | undefined, zone: string, add: number): number | null {
  if (!day) return null;
  const noon = parseInstant(`${day}T12:00`, zone);
  return noon.ok ? startOfLocalDay(localDay(noon.value, zone) + add, zone) : null;
}
