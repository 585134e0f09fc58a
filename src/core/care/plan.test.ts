import { carePlanAt, plannedTasks, type DatedChange } from './plan';
import type { Limit } from './care';

interface Task {
  key: string;
  schools: Record<'little' | 'meter' | 'calendar' | 'combined', Limit[]>;
}
const limit = (value: number): Limit[] => [{ kind: 'soil', value }];
const wipe: Task = {
  key: 'wipe',
  schools: { little: limit(4), meter: limit(15), calendar: limit(2), combined: limit(5) },
};
const own: Task = {
  key: 'smell',
  schools: { little: limit(1), meter: limit(1), calendar: limit(1), combined: limit(1) },
};

const changes: DatedChange<Task>[] = [
  { at: 10, reason: null, what: { change: 'school', school: 'little' } },
  {
    at: 20,
    reason: 'the manual says so',
    what: { change: 'limits', station: 'w', task: 'wipe', limits: limit(9), basis: 'manual' },
  },
  { at: 30, reason: null, what: { change: 'own task', station: 'w', task: own } },
  {
    at: 40,
    reason: null,
    what: { change: 'limits', station: 'w', task: 'wipe', limits: null, basis: 'shop' },
  },
  { at: 50, reason: null, what: { change: 'own task removed', station: 'w', task: 'smell' } },
];
const at = (instant: number) =>
  plannedTasks(carePlanAt(changes, instant), 'w', [wipe]).map(
    ({ key, limits, basis }) => `${key} ${limits[0]!.value} ${basis.from}`,
  );

test('a plan is what the changes up to an instant make of it', () => {
  expect(at(0)).toEqual(['wipe 5 school']);
  expect(at(10)).toEqual(['wipe 4 school']);
  expect(at(20)).toEqual(['wipe 9 manual']);
  expect(at(39)).toEqual(['wipe 9 manual', 'smell 1 school']);
  expect(at(40)).toEqual(['wipe 4 school', 'smell 1 school']);
  expect(at(50)).toEqual(['wipe 4 school']);
});

test('an own task written again stands once, as it was written last; others at its station stay', () => {
  const noise: Task = { ...own, key: 'noise' };
  const later: Task = { ...own, schools: { ...own.schools, combined: limit(3) } };
  const written = [own, noise, later].map((task, index) => ({
    at: index,
    reason: null,
    what: { change: 'own task' as const, station: 'w', task },
  }));
  const keys = (more: DatedChange<Task>[] = []) =>
    plannedTasks(carePlanAt([...written, ...more], 9), 'w', [wipe]).map(
      ({ key, limits }) => `${key} ${limits[0]!.value}`,
    );
  expect(keys()).toEqual(['wipe 5', 'noise 1', 'smell 3']);
  expect(
    keys([
      { at: 5, reason: null, what: { change: 'own task removed', station: 'w', task: 'noise' } },
    ]),
  ).toEqual(['wipe 5', 'smell 3']);
});

test('limits of the shop hold whatever the school, and only at their station', () => {
  const plan = carePlanAt(changes, 20);
  expect(plannedTasks(plan, 'w', [wipe], 'calendar')[0]!.limits).toEqual(limit(9));
  expect(plannedTasks(plan, 'other', [wipe], 'calendar')[0]!.limits).toEqual(limit(2));
  expect(plannedTasks(plan, 'w', [wipe])[0]!.basis.reason).toBe('the manual says so');
});
