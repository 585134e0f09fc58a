import { schools } from '../../core/care/schools';
import { logSession } from '../usage/sessions';
import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';
import { shopSchools } from './lighter-schools';
import { schoolTrials } from './school-trials';

const shop = eachTestShop();

test('the schools of the whole shop are those of its machines together, against those in force', () => {
  const ids = ['Wren', 'Heron'].map((name) => addTestMachine(shop, name).id);
  for (let n = 0; n < 10; n++) {
    for (const machineId of ids) {
      const start = shop.clock.now - 3_600_000;
      must(
        logSession(shop, tester, {
          machineId,
          start,
          runSeconds: 3600,
          material: 'plywood',
          process: 'cut',
          key: `lighter-${machineId}-${n}`,
        }),
      );
    }
    shop.clock.now += 3 * 86_400_000;
  }
  const own = (machineId: string) => (machineId === ids[0] ? 'little' : 'calendar');
  const found = shopSchools(shop, own);
  const trials = ids.map((id) => schoolTrials(shop, id));
  const minutes = (school: string, of = trials) =>
    of.reduce((sum, some) => sum + some.find((one) => one.school === school)!.minutes, 0);
  expect(new Set(found.map(({ school }) => school))).toEqual(new Set(schools));
  const now = minutes('little', [trials[0]!]) + minutes('calendar', [trials[1]!]);
  for (const one of found) {
    expect(one.minutes).toBe(minutes(one.school));
    expect(one.ofNow).toBeCloseTo(one.minutes / now, 10);
    expect(one.furthest === null).toBe(one.past === 0);
  }
  expect(found.map((one) => one.minutes)).toEqual(
    found.map((one) => one.minutes).sort((a, b) => a - b),
  );
  expect(
    found.some(({ furthest }) => furthest && ['Wren', 'Heron'].includes(furthest.machine)),
  ).toBe(true);
});
