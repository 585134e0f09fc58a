import { z } from 'zod';
import {
  windowsOn,
  type DayChange,
  type TechnicianTime,
  type TimeWindow,
} from '../../core/schedule/time';
import { ok } from '../../core/units/result';
import { millisecondsPerDay, millisecondsPerMinute } from '../../core/units/time';
import { startOfLocalDay, wallInstants } from '../../core/units/zone';
import { entryData, standingEntries } from '../../records/audit-log';
import { refuse, writeEntry, type Outcome, type Shop } from '../shop';
import { useCase } from '../use-case';

/** A change of some days, as it is listed. */
export interface KnownChange extends DayChange {
  /** the entry of the book that says it */
  id: string;
  note: string | null;
}

/** The technician's time as the book has it. */
export interface KnownTime extends TechnicianTime {
  changes: readonly KnownChange[];
  /** whether anybody ever said when the technician is there */
  told: boolean;
}

export function technicianTime(shop: Pick<Shop, 'db'>): KnownTime {
  const rows = standingEntries(shop.db, ['technician week', 'technician days']);
  const week = rows.findLast(({ kind }) => kind === 'technician week');
  const { windows, closed } = week
    ? entryData(week, 'technician week')
    : { windows: [], closed: [] };
  return {
    told: week !== undefined,
    week: windows,
    closed,
    changes: rows
      .filter(({ kind }) => kind === 'technician days')
      .map((row) => ({ id: row.id, note: row.note, ...entryData(row, 'technician days') })),
  };
}

/** UTC milliseconds of a minute of a shop-local day on the clock on the wall; where clocks skip it, the next. */
export function instantOf(zone: string): (day: number, minute: number) => number {
  return (day, minute) => {
    const wall = new Date(day * millisecondsPerDay + minute * millisecondsPerMinute);
    const found = wallInstants(
      {
        year: wall.getUTCFullYear(),
        month: wall.getUTCMonth() + 1,
        day: wall.getUTCDate(),
        hour: wall.getUTCHours(),
        minute: wall.getUTCMinutes(),
        second: 0,
        millisecond: 0,
      },
      zone,
    );
    if (found.kind === 'one') return found.instant;
    if (found.kind === 'twice') return found.first;
    return startOfLocalDay(day, zone) + minute * millisecondsPerMinute;
  };
}

/** The technician's windows on some days. @param from first shop-local day */
export function technicianWindows(
  shop: Pick<Shop, 'zone'>,
  plan: TechnicianTime,
  from: number,
  days: number,
): TimeWindow[] {
  return windowsOn(plan, from, days, instantOf(shop.zone));
}

const windowSchema = z.object({
  start: z.number('Give a time.').int().min(0).max(1439),
  minutes: z
    .number('Give both times.')
    .int()
    .min(10, 'A window has at least 10 minutes: it ends later on the same day.')
    .max(1440, 'A window is at most a day.'),
});
const weekdaySchema = z.number().int().min(0).max(6);
const weekSchema = z.object({
  windows: z.array(windowSchema.extend({ weekday: weekdaySchema })).max(70, 'At most 70 windows.'),
  closed: z.array(weekdaySchema).max(7),
});

/** Says when the technician is there in every week, and on which days the shop is closed. */
export const setWeek = useCase(weekSchema, (shop, actor, week): Outcome<null> => {
  const windows = [...week.windows].sort((a, b) => a.weekday - b.weekday || a.start - b.start);
  const crossing = windows.find(
    (one, at) =>
      windows[at + 1]?.weekday === one.weekday && windows[at + 1]!.start < one.start + one.minutes,
  );
  if (crossing) return refuse('Two windows of a day overlap. Nothing was changed.', 'windows');
  writeEntry(shop, actor, {
    kind: 'technician week',
    machineId: null,
    data: { windows, closed: [...new Set(week.closed)].sort() },
  });
  return ok(null);
});

const daysSchema = z
  .object({
    from: z.number('Give the first day.').int(),
    to: z.number('Give the last day.').int(),
    what: z.enum(['away', 'closed', 'windows']),
    windows: z.array(windowSchema).max(10, 'At most 10 windows a day.'),
    note: z.string().trim().max(200, 'At most 200 characters.'),
  })
  .refine(({ from, to }) => from <= to, {
    message: 'The last day lies before the first.',
    path: ['to'],
  })
  .refine(({ from, to }) => to - from <= 400, {
    message: 'At most 400 days at a time.',
    path: ['to'],
  })
  .refine(({ what, windows }) => what !== 'windows' || windows.length > 0, {
    message: 'Give the times at which the technician is there.',
    path: ['windows'],
  });

/** Says of some days that they are not like every week. */
export const changeDays = useCase(
  daysSchema,
  (shop, actor, { note, ...data }): Outcome<{ entryId: string }> => {
    const entryId = writeEntry(shop, actor, {
      kind: 'technician days',
      machineId: null,
      note,
      data: { ...data, windows: data.what === 'windows' ? data.windows : [] },
    });
    return ok({ entryId });
  },
);
