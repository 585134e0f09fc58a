import { inverse, Matrix } from 'ml-matrix';
import type { Points } from './life-posterior';

/** Soil by material, as the weights in force count it; hours. */
export type SoilOf = Readonly<Record<string, number>>;

/** A cycle of a task by what was worked in it: clean at `from`, soiled by `to`; `null`: not yet. */
export interface MixedObservation {
  from: SoilOf;
  to: SoilOf | null;
}

/** A task at a station with its cycles. */
export interface MixedTask {
  /** soil hours that it lasts in the middle, as its limit has it */
  median: number;
  observations: readonly MixedObservation[];
}

/** What findings say of the weight of a material against the others. */
export interface LearnedWeight {
  material: string;
  /** by so much it soils more than its weight in force says, where the others soil as theirs say */
  factor: Points;
  /** its share of all the soil that was looked at */
  share: number;
  /** cycles in which it was a good part */
  cycles: number;
  /** whether they say something: four cases in five on one side of 1 */
  verdict: 'more' | 'less' | 'fits' | 'not enough';
}

/** Standard deviation of the logarithm of a weight about the one in force. Common practice, no source. */
const weightSd = 0.5;
/** The same of how long each task lasts about what its limit says: wide, each machine fouls in its own way. */
const lifeSd = 1;
/** The shape of the lives: dirt gathers. As in the belief about limits. */
const shape = 2.2;
/** A material that is a smaller share of a cycle did not decide it. */
const goodPart = 0.2;
/** Fewer such cycles say nothing of a material. */
const leastCycles = 8;
/** A range wider than this, p90 over p10, says nothing. */
const tooWide = 2.2;
/** Normal quantile of 90 percent. */
const z90 = 1.2815516;
/** So many standard deviations from 1 a factor is called another: by chance in one of twenty. */
const sure = 1.959964;

/**
 * What findings say of materials: Weibull lives in soil hours whose weights are uncertain, ln(weight) normal about the
 * one in force, each task lasting in its own way. The likeliest weights by Newton's method; their spread from the
 * curvature there (Laplace), how long each task lasts taken out. A factor is told against the mean of all by their
 * soil, since what all have in common is how long tasks last.
 * @returns one for each material of which there are cycles enough, the most worked first
 */
export function learnWeights(tasks: readonly MixedTask[]): LearnedWeight[] {
  const soilOf = new Map<string, number>();
  const cyclesOf = new Map<string, number>();
  for (const { from, to } of tasks.flatMap(({ observations }) => observations)) {
    const last = to ?? from;
    const whole = sum(Object.values(last));
    for (const [material, soil] of Object.entries(last)) {
      soilOf.set(material, (soilOf.get(material) ?? 0) + soil);
      if (soil >= goodPart * whole && soil > 0)
        cyclesOf.set(material, (cyclesOf.get(material) ?? 0) + 1);
    }
  }
  const all = sum([...soilOf.values()]);
  const known = [...soilOf.keys()]
    .filter((material) => (cyclesOf.get(material) ?? 0) >= leastCycles)
    .sort((a, b) => soilOf.get(b)! - soilOf.get(a)!);
  // of one alone nothing can be told: what it soils and how long tasks last are the same thing
  if (known.length < 2) return [];
  const shares = known.map((material) => soilOf.get(material)! / all);
  const { likeliest, covariance } = likeliestWeights(layOut(tasks, known), known.length);
  const whole = sum(shares);
  return known.map((material, at) => {
    // against the mean of all, weighed by their soil
    const against = shares.map((share, j) => (j === at ? 1 : 0) - share / whole);
    const mean = sum(against.map((one, j) => one * likeliest[j]!));
    const variance = sum(
      against.flatMap((one, i) => against.map((other, j) => one * other * covariance.get(i, j))),
    );
    const deviation = Math.sqrt(Math.max(0, variance));
    const spread = z90 * deviation;
    const factor = {
      p10: Math.exp(mean - spread),
      p50: Math.exp(mean),
      p90: Math.exp(mean + spread),
    };
    return {
      material,
      factor,
      share: shares[at]!,
      cycles: cyclesOf.get(material)!,
      verdict: verdictOf(mean, deviation),
    };
  });
}

