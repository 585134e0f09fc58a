import fc from 'fast-check';
import { readJob } from '../../usage/gcode/job';
import { cardGcode, cardSvg, layCard } from './card';
import { cusum, ewma, finalLimits } from './chart';
import { comparable, lineEnergy, strengthOf } from './energy';
import { ladder, longestLadder, longestSearch, type TestCut } from './ladder';
import { nowOrLater } from './now-or-later';
import { chartStrength, restorations, spreadOf, usualSpread } from './story';

describe('line energy', () => {
  it('is power times passes over speed, by hand', () => {
    // 20 W at 50 % are 10 W; two passes at 5 mm/s put 2 × 10 / 5 = 4 J on every millimetre
    expect(lineEnergy(20, { power: 50, speed: 5, passes: 2 })).toBe(4);
    expect(lineEnergy(40, { power: 100, speed: 8, passes: 1 })).toBe(5);
  });

  it('gives half the strength for half the speed, and for twice the passes or power', () => {
    const baseline = { power: 40, speed: 8, passes: 1 };
    expect(strengthOf(baseline, { ...baseline, speed: 4 })).toBe(0.5);
    expect(strengthOf(baseline, { ...baseline, passes: 2 })).toBe(0.5);
    expect(strengthOf(baseline, { ...baseline, power: 80 })).toBe(0.5);
    expect(strengthOf(baseline, baseline)).toBe(1);
  });

  it('compares stock within 5 percent of the thickness only', () => {
    expect(comparable(3, 3.15)).toBe(true);
    expect(comparable(3, 2.85)).toBe(true);
    expect(comparable(3, 3.2)).toBe(false);
  });
});

/** Makes the cuts a ladder asks for, on a machine that succeeds up to a speed. */
function climb(baseline: number, limit: number, seeking = false) {
  const cuts: TestCut[] = [];
  for (;;) {
    const next = ladder(baseline, cuts, { seeking });
    if (next.done) return { cuts, fastest: next.fastest, failed: next.failed };
    cuts.push({ speed: next.next, through: next.next <= limit });
  }
}

describe('the ladder of test cuts', () => {
  it('begins at the baseline, halves, then bisects', () => {
    expect(climb(8, 4).cuts.map(({ speed }) => speed)).toEqual([8, 4, 6, 5, 4.5, 4.25]);
    expect(climb(8, 4).fastest).toBe(4);
  });

  it('takes a failure at a speed that was reached, or below one, for the stock’s', () => {
    const clean = [{ speed: 10, through: true }];
    for (const speed of [8, 10]) {
      const told = ladder(10, [...clean, { speed, through: false }]);
      expect(told).toMatchObject({ done: false, next: 12.5 });
    }
    expect(ladder(10, [...clean, { speed: 11, through: false }])).toMatchObject({ next: 10.5 });
  });

  it('finds the speed from below to 4 percent of the baseline with at most six cuts', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 400, noNaN: true }),
        fc.double({ min: 0.26, max: 1.24, noNaN: true }),
        (baseline, share) => {
          const limit = share * baseline;
          const { cuts, fastest } = climb(baseline, limit);
          expect(cuts.length).toBeLessThanOrEqual(longestLadder);
          expect(fastest).not.toBeNull();
          expect(fastest!).toBeLessThanOrEqual(limit);
          expect(limit - fastest!).toBeLessThan(0.04 * baseline);
        },
      ),
    );
  });

  it('stops after three cuts where not even a quarter of the speed succeeds', () => {
    const { cuts, fastest } = climb(8, 1);
    expect(cuts.map(({ speed }) => speed)).toEqual([8, 4, 2]);
    expect(fastest).toBeNull();
  });

  it('stops after two where the machine is a quarter stronger than its baseline', () => {
    expect(climb(8, 20)).toMatchObject({ fastest: 10, cuts: { length: 2 } });
  });

  it('goes on until something fails where a baseline is sought: an end without is none', () => {
    expect(
      climb(8, 20, true)
        .cuts.map(({ speed }) => speed)
        .slice(0, 5),
    ).toEqual([8, 10, 15, 22.5, 18.8]);
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 400, noNaN: true }),
        fc.double({ min: 0.26, max: 6, noNaN: true }),
        (lead, share) => {
          const limit = share * lead;
          const { cuts, fastest, failed } = climb(lead, limit, true);
          expect(cuts.length).toBeLessThanOrEqual(longestSearch);
          expect(failed).not.toBeNull();
          expect(fastest! <= limit && limit < failed!).toBe(true);
          expect(failed! - fastest!).toBeLessThan(0.07 * Math.max(lead, limit));
        },
      ),
    );
    // stronger than any speed that was tried: it is said that nothing failed
    expect(climb(8, 1e9, true)).toMatchObject({ failed: null, cuts: { length: longestSearch } });
  });
});

