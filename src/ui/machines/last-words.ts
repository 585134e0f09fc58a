import { usedPercent } from '../../core/units/percent';
import { pastWords } from '../../core/care/past-words';
import type { TaskDue } from '../../services/care/due';
import { ago, dayDate } from '../shared/marks/when';

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

/** When a task was last done, as far as anybody knows: "Last done 6 days ago, Wed 18 Nov." */
export function lastWords(
  { everReset, known, said, since, range }: TaskDue,
  now: number,
  zone: string,
): string {
  if (everReset) return `Last done ${ago(since, now, zone)}.`;
  if (said && said.last.kind !== 'unknown') {
    const date = (at: number) => dayDate(at, zone, now);
    const told = `Before this book: ${pastWords(said, date)}, as told ${date(said.at)}.`;
    if (!known) return `${told} Its run hours since are not known.`;
    if (!range)
      return said.last.kind === 'look'
        ? `${capital(pastWords(said, date))}, ${date(said.at)}.`
        : told;
    return `${told} Between ${usedPercent(range.least)} and ${usedPercent(range.most!)} is used.`;
  }
  return known
    ? `Never recorded as done: counted from ${dayDate(since, zone, now)}.`
    : `Not known when it was last done. Counted from ${dayDate(since, zone, now)}: the least of it.`;
}
