import fs from 'node:fs';
import path from 'node:path';
import type { Finding } from '../../core/care/care';
import { millisecondsPerDay } from '../../core/units/time';
import { listStations, stationById } from '../../records/machines';
import { strikeEntry } from '../audit-log/audit-log';
import { recordCare } from '../care/care';
import { carePlanFinder, changeLimits, tasksUnder } from '../care/care-plans';
import { reportFault } from '../faults/report';
import { closeFault, diagnoseFault, proveFault, repairFault } from '../faults/steps';
import { addTestMachine, cutPlywood, must, eachTestShop, refusal, tester } from '../testing/shop';
import { allFindings } from './findings';
import { diagnosisRecord } from './judgements';
import { keptCycles, keptEvidence, reckonEvidence } from './reckoned';
import { declineProposal, listedIntervals, takeProposal } from './proposals';
import { reckonReliability } from './reliability';
import { comparableTasks, sideBySide } from './side-by-side';

const shop = eachTestShop();
let machineId: string;
let stationId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
  stationId = listStations(shop.db, machineId).find(({ slug }) => slug === 'window')!.id;
  // an hour of cut plywood a day, which is one soil hour a day
  cutPlywood(shop, machineId, 120);
});

const stationOf = (slug: string) =>
  listStations(shop.db, machineId).find((row) => row.slug === slug)!.id;

const task = 'wipe';
/** Wipes the window so many days ago, between two days' work. */
const wipe = (daysAgo: number, finding: Finding, more: { method?: string } = {}) =>
  must(
    recordCare(shop, tester, {
      stationId,
      task,
      at: shop.clock.now - (daysAgo - 0.5) * millisecondsPerDay,
      finding,
      ...more,
    }),
  ).entryId;
const findings = () =>
  [...allFindings(shop, () => undefined)].find(
    (one) => one.stationId === stationId && one.task.key === task,
  )!;
const hours = () =>
  findings().cycles.map(({ looks }) => looks.map(({ counted, soiled }) => [counted.soil, soiled]));
const reckoned = () => {
  reckonEvidence(shop, () => undefined);
  return listedIntervals(shop)!.intervals.find(
    (one) => one.stationId === stationId && one.task === task,
  )!;
};
const planned = () => {
  const plan = carePlanFinder(shop, shop.now(), machineId)(machineId);
  return tasksUnder(plan, stationById(shop.db, stationId)!).find(({ key }) => key === task)!;
};
const limit = () => planned().limits.find(({ kind }) => kind === 'soil')!.value;

/** Twelve times in a row found clean after twice the limit. */
function longClean(): void {
  const every = 2 * limit();
  for (let ago = 118, times = 0; times <= 8; times++, ago -= every) wipe(ago, 'clear');
}

describe('findings of the book', () => {
  it('are held against the soil since the task was last done, by hand', () => {
    wipe(30, 'haze');
    wipe(26, 'clear');
    wipe(20, 'soiled');
    expect(hours()).toEqual([[[4, false]], [[6, true]]]);
    expect(findings().aside.before).toBe(1);
  });

  it('those that were struck through tell nothing, as if they had never been', () => {
    wipe(30, 'haze');
    const wrong = wipe(26, 'soiled');
    wipe(20, 'soiled');
    must(strikeEntry(shop, tester, 'technician', wrong, 'another machine'));
    expect(hours()).toEqual([[[10, true]]]);
  });

  it('before any is there, nothing is said and the limit stands', () => {
    const found = reckoned();
    expect(found).toMatchObject({ verdict: 'not enough', cycles: 0, waits: false, limit: limit() });
    expect(found.more).toBeGreaterThan(0);
  });
});