/*
 * NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.4 EWMA Control Charts: target 50, s 2.0539,
 * lambda 0.3, twenty values, their statistics and the limits (figures from memory of the page).
 */
const handbookEwma = [
  [52.0, 50.6],
  [47.0, 49.52],
  [53.0, 50.56],
  [49.3, 50.18],
  [50.1, 50.16],
  [47.0, 49.21],
  [51.0, 49.75],
  [50.1, 49.85],
  [51.2, 50.26],
  [50.5, 50.33],
  [49.6, 50.11],
  [47.6, 49.36],
  [49.9, 49.52],
  [51.3, 50.05],
  [47.8, 49.38],
  [51.2, 49.92],
  [52.6, 50.73],
  [52.4, 51.23],
  [53.6, 51.94],
  [52.1, 51.99],
] as const;

/*
 * The same, 6.3.2.3 CUSUM Control Charts: target 325, k 0.3175, h 4.1959, twenty values; the sums begin to
 * run from the thirteenth on and pass h (figures from memory of the page, sums by hand from its formulas).
 */
const handbookCusum = [
  324.925, 324.675, 324.725, 324.35, 325.35, 325.225, 324.125, 324.525, 325.225, 324.6, 324.625,
  325.15, 328.325, 327.25, 327.825, 328.5, 326.675, 327.775, 326.875, 328.35,
];

describe('control charts, against the NIST/SEMATECH e-Handbook', () => {
  it('EWMA: every statistic and both limits', () => {
    const points = ewma(
      handbookEwma.map(([x]) => x),
      { target: 50, sigma: 2.0539, lambda: 0.3 },
    );
    points.forEach(({ value }, index) => expect(value).toBeCloseTo(handbookEwma[index]![1], 2));
    const { lower, upper } = finalLimits({ target: 50, sigma: 2.0539, lambda: 0.3 });
    expect(upper).toBeCloseTo(52.5884, 3);
    expect(lower).toBeCloseTo(47.4115, 3);
    // of one value the average has λσ for its spread, later ever more of the final one
    expect(points[0]!.upper).toBeCloseTo(50 + 3 * 0.3 * 2.0539, 9);
    expect(points.at(-1)!.upper).toBeCloseTo(upper, 5);
    expect(points.every(({ value, lower, upper }) => value > lower && value < upper)).toBe(true);
  });

  it('CUSUM: quiet at first, out above from the fourteenth value, running since the thirteenth', () => {
    const points = cusum(handbookCusum, { target: 325, k: 0.3175, h: 4.1959 });
    expect(points.slice(0, 13).every(({ out }) => out === null)).toBe(true);
    // 328.325 − 325.3175 = 3.0075; + 327.25 − 325.3175 = 4.94
    expect(points[12]!.high).toBeCloseTo(3.0075, 6);
    expect(points[13]).toMatchObject({ out: 'high', since: 12 });
    expect(points[13]!.high).toBeCloseTo(4.94, 6);
    // fourth value: 324.6825 − 324.35 on top of the two before it, 0.0075 − … started from 0
    expect(points[3]!.low).toBeCloseTo(0.3325, 6);
  });
});

const burns = (...strengths: number[]) =>
  strengths.map((strength, index) => ({ at: (index + 1) * 100, strength }));

