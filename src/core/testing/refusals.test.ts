import { gravest } from '../care/danger';
import { standing } from '../care/due';
import { noUse } from '../care/counters';
import { scheduleCampaign } from '../cleaning/campaign';
import { orderSheet, workedSoFar } from '../cleaning/order';
import { fitLife } from '../evidence/life';
import { posteriorOfLife } from '../evidence/life-posterior';
import { meanBetween, meanCumulative, powerLaw } from '../evidence/reliability';
import { graded } from '../faults/diagnosis/outcomes';
import { rankCauses } from '../faults/diagnosis/posterior';
import { dewPoint } from '../readings/coolant';
import { judgeDots } from '../readings/dots/advice';
import { fitMirrors } from '../readings/dots/mirrors';
import { frictionFactor, traverseFlow, workingPoint } from '../readings/draught';
import { aberration } from '../readings/lens';
import { cusum, ewma } from '../readings/strength/chart';
import { ladder } from '../readings/strength/ladder';
import { zoneOffset } from '../units/zone';
import { segmentSeconds } from '../usage/gcode/motion';
import { chance } from '../units/chance';

const lens = { index: 1.5, focal: 50, centre: 3 };
const lead = { first: 150, second: 120 };
const dot = (x: number, y: number) => ({
  place: `${x} ${y}`,
  x,
  y,
  h: 0,
  v: 0,
  clipped: null,
});
const bench = {
  lead,
  mount: { pitch: 0.7, lever: 40 },
  tolerance: 1,
  readingError: 0.2,
};
const line = [0, 100, 200, 300].map((x) => dot(x, 0));
const duct = { diameter: 125, length: 3, roughness: 0, bends: 0 };
const prior = { median: 10, logSd: 1 };
const sheetTask = (id: string, ...after: string[]) => ({
  id,
  active: 1,
  passive: 0,
  finishing: 0,
  after: after.map((before) => ({ id: before, until: 'over' as const, rule: 'dust' })),
});
const activity = (id: string, ...after: string[]) => ({
  id,
  segments: [{ minutes: 1, hands: true }],
  after: after.map((before) => ({ id: before, until: 'over' as const })),
});

