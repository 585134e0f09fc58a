import { millisecondsPerDay } from '../core/units/time';
import { displacement, type Both } from '../core/readings/dots/mirrors';
import { traverseShares } from '../core/readings/draught';
import { recordReading, type ReadingInput } from '../services/readings/bench/bench';
import type { Actor, Shop } from '../services/shop';
import { must } from './must';
import { Chance } from './random';

/** What was read at the bench over the year, by somebody who does so before and after the larger cleanings. */
export function benchReadings(
  shop: Shop,
  clock: { now: number },
  ids: Map<string, string>,
  marit: Actor,
  end: number,
): void {
  const chance = new Chance(314);
  let keys = 0;
  const read = (
    nickname: string,
    daysAgo: number,
    taken: ReadingInput['taken'],
    { baseline = false, note = null }: { baseline?: boolean; note?: string | null } = {},
  ) => {
    clock.now = end - daysAgo * millisecondsPerDay - 5 * 3_600_000;
    must(
      recordReading(shop, marit, {
        machineId: ids.get(nickname)!,
        taken,
        baseline,
        note,
        key: `demo-reading-${keys++}`,
      }),
    );
  };

  for (const [daysAgo, share, note] of draughts) {
    read('Heron', daysAgo, air(150, 4.6 * share, chance), { baseline: daysAgo === 410, note });
  }
  for (const [daysAgo, tilts, note] of mirrors) {
    read('Heron', daysAgo, dots(tilts, chance), { baseline: daysAgo === 408, note });
  }
  for (const [daysAgo, left, right] of belts) {
    const baseline = daysAgo === 400;
    read('Heron', daysAgo, belt('Y belt, left', left), { baseline });
    read('Heron', daysAgo, belt('Y belt, right', right), { baseline });
  }
  for (const daysAgo of [60, 46, 32, 18, 4]) {
    const room = chance.around(20, 1.03);
    read('Heron', daysAgo, {
      instrument: 'coolant',
      water: Number(chance.around(19.5, 1.03).toFixed(1)),
      room: Number(room.toFixed(1)),
      humidity: 0.48,
      conductivity: 20 + Math.round((60 - daysAgo) * 0.6),
      flow: null,
      level: 'full',
    });
  }
  read(
    'Heron',
    33,
    {
      instrument: 'clearing',
      place: 'rear right',
      volume: 0.4,
      seconds: 14.5,
      flow: 280,
    },
    { baseline: true },
  );
  read('Wren', 120, belt('X belt', 88), { baseline: true });
  read('Wren', 12, belt('X belt', 84));
  read('Wren', 40, {
    instrument: 'fan',
    old: { size: 80, thickness: 25, voltage: 24, current: 0.2, flow: null },
    next: { size: 80, thickness: 25, voltage: 24, current: 0.15, flow: null },
  });
  for (const [daysAgo, bar] of [
    [200, 1.24],
    [90, 1.21],
    [9, 1.18],
  ] as const) {
    read('Wren', daysAgo, {
      instrument: 'gauge',
      name: 'Air assist',
      unit: 'bar',
      value: bar,
      low: 1.03,
      high: 1.38,
    });
  }
}

/** Days ago, share of the flow of the clean duct. */
const draughts: readonly [number, number, string | null][] = [
  [410, 1, null],
  [330, 0.94, null],
  [250, 0.87, null],
  [171, 0.82, 'before the duct was cleaned'],
  [170, 0.99, 'after the duct was cleaned'],
  [90, 0.93, null],
  [20, 0.86, null],
];

/** Days ago, mrad of mirror 1 and 2. */
const mirrors: readonly [number, [Both, Both], string | null][] = [
  [
    408,
    [
      { h: 0.02, v: -0.03 },
      { h: 0.04, v: 0.02 },
    ],
    null,
  ],
  [
    220,
    [
      { h: 0.05, v: -0.02 },
      { h: -0.06, v: 0.05 },
    ],
    null,
  ],
  [
    96,
    [
      { h: 0.03, v: 0.04 },
      { h: 1.4, v: -0.7 },
    ],
    'mirror 2 was out for cleaning',
  ],
  [
    96 - 0.02,
    [
      { h: 0.03, v: 0.04 },
      { h: 0.08, v: -0.05 },
    ],
    'after two turns',
  ],
  [
    6,
    [
      { h: 0.05, v: 0.02 },
      { h: 0.62, v: -0.12 },
    ],
    null,
  ],
];

/** Days ago, Hz of the left and the right Y belt. */
const belts: readonly [number, number, number][] = [
  [400, 76, 75],
  [210, 74.5, 73],
  [14, 73.5, 69],
];

const lead = { first: 160, second: 130 };
const bed = { width: 900, depth: 600 };

function dots(tilts: [Both, Both], chance: Chance): ReadingInput['taken'] {
  const places = [
    { place: 'rear left', x: 0, y: bed.depth },
    { place: 'rear right', x: bed.width, y: bed.depth },
    { place: 'middle', x: bed.width / 2, y: bed.depth / 2 },
    { place: 'front left', x: 0, y: 0 },
    { place: 'front right', x: bed.width, y: 0 },
  ];
  const read = (mm: number) => Number((mm + chance.around(0.05, 2) - 0.05).toFixed(1));
  return {
    instrument: 'dots',
    lead,
    mount: { pitch: 0.7, lever: 40 },
    tolerance: 0.3,
    dots: places.map((at) => {
      const { h, v } = displacement(lead, tilts, { h: 0, v: 0 }, at);
      return { ...at, h: read(h), v: read(v), clipped: null };
    }),
  };
}

/** A traverse: slower at the walls, fastest in the middle. */
function air(diameter: number, mean: number, chance: Chance): ReadingInput['taken'] {
  const profile = traverseShares.map((share) => Math.min(share, 1 - share) ** (1 / 7));
  const whole = profile.reduce((sum, one) => sum + one, 0) / profile.length;
  return {
    instrument: 'draught',
    diameter,
    velocities: profile.map((one) => Number(chance.around((mean * one) / whole, 1.02).toFixed(1))),
    wind: false,
  };
}

const belt = (name: string, hertz: number): ReadingInput['taken'] => ({
  instrument: 'belt',
  belt: name,
  mass: 0.0084,
  span: 0.2,
  hertz,
});
