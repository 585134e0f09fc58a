import { featuresOf } from '../../catalogue/builds/build';
import { isDue } from '../../core/care/due';
import { chanceOf } from '../../core/testing/chance';
import { millisecondsPerDay, millisecondsPerHour } from '../../core/units/time';
import { listMachines, listStations } from '../../records/machines';
import { strikeEntry } from '../audit-log/audit-log';
import {
  bringBackMachine,
  changeCard,
  removeStation,
  renameMachine,
  restoreStation,
  retireMachine,
  stationsGone,
} from '../machines/machines';
import { addModule, listModules, moveModule } from '../parts/parts';
import { changeSetting } from '../setup/settings';
import { sheetMinutesFinder } from '../cleaning/sheet-minutes';
import { workFinder } from '../cleaning/work';
import { chooseVariant } from '../machines/builds';
import { closeShop, openShop, type Shop } from '../shop';
import { changeWeight } from '../usage/soil-weights';
import { correctSession, logSession, moveSession } from '../usage/sessions';
import { addTestMachine, dropTestShop, openTestShop, tester, type TestShop } from '../testing/shop';
import { callTask, deferTask } from './call-or-defer';
import { recordCare } from './care';
import { changeSchool } from './care-plans';
import { answeredQuestions, chooseMethod } from './methods';
import { dueMachines, dueNow, type MachineDue } from './due';

let shop: TestShop;
beforeEach(() => {
  shop = openTestShop();
});
afterEach(() => dropTestShop(shop));

/** Presses of a shop, each with what chance chooses; what is refused is as good as what is done. */
function presses({ next }: ReturnType<typeof chanceOf>) {
  const one = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!;
  const machine = () => one(listMachines(shop.db)).id;
  const station = () => one(listStations(shop.db, machine())).id;
  const ago = () => shop.clock.now - Math.floor(next() * 20 * millisecondsPerDay);
  const tasks = () =>
    one(dueMachines(shop)).stations.flatMap(({ id: stationId, tasks: some }) =>
      some.map(({ task: { key }, standing }) => ({ stationId, task: key, standing })),
    );
  const task = () => one(tasks());
  const logged: string[] = [];
  let keys = 0;
  const job = (machineId: string) => ({
    machineId,
    start: ago(),
    runSeconds: 1800 + Math.floor(next() * 7200),
    airAssist: true,
    draught: 'full' as const,
    material: one(['plywood', 'acrylic', 'leather']),
    process: 'cut' as const,
    key: `of-the-law-${keys++}`,
  });
  const log = () => {
    const written = logSession(shop, tester, job(machine()));
    if (written.ok) logged.push(written.value.entryId);
    return written;
  };
  return [
    log,
    log,
    () =>
      recordCare(shop, tester, {
        ...task(),
        at: ago(),
        finding: one(['clear', 'soiled']),
        minutes: 7,
      }),
    () => recordCare(shop, tester, { ...task(), at: shop.clock.now, finding: 'haze' }),
    () => moveSession(shop, tester, logged.at(-1) ?? 'none', machine()),
    () => {
      const entryId = logged.at(-1) ?? 'none';
      return correctSession(shop, tester, { entryId, reason: 'not so', change: null });
    },
    () => strikeEntry(shop, tester, 'technician', logged[0] ?? 'none', 'never was'),
    () => {
      const serial = `S${keys++}`;
      return addModule(shop, tester, {
        kind: 'head',
        serial,
        name: '',
        hadHours: one([0, 40]),
        machineId: one([null, machine()]),
        at: ago(),
      });
    },
    () => {
      const moduleId = one(listModules(shop))?.id ?? 'none';
      return moveModule(shop, tester, { moduleId, machineId: one([null, machine()]) });
    },
    () => callTask(shop, tester, { ...task(), sign: 'smells of smoke' }),
    () => {
      const until = { kind: 'run' as const, hours: 3 };
      const due = tasks().find(({ standing }) => isDue(standing.state)) ?? task();
      return deferTask(shop, tester, { ...due, reason: 'no swabs', until });
    },
    () => changeSchool(shop, tester, { machineId: machine(), school: one(['little', 'calendar']) }),
    () => {
      const question = one(answeredQuestions(shop));
      const { id: choice } = one(question.schools);
      return chooseMethod(shop, tester, {
        question: question.id,
        choice,
        machineId: one([null, machine()]),
      });
    },
    () => {
      const of = one(listMachines(shop.db));
      const feature = one(featuresOf(of.family));
      const { id: variant } = one(feature.variants);
      return chooseVariant(shop, tester, { machineId: of.id, feature: feature.id, variant });
    },
    () => {
      const card = { bed: one(['600 × 400, steel', '300 × 200, aluminium']) };
      return changeCard(shop, tester, { machineId: machine(), card });
    },
    () => renameMachine(shop, tester, { machineId: machine(), nickname: `Bird ${keys++}` }),
    () => removeStation(shop, tester, station()),
    () => restoreStation(shop, tester, one(stationsGone(shop, machine()))?.id ?? 'none'),
    () => {
      const machineId = listMachines(shop.db)[3]?.id ?? 'none';
      return retireMachine(shop, tester, { machineId, reason: 'sold' });
    },
    () => {
      const gone = listMachines(shop.db, { retired: true }).find((some) => some.retiredAt !== null);
      return bringBackMachine(shop, tester, gone?.id ?? 'none');
    },
    () => changeSetting(shop, tester, { name: 'timezone', value: one(['UTC', 'Asia/Tokyo']) }),
    () =>
      changeWeight(shop, tester, {
        what: {
          change: 'work',
          name: 'plywood',
          process: 'cut',
          weight: { optics: 1 + next(), bed: 1, motion: 1, air: 1 },
        },
        from: null,
        reason: 'seen',
      }),
  ];
}

