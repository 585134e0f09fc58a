import { z } from 'zod';
import { fitLife, lifeAtRisk, lookAt, waldRange } from '../../core/evidence/life';
import { lifePoints, posteriorOfLife } from '../../core/evidence/life-posterior';
import {
  expectedBetween,
  meanBetween,
  meanCumulative,
  powerLaw,
} from '../../core/evidence/reliability';
import { calculation, count, positive, share } from './calculation';
import { Refused } from './refused';

const looks = z.array(
  z
    .object({ hours: z.number().min(0), soiled: z.boolean(), count: count.default(1) })
    .refine(({ hours, soiled }) => hours > 0 || !soiled, {
      path: ['hours'],
      message: 'nothing is soiled after no hours: it must be above 0',
    }),
);
const spans = z.array(
  z
    .object({ fromHours: z.number().min(0), toHours: positive.nullable(), count: count.default(1) })
    .refine(({ fromHours, toHours }) => toHours === null || toHours > fromHours, {
      path: ['toHours'],
      message: 'must be later than fromHours',
    }),
);

export const interval = calculation(
  z.object({
    inspections: looks.optional(),
    intervals: spans.optional(),
    risk: share.default(0.2),
    shape: positive.optional(),
    prior: z.object({ medianHours: positive, lnSd: positive }).optional(),
  }),
  ({ inspections, intervals, risk, shape, prior }) => {
    if ((inspections === undefined) === (intervals === undefined)) {
      throw new Refused('inspections', 'give either inspections or intervals');
    }
    const seen = (
      inspections?.map(({ hours, soiled, count: of }) => lookAt(hours, soiled, of)) ??
      intervals!.map(({ fromHours, toHours, count: of }) => ({
        from: fromHours,
        to: toHours,
        count: of,
      }))
    ).filter((one) => one.count! > 0);
    if (seen.length === 0 && !prior) {
      throw new Refused(
        inspections ? 'inspections' : 'intervals',
        'there is no finding, and no prior',
      );
    }
    // nothing is seen of what was clean at the very start
    const telling = seen.filter(({ from, to }) => from > 0 || to !== null);
    const { fit, missing } = fitLife(telling, shape);
    return {
      mle: fit && {
        shape: fit.shape,
        scaleHours: fit.scale,
        logLikelihood: fit.logLikelihood,
        lifeAtRiskHours: lifeAtRisk(fit, risk),
        wald95: waldRange(fit, risk),
      },
      mleMissing: missing,
      posterior: prior ? believed() : null,
    };
    function believed() {
      const belief = posteriorOfLife(
        telling,
        { median: prior!.medianHours, logSd: prior!.lnSd },
        { shape },
      );
      return { lifeAtRiskHours: lifePoints(belief, risk), medianHours: lifePoints(belief) };
    }
  },
);

export const mtbf = calculation(
  z.object({ hours: positive, failures: count, confidence: share.default(0.9) }),
  ({ hours, failures, confidence }) => {
    const { mean, lower, upper, lowerOneSided } = meanBetween(hours, failures, confidence);
    return {
      hoursBetween: mean,
      lower,
      upper,
      lowerOneSided,
      ...(failures === 0 && {
        reason: 'without a failure there is neither a mean nor an upper limit; lower is two-sided',
      }),
    };
  },
);

export const trend = calculation(
  z.object({ times: z.array(positive), untilHours: positive }),
  ({ times, untilHours }) => {
    const late = times.findIndex((time) => time > untilHours);
    if (late >= 0) throw new Refused(`times[${late}]`, 'must not be later than untilHours');
    const law = powerLaw(times, untilHours);
    if (!law) {
      const none = { shape: null, shapeUnbiased: null, scale: null };
      const reason =
        times.length === 0 ? 'there was no failure' : 'every failure came at the very end';
      return { ...none, intensityPerHourNow: null, expectedNext100h: null, reason };
    }
    return {
      shape: law.shape,
      shapeUnbiased: law.shapeUnbiased,
      scale: law.scale,
      intensityPerHourNow: law.intensity,
      expectedNext100h: expectedBetween(law, untilHours, untilHours + 100),
      ...(law.shapeUnbiased === null && { reason: 'one failure has no unbiased shape' }),
    };
  },
);

export const mcf = calculation(
  z.object({
    machines: z
      .array(z.object({ repairs: z.array(z.number().min(0)), untilHours: z.number().min(0) }))
      .min(1),
  }),
  ({ machines }) => {
    machines.forEach(({ repairs, untilHours }, i) => {
      const late = repairs.findIndex((at) => at > untilHours);
      if (late >= 0) {
        throw new Refused(`machines[${i}].repairs[${late}]`, 'must not be later than untilHours');
      }
    });
    return {
      points: meanCumulative(
        machines.map(({ repairs, untilHours }) => ({ repairs, until: untilHours })),
      ),
    };
  },
);
