import fc from 'fast-check';
import { beltTension } from './belts';
import {
  closedWarming,
  dampAt,
  dewPoint,
  fitWarmUp,
  flowingWarming,
  minutesUntil,
} from './coolant';
import {
  clearingSeconds,
  ductFlow,
  ductPressure,
  frictionFactor,
  isUneven,
  mixingFactor,
  traverseFlow,
  traverseShares,
  workingPoint,
} from './draught';
import { aberration } from './lens';
import { displacement, fitMirrors, traceBeam, turnsFor, type Both } from './dots/mirrors';

const lead = { first: 150, second: 120 };
const tilts: [Both, Both] = [
  { h: 0.8, v: -0.5 },
  { h: -1.1, v: 0.6 },
];
const offset = { h: 0.7, v: -0.3 };
const places = [
  { x: 0, y: 0 },
  { x: 600, y: 0 },
  { x: 0, y: 400 },
  { x: 600, y: 400 },
  { x: 300, y: 200 },
];
const dotsOf = (of: typeof traceBeam) =>
  places.map((place) => ({ ...place, ...of(lead, tilts, offset, place) }));

describe('two mirrors by their dots', () => {
  it('swing the beam as worked out by hand', () => {
    const near = displacement(lead, tilts, offset, { x: 0, y: 0 });
    expect(near.h).toBeCloseTo(0.868, 9);
    expect(near.v).toBeCloseTo(-0.3891, 4);
    const far = displacement(lead, tilts, offset, { x: 600, y: 400 });
    expect(far.h).toBeCloseTo(1.148, 9);
    expect(far.v).toBeCloseTo(-0.5871, 4);
  });

  it('are found again from five dots, the offset apart from them', () => {
    const fit = fitMirrors(lead, dotsOf(displacement));
    expect(fit.mirror1.tilt.h).toBeCloseTo(0.8, 9);
    expect(fit.mirror1.tilt.v).toBeCloseTo(-0.5, 9);
    expect(fit.mirror2.tilt.h).toBeCloseTo(-1.1, 9);
    expect(fit.mirror2.tilt.v).toBeCloseTo(0.6, 9);
    expect(fit.offset.h).toBeCloseTo(0.7, 9);
    for (const { h, v } of fit.residuals) expect(Math.hypot(h, v)).toBeLessThan(1e-9);
    expect(fit.mirror1.standardError!.h).toBeLessThan(1e-9);
  });

  it('are found from a beam traced through real reflections to a hundredth of a milliradian', () => {
    const fit = fitMirrors(lead, dotsOf(traceBeam));
    expect(fit.mirror1.tilt.h).toBeCloseTo(0.8, 2);
    expect(fit.mirror2.tilt.v).toBeCloseTo(0.6, 2);
  });

  it('leave a residual at the one place that is rail or frame', () => {
    const dots = dotsOf(displacement);
    dots[3]!.h += 1;
    const { residuals, mirror1 } = fitMirrors(lead, dots);
    const sizes = residuals.map(({ h }) => Math.abs(h));
    expect(Math.max(...sizes)).toBeGreaterThan(0.15);
    expect(mirror1.standardError!.h).toBeGreaterThan(0.1);
    // the vertical knows nothing of it
    expect(mirror1.standardError!.v).toBeLessThan(1e-9);
  });

  it('has no standard errors from three dots, but for the error of reading them', () => {
    const three = dotsOf(displacement).slice(0, 3);
    expect(fitMirrors(lead, three).mirror1.standardError).toBeNull();
    const fine = fitMirrors(lead, three, { readingError: 0.1 }).mirror1.standardError!;
    const coarse = fitMirrors(lead, three, { readingError: 0.2 }).mirror1.standardError!;
    expect(coarse.h / fine.h).toBeCloseTo(2, 9);
  });

  it('has standard errors that fall as places are fired twice, by the sums of least squares', () => {
    const dots = dotsOf(displacement);
    dots[3]!.h += 1;
    const error = (some: typeof dots) => fitMirrors(lead, some).mirror1.standardError!.h;
    // three unknowns: S / (n - 3) on half the spread each, of twice the sum over 2 n - 3
    const n = dots.length;
    expect(error([...dots, ...dots]) / error(dots)).toBeCloseTo(
      Math.sqrt((n - 3) / (2 * n - 3)),
      9,
    );
  });

  it('a dot that counts for nothing changes nothing', () => {
    const dots = dotsOf(displacement);
    const odd = { x: 500, y: 30, h: 9, v: 9, weight: 1e-12 };
    expect(fitMirrors(lead, [...dots, odd]).mirror1.tilt.h).toBeCloseTo(0.8, 6);
  });

  it('the traced beam and the thin-angle one come together as tilts shrink', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 1, noNaN: true }), (size) => {
        const small = tilts.map(({ h, v }) => ({ h: h * size, v: v * size })) as [Both, Both];
        const place = { x: 600, y: 400 };
        const thin = displacement(lead, small, { h: 0, v: 0 }, place);
        const exact = traceBeam(lead, small, { h: 0, v: 0 }, place);
        expect(Math.abs(exact.h - thin.h)).toBeLessThan(0.002 * size ** 2);
        expect(Math.abs(exact.v - thin.v)).toBeLessThan(0.002 * size ** 2);
      }),
    );
  });

  it('turn back against the tilt: a turn of 0.7 mm on 40 mm is 17.5 mrad', () => {
    expect(turnsFor(17.5, { pitch: 0.7, lever: 40 })).toBeCloseTo(-1, 12);
    expect(turnsFor(0, { pitch: 0.7, lever: 40 })).toBe(0);
  });
});

