import type { CareEvent, CareTask } from './care';
import { calledTask, callOf } from './calls';
import { compareDanger, criticalities, gravest } from './danger';
import { limitsWords } from './limit-words';

test.each<[Parameters<typeof limitsWords>[0], string]>([
  [[{ kind: 'soil', value: 1 }], '1 soil hour'],
  [
    [
      { kind: 'soil', value: 5 },
      { kind: 'days', value: 7 },
    ],
    '5 soil hours or 7 days',
  ],
  [
    [
      { kind: 'run', value: 0.5 },
      { kind: 'beam', value: 1 },
    ],
    '0.5 run hours or 1 beam hour',
  ],
  [
    [
      { kind: 'jobs', value: 1 },
      { kind: 'useDays', value: 1 },
    ],
    '1 job or 1 day of use',
  ],
  [
    [
      { kind: 'days', value: 30, notBefore: true },
      { kind: 'run', value: 50 },
      { kind: 'jobs', value: 9, notBefore: true },
    ],
    '50 run hours, not before 30 days and 9 jobs',
  ],
])('limits as they were set: %j', (limits, words) => {
  expect(limitsWords(limits)).toBe(words);
});

test('the gravest of some classes; danger orders by class, then by what is used', () => {
  expect(gravest(['motion', 'fire', 'coolant'])).toBe('fire');
  expect(gravest(['housekeeping'])).toBe('housekeeping');
  expect(() => gravest([])).toThrow(new RangeError('gravest requires at least one class'));
  const tasks = [
    { criticality: 'motion', used: 9 },
    { criticality: 'fire', used: 0.2 },
    { criticality: 'fire', used: 0.8 },
    { criticality: 'optic damage', used: 3 },
  ] as const;
  expect([...tasks].sort(compareDanger).map(({ used }) => used)).toEqual([0.8, 0.2, 3, 9]);
  for (const [index, criticality] of criticalities.entries()) {
    expect(gravest(criticalities.slice(index))).toBe(criticality);
  }
});

describe('what is called', () => {
  const task = (key: string, depth: CareTask['depth']): CareTask => ({
    key,
    depth,
    group: 'optics',
    limits: [],
  });
  const look = task('look', 'inspect');
  const wipe = task('wipe', 'wipe');
  const clean = task('clean', 'clean');
  const strip = task('strip', 'strip-clean');

  test.each<[Parameters<typeof calledTask>[0], CareTask[], string | null]>([
    ['soiled', [look], null],
    ['damaged', [wipe, strip], 'strip'],
    ['caked', [look, wipe], 'wipe'],
    ['damaged', [look], null],
  ])('by %s, where the station has no cleaning that goes so deep', (finding, tasks, key) => {
    expect(calledTask(finding, tasks)?.key ?? null).toBe(key);
  });

  const event = (at: number, more: Partial<CareEvent>): CareEvent => ({
    at,
    task: 'look',
    depth: 'inspect',
    result: 'done',
    finding: null,
    ...more,
  });
  const tasks = [look, wipe, clean];
  const called = (events: CareEvent[], signs: Parameters<typeof callOf>[3] = []) =>
    callOf(wipe, tasks, events, signs);

  test('a sign calls its own task, the later of look and sign stands', () => {
    const sign = (at: number, task = 'wipe') => ({ task, sign: 'faint lines', at });
    expect(called([], [sign(1)])).toEqual({ finding: null, sign: 'faint lines', at: 1 });
    expect(called([], [sign(1, 'clean')])).toBeNull();
    expect(called([], [sign(1), sign(3), sign(2)])).toMatchObject({ at: 3 });
    const looked = event(2, { finding: 'soiled' });
    expect(called([looked], [sign(1)])).toMatchObject({ finding: 'soiled', at: 2 });
    expect(called([looked], [sign(2)])).toMatchObject({ sign: 'faint lines', at: 2 });
    expect(called([event(3, { task: 'wipe', depth: 'wipe' })], [sign(3)])).toBeNull();
  });
});
