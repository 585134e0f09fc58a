import { runningCost, together, type Spent } from './cost';

const spent = (change: Partial<Spent> = {}): Spent => ({
  drawn: new Map([
    ['swabs', 40],
    ['window', 2],
  ]),
  repairs: 30,
  cleans: 8,
  beamHours: 50,
  ...change,
});
const prices = new Map([
  ['swabs', 0.25],
  ['window', 7.5],
]);

test('what was drawn at its price, a clean-down and an hour of beam, by hand', () => {
  // 40 × 0.25 + 2 × 7.5 = 25; with 30 of repairs 55
  expect(runningCost(spent(), prices)).toEqual({
    materials: 25,
    repairs: 30,
    total: 55,
    perClean: 3.125,
    perBeamHour: 1.1,
    unpriced: [],
  });
});

test('what has no price counts as nothing and is named; nothing is divided by nothing', () => {
  const drawn = new Map([
    ['swabs', 4],
    ['grease', 10],
  ]);
  expect(runningCost(spent({ drawn, cleans: 0, beamHours: 0 }), prices)).toMatchObject({
    materials: 1,
    unpriced: ['grease'],
    perClean: null,
    perBeamHour: null,
  });
  // what costs nothing has a price all the same
  expect(runningCost(spent({ drawn }), new Map([['grease', 0]])).unpriced).toEqual(['swabs']);
});

test('several together cost what each costs', () => {
  const all = together([spent(), spent({ drawn: new Map([['swabs', 10]]), repairs: 0 })]);
  expect(all).toEqual({
    drawn: new Map([
      ['swabs', 50],
      ['window', 2],
    ]),
    repairs: 30,
    cleans: 16,
    beamHours: 100,
  });
  expect(runningCost(all, prices).total).toBeCloseTo(55 + 2.5, 9);
  expect(runningCost(together([]), prices)).toMatchObject({ total: 0, perClean: null });
});
