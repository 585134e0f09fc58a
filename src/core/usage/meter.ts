import { millisecondsPerSecond, secondsPerHour } from '../units/time';

/** A share of use that was counted and not logged. */
export interface SpreadUse {
  /** UTC milliseconds */
  start: number;
  runSeconds: number;
}

/** From so many seconds on, over more than a day, unlogged use is spread over its days. */
const worthSpreading = 8 * 3600;

/**
 * Spreads use that a meter counted over the local days it spans, evenly by the time of each that lies within: nobody
 * knows on which it was. What fits into one go, or into one day, is taken as late as it can have been.
 * @param days local days that the stretch touches, as instants at which each begins and ends
 */
export function spreadUnlogged(
  runSeconds: number,
  from: number,
  to: number,
  days: readonly { start: number; end: number }[],
): SpreadUse[] {
  if (runSeconds < worthSpreading || days.length < 2) {
    return [{ start: Math.max(from, to - runSeconds * 1000), runSeconds }];
  }
  const parts = days
    .map(({ start, end }) => ({ start: Math.max(from, start), end: Math.min(to, end) }))
    .filter(({ start, end }) => end > start);
  let given = 0;
  return parts.flatMap(({ start, end }) => {
    const upTo = Math.round((runSeconds * (end - from)) / (to - from));
    const seconds = upTo - given;
    given = upTo;
    if (seconds <= 0) return [];
    // in the middle of its day
    const spare = end - start - seconds * 1000;
    return [{ start: Math.round(start + Math.max(0, spare) / 2), runSeconds: seconds }];
  });
}

/** Why a reading is lower than the one before. */
export type MeterJump =
  | { how: 'reset' }
  | { how: 'replaced' }
  /** @property atSeconds where it starts again from 0 */
  | { how: 'rolled over'; atSeconds: number };

/** A reading of a machine's own hour counter. */
export interface MeterReading {
  id: string;
  /** UTC milliseconds */
  at: number;
  seconds: number;
  /** set where somebody said why it is lower than the one before */
  jump: MeterJump | null;
}

/** What the stretch between two readings comes to. */
export type MeterVerdict =
  /** the log and the meter agree within the tolerance */
  | 'agrees'
  /** the meter counted more than was logged */
  | 'unlogged'
  /** more was logged than the meter counted */
  | 'log over meter'
  /** the reading is lower and nobody has said why yet */
  | 'went back'
  /** reset or replaced in between: what it counted is not known, it goes on from here */
  | 'starts again'
  /** stuck at its top while the machine ran: unreliable, and no longer used */
  | 'saturated'
  /** it counted more than the time that went by */
  | 'impossible';

/** The stretch from one reading to the next. */
export interface MeterStretch {
  from: MeterReading;
  to: MeterReading;
  /** `null` where it cannot be told */
  meteredSeconds: number | null;
  loggedSeconds: number;
  /** metered − logged; 0 where metered is not known */
  gapSeconds: number;
  verdict: MeterVerdict;
}

/** The share of the metered time and the time by which log and meter may differ: both must be passed. */
export const meterTolerance = { share: 0.05, seconds: 0.5 * secondsPerHour } as const;

function tolerance(meteredSeconds: number): number {
  return Math.max(meterTolerance.share * meteredSeconds, meterTolerance.seconds);
}

/**
 * Holds the readings of a meter against the log.
 * @param readings of one machine in order of time
 * @param logged seconds of use logged between two instants (UTC milliseconds)
 * @returns one stretch fewer than there are readings
 */
export function reconcile(
  readings: readonly MeterReading[],
  logged: (from: number, to: number) => number,
): MeterStretch[] {
  const stretches = readings.slice(1).map((to, index): MeterStretch => {
    const from = readings[index]!;
    const loggedSeconds = logged(from.at, to.at);
    const metered = meteredBetween(from, to);
    const elapsed = (to.at - from.at) / millisecondsPerSecond;
    const gapSeconds = metered === null ? 0 : metered - loggedSeconds;
    const stretch = { from, to, meteredSeconds: metered, loggedSeconds, gapSeconds };
    if (metered === null) {
      return { ...stretch, verdict: to.jump === null ? 'went back' : 'starts again' };
    }
    if (metered > elapsed + tolerance(metered)) return { ...stretch, verdict: 'impossible' };
    if (Math.abs(gapSeconds) <= tolerance(metered)) return { ...stretch, verdict: 'agrees' };
    return { ...stretch, verdict: gapSeconds > 0 ? 'unlogged' : 'log over meter' };
  });
  markSaturated(stretches);
  return stretches;
}

/** Seconds counted from one reading to the next, `null` where it cannot be told. */
function meteredBetween(from: MeterReading, to: MeterReading): number | null {
  if (to.jump?.how === 'rolled over') return to.jump.atSeconds - from.seconds + to.seconds;
  if (to.jump !== null || to.seconds < from.seconds) return null;
  return to.seconds - from.seconds;
}

/** How many stretches on end must stand still while the machine ran before a meter counts as stuck. */
const stuckStretches = 2;

/**
 * A meter that stands at the same figure over two stretches with logged use is stuck at its top. From
 * the stretch in which it got there on nothing it says is used, until it starts again.
 */
function markSaturated(stretches: MeterStretch[]): void {
  const still = ({ meteredSeconds, verdict }: MeterStretch) =>
    meteredSeconds === 0 && verdict === 'log over meter';
  for (let i = 0; i + stuckStretches <= stretches.length; i++) {
    const run = stretches.slice(i, i + stuckStretches);
    if (!run.every(still)) continue;
    const top = run[0]!.from.seconds;
    // it got stuck within the stretch before
    const before = stretches[i - 1];
    if (before?.verdict === 'log over meter') giveUp(before);
    for (let j = i; j < stretches.length && stretches[j]!.to.seconds === top; j++) {
      giveUp(stretches[j]!);
    }
  }
}

function giveUp(stretch: MeterStretch): void {
  stretch.verdict = 'saturated';
  stretch.meteredSeconds = null;
  stretch.gapSeconds = 0;
}