describe('what became of a machine’s strength', () => {
  it('calls one burn far off at once', () => {
    const [steady, half] = chartStrength(burns(1, 0.5), [], usualSpread);
    expect(steady).toMatchObject({ dropped: false, since: null });
    expect(half).toMatchObject({ dropped: true, since: 200 });
  });

  it('calls a small lasting loss, and says since when', () => {
    const charted = chartStrength(burns(1.01, 0.99, 1, 0.93, 0.92, 0.93, 0.92), [], usualSpread);
    expect(charted[3]!.dropped).toBe(false);
    expect(charted.at(-1)).toMatchObject({ dropped: true, since: 400 });
  });

  it('stays quiet about the usual spread', () => {
    const charted = chartStrength(burns(1, 1.03, 0.97, 1.02, 0.96, 1.01, 0.98), [], usualSpread);
    expect(charted.some(({ dropped }) => dropped)).toBe(false);
  });

  it('begins anew after a cleaning, and says whether it restored', () => {
    const charted = chartStrength(burns(1, 0.5, 1, 0.98), [250], usualSpread);
    expect(charted.map(({ dropped }) => dropped)).toEqual([false, true, false, false]);
    expect(restorations([{ chart: charted, sigma: usualSpread }], [250])[0]).toEqual([
      { cleanedAt: 250, before: 0.5, after: 1, restored: true },
    ]);
    const still = chartStrength(burns(1, 0.5, 0.6), [250], usualSpread);
    expect(restorations([{ chart: still, sigma: usualSpread }], [250])[0]![0]).toMatchObject({
      restored: false,
    });
  });

  it('begins anew for a cleaning between the two burns, up to the second of them', () => {
    const droppedThen = (cleanings: number[]) =>
      chartStrength(burns(1, 0.5, 1, 0.98), cleanings, usualSpread)[2]!.dropped;
    expect(droppedThen([])).toBe(true);
    // at the burn that was bad, and before it
    expect(droppedThen([200])).toBe(true);
    expect(droppedThen([150])).toBe(true);
    expect(droppedThen([201])).toBe(false);
    expect(droppedThen([300])).toBe(false);
    expect(droppedThen([301])).toBe(true);
    // one between is enough
    expect(droppedThen([10, 250, 900])).toBe(false);
  });

  it('goes on with its sums where a cleaning did not bring it back', () => {
    const charted = chartStrength(burns(1, 0.5, 0.85, 0.9), [250], usualSpread);
    expect(charted.map(({ dropped }) => dropped)).toEqual([false, true, true, true]);
  });

  it('takes only a burn soon after the cleaning as its test', () => {
    const charted = chartStrength(burns(1, 0.5, 0.6), [250], usualSpread);
    expect(restorations([{ chart: charted, sigma: usualSpread }], [250], () => false)).toEqual([
      [],
    ]);
  });

  it('says nothing of a cleaning when strength had not dropped', () => {
    const charted = chartStrength(burns(1, 0.99, 1), [250], usualSpread);
    expect(restorations([{ chart: charted, sigma: usualSpread }], [250])).toEqual([[]]);
  });

  it('takes the machine’s own spread from five burns on, never below what a ladder can tell', () => {
    expect(spreadOf([1, 0.9, 1.1, 1])).toBe(usualSpread);
    // moving ranges 0.1, 0.2, 0.1, 0.1: mean 0.125, over 1.128
    expect(spreadOf([1, 0.9, 1.1, 1, 0.9])).toBeCloseTo(0.1108, 4);
    expect(spreadOf([1, 1, 1, 1, 1])).toBe(0.02);
  });
});

describe('now or later', () => {
  it('pays after 24 minutes at a third of the strength with 16 minutes of cleaning', () => {
    const choice = nowOrLater(1 / 3, 60, 16);
    expect(choice.slowDown).toBeCloseTo(3, 12);
    expect(choice.paysAfter).toBeCloseTo(24, 12);
    expect(choice.lost).toBeCloseTo(40, 12);
    expect(choice).toMatchObject({ now: true });
    expect(nowOrLater(1 / 3, 23, 16).now).toBe(false);
  });

  it('counts to what cleaning lately brings back: what it does not restore it cannot save', () => {
    // from 40 to 80 percent: everything takes twice as long as it would, 30 of 60 minutes are lost
    expect(nowOrLater(0.4, 60, 16, 0.8)).toMatchObject({ slowDown: 2, paysAfter: 32, lost: 30 });
    expect(nowOrLater(0.4, 60, 16, 0.4)).toMatchObject({ paysAfter: null, lost: 0, now: false });
    expect(nowOrLater(0.4, 60, 16, 0.3)).toMatchObject({ paysAfter: null, lost: 0 });
  });

  it('never pays in minutes while nothing is lost', () => {
    expect(nowOrLater(1, 600, 16)).toMatchObject({ paysAfter: null, lost: 0, now: false });
    expect(nowOrLater(1.1, 600, 16)).toMatchObject({ paysAfter: null, lost: 0, now: false });
  });

  it('is now exactly when the queue is longer than the time it pays after', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 0.99, noNaN: true }),
        fc.integer({ min: 1, max: 600 }),
        fc.integer({ min: 1, max: 120 }),
        (strength, queue, cleaning) => {
          const { paysAfter, now, saved } = nowOrLater(strength, queue, cleaning);
          expect(now).toBe(queue > paysAfter! || (saved > 0 && queue >= paysAfter!));
        },
      ),
    );
  });
});

