import { isWarmSeason } from './season';

const at = (month: number) => Date.UTC(2026, month - 1, 15, 12);

test.each([
  ['Europe/Oslo', 7, true],
  ['Europe/Oslo', 1, false],
  ['America/New_York', 4, true],
  ['America/New_York', 10, false],
  ['Australia/Sydney', 7, false],
  ['Australia/Sydney', 1, true],
  ['America/Argentina/Buenos_Aires', 12, true],
  ['Africa/Johannesburg', 6, false],
])('%s in month %i: warm %s', (zone, month, warm) => {
  expect(isWarmSeason(at(month), zone)).toBe(warm);
});

test('the season turns with the month of the place, not of Greenwich', () => {
  // one hour before midnight in Greenwich it is April already in Tokyo
  const eve = Date.UTC(2026, 2, 31, 23);
  expect([isWarmSeason(eve, 'UTC'), isWarmSeason(eve, 'Asia/Tokyo')]).toEqual([false, true]);
});