describe('a lens the right way round', () => {
  // f 50.8 mm, 6 mm of beam, 3 mm in the middle: zinc selenide 2.403, glass 1.517 (traced apart)
  const zinc = { index: 2.403, focal: 50.8, centre: 3 };
  const glass = { ...zinc, index: 1.517 };

  it('misses the focus by a third to a quarter of what it does reversed', () => {
    expect(aberration(zinc, 3, 'curved').longitudinal).toBeCloseTo(0.0794, 4);
    expect(aberration(zinc, 3, 'flat').longitudinal).toBeCloseTo(0.2604, 4);
    const ratio =
      aberration(glass, 3, 'flat').longitudinal / aberration(glass, 3, 'curved').longitudinal;
    expect(ratio).toBeCloseTo(3.98, 2);
  });

  it('comes to the third-order formula for a narrow beam', () => {
    // Born & Wolf, from memory; thin lens, curved side to the beam, in units of h²/f:
    // (n³ − 2n² + 2) / (2n(n − 1)²); flat side: n² / (2(n − 1)²)
    const thin = { index: 1.517, focal: 100, centre: 0.001 };
    const h = 0.5;
    const n = thin.index;
    const unit = (h * h) / thin.focal;
    expect(aberration(thin, h, 'curved').longitudinal / unit).toBeCloseTo(
      (n ** 3 - 2 * n ** 2 + 2) / (2 * n * (n - 1) ** 2),
      2,
    );
    expect(aberration(thin, h, 'flat').longitudinal / unit).toBeCloseTo(
      n ** 2 / (2 * (n - 1) ** 2),
      2,
    );
  });
});