/** What cannot be computed, and what its refusal says. */
test.each<[refused: string, ask: () => unknown]>([
  ['rankCauses requires at least one hypothesis', () => rankCauses([], [])],
  ['rankCauses requires weights above 0', () => rankCauses([{ id: 'a', weight: 0 }], [])],
  [
    'graded requires a share for each of 2 grades, of sum 1: 0.5, 0.6',
    () =>
      graded(
        [
          ['a', 'A'],
          ['b', 'B'],
        ],
        { x: [0.5, 0.6] },
        [0.5, 0.5],
      ),
  ],
  [
    'zoneOffset requires an IANA time zone, not "Nowhere/Town"',
    () => zoneOffset(0, 'Nowhere/Town'),
  ],
  [
    'segmentSeconds cannot go from 100 to 0 mm/s over 1 mm',
    () => segmentSeconds(1, 100, 0, 100, 500),
  ],
  [
    'aberration requires a ray above the axis that meets the lens',
    () => aberration(lens, 0, 'flat'),
  ],
  [
    'aberration requires a ray above the axis that meets the lens',
    () => aberration(lens, 25, 'flat'),
  ],
  ['aberration requires a ray that leaves the lens', () => aberration(lens, 24, 'flat')],
  ['dewPoint requires a relative humidity above 0 to 1', () => dewPoint(20, 0)],
  ['dewPoint requires a relative humidity above 0 to 1', () => dewPoint(20, 1.01)],
  ['ladder requires a baseline speed above 0', () => ladder(0, [])],
  ['ewma requires a sigma above 0', () => ewma([1], { target: 1, sigma: 0 })],
  ['ewma requires 0 < lambda <= 1', () => ewma([1], { target: 1, sigma: 1, lambda: 0 })],
  ['ewma requires 0 < lambda <= 1', () => ewma([1], { target: 1, sigma: 1, lambda: 1.1 })],
  ['cusum requires an h above 0', () => cusum([1], { target: 1, k: 1, h: 0 })],
  ['traverseFlow requires 10 velocities', () => traverseFlow(125, [1, 2])],
  [
    'frictionFactor requires a Reynolds number above 0 and no negative roughness',
    () => frictionFactor(0, 0),
  ],
  [
    'frictionFactor requires a Reynolds number above 0 and no negative roughness',
    () => frictionFactor(1e5, -0.1),
  ],
  [
    'workingPoint requires a curve of two points or more whose pressure falls',
    () => workingPoint([{ flow: 0, pressure: 300 }], duct),
  ],
  [
    'workingPoint requires a curve of two points or more whose pressure falls',
    () =>
      workingPoint(
        [
          { flow: 0, pressure: 300 },
          { flow: 100, pressure: 300 },
        ],
        duct,
      ),
  ],
  ['fitMirrors requires three dots or more', () => fitMirrors(lead, line.slice(0, 2))],
  ['fitMirrors requires places that differ both ways across the bed', () => fitMirrors(lead, line)],
  ['judgeDots requires 4 dots', () => judgeDots(line.slice(0, 3), bench)],
  [
    'standing requires limits above 0, not run 0',
    () => standing([{ kind: 'run', value: 0 }], noUse),
  ],
  ['standing requires at least one limit that makes due', () => standing([], noUse)],
  ['gravest requires at least one class', () => gravest([])],
  [
    'scheduleCampaign requires at least one person',
    () => scheduleCampaign([], 0, { random: chance(1) }),
  ],
  [
    'scheduleCampaign knows no activity "z" before "a"',
    () => scheduleCampaign([activity('a', 'z')], 1, { random: chance(1) }),
  ],
  ['orderSheet knows no task "z"', () => orderSheet([sheetTask('a', 'z')])],
  [
    'orderSheet met a circle: a, b, a',
    () => orderSheet([sheetTask('a', 'b'), sheetTask('b', 'a')]),
  ],
  [
    'workedSoFar knows no task "z"',
    () => workedSoFar([sheetTask('a')], [{ task: 'z', part: 'active' }]),
  ],
  ['fitLife requires 0 <= from < to', () => fitLife([{ from: 5, to: 5 }])],
  ['fitLife requires 0 <= from < to', () => fitLife([{ from: -1, to: 5 }])],
  ['meanBetween requires hours above 0', () => meanBetween(0, 1)],
  ['meanBetween requires a whole number of failures', () => meanBetween(10, 1.5)],
  ['meanBetween requires a whole number of failures', () => meanBetween(10, -1)],
  ['meanBetween requires a confidence between 0 and 1', () => meanBetween(10, 1, 0)],
  ['meanBetween requires a confidence between 0 and 1', () => meanBetween(10, 1, 1)],
  ['powerLaw requires a time above 0', () => powerLaw([], 0)],
  ['powerLaw requires times above 0, not later than the end', () => powerLaw([0], 100)],
  ['powerLaw requires times above 0, not later than the end', () => powerLaw([101], 100)],
  [
    'meanCumulative requires repairs within the time watched',
    () => meanCumulative([{ repairs: [-1], until: 10 }]),
  ],
  [
    'meanCumulative requires repairs within the time watched',
    () => meanCumulative([{ repairs: [1, 11], until: 10 }]),
  ],
  [
    'posteriorOfLife requires a median and a spread above 0',
    () => posteriorOfLife([], { ...prior, median: 0 }),
  ],
  [
    'posteriorOfLife requires a median and a spread above 0',
    () => posteriorOfLife([], { ...prior, logSd: 0 }),
  ],
])('refused: %s', (refused, ask) => {
  expect(ask).toThrow(new RangeError(refused));
});

/** The last that can be, beside what is refused. */
test.each<[string, () => unknown]>([
  ['air that is full', () => dewPoint(20, 1)],
  ['an average of the last value alone', () => ewma([1], { target: 1, sigma: 1, lambda: 1 })],
  ['no failure', () => meanBetween(10, 0)],
  ['a failure at the very end', () => powerLaw([50, 100], 100)],
  [
    'a repair at either end of the time watched',
    () => meanCumulative([{ repairs: [0, 10], until: 10 }]),
  ],
  ['a smooth duct', () => frictionFactor(1e5, 0)],
  ['a find at the very beginning', () => fitLife([{ from: 0, to: 5 }])],
  ['three dots', () => fitMirrors(lead, [dot(0, 0), dot(600, 0), dot(0, 400)])],
  ['four dots', () => judgeDots([dot(0, 0), dot(600, 0), dot(0, 400), dot(600, 400)], bench)],
  ['one person', () => scheduleCampaign([activity('a')], 1, { random: chance(1) })],
])('not refused: %s', (_, ask) => {
  expect(ask()).toBeTruthy();
});
