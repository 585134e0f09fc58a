import { exerciseWords, type Exercise } from '../../core/people/exercises';
import { standingEntries } from '../../records/audit-log';
import type { EntryData } from '../../records/audit-log-data';
import type { Shop } from '../shop';

/** How often somebody finished an exercise, and how. */
export interface Learned {
  times: number;
  passed: number;
  last: number;
  /** the last score */
  score: number;
}

/** What each person has learned, by name and exercise. */
export function learned(shop: Pick<Shop, 'db'>): Map<string, Partial<Record<Exercise, Learned>>> {
  const people = new Map<string, Partial<Record<Exercise, Learned>>>();
  for (const row of standingEntries(shop.db, ['training'])) {
    const { exercise, score, passed } = row.data as EntryData<'training'>;
    const of = people.get(row.person) ?? {};
    const before = of[exercise];
    of[exercise] = {
      times: (before?.times ?? 0) + 1,
      passed: (before?.passed ?? 0) + Number(passed),
      last: row.at,
      score,
    };
    people.set(row.person, of);
  }
  return people;
}

/** An exercise that somebody finished. */
export interface Attempt extends EntryData<'training'> {
  id: string;
  at: number;
}

/** Every exercise that somebody finished, the newest first. */
export const attemptsOf = (shop: Pick<Shop, 'db'>, name: string): Attempt[] =>
  standingEntries(shop.db, ['training'])
    .filter(({ person }) => person === name)
    .map((row) => ({ id: row.id, at: row.at, ...(row.data as EntryData<'training'>) }))
    .toReversed();

/** Exercises that the shop asks for before somebody may clean and that they have not passed, by name. */
export function stillToPass(shop: Pick<Shop, 'db' | 'trainingFirst'>, name: string): string[] {
  if (shop.trainingFirst.length === 0) return [];
  const done = learned(shop).get(name) ?? {};
  return shop.trainingFirst
    .filter((exercise) => !done[exercise]?.passed)
    .map((exercise) => exerciseWords[exercise].name);
}