describe('air', () => {
  it('takes the mean of ten places, which lie evenly about the middle', () => {
    expect(traverseShares.map((one, i) => one + traverseShares[9 - i]!)).toEqual(
      traverseShares.map(() => expect.closeTo(1, 9)),
    );
    const { mean, flow } = traverseFlow(125, [1, 2, 3, 4, 5, 5, 4, 3, 2, 1]);
    expect(mean).toBe(3);
    expect(flow).toBeCloseTo((Math.PI / 4) * 0.125 ** 2 * 3 * 3600, 9);
  });

  it('rubs as the Moody chart has it', () => {
    expect(frictionFactor(1e5, 1e-4)).toBeCloseTo(0.0185139, 7);
    expect(frictionFactor(1000, 0)).toBe(0.064);
  });

  it('solves Colebrook’s equation', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2500, max: 1e7, noNaN: true }),
        fc.double({ min: 0, max: 0.05, noNaN: true }),
        (reynolds, roughness) => {
          const x = 1 / Math.sqrt(frictionFactor(reynolds, roughness));
          expect(x).toBeCloseTo(-2 * Math.log10(roughness / 3.7 + (2.51 * x) / reynolds), 9);
        },
      ),
    );
  });

  it('loses 4.52 Pa a metre at 300 m³/h in a smooth duct of 125 mm', () => {
    expect(ductFlow(300, 125, 0).loss).toBeCloseTo(4.52, 2);
  });

  it('rubs by how rough a duct is for its size', () => {
    const { reynolds, friction, loss } = ductFlow(300, 125, 0.09);
    expect(friction).toBe(frictionFactor(reynolds, 0.09 / 125));
    // of a corrugated hose: several times a smooth one
    expect(ductFlow(300, 125, 5).loss).toBeGreaterThan(3 * ductFlow(300, 125, 0).loss);
    // twice as wide and twice as rough, for the same speed: Reynolds doubles, the share stays
    const twice = ductFlow(1200, 250, 0.18);
    expect(twice.friction).toBe(frictionFactor(2 * reynolds, 0.09 / 125));
    expect(twice.loss).toBeCloseTo((loss * twice.friction) / friction / 2, 9);
  });

  it('clears a quarter of a cubic metre to 5 percent in 7.93 s at 340 m³/h', () => {
    expect(clearingSeconds(0.25, 340, 1, 0.05)).toBeCloseTo(7.93, 2);
    expect(mixingFactor(0.25, 340, 0.05, 15.86)).toBeCloseTo(0.5, 3);
  });
});

it('a belt of 8.4 g/m and 200 mm that sounds at 75 Hz pulls 7.56 N; twice the tone four times as much', () => {
  expect(beltTension(0.0084, 0.2, 75)).toBeCloseTo(7.56, 9);
  expect(beltTension(0.0084, 0.2, 150)).toBeCloseTo(4 * 7.56, 9);
});

it('water is warmed by 10.9 K in half an hour, and by 0.91 K as it flows', () => {
  expect(closedWarming(380, 15, 30)).toBeCloseTo(10.9, 1);
  expect(flowingWarming(380, 6)).toBeCloseTo(0.91, 2);
});

it('what flows through in a minute takes up as much as if it stood for that minute', () => {
  for (const [watts, litres] of [
    [380, 6],
    [70, 1],
    [1200, 0.4],
  ] as const) {
    expect(flowingWarming(watts, litres)).toBeCloseTo(closedWarming(watts, litres, 1), 12);
  }
});

it('dew falls at 16.7 °C in air of 25 °C and 60 percent; at the air’s own temperature when it is full', () => {
  // psychrometric tables, from memory
  expect(dewPoint(25, 0.6)).toBeCloseTo(16.7, 1);
  expect(dewPoint(20, 0.5)).toBeCloseTo(9.3, 1);
  expect(dewPoint(20, 1)).toBeCloseTo(20, 9);
});

describe('damp', () => {
  // dew points of usual tables (psychrometric charts, from memory, to half a degree)
  it.each([
    [10, 0.8, 6.7],
    [20, 0.5, 9.3],
    [25, 0.7, 19.1],
    [30, 0.8, 26.2],
    [35, 0.4, 19.4],
  ])('has the dew point of the tables: %d °C at %d is %d °C', (celsius, humidity, dew) => {
    expect(Math.abs(dewPoint(celsius, humidity) - dew)).toBeLessThan(0.15);
  });

  // 20 °C: 25 °C at 60 % has its dew point at 16.7 °C (psychrometric tables, from memory, to a tenth)
  it('is near where the coolant comes within two kelvins of the dew point, and wet below it', () => {
    expect(dampAt(25, 0.6, 20)).toMatchObject({ state: 'dry' });
    expect(dampAt(25, 0.6, 20).dewPoint).toBeCloseTo(16.7, 1);
    expect(dampAt(25, 0.6, 18.5)).toMatchObject({ state: 'near' });
    expect(dampAt(25, 0.6, 15)).toMatchObject({ state: 'wet' });
  });

  it('tells the humidity up to which it stays dry: there the margin is two kelvins', () => {
    const { humidityTo } = dampAt(25, 0.5, 18);
    expect(dampAt(25, humidityTo, 18).margin).toBeCloseTo(2, 9);
    expect(dampAt(10, 0.5, 30).humidityTo).toBe(1);
  });
});