describe('a proposal', () => {
  it('is taken into the care plan by one press, with the findings as its basis', () => {
    longClean();
    const found = reckoned();
    expect(found).toMatchObject({ verdict: 'longer', waits: true, missing: 'all clean' });
    expect(found.quarterly!.proposed).toBeLessThan(found.quarterly!.now);
    must(takeProposal(shop, tester, { stationId, task }));
    expect(planned().basis).toMatchObject({
      from: 'evidence',
      reason: expect.stringMatching(/found soiled in 0 of 8; 20 % are by/),
    });
    expect(planned().limits).toContainEqual({ kind: 'soil', value: found.proposed });

    // what was reckoned before the change is no longer offered
    const after = listedIntervals(shop)!.intervals.find((one) => one.stationId === stationId)!;
    expect(after).toMatchObject({ waits: false, changedTo: found.proposed });
    expect(refusal(takeProposal(shop, tester, { stationId, task }))).toMatch(/changed since/);
  });

  it('that is declined comes again with five more findings, with its reason until then', () => {
    longClean();
    expect(reckoned().waits).toBe(true);
    const asked = { stationId, task };
    expect(refusal(declineProposal(shop, tester, { ...asked, why: '' }))).toMatch(/Say why/);
    must(declineProposal(shop, tester, { ...asked, why: 'a lens is dear' }));
    expect(reckoned()).toMatchObject({ waits: false, declined: { why: 'a lens is dear' } });
    for (let day = 1; day <= 5; day++) {
      shop.clock.now += 10 * millisecondsPerDay;
      cutPlywood(shop, machineId, 9);
      wipe(0.5, 'clear');
    }
    expect(reckoned()).toMatchObject({ waits: true, declined: null });
  });

  it('is none for a task that has none', () => {
    reckonEvidence(shop, () => undefined);
    expect(refusal(takeProposal(shop, tester, { stationId, task }))).toMatch(/Nothing is proposed/);
    expect(refusal(takeProposal(shop, tester, { stationId: 'gone', task }))).toMatch(/Nothing/);
  });

  it('in the middle of a change of limits: the findings stay what they are', () => {
    longClean();
    const before = findings();
    must(
      changeLimits(shop, tester, {
        stationId,
        task,
        limits: [{ kind: 'soil', value: 2 * limit() }],
        reason: 'tried out',
      }),
    );
    expect(findings().cycles).toEqual(before.cycles);
    expect(reckoned()).toMatchObject({ limit: limit(), changedTo: null });
  });
});

it('what was reckoned is kept with its cycles, and read again when it was written anew', () => {
  expect(keptEvidence(shop)).toBeNull();
  wipe(30, 'haze');
  wipe(26, 'clear');
  const told: number[] = [];
  reckonEvidence(shop, (share) => told.push(share));
  expect(told.at(-1)).toBe(1);
  expect([...told].sort((a, b) => a - b)).toEqual(told);
  expect(keptCycles(shop, { machineId, stationId, task })).toEqual(findings().cycles);
  shop.clock.now += 1000;
  wipe(20, 'soiled');
  reckonEvidence(shop, () => undefined);
  expect(keptCycles(shop, { machineId, stationId, task })).toHaveLength(2);
  expect(keptEvidence(shop)!.madeAt).toBe(shop.now());
  // what another version kept is as good as nothing
  const file = path.join(shop.dataDir, 'evidence', 'summary.json');
  fs.writeFileSync(file, JSON.stringify({ version: 1, madeAt: 5 }));
  fs.utimesSync(file, new Date(), new Date(Date.now() + 5000));
  expect(keptEvidence(shop)).toBeNull();
  expect(listedIntervals(shop)).toBeNull();
});

it('holds what the diagnosis would have said against what was found', () => {
  expect(diagnosisRecord(shop)).toEqual({ faults: 0, first: 0, amongThree: 0, bands: [] });
  for (const [key, cause] of [
    ['said-key-1', 'shield-caked'],
    ['said-key-2', 'belt'],
  ] as const) {
    const { faultId } = must(reportFault(shop, tester, { machineId, signs: ['drag'], key }));
    must(diagnoseFault(shop, tester, { faultId, cause }));
    must(proveFault(shop, tester, { faultId, tested: 'cut again', passed: true }));
    must(closeFault(shop, tester, { faultId, as: 'fixed' }));
  }
  const record = diagnosisRecord(shop);
  expect(record).toMatchObject({ faults: 2, first: 1 });
  expect(record.bands.reduce((sum, { faults }) => sum + faults, 0)).toBe(2);
  for (const { said, right } of record.bands) {
    expect(said).toBeLessThanOrEqual(0.9);
    expect([0, 0.5, 1]).toContain(right);
  }
});

