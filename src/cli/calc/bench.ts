import { z } from 'zod';
import { matchFan, type Fan } from '../../core/faults/fan';
import { beltTension } from '../../core/readings/belts';
import { closedWarming, dewPoint, flowingWarming } from '../../core/readings/coolant';
import {
  clearingSeconds,
  ductFlow,
  frictionFactor,
  traverseFlow,
  traverseShares,
} from '../../core/readings/draught';
import { aberration } from '../../core/readings/lens';
import {
  displacement,
  fitMirrors,
  swing,
  traceBeam,
  turnsFor,
  type Both,
  type MirrorTilt,
} from '../../core/readings/dots/mirrors';
import { calculation, positive } from './calculation';
import { Refused } from './refused';

const pair = z.tuple([z.number(), z.number()]);
const leadOf = ([first, second]: [number, number]) => ({ first, second });
const bothOf = ([h, v]: [number, number]): Both => ({ h, v });

export const dots = calculation(
  z.object({
    leadMm: pair,
    factors: z.object({ h: positive, v: positive }).default(swing),
    places: z
      .array(z.object({ xMm: z.number(), yMm: z.number(), hMm: z.number(), vMm: z.number() }))
      .min(3, 'three places or more tell two mirrors and the offset apart'),
    pitchMm: positive,
    leverMm: positive,
    readingMm: positive.optional(),
  }),
  ({ leadMm, factors, places, pitchMm, leverMm, readingMm }) => {
    const mount = { pitch: pitchMm, lever: leverMm };
    const fit = fitMirrors(
      leadOf(leadMm),
      places.map(({ xMm, yMm, hMm, vMm }) => ({ x: xMm, y: yMm, h: hMm, v: vMm })),
      { factor: factors, ...(readingMm !== undefined && { readingError: readingMm }) },
    );
    const told = ({ tilt, standardError }: MirrorTilt) => ({
      hMrad: tilt.h,
      vMrad: tilt.v,
      hTurns: turnsFor(tilt.h, mount),
      vTurns: turnsFor(tilt.v, mount),
      standardErrors: standardError && { hMrad: standardError.h, vMrad: standardError.v },
    });
    return {
      mirror1: told(fit.mirror1),
      mirror2: told(fit.mirror2),
      offsetMm: fit.offset,
      residualMm: fit.residuals.map(({ h, v }) => Math.hypot(h, v)),
      residuals: fit.residuals.map(({ h, v }) => ({ hMm: h, vMm: v })),
      ...(fit.mirror1.standardError === null && {
        reason: 'three places leave nothing over: without readingMm there are no standard errors',
      }),
    };
  },
);

export const beam = calculation(
  z.object({
    leadMm: pair,
    tilt1Mrad: pair,
    tilt2Mrad: pair,
    offsetMm: pair,
    places: z.array(pair).min(1),
  }),
  ({ leadMm, tilt1Mrad, tilt2Mrad, offsetMm, places }) => {
    const by = (of: typeof traceBeam) =>
      places.map(([x, y]) => {
        const tilts = [bothOf(tilt1Mrad), bothOf(tilt2Mrad)] as const;
        const { h, v } = of(leadOf(leadMm), tilts, bothOf(offsetMm), { x, y });
        return [h, v];
      });
    return { linear: by(displacement), traced: by(traceBeam) };
  },
);

export const belt = calculation(
  z.object({ kgPerMetre: positive, spanMetres: positive, hertz: positive }),
  ({ kgPerMetre, spanMetres, hertz }) => ({ newtons: beltTension(kgPerMetre, spanMetres, hertz) }),
);

export const lens = calculation(
  z.object({
    index: z.number().gt(1),
    focalMm: positive,
    centreMm: z.number().min(0),
    rayHeightMm: positive,
    beamTo: z.enum(['curved', 'flat']),
  }),
  ({ index, focalMm, centreMm, rayHeightMm, beamTo }) => {
    const missed = aberration({ index, focal: focalMm, centre: centreMm }, rayHeightMm, beamTo);
    return {
      longitudinalAberrationMm: missed.longitudinal,
      transverseAberrationMm: missed.transverse,
    };
  },
);

export const traverse = calculation(
  z.object({
    diameterMm: positive,
    velocities: z.array(z.number().min(0)).length(traverseShares.length),
  }),
  ({ diameterMm, velocities }) => {
    const { mean, flow } = traverseFlow(diameterMm, velocities);
    return {
      positionsMm: traverseShares.map((one) => one * diameterMm),
      meanVelocity: mean,
      cubicMetresPerHour: flow,
    };
  },
);

export const duct = calculation(
  z.object({
    cubicMetresPerHour: positive,
    diameterMm: positive,
    roughnessMm: z.number().min(0).default(0),
    densityKgPerCubicMetre: positive.default(1.204),
    viscosityPascalSeconds: positive.default(1.825e-5),
  }),
  (input) => {
    const { loss, ...flow } = ductFlow(
      input.cubicMetresPerHour,
      input.diameterMm,
      input.roughnessMm,
      { density: input.densityKgPerCubicMetre, viscosity: input.viscosityPascalSeconds },
    );
    return { ...flow, pascalPerMetre: loss };
  },
);

export const friction = calculation(
  z.object({ reynolds: positive, relativeRoughness: z.number().min(0) }),
  ({ reynolds, relativeRoughness }) => ({ friction: frictionFactor(reynolds, relativeRoughness) }),
);

export const clearing = calculation(
  z.object({
    cubicMetres: positive,
    cubicMetresPerHour: positive,
    mixing: positive.default(1),
    to: z.number().gt(0).max(1),
  }),
  ({ cubicMetres, cubicMetresPerHour, mixing, to }) => ({
    seconds: clearingSeconds(cubicMetres, cubicMetresPerHour, mixing, to),
  }),
);

export const coolant = calculation(
  z.object({
    watts: z.number().min(0),
    litres: positive.optional(),
    minutes: z.number().min(0).optional(),
    litresPerMinute: positive.optional(),
  }),
  ({ watts, litres, minutes, litresPerMinute }) => {
    if (litresPerMinute !== undefined) return { kelvin: flowingWarming(watts, litresPerMinute) };
    if (litres === undefined || minutes === undefined) {
      throw new Refused('litres', 'give litres and minutes, or litresPerMinute');
    }
    return { kelvin: closedWarming(watts, litres, minutes) };
  },
);

export const dewPointOf = calculation(
  z.object({ celsius: z.number().min(-45).max(60), relativeHumidity: z.number().gt(0).max(1) }),
  ({ celsius, relativeHumidity }) => ({ celsius: dewPoint(celsius, relativeHumidity) }),
);

const plate = z.object({
  sizeMm: positive,
  thicknessMm: positive,
  volts: positive,
  amps: positive,
  cubicMetresPerHour: positive.nullish(),
});
const fanOf = (read: z.output<typeof plate>): Fan => ({
  size: read.sizeMm,
  thickness: read.thicknessMm,
  voltage: read.volts,
  current: read.amps,
  flow: read.cubicMetresPerHour ?? null,
});

export const fan = calculation(z.object({ old: plate, new: plate }), (plates) => {
  const match = matchFan(fanOf(plates.old), fanOf(plates.new));
  return {
    fits: match.misfits.length === 0,
    powerShare: match.powerShare,
    reasons: [...match.misfits.map(({ words }) => words), ...match.cautions],
    unknown: match.unknown.map(() => 'cubicMetresPerHour'),
  };
});
