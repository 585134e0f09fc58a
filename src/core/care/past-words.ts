import { formatLocal } from '../units/instant';
import { fail, ok, type Result } from '../units/result';
import { readDate, upToNow, type DateOrder } from '../units/written-date';
import type { LastTime, TaskPast } from './past';

/** What was written of when a task was last done. */
export type WrittenPast = Pick<TaskPast, 'last' | 'hours' | 'sure'>;

const words: Readonly<Record<string, LastTime['kind']>> = {
  never: 'never',
  '?': 'unknown',
  'not known': 'unknown',
  unknown: 'unknown',
};

const unit = '(?:h|hours?|run hours?)';
const hoursPattern = new RegExp(
  `^(?:about |ca\\.? |~ ?)?(\\d+(?:[.,]\\d+)?)(?: ?${unit}(?: ago)?(?: ?(?:±|\\+/?-) ?(\\d+(?:[.,]\\d+)?) ?${unit}?)?| ?(?:±|\\+/?-) ?(\\d+(?:[.,]\\d+)?) ?${unit}(?: ago)?)$`,
  'i',
);

const figure = (written: string) => Number(written.replace(',', '.'));

/**
 * Reads what somebody wrote of when a task was last done: a date, "400 h" ago with or without "± 50", both after one
 * another, "never", "new" (with a date or without), or "?" for what is not known.
 * @param now UTC milliseconds: since when a part is new, where no date says it
 * @example readPast('3 Mar 2026, 400 ± 50 h', 'dmy', zone, now)
 */
export function readPast(
  text: string,
  order: DateOrder,
  zone: string,
  now: number,
): Result<WrittenPast> {
  const written = text.trim().replace(/\s+/g, ' ');
  const known = words[written.toLowerCase()];
  if (known === 'never' || known === 'unknown') {
    return ok({ last: { kind: known }, hours: null, sure: null });
  }
  const never = /^never[,;] ?(.*)$/i.exec(written);
  const inAll = never && hoursOf(never[1]!);
  if (inAll) return ok({ last: { kind: 'never' }, ...inAll });
  const hours = hoursOf(written);
  if (hours) return ok({ last: { kind: 'hours' }, ...hours });
  const isNew = /^new(?: part)?\b,? ?/i.exec(written);
  const rest = isNew ? written.slice(isNew[0].length) : written;
  if (isNew && !rest) return ok({ last: { kind: 'new', at: now }, hours: 0, sure: null });
  // "3 Mar 2026, 400 h": the hours stand behind the date
  const cut = [...rest.matchAll(/[,;]/g)].find(({ index }) => hoursOf(rest.slice(index + 1)));
  const since = cut ? hoursOf(rest.slice(cut.index + 1))! : { hours: null, sure: null };
  const date = readDate(rest.slice(0, cut?.index), order, zone);
  if (!date.ok) {
    return fail(
      `${date.error}. Write a date, "400 h", "never", "new" or "?" for what is not known.`,
    );
  }
  const last: LastTime = { kind: isNew ? 'new' : 'date', at: upToNow(date.value, now) };
  return ok({ last, ...since });
}

/** "about 400 ± 50 h", or `null` for anything else. */
function hoursOf(text: string): { hours: number; sure: number | null } | null {
  const match = hoursPattern.exec(text.trim());
  if (!match) return null;
  const sure = match[2] ?? match[3];
  return { hours: figure(match[1]!), sure: sure ? figure(sure) : null };
}

/** What was said of a past as it would be written, so that `readPast` reads the same. "2026-03-03, 400 ± 50 h" */
export function pastText({ last, hours, sure }: WrittenPast, zone: string): string {
  const date = (at: number) => formatLocal(at, zone).slice(0, 10);
  const said = hours === null ? '' : `${hours}${sure ? ` ± ${sure}` : ''} h`;
  switch (last.kind) {
    case 'date':
      return [date(last.at), said].filter(Boolean).join(', ');
    case 'new':
      return [`new ${date(last.at)}`, said].filter(Boolean).join(', ');
    case 'hours':
      return said;
    case 'never':
      return ['never', said].filter(Boolean).join(', ');
    case 'unknown':
      return '?';
    case 'look':
      return '';
  }
}

/**
 * What was said of a past, as a sentence goes on with it: "last done 3 Mar 2026, about 400 run hours since".
 * @param date a day in words
 */
export function pastWords(
  { last, hours, sure }: WrittenPast,
  date: (at: number) => string,
): string {
  const about = hours === null ? null : `about ${hours}${sure ? ` ± ${sure}` : ''} run hours`;
  switch (last.kind) {
    case 'date':
      return [`last done ${date(last.at)}`, about && `${about} since`].filter(Boolean).join(', ');
    case 'new':
      return [`new part ${date(last.at)}`, hours ? `${about} since` : null]
        .filter(Boolean)
        .join(', ');
    case 'hours':
      return `last done ${about} before`;
    case 'never':
      return about ? `never done, in ${about}` : 'never done';
    case 'unknown':
      return 'not known when it was last done';
    case 'look':
      return `looked at: ${last.finding}`;
  }
}
