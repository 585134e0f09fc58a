import type { CareTask } from '../care/care';
import { noUse } from '../care/counters';
import { cyclesOf, observationOf, type GradedCare, type Look } from './cycles';

const limits = [{ kind: 'soil' as const, value: 10 }];
const wipe: CareTask = { key: 'wipe', depth: 'wipe', group: 'optics', limits };
const clean: CareTask = { key: 'clean', depth: 'clean', group: 'optics', limits };
const look: CareTask = { key: 'look', depth: 'inspect', group: 'optics', limits };
const planned = [look, wipe, clean];

let made = 0;
const event = (
  at: number,
  { key, depth }: CareTask,
  finding: GradedCare['finding'],
  more: Partial<GradedCare> = {},
): GradedCare => ({
  id: `e${made++}`,
  at,
  task: key,
  depth,
  result: 'done',
  finding,
  method: null,
  person: 'Marit',
  ...more,
});

/** An hour of everything for each unit of time. */
const hourly = (since: number, at: number) => ({
  ...noUse,
  runSeconds: (at - since) * 3600,
  beamSeconds: (at - since) * 1800,
  soilMilliseconds: (at - since) * 3_600_000,
  days: at - since,
});
const soil = (looks: readonly Look[]) => looks.map(({ counted, soiled }) => [counted.soil, soiled]);

describe('what findings tell of a task', () => {
  it('each is held against the use since the task was last done', () => {
    const events = [event(0, wipe, 'haze'), event(4, wipe, 'clear'), event(10, wipe, 'soiled')];
    const { cycles, aside } = cyclesOf(wipe, planned, events, hourly);
    expect(cycles.map(({ since, looks }) => [since, soil(looks)])).toEqual([
      [0, [[4, false]]],
      [4, [[6, true]]],
    ]);
    expect(cycles[0]!.looks[0]!.counted).toEqual({ soil: 4, run: 4, beam: 2, days: 4 });
    // of the first nobody knows how long it had lasted
    expect(aside.before).toBe(1);
  });

  it('a deeper task tells of the shallower one, not the other way round', () => {
    const events = [event(0, clean, null), event(3, wipe, 'haze'), event(9, clean, 'soiled')];
    expect(cyclesOf(wipe, planned, events, hourly).cycles.map(({ looks }) => soil(looks))).toEqual([
      [[3, false]],
      [[6, true]],
    ]);
    expect(cyclesOf(clean, planned, events, hourly).cycles.map(({ looks }) => soil(looks))).toEqual(
      [[[9, true]]],
    );
  });

  it('a mere look tells of the shallowest that cleans, and ends nothing', () => {
    const events = [event(0, clean, null), event(2, look, 'clear'), event(5, look, 'soiled')];
    expect(cyclesOf(wipe, planned, events, hourly).cycles.map(({ looks }) => soil(looks))).toEqual([
      [
        [2, false],
        [5, true],
      ],
    ]);
    expect(cyclesOf(clean, planned, events, hourly).cycles).toEqual([]);
  });

  it('sets aside what is no dirt, was swapped, or saw no use, and says how many', () => {
    const events = [
      event(0, wipe, 'clear'),
      event(2, wipe, 'damaged', { result: 'replaced' }),
      event(4, wipe, 'haze'),
      event(4, look, 'haze'),
      event(8, wipe, 'clear'),
    ];
    const swapped = (since: number, at: number) => since < 3 && at >= 3;
    const { cycles, aside } = cyclesOf(wipe, planned, events, hourly, swapped);
    expect(aside).toEqual({ before: 1, damaged: 1, swapped: 1, 'no use': 1 });
    expect(cycles.map(({ looks }) => soil(looks))).toEqual([[[4, false]]]);
  });

  it('what was put off or done in part resets nothing', () => {
    const events = [
      event(0, wipe, null),
      event(5, wipe, null, { result: 'put-off' }),
      event(7, wipe, 'soiled', { result: 'in-part' }),
      event(9, wipe, 'soiled'),
    ];
    expect(cyclesOf(wipe, planned, events, hourly).cycles.map(({ looks }) => soil(looks))).toEqual([
      [
        [7, true],
        [9, true],
      ],
    ]);
  });
});

describe('a cycle as an observation', () => {
  const looks = (...some: [hours: number, soiled: boolean][]) => ({
    looks: some.map(([hours, soiled], i): Look => ({
      id: String(i),
      at: i,
      finding: soiled ? 'soiled' : 'clear',
      soiled,
      counted: { soil: hours, run: hours, beam: hours, days: hours },
    })),
  });

  it('lies between the last clean look and the first soiled one', () => {
    expect(observationOf(looks([3, false], [5, false], [9, true], [12, true]), 'soil')).toEqual({
      from: 5,
      to: 9,
    });
    expect(observationOf(looks([3, false], [5, false]), 'run')).toEqual({ from: 5, to: null });
    expect(observationOf(looks([9, true]), 'days')).toEqual({ from: 0, to: 9 });
  });

  it('is none where the clock stood still', () => {
    expect(observationOf(looks([0, false]), 'beam')).toBeNull();
    expect(observationOf(looks([0, true]), 'beam')).toBeNull();
  });
});
