import type { Clock, SetAside } from '../../core/evidence/cycles';
import type { NoFit } from '../../core/evidence/life';
import type { MeanBetween } from '../../core/evidence/reliability';

const units: Readonly<Record<Clock, readonly [one: string, many: string]>> = {
  soil: ['soil h', 'soil h'],
  run: ['run h', 'run h'],
  beam: ['beam h', 'beam h'],
  days: ['day', 'days'],
};

/** Two digits are all that findings bear. */
export const rounded = (value: number): number => Number(value.toPrecision(2));

/** "12 soil h" */
export const amountWords = (value: number, clock: Clock): string => {
  const shown = rounded(value);
  return `${shown} ${units[clock][shown === 1 ? 0 : 1]}`;
};

/** "0.5 h", "120 h": two digits, three from a hundred on. */
export const hoursWords = (value: number): string =>
  `${Number(value.toPrecision(value < 100 ? 2 : 3))} h`;

/** "120 h (80 to 190 h)": a mean with its limits; without an end only what it lies above. */
export function meanWords({
  runHours,
  mean,
  lower,
  upper,
  lowerOneSided,
}: MeanBetween & { runHours: number }): string {
  if (runHours === 0) return 'no use yet';
  if (mean === null || upper === null) return `above ${hoursWords(lowerOneSided)} (90 %)`;
  return `${hoursWords(mean)} (${hoursWords(lower).replace(' h', '')} to ${hoursWords(upper)})`;
}

/** "37 to 49 soil h" */
export const rangeWords = (low: number, high: number, clock: Clock): string =>
  `${rounded(low)} to ${amountWords(high, clock)}`;

export const clockNames: Readonly<Record<Clock, string>> = {
  soil: 'soil hours',
  run: 'run hours',
  beam: 'beam hours',
  days: 'days',
};

/** Why there is no likeliest life, and what is done then. */
export const missingWords: Readonly<Record<NoFit, string>> = {
  'all clean':
    'Every look found it clean: how long it lasts nobody has seen yet, only that it is at least so long.',
  'all soiled':
    'Every look found it soiled: how soon it is, nobody has seen. One look earlier would tell much.',
  separated:
    'Short looks were all clean and long ones all soiled: where between them it turns is a guess.',
  reversed:
    'Longer use was found cleaner than shorter: something else than use decides, or findings were mixed up.',
};

/** What was set aside, in words; empty where nothing was. */
export function asideWords(aside: Readonly<Record<SetAside, number>>): string[] {
  const words: Readonly<Record<SetAside, string>> = {
    before: 'before the task was first done here',
    damaged: 'graded damaged: that is no dirt',
    swapped: 'after the part was swapped in between',
    'no use': 'without any use since it was last done',
  };
  return (Object.entries(aside) as [SetAside, number][])
    .filter(([, count]) => count > 0)
    .map(([why, count]) => `${count} ${words[why]}`);
}

/** "Focus lens: wipe the lens", without saying the station twice. */
export function taskWords({ station, name }: { station: string; name: string }): string {
  return name.toLowerCase().includes(station.toLowerCase())
    ? name
    : `${station}: ${name.toLowerCase()}`;
}
