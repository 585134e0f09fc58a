import { listStations } from '../../records/machines';
import { signOffSheet } from '../cleaning/sign-off';
import { startSheet } from '../cleaning/sheets';
import { logSession } from '../usage/sessions';
import {
  addTestMachine,
  markOn,
  must,
  eachTestShop,
  pressAllInOrder,
  tester,
} from '../testing/shop';
import { readFault } from './faults';
import { faultLinks, lastCleanDown } from './links';
import { reportFault } from './report';
import { closeFault, diagnoseFault } from './steps';

const shop = eachTestShop();
const hour = 3_600_000;
let machineId: string;
let keys = 0;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});
const run = (hours: number) => {
  shop.clock.now += hours * hour;
  must(
    logSession(shop, tester, {
      machineId,
      start: shop.clock.now - hours * hour,
      runSeconds: hours * 3600,
      key: `links-run-${keys++}`,
    }),
  );
};
const report = () => {
  shop.clock.now += 60_000;
  return must(
    reportFault(shop, tester, { machineId, signs: ['weak'], key: `links-report-${keys++}` }),
  ).faultId;
};
const links = (faultId: string) => faultLinks(shop, readFault(shop, faultId)!);
const of = (faultId: string, cause: string) =>
  must(diagnoseFault(shop, tester, { faultId, cause }));
const close = (
  faultId: string,
  as: 'no fault' | 'duplicate' = 'no fault',
  duplicateOf?: string,
) => {
  shop.clock.now += 60_000;
  must(closeFault(shop, tester, { faultId, as, duplicateOf }));
  return shop.clock.now;
};
const cleaned = () => {
  shop.clock.now += 60_000;
  const station = listStations(shop.db, machineId).find(({ slug }) => slug === 'window')!;
  const sheetId = must(
    startSheet(shop, tester, { machineId, tasks: [{ stationId: station.id, task: 'wipe' }] }),
  ).row.id;
  markOn(shop, sheetId, station.id, 'wipe', { result: 'done' });
  pressAllInOrder(shop, sheetId);
  must(signOffSheet(shop, tester, sheetId));
  return { sheetId, at: shop.clock.now };
};

test('a fault hangs together with the clean-down before it, within two hours of run', () => {
  expect(lastCleanDown(shop, machineId, shop.clock.now)).toBeNull();
  const first = cleaned();
  run(1);
  const soon = report();
  expect(links(soon).afterCleanDown).toMatchObject({ ...first, runHours: 1 });
  run(1.5);
  expect(links(report()).afterCleanDown).toBeNull();
  // what came after it is no reason
  cleaned();
  expect(links(soon).afterCleanDown).toMatchObject({ sheetId: first.sheetId });
  expect(lastCleanDown(shop, machineId, shop.clock.now + 1, () => false)).toBeNull();
});

test('and with the last of the same cause, closed lately and no duplicate', () => {
  const first = report();
  expect(links(first)).toEqual({ repeats: null, afterCleanDown: null });
  of(first, 'dirty-window');
  const closedAt = close(first);
  const other = report();
  of(other, 'a loose plug');
  close(other);
  const second = report();
  expect(links(second).repeats).toBeNull();
  of(second, 'dirty-window');
  expect(links(second).repeats).toEqual({ id: first, closedAt });
  // the last word on a cause counts
  of(second, 'a loose plug');
  expect(links(second).repeats).toMatchObject({ id: other });
  close(second, 'duplicate', first);
  const third = report();
  of(third, 'a loose plug');
  expect(links(third).repeats).toMatchObject({ id: other });
});