/** What the tasks of a machine come to: their words, ways and minutes, and what a sheet of each station takes. */
function works(of: Shop, { id, family, stations }: MachineDue) {
  const workOf = workFinder(of);
  const minutesOf = sheetMinutesFinder(of);
  return JSON.stringify(
    stations.map((station) => [
      station.tasks.map(({ task }) => workOf({ id, family }, station, task)),
      minutesOf(
        { machineId: id },
        station.tasks.map(({ task: { key } }) => ({ stationId: station.id, task: key })),
      ),
    ]),
  );
}

test('law: after any writes, ours or of another process, what is kept is what is reckoned anew', () => {
  const families = ['enclosed-diode', 'open-frame-diode', 'enclosed-diode', 'open-frame-diode'];
  families.forEach((family, index) => addTestMachine(shop, `Bird${index}`, family));
  const other = Object.assign(
    openShop(shop.dataDir, () => shop.clock.now),
    { clock: shop.clock },
  );
  const ours = shop;
  const chance = chanceOf(11);
  const done = new Set<number>();
  const acts = presses(chance);
  for (let n = 0; n < 260; n++) {
    const which = Math.floor(chance.next() * acts.length);
    shop = chance.next() < 0.3 ? other : ours;
    if (acts[which]!().ok) done.add(which);
    shop = ours;
    if (chance.next() < 0.1) {
      shop.clock.now += Math.floor(chance.next() * 2 * millisecondsPerHour);
    }
    const reckoned = dueMachines(shop);
    expect(JSON.stringify(dueNow(shop))).toBe(JSON.stringify(reckoned));
    // a shop opened anew has kept nothing; it takes as long as ten rounds
    if (n % 4 > 0) continue;
    const anew = openShop(shop.dataDir, () => shop.clock.now);
    const of = reckoned[(n / 4) % 3]!;
    expect(works(shop, of)).toBe(works(anew, of));
    closeShop(anew);
  }
  // every kind of press was taken at least once
  expect([...acts.keys()].filter((which) => !done.has(which))).toEqual([]);
  closeShop(other);
});

test('what is written of one machine leaves the others as they are kept', () => {
  const [wren, robin] = ['Wren', 'Robin'].map((name) => addTestMachine(shop, name));
  const before = dueNow(shop);
  const key = 'a-session-of-wren';
  const start = shop.clock.now - millisecondsPerHour;
  expect(logSession(shop, tester, { machineId: wren!.id, start, runSeconds: 600, key }).ok).toBe(
    true,
  );
  const after = dueNow(shop);
  const of = (id: string, all: typeof after) => all.find((one) => one.id === id);
  expect(of(robin!.id, after)).toBe(of(robin!.id, before));
  expect(of(wren!.id, after)).not.toBe(of(wren!.id, before));
});
