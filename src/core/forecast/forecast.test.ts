import fc from 'fast-check';
import { chanceOf } from '../testing/chance';
import { backTest, judgedSpans } from './back-test';
import { sharesAhead } from './ahead';
import { forecastDue, horizonDays, laterOf } from './due';
import { dayAmounts, quantileAt, fitUse as fit, sumOfUse, rangeOfUse } from './use';
import { memoized } from '../units/memoized';
import { weekdayOf } from '../units/wall-clock';

/** The model of amounts by day. */
const fitUse = (amounts: ReadonlyMap<number, number>, first: number, to: number) =>
  fit(dayAmounts(amounts, first, to), to);

interface ShopKind {
  /** days of the week that are open, Monday 0 */
  open: readonly number[];
  /** share of open days with use */
  used: number;
  /** spread of a day's amount, log scale */
  daySpread: number;
  /** spread of a whole week, log scale */
  weekSpread: number;
  /** share of idle weeks */
  idle: number;
}

const shops: readonly ShopKind[] = [
  { open: [1, 2, 3, 4, 5], used: 0.9, daySpread: 0.5, weekSpread: 0.2, idle: 0 },
  { open: [0, 1, 2, 3, 4], used: 0.6, daySpread: 0.7, weekSpread: 0.3, idle: 0.05 },
  { open: [0, 1, 2, 3, 4, 5, 6], used: 0.5, daySpread: 0.9, weekSpread: 0.2, idle: 0 },
  { open: [2, 4], used: 0.8, daySpread: 0.5, weekSpread: 0.3, idle: 0.1 },
  // in bursts: more weeks idle than not
  { open: [1, 2, 3, 4], used: 0.8, daySpread: 0.5, weekSpread: 0.4, idle: 0.6 },
];

function simulate(kind: ShopKind, seed: number, days: number): Map<number, number> {
  const { next, normal } = chanceOf(seed);
  const amounts = new Map<number, number>();
  let week = 1;
  for (let day = 0; day < days; day++) {
    if (weekdayOf(day) === 0) {
      week = next() < kind.idle ? 0 : Math.exp(kind.weekSpread * normal());
    }
    if (!kind.open.includes(weekdayOf(day)) || next() > kind.used || week === 0) continue;
    amounts.set(day, 3 * week * Math.exp(kind.daySpread * normal()));
  }
  return amounts;
}

/** How often a range was asked for, and how often it held the truth. */
interface Held {
  judged: number;
  held: number;
}

const summed = (some: readonly Held[]): Held => ({
  judged: some.reduce((all, one) => all + one.judged, 0),
  held: some.reduce((all, one) => all + one.held, 0),
});

const steady = new Map(Array.from({ length: 200 }, (_, day) => [day, 2] as const));