function verdictOf(mean: number, deviation: number): LearnedWeight['verdict'] {
  if (mean > sure * deviation) return 'more';
  if (mean < -sure * deviation) return 'less';
  return Math.exp(2 * z90 * deviation) > tooWide ? 'not enough' : 'fits';
}

const sum = (values: readonly number[]) => values.reduce((all, one) => all + one, 0);

/** The soil of the known materials in order, and that of all others. */
interface Laid {
  known: number[];
  rest: number;
}

interface LaidTask {
  median: number;
  cycles: { from: Laid; to: Laid | null }[];
}

function layOut(tasks: readonly MixedTask[], known: readonly string[]): LaidTask[] {
  const lay = (soil: SoilOf): Laid => {
    const own = known.map((material) => soil[material] ?? 0);
    return { known: own, rest: Math.max(0, sum(Object.values(soil)) - sum(own)) };
  };
  return tasks.map(({ median, observations }) => ({
    median,
    cycles: observations.map(({ from, to }) => ({ from: lay(from), to: to && lay(to) })),
  }));
}

/** Logarithms: of the weights' factors, and of how much longer than its limit says each task lasts. */
interface Place {
  weights: number[];
  lives: number[];
}

/** A belief at a place, but for a constant, with its slopes and its curvature (minus the second derivatives). */
interface Belief {
  log: number;
  weightSlopes: number[];
  lifeSlopes: number[];
  weights: Matrix;
  /** of each task's life with itself, and with each weight */
  lives: number[];
  between: number[][];
}

/** A cumulative hazard `ln 2 · (soil / median)^shape`, with the share of its soil that each material has. */
function hazardOf({ known, rest }: Laid, median: number, weights: readonly number[]) {
  const weighed = known.map((soil, j) => soil * Math.exp(weights[j]!));
  const soil = sum(weighed) + rest;
  return {
    value: Math.LN2 * (soil / median) ** shape,
    shares: weighed.map((own) => (soil > 0 ? own / soil : 0)),
  };
}

const nothing = (count: number) => new Array<number>(count).fill(0);

function beliefAt(tasks: readonly LaidTask[], { weights, lives }: Place): Belief {
  const count = weights.length;
  const square = (values: readonly number[], sd: number) =>
    sum(values.map((one) => (one / sd) ** 2)) / 2;
  const belief: Belief = {
    log: -square(weights, weightSd) - square(lives, lifeSd),
    weightSlopes: weights.map((one) => -one / weightSd ** 2),
    lifeSlopes: lives.map((one) => -one / lifeSd ** 2),
    weights: Matrix.identity(count).mul(1 / weightSd ** 2),
    lives: lives.map(() => 1 / lifeSd ** 2),
    between: lives.map(() => nothing(count)),
  };
  tasks.forEach(({ median, cycles }, task) => {
    const lasts = median * Math.exp(lives[task]!);
    for (const { from, to } of cycles) addCycle(belief, task, from, to, { lasts, weights });
  });
  return belief;
}

