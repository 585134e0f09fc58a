import { addTestMachine, eachTestShop, must, tester } from '../testing/shop';
import { allWorks, logChoices } from './log-choices';
import { logSession, runTimer } from './sessions';

const shop = eachTestShop();
const hour = 3_600_000;
let machineId: string;
let key = 0;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

/** Logs so many hours ago; the newest last. */
const log = (ago: number, material: string | null, process: 'cut' | 'engrave' | null, more = {}) =>
  must(
    logSession(shop, tester, {
      machineId,
      start: shop.clock.now - ago * hour,
      runSeconds: 600,
      material,
      process,
      key: `of-the-choices-${key++}`,
      ...more,
    }),
  );

test('a machine that was never used begins with nothing chosen, air on and draught full', () => {
  expect(logChoices(shop, machineId)).toEqual({
    machineId,
    work: null,
    airAssist: true,
    draught: 'full',
    operator: null,
    usual: [],
    timerStartedAt: null,
    jobs: [],
  });
});

test('it begins with the last work that was named; what was cut most comes first', () => {
  log(9, 'cork', 'cut');
  log(8, 'plywood', 'cut');
  log(7, 'plywood', 'cut');
  log(6, 'plywood', 'engrave', { airAssist: false, draught: 'weak', operator: 'Bo' });
  log(5, 'acrylic', 'cut');
  log(4, 'acrylic', 'cut');
  log(3, 'acrylic', 'cut', { airAssist: false, draught: 'full', operator: 'Ines' });
  // named no material: whoever ran it and the draught are of this one all the same
  log(2, null, null, { airAssist: true, draught: 'weak', operator: 'Marit' });
  const choices = logChoices(shop, machineId);
  expect(choices).toMatchObject({
    work: { material: 'acrylic', process: 'cut' },
    airAssist: false,
    draught: 'weak',
    operator: 'Marit',
  });
  const usual = choices.usual.map(({ material, process }) => `${process} ${material}`);
  expect(usual.slice(0, 2)).toEqual(['cut acrylic', 'cut plywood']);
  expect([...usual].sort()).toEqual(['cut acrylic', 'cut cork', 'cut plywood', 'engrave plywood']);
});

test('six are offered at most, of the last fifty; one that begins at this instant is the last', () => {
  log(200, 'leather', 'cut');
  for (let n = 0; n < 50; n++) log(100 - n, 'plywood', 'cut');
  expect(logChoices(shop, machineId).usual).toEqual([{ material: 'plywood', process: 'cut' }]);
  const others = allWorks(shop)
    .filter(({ material }) => material !== 'plywood')
    .slice(0, 7);
  others.forEach(({ material, process }, n) => log(20 - n, material, process as 'cut'));
  // one that began in this minute and ended in it
  log(0, 'cork', 'engrave', { runSeconds: 60 });
  const { usual, work } = logChoices(shop, machineId);
  expect(usual).toHaveLength(6);
  expect(usual[0]).toEqual({ material: 'plywood', process: 'cut' });
  expect(work).toEqual({ material: 'cork', process: 'engrave' });
});

test('a timer that runs is told, and another machine’s use is not', () => {
  log(3, 'plywood', 'cut');
  must(runTimer(shop, tester, machineId));
  expect(logChoices(shop, machineId).timerStartedAt).toBe(shop.clock.now);
  const other = addTestMachine(shop, 'Heron').id;
  expect(logChoices(shop, other)).toMatchObject({ work: null, usual: [], timerStartedAt: null });
});
