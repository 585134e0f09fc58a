import { bookPage } from '../audit-log/audit-log';
import { addTestMachine, eachTestShop, must, tester } from '../testing/shop';
import { logSession } from '../usage/sessions';
import { addBooking } from '../schedule/bookings';
import { bookAhead } from './clock';

const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  ({ id: machineId } = addTestMachine(shop));
});
const hour = 3_600_000;
const log = (key: string) =>
  must(
    logSession(shop, tester, {
      machineId,
      start: shop.now() - 600_000,
      runSeconds: 60,
      key: `clock-${key}`,
    }),
  );

test('a clock that was set back is told by the book, until it is right again; nothing is refused or lost', () => {
  const right = shop.clock.now;
  expect(bookAhead(shop)).toBeNull();
  shop.clock.now = right + 50 * hour;
  addTestMachine(shop, 'Heron');
  expect(bookAhead(shop)).toBeNull();
  shop.clock.now = right;
  expect(bookAhead(shop)).toBe(right + 50 * hour);
  log('while it is behind');
  expect(bookAhead(shop)).toBe(right + 50 * hour);
  expect(bookPage(shop, { kinds: ['session'] }, 9)).toHaveLength(1);
  shop.clock.now = right + 51 * hour;
  expect(bookAhead(shop)).toBeNull();
});

test('a few minutes, and what lies ahead by its nature, are no wrong clock', () => {
  const now = shop.clock.now;
  shop.clock.now = now + 4 * 60_000;
  addTestMachine(shop, 'Heron');
  shop.clock.now = now;
  const booking = { machineId, from: now + 9 * hour, to: now + 10 * hour, weeks: 1, words: 'open' };
  must(addBooking(shop, tester, booking));
  expect(bookAhead(shop)).toBeNull();
});
