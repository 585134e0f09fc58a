import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { boundSchedule } from '../../core/schedule/bound';
import { asProgram, planOf } from '../../core/schedule/milp';
import { scheduleCost, violations, type ScheduleProblem } from '../../core/schedule/problem';
import { fastSchedule, rounds, searchSchedule } from '../../core/schedule/search';
import { randomProblem } from '../../core/schedule/testing/problems';
import { solveSchedule } from './solver';

/** The same program solved by GLPK, a second solver of the registry. */
function byGlpk(problem: ScheduleProblem) {
  const program = asProgram(problem);
  const { optimal, cost, values } = JSON.parse(
    execFileSync(process.execPath, [path.join(__dirname, 'testing/glpk.mjs')], {
      input: JSON.stringify(program), // infinities become null
      maxBuffer: 1e8,
      encoding: 'utf8',
    }),
  ) as { optimal: boolean; cost: number; values: number[] };
  return { optimal, cost, plan: planOf(problem, program, (column) => values[column]!) };
}

const medium = { machines: 3, tasks: 12, windows: 6, days: 24, minutes: 50 };

it.each([11, 12, 13, 14])(
  'medium problem %i: two solvers agree, their plans hold, and the search is within 1.5 %%',
  async (seed) => {
    const problem = randomProblem(seed, medium);
    const found = await solveSchedule(problem, { seconds: 60, gap: 0 });
    const other = byGlpk(problem);
    expect(other.optimal).toBe(true);
    expect(found.cost).toBeCloseTo(other.cost, 4);
    expect(found.bound).toBeCloseTo(other.cost, 3);
    for (const plan of [found.plan!, other.plan]) {
      expect(violations(problem, plan).filter(({ rule }) => rule !== 'fire')).toEqual([]);
      expect(scheduleCost(problem, plan).total).toBeCloseTo(found.cost, 4);
    }
    const searched = searchSchedule(problem, { left: rounds(6000) }).cost;
    expect(searched).toBeGreaterThanOrEqual(found.cost - 1e-4);
    expect(searched).toBeLessThanOrEqual(1.015 * found.cost);
  },
  120_000,
);

it('a bound that prices what machines and windows share is no higher than the optimum, and close to it', async () => {
  for (const seed of [21, 22, 23]) {
    const problem = randomProblem(seed, medium);
    const { cost, plan } = await solveSchedule(problem, { seconds: 60, gap: 0 });
    const told: number[] = [];
    const bound = boundSchedule(problem, plan!, (least) => told.push(least) < 2000);
    expect(bound).toBeLessThanOrEqual(cost + 1e-4);
    expect(bound).toBeGreaterThan(0.9 * cost);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(told.length).toBeGreaterThan(3);
  }
}, 120_000);

it('begins with the plan it is given, is told of bounds, and stops when told to', async () => {
  const problem = randomProblem(5, { machines: 6, tasks: 40, windows: 20, days: 28 });
  const start = fastSchedule(problem);
  const before = scheduleCost(problem, start).total;
  const began = Date.now();
  let asked = 0;
  const solved = await solveSchedule(problem, { seconds: 60, start, told: () => ++asked < 3 });
  expect(asked).toBeGreaterThanOrEqual(1);
  expect(solved.cost).toBeLessThanOrEqual(before + 1e-6);
  expect(solved.bound).toBeLessThanOrEqual(solved.cost);
  expect(Date.now() - began).toBeLessThan(50_000);
}, 90_000);
