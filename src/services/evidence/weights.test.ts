import { chanceOf } from '../../core/testing/chance';
import { millisecondsPerHour as hour } from '../../core/units/time';
import { listStations } from '../../records/machines';
import { recordCare } from '../care/care';
import { addTestMachine, eachTestShop, must, openTestShop, tester } from '../testing/shop';
import { logSession } from '../usage/sessions';
import { changeWeight } from '../usage/soil-weights';
import { allFindings } from './findings';
import { weightLearner } from './weights';

const shop = eachTestShop(() => openTestShop(Date.UTC(2026, 0, 5, 8)));
let stationId: string;
let machineId: string;
let keys = 0;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
  stationId = listStations(shop.db, machineId).find(({ slug }) => slug === 'window')!.id;
  for (const material of ['linden sheet', 'hemp board']) {
    must(
      changeWeight(shop, tester, {
        what: {
          change: 'material',
          name: material,
          works: [{ process: 'cut', weight: { optics: 1, bed: 1, motion: 1, air: 1 } }],
        },
        from: 0,
        reason: 'as a start',
      }),
    );
  }
});

function work(material: string, hours: number) {
  const start = shop.clock.now;
  shop.clock.now += Math.round(hours * hour) + 60_000;
  must(
    logSession(shop, tester, {
      machineId,
      start,
      runSeconds: Math.round(hours * 3600),
      material,
      process: 'cut',
      airAssist: true,
      draught: 'full',
      key: `weights-session-${keys++}`,
    }),
  );
}
function wipe(finding: 'clear' | 'soiled') {
  shop.clock.now += 60_000;
  must(
    recordCare(shop, tester, {
      stationId,
      task: 'wipe',
      at: shop.clock.now,
      result: 'done',
      finding,
    }),
  );
  shop.clock.now += 60_000;
}
const learned = () => {
  const learner = weightLearner(shop);
  for (const findings of allFindings(shop, () => undefined)) learner.take(findings);
  return learner.learned();
};
const optics = () => learned().find(({ group }) => group === 'optics')!;

/** Days with a good part of one of two materials; the one soils twice what the other does. */
function play(days: number) {
  const { next } = chanceOf(11);
  wipe('clear');
  for (let day = 0; day < days; day++) {
    const [ply, card] = next() < 0.5 ? [3, 1] : [1, 3];
    const much = 0.5 + 1.5 * next();
    work('linden sheet', ply * much);
    work('hemp board', card * much);
    const dirt = (ply + 2 * card) * much;
    wipe(next() < 1 - 2 ** -((dirt / 7) ** 2.2) ? 'soiled' : 'clear');
  }
}

it('says which of two materials soils more than its weight, when both weigh alike', () => {
  play(160);
  const { cycles, materials } = optics();
  expect(cycles).toBe(160);
  const factor = (of: string) => materials.find(({ material }) => material === of)!;
  expect(factor('hemp board').verdict).toBe('more');
  expect(factor('linden sheet').verdict).toBe('less');
  // twice one another, told against their mean
  expect(factor('hemp board').factor.p50 / factor('linden sheet').factor.p50).toBeGreaterThan(1.4);
  expect(factor('hemp board').factor.p50 / factor('linden sheet').factor.p50).toBeLessThan(2.6);
});

it('says nothing of few findings, of one material, or of what counts no soil', () => {
  expect(learned().map(({ cycles, materials }) => [cycles, materials])).toEqual(
    Array.from({ length: 4 }, () => [0, []]),
  );
  play(5);
  expect(optics()).toEqual({ group: 'optics', cycles: 5, materials: [] });
});
