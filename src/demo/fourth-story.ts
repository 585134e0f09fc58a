import { improveSchedule, fastSchedule, rounds } from '../core/schedule/search';
import { weekdayOf } from '../core/units/wall-clock';
import { localDay, startOfLocalDay } from '../core/units/zone';
import { dueMachines } from '../services/care/due';
import type { Actor, Shop } from '../services/shop';
import { addBooking, addCalendar } from '../services/schedule/bookings';
import { keepSchedule } from '../services/schedule/schedules';
import { withSetUps } from '../services/schedule/set-ups';
import { weeksAhead } from '../services/schedule/problem';
import { changeDays, setWeek } from '../services/schedule/time';
import { must } from './must';
import { shopZone } from './workshop';

const hour = 3_600_000;

/** Two evenings and a morning a week, bookings of the weeks to come, and a plan for them. */
export async function weeksToCome(
  shop: Shop,
  clock: { now: number },
  ids: ReadonlyMap<string, string>,
  marit: Actor,
  end: number,
): Promise<void> {
  const at = (nickname: string) => ids.get(nickname)!;
  clock.now = end - 3 * hour;
  must(
    setWeek(shop, marit, {
      windows: [
        { weekday: 1, start: 18 * 60 + 15, minutes: 210 },
        { weekday: 3, start: 7 * 60, minutes: 180 },
        { weekday: 4, start: 18 * 60 + 15, minutes: 210 },
      ],
      closed: [0, 6],
    }),
  );
  const today = localDay(end, shopZone);
  const nextOf = (day: number, weeks: number) => {
    for (let one = today + 7 * weeks + 1; ; one++) if (weekdayOf(one) === day) return one;
  };
  const fair = nextOf(5, 2);
  must(
    changeDays(shop, marit, {
      from: fair,
      to: fair,
      what: 'closed',
      windows: [],
      note: 'harbour fair',
    }),
  );
  const there = (day: number, start: number, minutes: number, note: string) =>
    must(
      changeDays(shop, marit, {
        from: day,
        to: day,
        what: 'windows',
        windows: [{ start, minutes }],
        note,
      }),
    );
  const minutesNow = Math.ceil((end - startOfLocalDay(today, shopZone)) / 60_000);
  const next = Math.ceil((minutesNow + 5) / 15) * 15;
  if (next <= 22 * 60) there(today, next, 75, 'a gap between two waves');
  there(today + 1, 7 * 60 + 30, 150, 'before the members come');
  const book = (nickname: string, day: number, from: number, hours: number, words: string) => {
    const start = startOfLocalDay(day, shopZone) + from * hour;
    must(
      addBooking(shop, marit, {
        machineId: at(nickname),
        from: start,
        to: start + hours * hour,
        weeks: 1,
        words,
      }),
    );
  };
  book('Heron', nextOf(1, 0), 16, 3, 'gaskets for the slipway');
  book('Swift', nextOf(5, 1), 7, 6, 'badge day of the rowing club');
  must(
    await addCalendar(shop, marit, {
      machineId: at('Sparrow'),
      name: 'Puppet theatre course',
      source: courseCalendar(nextOf(4, 0)),
    }),
  );
  clock.now = end - hour / 12;
  const weeks = withSetUps(shop, weeksAhead(shop, dueMachines(shop), null), null);
  const plan = improveSchedule(weeks.problem, fastSchedule(weeks.problem), { left: rounds(6000) });
  keepSchedule(shop, marit, weeks, plan, { words: 'planned anew' });
}

/** A course on four Friday evenings, the third of them called off. */
function courseCalendar(firstDay: number): string {
  const date = (day: number) =>
    new Date(day * 24 * hour).toISOString().slice(0, 10).replaceAll('-', '');
  return [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Tern Quay Workshop//courses//EN',
    'BEGIN:VEVENT',
    'UID:puppet-theatre@tern-quay.example',
    `DTSTAMP:${date(firstDay - 30)}T080000Z`,
    `DTSTART;TZID=${shopZone}:${date(firstDay)}T170000`,
    `DTEND;TZID=${shopZone}:${date(firstDay)}T193000`,
    'RRULE:FREQ=WEEKLY;COUNT=4',
    `EXDATE;TZID=${shopZone}:${date(firstDay + 14)}T170000`,
    'SUMMARY:Puppet theatre course',
    'END:VEVENT',
    'END:VCALENDAR',
    '',
  ].join('\r\n');
}
