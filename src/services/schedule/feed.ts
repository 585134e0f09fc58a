import { ICalCalendar, ICalCalendarMethod, ICalEventStatus } from 'ical-generator';
import { timingSafeEqual } from 'node:crypto';
import { millisecondsPerDay } from '../../core/units/time';
import { ok } from '../../core/units/result';
import { readSetting, writeSetting } from '../../records/settings';
import { plannedEvents } from '../../records/schedule';
import { keyed } from '../people/secret';
import { writeEntry, type Outcome, type Shop } from '../shop';
import { nothing, useCase } from '../use-case';
import { heardDays } from './events';

const setting = 'plan-feed';

/** How often the link was renewed: an old one stops to work. */
const edition = (shop: Pick<Shop, 'db'>) => readSetting(shop.db, setting) ?? '1';

/** The end of the private link of the feed. Nothing is kept of it. */
export function feedToken(shop: Shop): string {
  return keyed(shop, 'plan feed', edition(shop));
}

/** Makes a new link; the one before stops to work. */
export const renewFeed = useCase(nothing, (shop, actor): Outcome<null> => {
  const before = edition(shop);
  const next = String(Number(before) + 1);
  writeSetting(shop.db, setting, next);
  writeEntry(shop, actor, {
    kind: 'setting',
    machineId: null,
    data: { name: setting, from: before, to: next },
  });
  return ok(null);
});

/** Whether a link's end is the one in force. */
export function opensFeed(shop: Shop, token: string): boolean {
  const right = Buffer.from(feedToken(shop));
  const given = Buffer.from(token);
  return right.length === given.length && timingSafeEqual(right, given);
}

/**
 * The planned clean-downs as iCalendar (RFC 5545): each keeps its UID through every change, SEQUENCE counts the
 * changes, what is no longer planned is CANCELLED. Times are UTC, so that every clock shows them right.
 */
export function scheduleCalendar(shop: Shop): string {
  const calendar = new ICalCalendar({
    name: `${shop.name}: clean-downs`,
    prodId: { company: 'Bitacora', product: 'Plan', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 3600,
  });
  for (const row of plannedEvents(shop.db, shop.now() - heardDays * millisecondsPerDay)) {
    calendar.createEvent({
      id: `${row.id}@bitacora`,
      sequence: row.sequence,
      start: new Date(row.start),
      end: new Date(row.end),
      stamp: new Date(row.changedAt),
      lastModified: new Date(row.changedAt),
      summary: row.summary,
      description: row.description,
      status: row.cancelledAt === null ? ICalEventStatus.CONFIRMED : ICalEventStatus.CANCELLED,
    });
  }
  return calendar.toString();
}
