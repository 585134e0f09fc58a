import { countOf, fitLife, lifeAtRisk, waldRange, type LifeObservation, type NoFit } from './life';
import { memoized } from '../units/memoized';
import {
  coarseGrid,
  lifePoints,
  lifeQuantile,
  posteriorOfLife,
  meanShape,
  riskAt,
  usualLogSd,
  usualShape,
  type LifePosterior,
  type Points,
} from './life-posterior';

/** What findings say of a limit: it may be longer or must be shorter, it fits, or they are too few to say. */
export type Verdict = 'longer' | 'shorter' | 'fits' | 'not enough';

/** What findings say of the limit of one task. Hours or days of the limit's own clock. */
export interface Proposal {
  verdict: Verdict;
  /** the limit they speak for, to two digits; `null` where they do not speak for another */
  proposed: number | null;
  /** the life by which the accepted share is soiled, as believed after them */
  life: Points;
  /** share believed soiled at the limit in force, and at the proposed one */
  riskNow: number;
  riskProposed: number | null;
  /** the likeliest life, where it exists */
  likeliest: { shape: number; scale: number; life: number; range: [number, number] } | null;
  missing: NoFit | null;
  /** longer use was found cleaner, more clearly than by chance: use does not explain what was found */
  reversed: boolean;
  /** cycles that stand behind it, and in how many it was found soiled */
  cycles: number;
  soiled: number;
  /** hours of the longest look */
  longest: number;
  /** about so many more until they could say; `null` where they can */
  more: number | null;
  /** share soiled by these hours: the middle and four cases in five */
  curve: { hours: number; low: number; middle: number; high: number }[];
}

/** Fewer cycles say nothing, whatever they hold. */
const leastCycles = 5;
/** A range as wide as this says nothing of a limit within it. */
const tooWide = 2.2;
/** A limit nearer to the one believed is left as it is. */
const nearEnough = 0.15;
/** A proposal goes at most so far beyond the longest look: of what nobody saw nothing is known. */
const beyondLooks = 1.25;
/** Normal quantile of 90 percent. */
const z90 = 1.2815516;

/** The median life of which a limit is the life at the accepted risk. */
export const medianOf = (limit: number, risk: number): number =>
  limit * (Math.LN2 / -Math.log(1 - risk)) ** (1 / usualShape);

/**
 * What findings say of a limit, at the share that may be soiled by it.
 * @param limit in force, above 0
 * @param risk accepted share, above 0, below 1
 * @param options.mayGrow whether a longer limit may be proposed at all: never for what can burn
 */
export function proposeLimit(
  observations: readonly LifeObservation[],
  limit: number,
  risk: number,
  { mayGrow = true }: { mayGrow?: boolean } = {},
): Proposal {
  if (observations.length === 0) return scaledTo(limit, unproven(risk));
  const prior = { median: medianOf(limit, risk), logSd: usualLogSd };
  const belief = posteriorOfLife(observations, prior);
  const life = lifePoints(belief, risk);
  const { fit, missing } = fitLife(observations);
  const cycles = countOf(observations);
  const longest = observations.reduce((most, { from, to }) => Math.max(most, to ?? from), 0);
  const wide = life.p90 / life.p10;
  const wanted = wanting(limit, life, longest);
  const reversed = isReversed(observations);
  const told = cycles >= leastCycles && !reversed;
  const verdict = verdictOf(limit, { life, wide, wanted, told, mayGrow });
  const proposed = verdict === 'longer' || verdict === 'shorter' ? wanted : null;
  return {
    verdict,
    proposed,
    life,
    riskNow: riskAt(belief, limit),
    riskProposed: proposed && riskAt(belief, proposed),
    likeliest: fit && {
      shape: fit.shape,
      scale: fit.scale,
      life: lifeAtRisk(fit, risk),
      range: waldRange(fit, risk),
    },
    missing,
    reversed,
    cycles,
    soiled: countOf(observations.filter(({ to }) => to !== null)),
    longest,
    more: verdict === 'not enough' ? moreNeeded(cycles, wide) : null,
    curve: curveOf(belief, Math.max(limit, longest, proposed ?? 0) * curveBeyond),
  };
}

