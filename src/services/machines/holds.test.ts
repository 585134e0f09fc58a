import { entryData, standingEntries } from '../../records/audit-log';
import { listStations } from '../../records/machines';
import { abandonSheet } from '../cleaning/abandon';
import { press } from '../cleaning/events';
import { startSheet } from '../cleaning/sheets';
import { reportFault, reportSame } from '../faults/report';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import { activeHolds, holdMachine, releaseHold, shownHolds, stopWords } from './holds';
import { retireMachine } from './machines';

const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const byHand = (words = 'belt on order', of = machineId) =>
  must(holdMachine(shop, tester, { machineId: of, words }));
const release = (holdId: string, reason = 'belt is here') =>
  releaseHold(shop, tester, { holdId, reason });
const words = (of?: string) => shownHolds(shop, of).map((hold) => hold.words);
const beingCleaned = () => {
  const station = listStations(shop.db, machineId).find(({ slug }) => slug === 'window')!;
  return must(
    startSheet(shop, tester, { machineId, tasks: [{ stationId: station.id, task: 'wipe' }] }),
  ).row.id;
};

test('a hold by hand stands with who, when and why, until it is released for a reason', () => {
  const id = byHand(' belt on order ');
  expect(activeHolds(shop)).toEqual([
    {
      id,
      machineId,
      why: 'by hand',
      words: 'belt on order',
      faultId: null,
      since: shop.clock.now,
      person: 'Tester',
    },
  ]);
  shop.clock.now += 1000;
  must(release(id));
  expect(activeHolds(shop)).toEqual([]);
  const [released] = standingEntries(shop.db, ['release']);
  expect(released).toMatchObject({ machineId, subjectId: id, at: shop.clock.now });
  expect(entryData(released!, 'release')).toEqual({ how: 'reason', words: 'belt is here' });
});

test('of one machine only, the oldest first, though it be written later', () => {
  const other = addTestMachine(shop, 'Robin').id;
  byHand('one');
  shop.clock.now += 1000;
  byHand('two', other);
  shop.clock.now += 1000;
  byHand('three');
  expect(words()).toEqual(['one', 'two', 'three']);
  expect(words(machineId)).toEqual(['one', 'three']);
  expect(words(other)).toEqual(['two']);
});

test('what cannot be released says why, and stays', () => {
  const id = byHand();
  const [added] = standingEntries(shop.db, ['machine']);
  for (const none of ['nowhere', added!.id]) {
    expect(refusal(release(none))).toBe('That hold is not in the book.');
  }
  expect(refusal(release(id, '  '))).toContain('State it.');
  expect(activeHolds(shop)).toHaveLength(1);
  must(release(id));
  expect(refusal(release(id))).toBe('That hold has been released already.');
  beingCleaned();
  const [cleaned] = activeHolds(shop);
  expect(refusal(release(cleaned!.id))).toContain('sign the clean-down off or abandon it');
  expect(activeHolds(shop)).toEqual([cleaned]);
});

test('a machine that is retired or unknown is not held', () => {
  must(retireMachine(shop, tester, { machineId, reason: 'sold' }));
  for (const none of [machineId, 'nowhere']) {
    expect(holdMachine(shop, tester, { machineId: none, words: 'any' }).ok).toBe(false);
  }
  expect(activeHolds(shop)).toEqual([]);
});

test('a clean-down that waits says until when and why, and as before once it goes on', () => {
  const sheet = beingCleaned();
  const before = words();
  const pause = (until: number | null) =>
    must(press(shop, tester, sheet, [{ kind: 'pause', until, why: 'soaks' }]));
  pause(Date.UTC(2026, 10, 25, 7, 30));
  expect(words()).toEqual(['cleaning paused until 2026-11-25 08:30: soaks']);
  pause(null);
  expect(words()).toEqual(['cleaning paused: soaks']);
  must(press(shop, tester, sheet, [{ kind: 'resume' }]));
  expect(words()).toEqual(before);
  must(abandonSheet(shop, tester, { sheetId: sheet, reason: 'no time' }));
  expect(words()).toEqual([]);
});

describe('held for reports', () => {
  const report = (sign: string, key: string) =>
    must(reportFault(shop, tester, { machineId, signs: [sign], key }));

  test('a machine is held once, with how many reports stand behind it', () => {
    const { faultId } = report('stutter', 'hold-report-1');
    const [alone] = shownHolds(shop, machineId);
    expect(alone).toMatchObject({ faultId, reports: 1 });
    expect(alone!.words).not.toContain('reports');
    must(reportSame(shop, tester, { faultId, machineId, note: null, key: 'hold-report-2' }));
    expect(shownHolds(shop, machineId)).toMatchObject([
      { reports: 2, words: `${alone!.words} (2 reports)` },
    ]);
    byHand();
    expect(shownHolds(shop, machineId).map(({ reports }) => reports)).toEqual([2, 0]);
  });

  test('and says the gravest of them', () => {
    report('stutter', 'hold-report-3');
    shop.clock.now += 1000;
    report('fire', 'hold-report-4');
    expect(activeHolds(shop, machineId)).toHaveLength(2);
    expect(words(machineId)).toEqual([`${stopWords} (2 reports)`]);
  });
});
