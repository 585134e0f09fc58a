import { z } from 'zod';
import { ok } from '../core/units/result';
import { readBook } from '../records/audit-log';
import { readSetting, writeSetting } from '../records/settings';
import { refuse, writeEntry, type Outcome } from './shop';
import {
  allOrRefused,
  correctionSchema,
  nothing,
  optionalText,
  readInput,
  requiredText,
  useCase,
} from './use-case';
import { must, eachTestShop, refusal, tester } from './testing/shop';

const shop = eachTestShop();

const nameShop = useCase(
  z.object({ name: requiredText('Give it a name.', 5), then: z.enum(['keep', 'refuse', 'throw']) }),
  (to, actor, { name, then }): Outcome<string> => {
    writeSetting(to.db, 'name', name);
    writeEntry(to, actor, {
      kind: 'setting',
      machineId: null,
      data: { name: 'name', from: null, to: name },
    });
    if (then === 'refuse') return refuse('Not today.', 'name');
    if (then === 'throw') throw new Error('a defect');
    return ok(name);
  },
);
const kept = () => [
  readSetting(shop.db, 'name'),
  readBook(shop.db, {}, 5).filter(({ kind }) => kind === 'setting').length,
];

describe('a use case', () => {
  it('reads its input by its schema, and keeps what its step wrote', () => {
    const before = kept()[1] as number;
    expect(must(nameShop(shop, tester, { name: '  Quay ', then: 'keep' }))).toBe('Quay');
    expect(kept()).toEqual(['Quay', before + 1]);
  });

  it.each(['refuse', 'throw'] as const)('keeps nothing where its step comes to %s', (then) => {
    const before = kept();
    const run = () => nameShop(shop, tester, { name: 'Quay', then });
    if (then === 'throw') expect(run).toThrow('a defect');
    else expect(run()).toEqual({ ok: false, error: { field: 'name', message: 'Not today.' } });
    expect(kept()).toEqual(before);
  });

  it('is a part of the one it is called in: a refusal after it undoes it too', () => {
    const twice = useCase(nothing, (to, actor): Outcome<null> => {
      must(nameShop(to, actor, { name: 'Quay', then: 'keep' }));
      return refuse('On second thoughts.');
    });
    const before = kept();
    expect(refusal(twice(shop, tester))).toBe('On second thoughts.');
    expect(kept()).toEqual(before);
  });

  it.each([
    [{ name: '', then: 'keep' }, 'name', 'Give it a name.'],
    [{ name: '   ', then: 'keep' }, 'name', 'Give it a name.'],
    [{ then: 'keep' }, 'name', 'Give it a name.'],
    [{ name: 'too long', then: 'keep' }, 'name', 'At most 5 characters.'],
    [
      { name: 'Quay', then: 'burn' },
      'then',
      'This is not what a page of this server sends (then). Nothing was changed.',
    ],
    [null, '', 'This is not what a page of this server sends (input). Nothing was changed.'],
    ['Quay', '', 'This is not what a page of this server sends (input). Nothing was changed.'],
    [[], '', 'This is not what a page of this server sends (input). Nothing was changed.'],
  ])('says of %j which field is wrong, and how', (input, field, message) => {
    const before = kept();
    expect(nameShop(shop, tester, input as never)).toMatchObject({
      ok: false,
      error: { field, message },
    });
    expect(kept()).toEqual(before);
  });
});

test('every wrong field is named at once, by its path', () => {
  const week = useCase(
    z.object({
      days: z.array(z.object({ hours: z.number('Give the hours.') })),
      note: optionalText(2),
    }),
    (): Outcome<null> => ok(null),
  );
  expect(week(shop, tester, { days: [{ hours: 1 }, { hours: NaN }], note: 'abc' })).toEqual({
    ok: false,
    error: {
      field: 'days',
      message: 'Give the hours.',
      fields: { 'days.1.hours': 'Give the hours.', note: 'At most 2 characters.' },
    },
  });
});

test('half a character is refused at its field: no address and no file could hold it', () => {
  const schema = z.object({ name: z.string(), lines: z.array(z.record(z.string(), z.string())) });
  const read = (name: string, line: Record<string, string>) =>
    readInput(schema, { name, lines: [{ word: 'whole' }, line] });
  const fieldOf = (outcome: ReturnType<typeof read>) =>
    outcome.ok ? null : [outcome.error.field, Object.keys(outcome.error.fields!)];
  expect(read('𝕏 and ✓', { word: '𝕏' }).ok).toBe(true);
  expect(fieldOf(read('cut\uD800', {}))).toEqual(['name', ['name']]);
  expect(fieldOf(read('\uDC00cut', {}))).toEqual(['name', ['name']]);
  expect(fieldOf(read('', { word: 'a', other: '\uD835' }))).toEqual(['lines', ['lines.1.other']]);
  expect(fieldOf(read('', { ['\uD835']: 'a' }))?.[0]).toBe('lines');
  const alone = readInput(z.string().max(80), '\uD800');
  expect(alone).toMatchObject({ ok: false, error: { field: '' } });
  // pictures and other bytes are no text
  expect(
    readInput(z.object({ bytes: z.instanceof(Uint8Array) }), { bytes: new Uint8Array(9) }).ok,
  ).toBe(true);
});

test('a correction gives its reason, and what takes the place of the old one or nothing', () => {
  const schema = correctionSchema(z.object({ minutes: z.number() }));
  const read = (input: object) =>
    schema.safeParse({ entryId: 'e', reason: 'slip', ...input }).success;
  expect(read({ change: null })).toBe(true);
  expect(read({ change: { minutes: 3 } })).toBe(true);
  expect(read({})).toBe(false);
  expect(read({ change: null, reason: ' ' })).toBe(false);
});

test('text that may be left out is null where it is blank', () => {
  const note = optionalText(4);
  expect([undefined, null, '', '  ', ' hm '].map((text) => note.parse(text))).toEqual([
    null,
    null,
    null,
    null,
    'hm',
  ]);
  expect(note.safeParse('12345').error!.issues[0]!.message).toBe('At most 4 characters.');
});

test('several steps as one: a refusal of any leaves nothing of the others', () => {
  const outcome = allOrRefused(shop, (take) => {
    writeSetting(shop.db, 'name', 'half');
    take(ok(1));
    take(refuse('No more of it.'));
    return 'never';
  });
  expect(refusal(outcome)).toBe('No more of it.');
  expect(readSetting(shop.db, 'name')).toBeNull();
  expect(must(allOrRefused(shop, (take) => take(ok(2))))).toBe(2);
});