/** Adds what one cycle says: `−a`, and where it was soiled by the end `ln(1 − e^−(b−a))` beside, of its hazards a and b. */
function addCycle(
  belief: Belief,
  task: number,
  from: Laid,
  to: Laid | null,
  { lasts, weights }: { lasts: number; weights: readonly number[] },
): void {
  const a = hazardOf(from, lasts, weights);
  const b = to && hazardOf(to, lasts, weights);
  const gap = b ? Math.max(1e-9, b.value - a.value) : 0;
  const first = b ? 1 / Math.expm1(gap) : 0;
  const second = b ? -Math.exp(gap) / Math.expm1(gap) ** 2 : 0;
  belief.log -= a.value - (b ? Math.log(-Math.expm1(-gap)) : 0);
  // slopes of the hazards by each weight, and by the life
  const slopeA = a.shares.map((share) => shape * a.value * share);
  const slopeB = b ? b.shares.map((share) => shape * b.value * share) : slopeA;
  const lifeA = -shape * a.value;
  const lifeB = b ? -shape * b.value : lifeA;
  const up = lifeB - lifeA;
  belief.lifeSlopes[task]! += -lifeA + first * up;
  belief.lives[task]! -= shape * lifeA * (1 + first) - shape * first * lifeB + second * up * up;
  for (let i = 0; i < weights.length; i++) {
    const upI = slopeB[i]! - slopeA[i]!;
    belief.weightSlopes[i]! += -slopeA[i]! + first * upI;
    belief.between[task]![i]! -=
      shape * slopeA[i]! * (1 + first) - shape * first * slopeB[i]! + second * upI * up;
    for (let j = 0; j < weights.length; j++) {
      const bent = (slope: readonly number[], shares: readonly number[]) =>
        slope[i]! * ((shape - 1) * shares[j]! + (i === j ? 1 : 0));
      const bentA = bent(slopeA, a.shares);
      const bentB = b ? bent(slopeB, b.shares) : bentA;
      const upJ = slopeB[j]! - slopeA[j]!;
      const curved = -bentA + first * (bentB - bentA) + second * upI * upJ;
      belief.weights.set(i, j, belief.weights.get(i, j) - curved);
    }
  }
}

const mostSteps = 60;
const nearZero = 1e-7;

/** The likeliest logarithms of the weights' factors, and their covariance. */
function likeliestWeights(tasks: readonly LaidTask[], materials: number) {
  let at: Place = { weights: nothing(materials), lives: nothing(tasks.length) };
  let now = beliefAt(tasks, at);
  for (let step = 0; step < mostSteps; step++) {
    const move = newton(now);
    let length = 1;
    let next: Place;
    let then: Belief;
    do {
      const by = length;
      next = {
        weights: at.weights.map((one, j) => one + by * move.weights[j]!),
        lives: at.lives.map((one, j) => one + by * move.lives[j]!),
      };
      then = beliefAt(tasks, next);
      length /= 2;
    } while (!(then.log >= now.log) && length > 1e-6);
    const gained = then.log - now.log;
    if (gained > 0) [at, now] = [next, then];
    if (!(gained > nearZero)) break;
  }
  return { likeliest: at.weights, covariance: inverse(alone(now)) };
}

/** What is left of the curvature of the weights once each task's life has followed them: a Schur complement. */
function alone({ weights, lives, between }: Belief): Matrix {
  const left = weights.clone();
  between.forEach((own, task) => {
    for (let i = 0; i < own.length; i++) {
      for (let j = 0; j < own.length; j++) {
        left.set(i, j, left.get(i, j) - (own[i]! * own[j]!) / curvedBy(lives[task]!));
      }
    }
  });
  return left;
}

/** Far from the likeliest the belief may curve the other way: never less than what was believed before. */
const curvedBy = (curvature: number) => Math.max(curvature, 1 / lifeSd ** 2);

function newton(belief: Belief): Place {
  const { weightSlopes, lifeSlopes, lives, between } = belief;
  const pull = weightSlopes.map(
    (slope, i) =>
      slope -
      sum(between.map((own, task) => (own[i]! * lifeSlopes[task]!) / curvedBy(lives[task]!))),
  );
  const weights = inverse(alone(belief)).mmul(Matrix.columnVector(pull)).to1DArray();
  return {
    weights,
    lives: lifeSlopes.map(
      (slope, task) =>
        (slope - sum(between[task]!.map((own, i) => own * weights[i]!))) / curvedBy(lives[task]!),
    ),
  };
}
