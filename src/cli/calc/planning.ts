import { z } from 'zod';
import { orderSheet, type SheetTask } from '../../core/cleaning/order';
import { expectedMinutes, searchOrder } from '../../core/faults/diagnosis/checks';
import { restOfDay, sharesAhead } from '../../core/forecast/ahead';
import { forecastDue, horizonDays } from '../../core/forecast/due';
import { dayAmounts, fitUse, lookBackDays, rangeOfUse } from '../../core/forecast/use';
import { parseInstant } from '../../core/units/instant';
import { dateOf, dayOf, weekdayOf } from '../../core/units/wall-clock';
import { isZone, localDay } from '../../core/units/zone';
import { calculation } from './calculation';
import { Refused } from './refused';

const minutes = z.number().min(0);
const id = z.string().min(1);

/** Which of the ids is there twice. */
function twice(ids: readonly string[]): number {
  return ids.findIndex((one, i) => ids.indexOf(one) !== i);
}

export const checkOrder = calculation(
  z.object({
    checks: z
      .array(z.object({ id, probability: z.number().min(0).max(1), minutes: z.number().gt(0) }))
      .min(1),
    lastCheckMade: z.boolean().default(false),
  }),
  ({ checks, lastCheckMade }) => {
    const double = twice(checks.map((check) => check.id));
    if (double >= 0) throw new Refused(`checks[${double}].id`, 'there is another of this id');
    const order = searchOrder(checks, lastCheckMade);
    return {
      order: order.map((check) => check.id),
      expectedMinutes: expectedMinutes(order, lastCheckMade),
    };
  },
);

export const runSheet = calculation(
  z.object({
    tasks: z
      .array(
        z.object({
          id,
          active: minutes,
          waits: z.array(minutes).default([]),
          finish: minutes.default(0),
          after: z.array(id).default([]),
        }),
      )
      .min(1),
  }),
  ({ tasks }) => {
    const ids = tasks.map((task) => task.id);
    const double = twice(ids);
    if (double >= 0) throw new Refused(`tasks[${double}].id`, 'there is another of this id');
    tasks.forEach(({ after }, i) => {
      const unknown = after.findIndex((one) => !ids.includes(one));
      if (unknown >= 0) throw new Refused(`tasks[${i}].after[${unknown}]`, 'there is no such task');
    });
    const sheet = orderSheet(
      tasks.map((task): SheetTask => ({
        id: task.id,
        active: task.active,
        passive: task.waits.reduce((sum, one) => sum + one, 0),
        finishing: task.finish,
        after: task.after.map((before) => ({ id: before, until: 'over', rule: 'after' })),
      })),
    );
    return {
      order: sheet.steps.filter(({ part }) => part === 'active').map(({ task }) => task),
      makespanMinutes: sheet.finish,
      exact: sheet.exact,
      oneAfterAnotherMinutes: sheet.sequential,
      stretches: sheet.steps.map(({ task, part, start, end }) => ({
        id: task,
        part: part === 'active' ? 'active' : 'finish',
        fromMinute: start,
        toMinute: end,
      })),
    };
  },
);

const date = z
  .string()
  .refine((text) => !Number.isNaN(dayOf(text)), 'must be a date such as 2026-03-01');
const weekdayNames = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'];
/** Monday is 1, Sunday 7 (ISO 8601) or 0; or by name. */
const weekday = z
  .union([z.number().int().min(0).max(7), z.string()])
  .transform((given, ctx): number => {
    if (typeof given === 'number') return (given + 6) % 7;
    const name = given.trim().toLowerCase();
    const found = name.length < 3 ? -1 : weekdayNames.findIndex((day) => day.startsWith(name));
    if (found < 0) ctx.addIssue('must be a day of the week: 1 (Monday) to 7, or its name');
    return found;
  });

export const forecast = calculation(
  z.object({
    days: z.array(z.object({ date, hours: z.number().min(0) })),
    zone: z.string().refine(isZone, 'must be an IANA time zone'),
    closedWeekdays: z.array(weekday).default([]),
    closedDates: z.array(date).default([]),
    neededHours: z.number().min(0),
    from: z.string(),
  }),
  ({ days, zone, closedWeekdays, closedDates, neededHours, from }) => {
    const now = instantOf(from, zone);
    const today = localDay(now, zone);
    const closedDays = new Set(closedDates.map((text) => dayOf(text)));
    const closed = (day: number) => closedDays.has(day) || closedWeekdays.includes(weekdayOf(day));
    const hours = new Map<number, number>();
    for (const { date: text, hours: of } of days) {
      const day = dayOf(text);
      hours.set(day, (hours.get(day) ?? 0) + of);
    }
    const known = [...hours].filter(([day]) => day < today);
    const first = Math.max(
      today - lookBackDays,
      known.reduce((least, [day]) => Math.min(least, day), today),
    );
    const model = fitUse(dayAmounts(known, first, today - 1), today - 1, closed);
    const none = { likely: null, early: null, late: null };
    if (!model) {
      return { ...none, next28: null, reason: 'there is too little use to tell' };
    }
    const rest = restOfDay(now, today, zone);
    const share = sharesAhead(model, { today, used: hours.get(today) ?? 0, rest, closed });
    const due = forecastDue([{ left: neededHours, model, share }], today, null)!;
    const asDate = (day: number | null) => (day === null ? null : dateOf(day));
    // twenty-eight whole days: the last of them ends at the hour it is now
    const over = rangeOfUse(
      model,
      today,
      29,
      (day) => share(day) * (day === today + 28 ? 1 - rest : 1),
    );
    return {
      likely: asDate(due.likely),
      early: asDate(due.early),
      late: asDate(due.late),
      next28: { p10: over.low, p50: over.likely, p90: over.high },
      ...(due.late === null && { reason: `null: not within ${horizonDays} days` }),
    };
  },
);

/** A time; of a date alone, its beginning. */
function instantOf(text: string, zone: string): number {
  const parsed = parseInstant(text, zone);
  if (parsed.ok) return parsed.value;
  const midnight = parseInstant(`${text}T00:00`, zone);
  if (midnight.ok) return midnight.value;
  throw new Refused('from', parsed.error);
}
