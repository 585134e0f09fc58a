import { sessionsBetween } from '../../records/usage/sessions';
import { openFaults } from '../faults/faults';
import { reportFault } from '../faults/report';
import type { Actor } from '../shop';
import { addTestMachine, must, eachTestShop, refusal } from '../testing/shop';
import { byShopsClock } from './by-shops-clock';
import { sessionSchema } from './session-input';
import { logSession, logTimer, runTimer } from './sessions';

const ines: Actor = { id: null, name: 'Ines', source: 'label' };
const minute = 60_000;
const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const inBook = () => sessionsBetween(shop.db, machineId, 0, shop.clock.now + 1);
const session = (start: number, key = 'kept-on-a-phone') =>
  sessionSchema.parse({ machineId, start, runSeconds: 1800, key });
const log = (start: number, phone: { madeAt: number; sentAt: number }) =>
  logSession(shop, ines, byShopsClock(session(start), phone, shop.clock.now));

test('a phone whose clock is a day ahead logs what was done when it was done', () => {
  const { now } = shop.clock;
  const ahead = 24 * 60 * minute;
  // without it the session would lie in the future and be refused
  expect(refusal(logSession(shop, ines, session(now + ahead - 90 * minute, 'as-it-says')))).toMatch(
    /in the future/,
  );
  must(log(now + ahead - 90 * minute, { madeAt: now + ahead - 60 * minute, sentAt: now + ahead }));
  expect(inBook()).toMatchObject([{ start: now - 90 * minute }]);
});

test('where its clock was set back since, it ends now and says that its time is not sure', () => {
  const { now } = shop.clock;
  must(log(now + 500 * minute, { madeAt: now + 530 * minute, sentAt: now }));
  expect(inBook()).toMatchObject([{ start: now - 30 * minute }]);
  expect(byShopsClock(session(now), { madeAt: now + 530 * minute, sentAt: now }, now).note).toMatch(
    /not sure/,
  );
});

test('a timer that was stopped without a line ran until then, is logged once, and not after another was started', () => {
  must(runTimer(shop, ines, machineId));
  shop.clock.now += 50 * minute;
  const stopped = { machineId, key: 'a-timer-of-one', end: shop.clock.now - 20 * minute };
  must(logTimer(shop, ines, stopped));
  expect(must(logTimer(shop, ines, stopped))).toMatchObject({ duplicate: true });
  expect(inBook()).toMatchObject([{ runSeconds: 1800 }]);
  must(runTimer(shop, ines, machineId));
  const late = { ...stopped, key: 'another-of-one' };
  expect(refusal(logTimer(shop, ines, late))).toContain('runs anew');
  expect(inBook()).toHaveLength(1);
});

test.each([
  ['some time back', -3 * 60 * minute, -3 * 60 * minute],
  ['ahead: now', 60 * minute, 0],
  ['half a year back: now', -180 * 24 * 60 * minute, 0],
])('a report that a phone kept was seen %s', (_, said, stands) => {
  const { now } = shop.clock;
  must(
    reportFault(shop, ines, {
      machineId,
      signs: ['smoke'],
      seenAt: now + said,
      key: 'kept-report',
    }),
  );
  expect(openFaults(shop, machineId)).toMatchObject([{ at: now + stands }]);
});