it('holds methods against each other, and leaves out what has too few findings', async () => {
  // alcohol: clean after eight hours; dry: soiled after four
  wipe(119, 'haze', { method: 'alcohol' });
  for (let i = 1; i <= 6; i++) {
    wipe(119 - 12 * i + 4, 'clear', { method: 'dry swab' });
    wipe(119 - 12 * i, 'soiled', { method: i === 6 ? 'breath' : 'alcohol' });
  }
  wipe(40, 'clear');
  reckonEvidence(shop, () => undefined);
  const asked = comparableTasks(shop).find((one) => one.task === task)!;
  const { groups, pairs, tooFew } = (await sideBySide(shop, asked, 'method', 0))!;
  expect(groups.map(({ name, soiled, cycles }) => [name, soiled, cycles])).toEqual([
    ['alcohol', 0, 6],
    ['dry swab', 6, 6],
  ]);
  expect(tooFew).toEqual(['breath']);
  expect(pairs).toMatchObject([{ first: 'alcohol', second: 'dry swab', different: true }]);
  expect(pairs[0]!.ratio.p5).toBeGreaterThan(1);
  const day = shop.now() - 80 * millisecondsPerDay;
  const byDay = (await sideBySide(shop, asked, 'day', day))!;
  expect(byDay.groups.map(({ name }) => name).sort()).toEqual(['before', 'from that day on']);
  const names = async (side: 'machine' | 'person' | 'method') => {
    const { groups: found, tooFew: few } = (await sideBySide(shop, asked, side, 0))!;
    return [...found.map(({ name }) => name), ...few];
  };
  expect(await names('machine')).toEqual(['Wren']);
  expect(await names('person')).toEqual(['Tester']);
  expect(await sideBySide(shop, { stationKind: 'none', task }, 'machine', 0)).toBeNull();
});

it('reckons how often it fails, what it was and what came back, by hand', () => {
  let key = 0;
  const fault = (
    daysAgo: number,
    cause: string,
    as: 'fixed' | 'no fault' = 'fixed',
    pointedAt?: string,
  ) => {
    const now = shop.clock.now;
    shop.clock.now = now - (daysAgo - 0.5) * millisecondsPerDay;
    const { faultId } = must(
      reportFault(shop, tester, {
        machineId,
        signs: ['weak'],
        key: `fault-key-${key++}`,
        ...(pointedAt && { pointedAt }),
      }),
    );
    shop.clock.now += 3_600_000;
    must(diagnoseFault(shop, tester, { faultId, cause }));
    must(
      repairFault(shop, tester, { faultId, action: 'cleaned', part: null, minutes: 20, cost: 7 }),
    );
    must(proveFault(shop, tester, { faultId, tested: 'cut again', passed: true }));
    must(closeFault(shop, tester, { faultId, as, note: 'seen to it' }));
    shop.clock.now = now;
  };
  fault(100, 'dirty-glass');
  fault(90, 'dirty-glass');
  fault(30, 'belt');
  fault(10, 'dirty-glass', 'no fault');
  const found = reckonReliability(shop);
  const [machine] = found.machines;
  expect(machine).toMatchObject({
    runHours: 120,
    faults: 3,
    mean: 40,
    repairMinutes: 20,
    trend: null,
  });
  expect(machine!.response).toBeCloseTo(1, 6);
  expect(found.shop).toMatchObject({ faults: 3, mean: 40 });
  expect(found.causes.map(({ cause, faults, repeats }) => [cause, faults, repeats])).toEqual([
    ['dirty-glass', 2, 1],
    ['belt', 1, 0],
  ]);
  expect(found).toMatchObject({ repeats: 1, repairCost: 21, afterCleaning: 0 });
  // its only glass is the window; belts are at one station too
  expect(found.stations.map(({ kind, faults, mean }) => [kind, faults, mean])).toEqual([
    ['window', 2, 60],
    ['belts', 1, 120],
  ]);
  // a bed is several stations: it lies where somebody pointed, where that can be, else nowhere
  fault(5, 'bed-loaded');
  fault(4, 'bed-loaded', 'fixed', stationOf('plate'));
  fault(3, 'bed-loaded', 'fixed', stationOf('window'));
  expect(reckonReliability(shop).stations.map(({ kind, faults }) => [kind, faults])).toEqual([
    ['window', 2],
    ['belts', 1],
    ['plate', 1],
  ]);
  expect(found.meanCumulative.map(({ hours: at, mean }) => [at, mean])).toEqual([
    [21, 1],
    [31, 2],
    [91, 3],
  ]);
});

it('a machine on hold for two faults at once is down once', () => {
  const report = (key: string) =>
    must(reportFault(shop, tester, { machineId, signs: ['alarm'], key })).faultId;
  shop.clock.now -= 10 * 3_600_000;
  report('held-key-1');
  shop.clock.now += 4 * 3_600_000;
  report('held-key-2');
  shop.clock.now += 6 * 3_600_000;
  const { machines } = reckonReliability(shop);
  expect(machines[0]).toMatchObject({ faults: 2, down: 10 });
  // 120 days since the first session
  expect(machines[0]!.availability).toBeCloseTo(1 - 10 / (120 * 24), 6);
});
