/** What sessions with a known beam time add up to, seconds and their products. */
export interface BeamSums {
  sessions: number;
  beam: number;
  run: number;
  /** Σ beam², Σ beam · run, Σ run² */
  beamBeam: number;
  beamRun: number;
  runRun: number;
}

/** The share of the run time for which a machine's beam is on, 0 to 1, with a range of four cases in five. */
export interface BeamShare {
  likely: number;
  least: number;
  most: number;
}

/** Of a machine whose beam time nobody ever logged: the safe side. */
export const unknownShare: BeamShare = { likely: 1, least: 0, most: 1 };

/** Under so many sessions their spread says too little. */
const enough = 5;
/** Standard deviations to either side that hold four cases in five. */
const width = 1.2816;

/**
 * Beam time against run time by the sessions of which both are known: a ratio estimate, its standard error from the
 * spread of the sessions about it (Cochran, Sampling Techniques, 3rd ed., 6.4, from memory).
 */
export function beamShare(sums: BeamSums): BeamShare {
  const { sessions, beam, run, beamBeam, beamRun, runRun } = sums;
  if (sessions === 0 || run === 0) return unknownShare;
  const likely = beam / run;
  if (sessions < enough) return { ...unknownShare, likely };
  const spread = Math.max(0, beamBeam - 2 * likely * beamRun + likely ** 2 * runRun);
  const error = Math.sqrt((sessions / (sessions - 1)) * spread) / run;
  return {
    likely,
    least: Math.max(0, likely - width * error),
    most: Math.min(1, likely + width * error),
  };
}