describe('the printed card', () => {
  const card = layCard(8);
  const recipe = { power: 80, speed: 8, passes: 2, airAssist: true };
  const machine = { fullPower: 1000, dynamicPower: true };

  it('has ten squares that lie apart and inside, the recipe’s own among them', () => {
    expect(card.squares).toHaveLength(10);
    expect(card.squares.map(({ speed }) => speed)).toContain(8);
    for (const one of card.squares) {
      expect(one.x + card.edge).toBeLessThan(card.width);
      expect(one.y + card.edge).toBeLessThan(card.height);
      for (const other of card.squares) {
        if (other === one) continue;
        expect(Math.max(Math.abs(one.x - other.x), Math.abs(one.y - other.y))).toBeGreaterThan(
          card.edge,
        );
      }
    }
  });

  it('burns every square the given passes, as our own reader of G-code sees it', () => {
    const code = cardGcode(card, recipe, machine, 'Wren: plywood');
    const read = readJob(new TextEncoder().encode(code), {
      acceleration: 1e9,
      maxFeed: 1e6,
      bedWidth: 400,
      bedHeight: 400,
      fullPower: 1000,
      dynamicPower: true,
    });
    if (!read.ok) throw new Error(read.error);
    const job = read.value;
    // ten squares, four edges of 10 mm, two passes
    expect(job.burnedMm).toBeCloseTo(10 * 4 * 10 * 2, 6);
    // at their own speeds: the sum of 80 mm over each speed
    const seconds = card.squares.reduce((sum, { speed }) => sum + 80 / speed, 0);
    expect(job.beamSeconds).toBeCloseTo(seconds, 1);
    expect(job.warnings).toEqual([]);
  });

  it('is written for the controller as it is read by one', () => {
    const written = (more: Partial<typeof recipe>, how = machine) =>
      cardGcode(
        { ...card, squares: card.squares.slice(0, 1) },
        { ...recipe, passes: 1, ...more },
        how,
        'Wren',
      ).split('\n');
    expect(written({})).toEqual([
      '; Wren',
      '; origin: lower left corner of the stock. Stay beside it.',
      'G21',
      'G90',
      'M5',
      'M8',
      '; 125 percent, 10 mm/s',
      'G0 X5 Y20',
      'M4 S800',
      'G1 X15 F600',
      'G1 Y30',
      'G1 X5',
      'G1 Y20',
      'M5',
      'M9',
      'G0 X0 Y0',
      'M2',
      '',
    ]);
    const dry = written({ airAssist: false }, { fullPower: 255, dynamicPower: false });
    expect(dry.filter((line) => /^M[389]|^M4/.test(line))).toEqual(['M3 S204']);
    // the beam is off from square to square
    const two = cardGcode({ ...card, squares: card.squares.slice(0, 2) }, recipe, machine, '');
    expect(two.split('\n').filter((line) => /^(G0|M[45])/.test(line))).toEqual([
      'M5',
      'G0 X5 Y20',
      'M4 S800',
      'M5',
      'G0 X20 Y20',
      'M4 S800',
      'M5',
      'G0 X0 Y0',
    ]);
  });

  it('is drawn in millimetres, a layer a speed, each with its figure under it', () => {
    const lines = cardSvg({ ...card, squares: card.squares.slice(0, 1) }, 'Wren').split('\n');
    expect(lines).toEqual([
      '<svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="35mm" viewBox="0 0 80 35">',
      '  <title>Wren</title>',
      '  <g id="speed-10" data-speed="10">',
      '    <rect x="5" y="5" width="10" height="10" fill="none" stroke="#000" stroke-width="0.1"/>',
      '    <text x="10" y="18" font-size="2.6" text-anchor="middle">125 % · 10</text>',
      '  </g>',
      '</svg>',
      '',
    ]);
  });

  it('draws each square where it is cut: up is down on paper', () => {
    const svg = cardSvg(card, 'Wren');
    const rects = [...svg.matchAll(/<rect x="([\d.]+)" y="([\d.]+)" width="10" height="10"/g)];
    expect(rects).toHaveLength(card.squares.length);
    rects.forEach(([, x, y], at) => {
      const square = card.squares[at]!;
      expect(Number(x)).toBe(square.x);
      // from the top of the paper to the top of the square
      expect(Number(y) + card.edge + square.y).toBe(card.height);
    });
    // the fastest stands in the upper row
    expect(Number(rects[0]![2])).toBeLessThan(Number(rects.at(-1)![2]));
  });

  it('keeps what is typed from becoming markup or code', () => {
    expect(cardSvg(card, '<script>&')).toContain('<title>&lt;script>&amp;</title>');
    const code = cardGcode(card, recipe, machine, 'a\nM3 S1000\nG1 X1');
    expect(code.split('\n')[0]).toBe('; a?M3 S1000?G1 X1');
  });
});
