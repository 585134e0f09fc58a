import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { calculationNames, calculations } from '.';
import { Refused } from './refused';

const run = (name: string, input: unknown) =>
  calculations[name]!.run(input) as Record<string, never>;

/** The field that an input is refused for. */
function refusedField(name: string, input: unknown): string | null {
  try {
    run(name, input);
    return null;
  } catch (error) {
    if (error instanceof Refused) return error.field;
    throw error;
  }
}

function calc(name: string, input: string) {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['scripts/program.mjs', 'cli/main.ts', 'calc', name],
    { cwd: path.resolve(__dirname, '../../..'), input, encoding: 'utf8' },
  );
  return { code: status, out: stdout, err: stderr };
}

describe('the calculator on the command line', () => {
  it('prints one object and ends with 0', () => {
    const { code, out } = calc('belt', '{"kgPerMetre":0.0084,"spanMetres":0.2,"hertz":75}');
    expect(code).toBe(0);
    expect((JSON.parse(out) as { newtons: number }).newtons).toBeCloseTo(7.56, 9);
  });

  it('names the field that cannot be used, and ends with 2', () => {
    const { code, out } = calc('mtbf', '{"hours":-1,"failures":2}');
    expect(code).toBe(2);
    expect(JSON.parse(out)).toMatchObject({ error: { field: 'hours' } });
    const nonsense = calc('mtbf', 'hours: 5');
    expect(nonsense.code).toBe(2);
    expect(JSON.parse(nonsense.out)).toMatchObject({ error: { field: '' } });
  });

  it('says which calculations there are', () => {
    const { code, err } = calc('moon', '{}');
    expect(code).toBe(2);
    for (const name of calculationNames) expect(err).toContain(name);
  });
});

