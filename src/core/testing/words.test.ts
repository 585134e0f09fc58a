import fs from 'node:fs';
import path from 'node:path';
import { importFields } from '../import/fields';

const core = path.join(__dirname, '..');

/** Every module of core. */
const modules = fs
  .readdirSync(core, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts') && !/\.(test|d)\.ts$|(^|\/)testing\//.test(file))
  .sort();

/** All texts in a table, however deep, with where they stand. */
function textsIn(value: unknown, at: string): [at: string, text: string][] {
  if (typeof value === 'string') return [[at, value]];
  if (value instanceof Map || value instanceof Set) return textsIn([...value], at);
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) => textsIn(inner, `${at}.${key}`));
}

const texts = modules.flatMap((file) =>
  Object.entries(jest.requireActual<object>(path.join(core, file))).flatMap(([name, value]) =>
    textsIn(value, `${file}: ${name}`),
  ),
);

test('no table of words has one that says nothing, or blanks around it', () => {
  expect(texts.length).toBeGreaterThan(400);
  expect(texts.filter(([, text]) => text === '' || text !== text.trim())).toEqual([]);
});

test('what a column may hold is known by several headings, and what a row needs is marked', () => {
  const marked = (mark: 'needed' | 'dated') =>
    Object.entries(importFields).map(([kind, fields]) => [
      kind,
      ...fields.filter((field) => field[mark]).map(({ name }) => name),
    ]);
  expect(marked('needed')).toEqual([
    ['sessions', 'machine', 'start'],
    ['care', 'machine', 'date', 'station'],
    ['faults', 'machine', 'date', 'what'],
    ['readings', 'machine', 'date'],
  ]);
  expect(marked('dated')).toEqual([
    ['sessions', 'start'],
    ['care', 'date'],
    ['faults', 'date', 'closed'],
    ['readings', 'date'],
  ]);
  for (const { name, dated, aliases } of Object.values(importFields).flat()) {
    // a day is called by other words than its own name in most shops
    const fewest = dated && name !== 'closed' ? 7 : 3;
    expect([name, aliases[0], aliases.length >= fewest]).toEqual([name, name, true]);
  }
});