describe('what a machine’s own days say', () => {
  it('expects the same again of what never varies, without a spread', () => {
    const model = fitUse(steady, 0, 199)!;
    expect(model.mean).toEqual([2, 2, 2, 2, 2, 2, 2]);
    expect(sumOfUse(model, 200, 10)).toEqual({ mean: 20, variance: 0 });
    expect(rangeOfUse(model, 200, 7)).toEqual({ low: 14, likely: 14, high: 14 });
  });

  it('knows closed days by their being without use', () => {
    const open = new Map([...steady].filter(([day]) => weekdayOf(day) < 5));
    const model = fitUse(open, 0, 199)!;
    expect(model.mean.slice(5)).toEqual([0, 0]);
    expect(sumOfUse(model, 200, 14).mean).toBeCloseTo(20, 10);
  });

  it('counts a day half as much after four weeks', () => {
    // 28 days at 2, then 28 at 4: the newer half counts 1/2 + … against half of that
    const amounts = new Map(
      Array.from({ length: 56 }, (_, day) => [day, day < 28 ? 2 : 4] as const),
    );
    const { mean } = fitUse(amounts, 0, 55)!;
    // the same weights on both halves but for the factor one half: (4 + 2 / 2) / (1 + 1 / 2)
    for (const one of mean) expect(one).toBeCloseTo(5 / 1.5, 10);
  });

  it('says nothing where there is too little use to tell', () => {
    expect(fitUse(new Map(), 0, 100)).toBeNull();
    expect(fitUse(new Map([[99, 5]]), 0, 100)).toBeNull();
    expect(fitUse(new Map([...steady].filter(([day]) => day >= 190)), 190, 199)).toBeNull();
  });

  it('takes quantiles of a gamma distribution, against a table', () => {
    // chi-squared with 10 degrees of freedom: 10 % 4.865, median 9.342, 90 % 15.987 (handbook tables)
    const chi = { mean: 10, variance: 20 };
    expect(quantileAt(chi, -1.2815515655)).toBeCloseTo(4.865, 1);
    expect(quantileAt(chi, 0)).toBeCloseTo(9.342, 1);
    expect(quantileAt(chi, 1.2815515655)).toBeCloseTo(15.987, 1);
  });

  it('never turns its range round', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), fc.constantFrom(...shops), (seed, kind) => {
        const model = fitUse(simulate(kind, seed, 120), 0, 119);
        if (!model) return;
        for (let days = 1; days <= 60; days++) {
          const { low, likely, high } = rangeOfUse(model, 120, days);
          expect(low).toBeLessThanOrEqual(likely);
          expect(likely).toBeLessThanOrEqual(high);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('coverage on simulated shops', () => {
  const tested = memoized((seeds: number) =>
    shops.flatMap((kind, index) =>
      Array.from({ length: seeds }, (_, seed) => {
        const amounts = simulate(kind, 1000 * index + seed + 1, 400);
        return backTest(dayAmounts(amounts, 0, 399), 399);
      }).flat(),
    ),
  );

  it.each(judgedSpans)('the range of the next %i days holds the truth in 75 to 85 %%', (span) => {
    const { judged, held } = summed(tested(36).filter(({ days }) => days === span));
    expect(judged).toBeGreaterThan(5000);
    expect(held / judged).toBeGreaterThan(0.75);
    expect(held / judged).toBeLessThan(0.85);
  });

  it('the range of due dates holds the day in at least 75 %, whole days make it a little wide', () => {
    let judged = 0;
    let held = 0;
    shops.forEach((kind, index) => {
      for (let seed = 1; seed <= 150; seed++) {
        const amounts = simulate(kind, 77_000 + 1000 * index + seed, 420);
        const today = 300;
        const model = fitUse(amounts, 0, today);
        if (!model) continue;
        const left = 20 + (seed % 5) * 10;
        const forecast = forecastDue([{ left, model }], today, null)!;
        let sum = 0;
        let day = today;
        while (sum < left && day < 419) sum += amounts.get(++day) ?? 0;
        judged += 1;
        const { early, late } = forecast;
        if (day >= (early ?? Infinity) && day <= (late ?? Infinity)) held += 1;
      }
    });
    expect(held / judged).toBeGreaterThan(0.75);
    expect(held / judged).toBeLessThan(0.9);
  });
});

/** Shops whose use does not stay as it is: by class, from a seed. */
const classes = ['plain', 'trend', 'step', 'holidays', 'busy spells'] as const;
type Class = (typeof classes)[number];

function changingShop(kind: Class, seed: number) {
  const { next, normal } = chanceOf(seed);
  const used = 0.6 + 0.35 * next();
  const daySpread = 0.4 + 0.5 * next();
  const weekSpread = 0.15 + 0.25 * next();
  const open = [0, 1, 2, 3, 4].filter(() => next() < 0.9);
  const stepAt = 150 + Math.floor(200 * next());
  const stepBy = next() < 0.5 ? 0.5 : 1.8;
  const slope = 2 * next() - 1;
  const closedDays = new Set<number>();
  for (let holiday = 0; kind === 'holidays' && holiday < 6; holiday++) {
    const at = Math.floor(400 * next());
    for (let day = 0; day < 9; day++) closedDays.add(at + day);
  }
  const amounts = new Map<number, number>();
  let week = 1;
  let spell = 0;
  for (let day = 0; day < 420; day++) {
    if (weekdayOf(day) === 0) {
      // three quarters of a spell goes on into the next week
      spell = 0.75 * spell + Math.sqrt(1 - 0.75 ** 2) * normal();
      week = Math.exp(kind === 'busy spells' ? 0.5 * spell : weekSpread * normal());
    }
    if (!open.includes(weekdayOf(day)) || closedDays.has(day) || next() > used) continue;
    const drift =
      kind === 'trend'
        ? Math.exp((slope * day) / 365)
        : kind === 'step' && day >= stepAt
          ? stepBy
          : 1;
    amounts.set(day, 3 * drift * week * Math.exp(daySpread * normal()));
  }
  return { amounts, closed: (day: number) => closedDays.has(day) };
}

type Span = (typeof judgedSpans)[number];

/** Days from 180 on at which so many shops of a class are asked, each with what was used from the next day on. */
function* askedDays(kind: Class, seed: number, shops: number) {
  for (let shop = 0; shop < shops; shop++) {
    const { amounts, closed } = changingShop(kind, seed + 7 * shop + 999 * classes.indexOf(kind));
    const laid = dayAmounts(amounts, 0, 419);
    const usedIn = (today: number, span: number) => {
      let sum = 0;
      for (let day = today + 1; day <= today + span; day++) sum += amounts.get(day) ?? 0;
      return sum;
    };
    for (let today = 180; today < 391; today += 11) yield { today, amounts, closed, laid, usedIn };
  }
}

/** A model asked for the range of each span, held against what came. */
class Judge {
  readonly bySpan = new Map<Span, Held>(judgedSpans.map((span) => [span, { judged: 0, held: 0 }]));

  /** @param ask the range of a span, and what came in it */
  ask(ask: (span: Span) => { range: { low: number; high: number }; sum: number }): void {
    for (const [span, counted] of this.bySpan) {
      const { range, sum } = ask(span);
      counted.judged += 1;
      if (sum >= range.low && sum <= range.high) counted.held += 1;
    }
  }
}

/** How often the range of the next days held the truth, over so many shops of each class. */
const coverage = memoized((count: number) =>
  classes.map((kind) => {
    const judge = new Judge();
    for (const { today, closed, laid, usedIn } of askedDays(kind, 1000, count)) {
      const model = fit(laid, today, closed);
      if (!model) continue;
      judge.ask((span) => ({
        range: rangeOfUse(model, today + 1, span, (day) => (closed(day) ? 0 : 1)),
        sum: usedIn(today, span),
      }));
    }
    return judge.bySpan;
  }),
);

/** Of each class by itself, and more closely of all together. */
function expectHeld(found: readonly Held[]): void {
  for (const { judged, held } of found) {
    expect(judged).toBeGreaterThan(900);
    expect(held / judged).toBeGreaterThan(0.75);
    expect(held / judged).toBeLessThan(0.85);
  }
  const { judged, held } = summed(found);
  expect(held / judged).toBeGreaterThan(0.78);
  expect(held / judged).toBeLessThan(0.825);
}

it.each(judgedSpans)(
  'the range of the next %i days in shops that change holds the truth in 75 to 85 %% of each class, in 78 to 82.5 %% of all',
  (span) => expectHeld(coverage(160).map((bySpan) => bySpan.get(span)!)),
);

/** Shares of the day that have gone: before opening, in the middle, and when everybody has left. */
const moments = [
  ['in the morning', 0],
  ['at noon', 0.5],
  ['at night', 1],
] as const;

/** The same asked at a moment of a day, of which what came before it is known and not the rest, over 100 shops. */
function coverageAsked(gone: number, kind: Class) {
  const { next } = chanceOf(4711);
  const judge = new Judge();
  for (const { today, amounts, closed, laid, usedIn } of askedDays(kind, 5000, 100)) {
    // the day itself is not over: the model is of the days before
    const model = fit(laid, today - 1, closed);
    if (!model) continue;
    // a day's work comes in one piece of a quarter of it, somewhere
    const begins = 0.75 * next();
    const came = Math.min(1, Math.max(0, (gone - begins) / 0.25));
    const whole = amounts.get(today) ?? 0;
    const used = whole * came;
    const share = sharesAhead(model, { today, used, rest: 1 - gone, closed });
    judge.ask((span) => ({
      range: rangeOfUse(model, today, span + 1, share),
      sum: whole - used + usedIn(today, span),
    }));
  }
  return judge.bySpan;
}

const asked = memoized((gone: number) => classes.map((kind) => coverageAsked(gone, kind)));

describe.each(moments)('asked %s, the range of what is left of today and the next', (_, gone) => {
  it.each(judgedSpans)('%i days holds the truth in 75 to 85 %% of each class of shop', (span) =>
    expectHeld(asked(gone).map((bySpan) => bySpan.get(span)!)),
  );
});

it('the back-test knows closed days, which would else count as idle ones', () => {
  const holidays = (day: number) => day >= 330 && day < 344;
  const amounts = new Map(
    Array.from({ length: 400 }, (_, day) => [day, holidays(day) ? 0 : 2] as const),
  );
  const days = dayAmounts(amounts, 0, 399);
  for (const { judged, held } of backTest(days, 399, holidays)) expect(held).toBe(judged);
  expect(backTest(days, 399).some(({ judged, held }) => held < judged)).toBe(true);
});

it('a busy week that is followed by busy ones widens the range of many weeks', () => {
  const alone = fitUse(changingShop('plain', 5).amounts, 0, 400)!;
  const spells = { ...alone, persistence: 0.6 };
  const width = ({ low, high }: { low: number; high: number }) => high - low;
  expect(width(rangeOfUse(spells, 401, 28))).toBeGreaterThan(
    1.2 * width(rangeOfUse({ ...alone, persistence: 0 }, 401, 28)),
  );
});

describe('when a task will be due', () => {
  const model = fitUse(steady, 0, 199);

  it('is the day that fills what is left', () => {
    expect(forecastDue([{ left: 7, model }], 199, null)).toEqual({
      early: 203,
      likely: 203,
      late: 203,
    });
  });

  it('counts the rest of today, and nothing on closed days', () => {
    // two an hour-day: seven left, one of today's two still to come, the second and third day closed
    const share = (day: number) => (day === 199 ? 0.5 : day === 200 || day === 201 ? 0 : 1);
    expect(forecastDue([{ left: 7, model, share }], 199, null)!.likely).toBe(204);
    expect(forecastDue([{ left: 1, model, share }], 199, null)!.likely).toBe(199);
    expect(forecastDue([{ left: 1.5, model, share }], 199, null)!.likely).toBe(202);
    expect(sumOfUse(model!, 199, 4, share).mean).toBe(3);
  });

  it('is not told where one limit cannot be, but by the calendar', () => {
    const untold = { left: 3, model: null };
    expect(forecastDue([{ left: 7, model }, untold], 199, null)).toBeNull();
    expect(forecastDue([untold], 199, null)).toBeNull();
    expect(forecastDue([], 199, null)).toBeNull();
    expect(forecastDue([{ left: 7, model }, untold], 199, 220)!.likely).toBe(203);
    expect(forecastDue([untold], 199, 220)!.likely).toBe(220);
    // what is due is due, whatever else is not known
    expect(forecastDue([{ left: 0, model: null }, untold], 199, null)!.likely).toBe(199);
  });

  it('is the later of two that must both be reached, bound by bound', () => {
    const use = forecastDue([{ left: 7, model }], 199, null);
    const days = forecastDue([], 199, 210);
    expect(laterOf(use, days)).toEqual({ early: 210, likely: 210, late: 210 });
    expect(laterOf(use, forecastDue([], 199, 201))).toEqual(use);
    expect(laterOf({ early: 1, likely: 5, late: 9 }, { early: 3, likely: 4, late: null })).toEqual({
      early: 3,
      likely: 5,
      late: null,
    });
    expect(laterOf(use, null)).toBeNull();
    expect(laterOf(null, days)).toBeNull();
  });

  it('is the first of its limits, the calendar among them', () => {
    expect(forecastDue([{ left: 7, model }], 199, 201)!.likely).toBe(201);
    expect(
      forecastDue(
        [
          { left: 7, model },
          { left: 3, model },
        ],
        199,
        null,
      )!.likely,
    ).toBe(201);
  });

  it('is today for what is due already', () => {
    expect(forecastDue([{ left: 0, model }], 199, null)!.late).toBe(199);
    expect(forecastDue([], 199, 150)!.likely).toBe(199);
  });

  it('is not told where there is too little use, unless the calendar tells', () => {
    expect(forecastDue([{ left: 7, model: null }], 199, null)).toBeNull();
    expect(forecastDue([{ left: 7, model: null }], 199, 210)!.late).toBe(210);
  });

  it('is left open beyond the horizon', () => {
    expect(forecastDue([{ left: 2 * horizonDays + 1, model }], 199, null)).toEqual({
      early: null,
      likely: null,
      late: null,
    });
  });
});

describe('the model, said again over whole lists', () => {
  const sum = (values: readonly number[]) => values.reduce((all, one) => all + one, 0);
  const weighted = (values: readonly number[], weights: readonly number[]) =>
    sum(values.map((value, index) => value * weights[index]!)) / sum(weights);

  /** Weights, means and residuals as vectors, where the code counts day by day. */
  function saidAgain(amounts: ReadonlyMap<number, number>, to: number) {
    const days = Array.from({ length: 182 }, (_, back) => to - back).filter((day) => day >= 0);
    const weightOf = (day: number) => Math.pow(2, (day - to) / 28);
    const ofDay = (weekday: number) => days.filter((day) => (day + 3) % 7 === weekday);
    const amountOf = (day: number) => amounts.get(day) ?? 0;
    const weekdays = [0, 1, 2, 3, 4, 5, 6];
    const mean = weekdays.map((weekday) =>
      weighted(ofDay(weekday).map(amountOf), ofDay(weekday).map(weightOf)),
    );
    const variance = weekdays.map((weekday) =>
      weighted(
        ofDay(weekday).map((day) => (amountOf(day) - mean[weekday]!) ** 2),
        ofDay(weekday).map(weightOf),
      ),
    );
    const ends = Array.from({ length: Math.floor(days.length / 7) }, (_, back) => to - 7 * back);
    const weekOf = (end: number) => days.filter((day) => day <= end && day > end - 7);
    const used = ends.map((end) => sum(weekOf(end).map(amountOf)));
    const residuals = used.map((amount) => amount - sum(mean));
    const weights = ends.map(weightOf);
    const weeks = sum(weights) ** 2 / sum(weights.map((weight) => weight ** 2));
    const squares = residuals.map((residual) => residual ** 2);
    const spread = weighted(squares, weights) * (weeks / (weeks - 1));
    const seen =
      sum(residuals.slice(1).map((one, at) => weights[at + 1]! * one * residuals[at]!)) /
      sum(squares.map((square, at) => square * weights[at]!));
    const unbiased = seen + (1 + 4 * Math.max(0, seen)) / weeks;
    return {
      mean,
      variance,
      inflation: Math.min(20, Math.max(1, spread / sum(variance))),
      persistence: Math.min(0.8, Math.max(0, (weeks * unbiased + 4 * 0.2) / (weeks + 4))),
      weeks,
      idle: weighted(
        used.map((amount) => (amount === 0 ? 1 : 0)),
        weights,
      ),
    };
  }

  it.each([40, 61, 120, 182, 300])('is the same after %i days', (days) => {
    let held = 0;
    shops.forEach((kind, index) => {
      for (let seed = 1; seed <= 8; seed++) {
        const amounts = simulate(kind, 9000 + 100 * index + seed, days);
        const model = fitUse(amounts, 0, days - 1);
        if (!model) continue;
        held += 1;
        const again = saidAgain(amounts, days - 1);
        model.mean.forEach((one, at) => expect(one).toBeCloseTo(again.mean[at]!, 8));
        model.variance.forEach((one, at) => expect(one).toBeCloseTo(again.variance[at]!, 8));
        for (const part of ['inflation', 'persistence', 'weeks', 'idle'] as const)
          expect([kind, seed, part, model[part].toFixed(8)]).toEqual([
            kind,
            seed,
            part,
            again[part].toFixed(8),
          ]);
      }
    });
    expect(held).toBeGreaterThan(10);
  });
});