describe('a reservoir that warms', () => {
  const load = { watts: 380, litres: 15, room: 20 };

  it('has the time constant that made its readings', () => {
    const settles = 20 + closedWarming(380, 15, 1) * 90;
    const at = (minutes: number) => settles + (20 - settles) * Math.exp(-minutes / 90);
    const fit = fitWarmUp({ ...load, minutes: 30, start: 20, end: at(30) })!;
    expect(fit.timeConstant).toBeCloseTo(90, 6);
    expect(fit.settlesAt).toBeCloseTo(settles, 6);
    expect(minutesUntil(fit, 20, at(50))).toBeCloseTo(50, 6);
    expect(minutesUntil(fit, 20, settles + 1)).toBeNull();
    // it comes ever nearer to where it settles, and never there
    expect(minutesUntil(fit, 20, fit.settlesAt)).toBeNull();
    expect(minutesUntil(fit, 30, 25)).toBe(0);
  });

  it('has it too where the water was warmer or colder than the room to begin with', () => {
    const settles = 20 + closedWarming(380, 15, 1) * 90;
    for (const start of [14, 26]) {
      // Newton's cooling with a steady source, solved: the way to where it settles shrinks by the same share each minute
      const end = settles + (start - settles) * Math.exp(-45 / 90);
      const fit = fitWarmUp({ ...load, minutes: 45, start, end })!;
      expect(fit.timeConstant).toBeCloseTo(90, 6);
      expect(fit.settlesAt).toBeCloseTo(settles, 6);
    }
  });

  it('is not fitted where it warmed by more than the load can, or cooled faster than it could', () => {
    // with no loss at all 10.9 K in half an hour
    expect(fitWarmUp({ ...load, minutes: 30, start: 20, end: 32 })).toBeNull();
    expect(fitWarmUp({ ...load, minutes: 30, start: 40, end: 19 })).toBeNull();
  });
});

describe('a fan on a duct', () => {
  const duct = { diameter: 125, length: 3, roughness: 0, bends: 2 };

  it('works where its curve meets what the duct takes', () => {
    const curve = [
      { flow: 0, pressure: 300 },
      { flow: 200, pressure: 220 },
      { flow: 400, pressure: 0 },
    ];
    const point = workingPoint(curve, duct);
    expect(point.pressure).toBeCloseTo(ductPressure(point.flow, duct), 6);
    expect(point.pressure).toBeCloseTo(220 - ((point.flow - 200) * 220) / 200, 6);
    // in whatever order its points were read off
    expect(workingPoint([curve[2]!, curve[0]!, curve[1]!], duct)).toEqual(point);
    // a filter that takes 60 Pa at 200 m³/h leaves less
    const filtered = workingPoint(curve, duct, { flow: 200, pressure: 60 });
    expect(filtered.flow).toBeLessThan(point.flow);
  });

  it('takes 4.52 Pa a metre at 300 m³/h, and two heads for two bends and the outlet', () => {
    const head = (1.204 * (300 / 3600 / ((Math.PI / 4) * 0.125 ** 2)) ** 2) / 2;
    expect(ductPressure(300, duct)).toBeCloseTo(3 * 4.52 + 2 * head, 0);
    expect(ductPressure(0, duct)).toBe(0);
  });

  it('shows an uneven traverse: one side faster, or one place that rushes', () => {
    const even = [3, 3.6, 3.9, 4, 4.1, 4.1, 4, 3.9, 3.6, 3];
    expect(isUneven(even)).toBe(false);
    expect(isUneven(even.map((one, i) => (i < 5 ? one * 0.6 : one)))).toBe(true);
    expect(isUneven(even.map((one, i) => (i === 4 ? 9 : one)))).toBe(true);
    expect(isUneven(even.map((one, i) => (i === 4 ? 0 : one)))).toBe(true);
    // slow within counts, at either end it is the wall
    const slowAt = (at: number) => even.map((one, i) => (i === at ? one / 4 : one));
    expect([1, 5, 8].map((at) => isUneven(slowAt(at)))).toEqual([true, true, true]);
    expect([0, 9].map((at) => isUneven(slowAt(at)))).toEqual([false, false]);
  });
});