/** What is said of a limit of one hour before anything was found: most tasks of a new shop, all alike. */
const unproven = memoized((risk: number): Proposal => {
  const belief = posteriorOfLife(
    [],
    { median: medianOf(1, risk), logSd: usualLogSd },
    { grid: coarseGrid },
  );
  return {
    verdict: 'not enough',
    proposed: null,
    life: lifePoints(belief, risk),
    riskNow: riskAt(belief, 1),
    riskProposed: null,
    likeliest: null,
    missing: fitLife([]).missing,
    reversed: false,
    cycles: 0,
    soiled: 0,
    longest: 0,
    more: leastCycles,
    curve: curveOf(belief, curveBeyond),
  };
});

/** The same of a limit of other hours: what is believed before any finding knows no hour of its own. */
function scaledTo(limit: number, { life: { p10, p50, p90 }, curve, ...rest }: Proposal): Proposal {
  return {
    ...rest,
    life: { p10: p10 * limit, p50: p50 * limit, p90: p90 * limit },
    curve: curve.map((point) => ({ ...point, hours: point.hours * limit })),
  };
}

/** So much better, in ln of the likelihood, something explains them that does not look at the hours at all. */
const clearlyBetter = 2;

/** Whether findings go against the hours more clearly than chance would have it. */
function isReversed(observations: readonly LifeObservation[]): boolean {
  const { fit } = fitLife(observations, usualShape);
  if (!fit) return false;
  const all = countOf(observations);
  const soiled = countOf(observations.filter(({ to }) => to !== null));
  const blind = soiled * Math.log(soiled / all) + (all - soiled) * Math.log(1 - soiled / all);
  return blind - fit.logLikelihood > clearlyBetter;
}

/** The limit that is believed right, as one would set it. */
function wanting(limit: number, { p50 }: Points, longest: number): number {
  const bounded = p50 > limit ? Math.min(p50, Math.max(limit, longest) * beyondLooks) : p50;
  return Number(bounded.toPrecision(2));
}

function verdictOf(
  limit: number,
  {
    life,
    wide,
    wanted,
    told,
    mayGrow,
  }: { life: Points; wide: number; wanted: number; told: boolean; mayGrow: boolean },
): Verdict {
  if (!told) return 'not enough';
  const far = Math.abs(wanted / limit - 1) >= nearEnough;
  if (far && life.p90 < limit) return 'shorter';
  if (far && life.p10 > limit) return mayGrow ? 'longer' : 'fits';
  return wide <= tooWide || !far ? 'fits' : 'not enough';
}

/** From how far the range has narrowed: what findings tell grows with their number, what was believed before stays. */
function moreNeeded(cycles: number, wide: number): number {
  const before = 1 / usualLogSd ** 2;
  const sd = Math.log(wide) / (2 * z90);
  const told = 1 / (sd * sd) - before;
  const wanted = ((2 * z90) / Math.log(tooWide)) ** 2 - before;
  if (!(told > 0)) return leastCycles;
  return Math.max(leastCycles - cycles, 1, Math.ceil(cycles * (wanted / told - 1)));
}

const curvePoints = 24;
/** It is drawn so far beyond the last hours that matter. */
const curveBeyond = 1.3;

/** The belief about the share soiled by some hours; its range is the median life's own, at the shape believed. */
function curveOf(belief: LifePosterior, to: number): Proposal['curve'] {
  const [short, long] = [lifeQuantile(belief, 0.5, 0.1), lifeQuantile(belief, 0.5, 0.9)];
  const shape = meanShape(belief);
  const share = (hours: number, median: number) => 1 - 2 ** -((hours / median) ** shape);
  return Array.from({ length: curvePoints + 1 }, (_, i) => {
    const hours = (to * i) / curvePoints;
    if (hours === 0) return { hours, low: 0, middle: 0, high: 0 };
    const middle = riskAt(belief, hours);
    return {
      hours,
      low: Math.min(middle, share(hours, long)),
      middle,
      high: Math.max(middle, share(hours, short)),
    };
  });
}
