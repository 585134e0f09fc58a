import { compareLives } from '../src/core/evidence/compare';
import { lifeAtRisk, lookAt, type LifeObservation } from '../src/core/evidence/life';
import { lifePoints, posteriorOfLife, usualLogSd } from '../src/core/evidence/life-posterior';
import { chanceOf } from '../src/core/testing/chance';

/** How far what is learned from findings can be believed: simulated shops of which the truth is known. */

const risk = 0.2;
const limit = 20;
const { next, normal } = chanceOf(1);
const say = (line: string) => process.stdout.write(`${line}\n`);
const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

/** Looks at the limit in force, give or take a share of it. */
const looks = (count: number, spread: number, shape: number, scale: number): LifeObservation[] =>
  Array.from({ length: count }, () => {
    const hours = limit * (1 + spread * (2 * next() - 1));
    return lookAt(hours, next() < 1 - Math.exp(-((hours / scale) ** shape)));
  });

function proposals(count: number, spread: number, shops = 1000) {
  const errors: number[] = [];
  let held = 0;
  for (let shop = 0; shop < shops; shop++) {
    const shape = 2.2 * Math.exp(0.35 * normal());
    const scale = (limit * Math.exp(usualLogSd * normal())) / Math.LN2 ** (1 / shape);
    const belief = posteriorOfLife(looks(count, spread, shape, scale), {
      median: limit,
      logSd: usualLogSd,
    });
    const { p10, p50, p90 } = lifePoints(belief, risk);
    const truth = lifeAtRisk({ shape, scale }, risk);
    if (p10 <= truth && truth <= p90) held += 1;
    errors.push(Math.abs(p50 / truth - 1));
  }
  return { error: median(errors), held: held / shops };
}

for (const spread of [0.15, 0.4, 0.7]) {
  const { error, held } = proposals(12, spread);
  say(
    `limit after 12 findings, looked at ±${spread * 100} % about the one in force: off by ${(error * 100).toFixed(1)} % in the median, its 80 % range holds in ${(held * 100).toFixed(1)} %`,
  );
}

const pairs = 400;
const called = (ratio: number) => {
  let different = 0;
  for (let pair = 0; pair < pairs; pair++) {
    const shape = 2.2 * Math.exp(0.35 * normal());
    const scale = limit * Math.exp(0.3 * normal());
    const [a, b] = [looks(20, 0.4, shape, scale * ratio), looks(20, 0.4, shape, scale)];
    if (compareLives(a, b, limit).different) different += 1;
  }
  return ((different / pairs) * 100).toFixed(1);
};
say(`two of equal worth are called different in ${called(1)} %, twice as good in ${called(2)} %`);
