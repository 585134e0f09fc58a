import { recordCare } from '../care/care';
import { lifeFactor } from './case-facts';
import { diagnose } from './diagnosis';
import { dueMachines } from '../care/due';
import { readFault } from './faults';
import { reportFault } from './report';
import { addModule } from '../parts/parts';
import { logSession } from '../usage/sessions';

import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';
import { answerCheck } from './answers';

const hour = 3_600_000;
const shop = eachTestShop();
let machineId: string;
let keys = 0;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const report = (sign: string, material: string | null = null) => {
  const { faultId } = must(
    reportFault(shop, tester, { machineId, signs: [sign], material, key: `record-${keys++}` }),
  );
  return { faultId, now: () => diagnose(shop, readFault(shop, faultId)!) };
};
const find = (slug: string, task: string, finding: 'clear' | 'soiled' | 'damaged') => {
  shop.clock.now += hour;
  const { id } = dueMachines(shop)[0]!.stations.find((station) => station.slug === slug)!;
  must(
    recordCare(shop, tester, {
      stationId: id,
      task,
      at: shop.clock.now,
      result: 'done',
      finding,
      note: finding === 'damaged' ? 'cracked' : null,
    }),
  );
};
const use = (material: string, times: number) => {
  for (let ago = times; ago >= 1; ago--) {
    must(
      logSession(shop, tester, {
        machineId,
        start: shop.clock.now - 2 * ago * hour,
        runSeconds: 1800,
        beamSeconds: null,
        material,
        process: 'cut',
        airAssist: true,
        draught: 'full',
        operator: null,
        note: null,
        key: `record-use-${keys++}`,
      }),
    );
  }
};
const likely = (id: string, diagnosis: ReturnType<typeof diagnose>) =>
  diagnosis.causes.find((cause) => cause.id === id)!.probability;

it('a window found soiled after the report answers whether it is, and makes dirt likelier', () => {
  const { now } = report('weak');
  const before = now();
  expect(before.checks.some(({ id }) => id === 'window-light')).toBe(true);
  find('window', 'wipe', 'soiled');
  const after = now();
  expect(after.answers).toMatchObject([{ check: 'window-light', words: 'Soiled', entryId: null }]);
  expect(after.answers[0]!.by).toContain('Protective window was found soiled since');
  expect(after.checks.some(({ id }) => id === 'window-light')).toBe(false);
  expect(likely('dirty-glass', after)).toBeGreaterThan(likely('dirty-glass', before));
});

it('found clear it speaks against dirt; found damaged it answers that', () => {
  const { now } = report('weak');
  const before = likely('dirty-glass', now());
  find('window', 'wipe', 'clear');
  expect(likely('dirty-glass', now())).toBeLessThan(before);
  find('window', 'wipe', 'damaged');
  expect(now().answers).toMatchObject([
    { check: 'window-light', words: 'Etched, cracked or chipped' },
  ]);
  expect(now().causes[0]!.id).toBe('damaged-glass');
});

it.each([
  ['clear', 'Clean'],
  ['haze', 'Grey'],
  ['soiled', 'Dark'],
  ['caked', 'Dark'],
  ['damaged', null],
] as const)('a mirror found %s answers how the swab comes away: %s', (finding, words) => {
  machineId = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
  const { now } = report('weak');
  shop.clock.now += hour;
  const machine = dueMachines(shop, shop.clock.now, machineId)[0]!;
  const { id: stationId } = machine.stations.find(({ kind }) => kind === 'mirror')!;
  const note = finding === 'damaged' ? 'cracked' : null;
  must(recordCare(shop, tester, { stationId, task: 'wipe', at: shop.clock.now, finding, note }));
  const said = now().answers.find(({ check }) => check === 'mirror-swab');
  expect(said?.words ?? null).toBe(words);
});

it('what was found before the report does not answer for after it', () => {
  find('window', 'wipe', 'soiled');
  shop.clock.now += hour;
  expect(report('weak').now().answers).toEqual([]);
});

it('a fact that has little to do with the sign does not carry the day', () => {
  const { now } = report('stutter');
  find('window', 'wipe', 'soiled');
  expect(now().causes[0]!.id).not.toBe('dirty-glass');
  expect(likely('dirty-rails', now())).toBeGreaterThan(likely('dirty-glass', now()));
});

it('a material that is new here answers whether the job was another; the usual one does not', () => {
  use('plywood', 12);
  expect(report('weak', 'cork').now().answers).toMatchObject([
    { check: 'same-settings', words: 'Yes' },
  ]);
  expect(report('weak', 'plywood').now().answers).toEqual([]);
});

it('a hand outweighs the record', () => {
  const { faultId, now } = report('weak');
  find('window', 'wipe', 'soiled');
  must(answerCheck(shop, tester, { faultId, check: 'window-light', answer: 'no' }));
  expect(now().answers).toMatchObject([{ check: 'window-light', words: 'No', by: tester.name }]);
});

it('a head near the end of its life speaks for the source', () => {
  const { now } = report('weak');
  const before = likely('source-worn', now());
  must(
    addModule(shop, tester, {
      kind: 'head',
      serial: 'H-1',
      name: 'Blue head',
      machineId,
      hadHours: 7900,
      at: null,
    }),
  );
  expect(likely('source-worn', now())).toBeGreaterThan(before);
  expect(lifeFactor(0)).toBeLessThan(1);
  expect(lifeFactor(1)).toBeGreaterThan(1);
  expect(lifeFactor(9)).toBe(8);
});