describe('what it calculates', () => {
  it('lives: what exists, what does not, and why', () => {
    const looks = [
      { hours: 10, soiled: false, count: 5 },
      { hours: 20, soiled: true, count: 2 },
      { hours: 20, soiled: false, count: 3 },
      { hours: 30, soiled: true, count: 4 },
      { hours: 25, soiled: false },
    ];
    const prior = { medianHours: 20, lnSd: 0.5 };
    const all = run('interval', { inspections: looks, prior });
    expect(all).toMatchObject({ mle: { shape: expect.closeTo(5.4269, 3) }, mleMissing: null });
    expect(all['posterior']).toMatchObject({ lifeAtRiskHours: { p50: expect.closeTo(14.12, 1) } });
    expect(run('interval', { inspections: looks.slice(0, 1) })).toEqual({
      mle: null,
      mleMissing: 'all clean',
      posterior: null,
    });
    const spans = [
      { fromHours: 0, toHours: 10, count: 2 },
      { fromHours: 10, toHours: 20, count: 5 },
      { fromHours: 20, toHours: null, count: 1 },
    ];
    expect(run('interval', { intervals: spans })).toMatchObject({ mleMissing: null });
    expect(run('interval', { inspections: [{ hours: 0, soiled: false }], prior })).toMatchObject({
      mleMissing: 'all clean',
      posterior: { medianHours: { p50: expect.closeTo(20, 3) } },
    });
  });

  it('a mean between failures without one, with the reason beside it', () => {
    expect(run('mtbf', { hours: 1650, failures: 0 })).toMatchObject({
      hoursBetween: null,
      upper: null,
      lower: expect.closeTo(550.784, 3),
      lowerOneSided: expect.closeTo(716.586, 3),
      reason: expect.stringContaining('without a failure'),
    });
    expect(run('trend', { times: [], untilHours: 100 })).toMatchObject({ shape: null });
    expect(run('mcf', { machines: [{ repairs: [1], untilHours: 2 }] })['points']).toHaveLength(1);
  });

  it('charts, with signals numbered from one', () => {
    // NIST/SEMATECH e-Handbook 6.3.2.3
    const data = [
      324.925, 324.675, 324.725, 324.35, 325.35, 325.225, 324.125, 324.525, 325.225, 324.6, 324.625,
      325.15, 328.325, 327.25, 327.825, 328.5, 326.675, 327.775, 326.875, 328.35,
    ];
    expect(run('cusum', { data, target: 325, k: 0.3175, h: 4.1959 })).toMatchObject({
      firstSignal: 14,
      changeAfter: 12,
    });
    const average = run('ewma', {
      data: [52, 47, 70],
      lambda: 0.3,
      target: 50,
      sigma: 2.0539,
      width: 3,
    });
    expect(average['firstSignal']).toBe(3);
    expect(average['upperFinal']).toBeCloseTo(52.5884, 4);
    const cut = { powerPercent: 50, mmPerSecond: 10, passes: 1 };
    expect(
      run('strength', { baseline: cut, now: { ...cut, mmPerSecond: 5 }, ratedWatts: 20 }),
    ).toEqual({
      baselineJoulePerMm: 1,
      nowJoulePerMm: 2,
      strength: 0.5,
    });
  });

  it('orders: of checks with elimination, of a sheet with its waits', () => {
    const checks = [
      { id: 'A', probability: 0.9, minutes: 5 },
      { id: 'B', probability: 0.1, minutes: 1 },
    ];
    expect(run('check-order', { checks, lastCheckMade: false })['order']).toEqual(['B', 'A']);
    expect(run('check-order', { checks, lastCheckMade: true })['order']).toEqual(['A', 'B']);
    const task = (id: string, active: number, wait: number, finish: number) => ({
      id,
      active,
      waits: [wait],
      finish,
    });
    const sheet = run('run-sheet', {
      tasks: [
        task('a', 5, 30, 6),
        task('b', 7, 25, 3),
        task('c', 4, 40, 9),
        task('d', 6, 10, 2),
        task('e', 3, 0, 0),
      ],
    });
    expect(sheet).toMatchObject({ makespanMinutes: 57, exact: true });
    // two waits of one task follow each other before its end
    expect(
      run('run-sheet', { tasks: [{ id: 'a', active: 1, waits: [2, 3], finish: 4 }] }),
    ).toMatchObject({ makespanMinutes: 10 });
    const after = run('run-sheet', {
      tasks: [{ ...task('a', 1, 5, 0), after: ['b'] }, task('b', 1, 5, 0)],
    });
    expect(after).toMatchObject({ order: ['b', 'a'], makespanMinutes: 12 });
  });

  it('forecasts: nothing on closed days, whatever they are called', () => {
    // two hours every day for sixty days, Sundays closed; Monday 2 March 2026 in the morning
    const days = Array.from({ length: 60 }, (_, i) => {
      const date = new Date(Date.UTC(2026, 0, 1) + i * 86_400_000);
      return { date: date.toISOString().slice(0, 10), hours: date.getUTCDay() === 0 ? 0 : 2 };
    });
    const ask = (more: object) =>
      run('forecast', {
        days,
        zone: 'Europe/Oslo',
        neededHours: 12,
        from: '2026-03-02T00:30',
        ...more,
      });
    const usual = ask({ closedWeekdays: [7] });
    expect(usual['likely']).toBe('2026-03-07');
    expect(usual['next28']).toMatchObject({ p50: expect.closeTo(48, 6) });
    expect(ask({ closedWeekdays: [0] })).toEqual(usual);
    expect(ask({ closedWeekdays: ['Sunday'] })).toEqual(usual);
    expect(ask({ closedWeekdays: [7], closedDates: ['2026-03-04'] })['likely']).toBe('2026-03-09');
    expect(ask({ days: days.slice(0, 2) })).toMatchObject({ likely: null, next28: null });
  });

  it('the bench: one of each', () => {
    const beam = run('beam', {
      leadMm: [150, 120],
      tilt1Mrad: [0.8, -0.5],
      tilt2Mrad: [-1.1, 0.6],
      offsetMm: [0.7, -0.3],
      places: [
        [0, 0],
        [600, 400],
        [600, 0],
        [0, 400],
      ],
    }) as unknown as { linear: [number, number][]; traced: [number, number][] };
    expect(beam.linear[0]![0]).toBeCloseTo(0.868, 9);
    expect(beam.traced[1]![1]).toBeCloseTo(-0.5871, 3);
    const at = [
      [0, 0],
      [600, 400],
      [600, 0],
      [0, 400],
    ] as const;
    const places = at.map(([xMm, yMm], i) => ({
      xMm,
      yMm,
      hMm: beam.linear[i]![0],
      vMm: beam.linear[i]![1],
    }));
    const dots = run('dots', { leadMm: [150, 120], places, pitchMm: 0.7, leverMm: 40 });
    expect(dots['mirror1']).toMatchObject({
      hMrad: expect.closeTo(0.8, 6),
      hTurns: expect.closeTo(-0.8 / 17.5, 6),
      standardErrors: { hMrad: expect.closeTo(0, 6) },
    });
    expect(run('traverse', { diameterMm: 100, velocities: Array(10).fill(1) })).toMatchObject({
      meanVelocity: 1,
      positionsMm: expect.arrayContaining([1.9, 98.1].map((one) => expect.closeTo(one, 9))),
    });
    expect(run('coolant', { watts: 380, litresPerMinute: 6 })['kelvin']).toBeCloseTo(0.91, 2);
    expect(run('coolant', { watts: 380, litres: 15, minutes: 30 })['kelvin']).toBeCloseTo(10.9, 1);
    expect(run('friction', { reynolds: 1e5, relativeRoughness: 1e-4 })['friction']).toBeCloseTo(
      0.0185139,
      7,
    );
    expect(
      run('duct', { cubicMetresPerHour: 300, diameterMm: 125, roughnessMm: 0 })['pascalPerMetre'],
    ).toBeCloseTo(4.52, 2);
    expect(
      run('clearing', { cubicMetres: 0.25, cubicMetresPerHour: 340, to: 0.05 })['seconds'],
    ).toBeCloseTo(7.93, 2);
    expect(run('dew-point', { celsius: 20, relativeHumidity: 1 })['celsius']).toBeCloseTo(20, 9);
    const lens = { index: 2.403, focalMm: 50.8, centreMm: 3, rayHeightMm: 3, beamTo: 'curved' };
    expect(run('lens', lens)['longitudinalAberrationMm']).toBeCloseTo(0.0794, 4);
    const plate = { sizeMm: 40, thicknessMm: 10, volts: 12, amps: 0.2 };
    expect(run('fan', { old: plate, new: { ...plate, amps: 0.15 } })).toMatchObject({
      fits: true,
      powerShare: expect.closeTo(0.75, 9),
      unknown: ['cubicMetresPerHour'],
    });
    expect(run('fan', { old: plate, new: { ...plate, volts: 24 } })['fits']).toBe(false);
  });

  it.each<[string, string, unknown]>([
    ['interval', 'inspections[0].hours', { inspections: [{ hours: 0, soiled: true }] }],
    ['interval', 'inspections', {}],
    ['interval', 'inspections', { inspections: [] }],
    ['interval', 'intervals[0].toHours', { intervals: [{ fromHours: 5, toHours: 5, count: 1 }] }],
    ['interval', 'risk', { inspections: [], risk: 1 }],
    ['mtbf', 'failures', { hours: 1, failures: 0.5 }],
    ['trend', 'times[1]', { times: [1, 9], untilHours: 5 }],
    ['mcf', 'machines[0].repairs[0]', { machines: [{ repairs: [9], untilHours: 5 }] }],
    ['ewma', 'lambda', { data: [1], lambda: 0, target: 1, sigma: 1, width: 3 }],
    ['check-order', 'checks', { checks: [] }],
    ['run-sheet', 'tasks[0].after[0]', { tasks: [{ id: 'a', active: 1, after: ['b'] }] }],
    [
      'run-sheet',
      'tasks[1].id',
      {
        tasks: [
          { id: 'a', active: 1 },
          { id: 'a', active: 1 },
        ],
      },
    ],
    ['run-sheet', '', { tasks: [{ id: 'a', active: 1, after: ['a'] }] }],
    ['forecast', 'zone', { days: [], zone: 'Nowhere', neededHours: 1, from: '2026-01-01T00:00' }],
    ['forecast', 'from', { days: [], zone: 'UTC', neededHours: 1, from: 'soon' }],
    [
      'forecast',
      'closedWeekdays[0]',
      { days: [], zone: 'UTC', closedWeekdays: ['x'], neededHours: 1, from: '2026-01-01' },
    ],
    ['dots', 'places', { leadMm: [1, 1], places: [], pitchMm: 1, leverMm: 1 }],
    ['coolant', 'litres', { watts: 1 }],
    ['lens', '', { index: 1.5, focalMm: 10, centreMm: 1, rayHeightMm: 9, beamTo: 'flat' }],
    ['traverse', 'velocities', { diameterMm: 1, velocities: [1] }],
    ['dew-point', 'relativeHumidity', { celsius: 20, relativeHumidity: 60 }],
  ])('%s refuses by %s', (name, field, input) => {
    expect(refusedField(name, input)).toBe(field);
  });
});
