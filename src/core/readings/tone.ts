import { PitchDetector } from 'pitchy';

/** A plucked tone heard, or why none was. */
export type HeardTone =
  | {
      hertz: number;
      /** half the range between the windows it was heard in, Hz */
      spread: number;
      /** an octave too high or low against what was expected, and set right */
      octave: boolean;
    }
  | { hertz: null; why: 'silence' | 'no tone' | 'a steady hum' };

/** A window must hold some periods of the lowest tone of a belt. */
const windowSamples = 4096;
const step = 1024;
/** Root mean square below which nothing sounds, of full scale 1. */
const silence = 0.002;
/** How clear a window must be (McLeod's measure, 0 to 1). */
const clear = 0.85;
/** Windows that must agree, within this share. */
const fewest = 3;
const agree = 0.03;
/** A pluck is so many times louder when it begins than when it ends; a fan is not. */
const dies = 2;
/** Tones of belts, Hz. Common practice, no source. */
const range = { from: 15, to: 600 };

/**
 * The tone of a belt that was plucked once: the pitch of the windows that are clear (McLeod & Wyvill 2005, by `pitchy`), of
 * those that agree. It must die away: a hum that stays is a fan's.
 * @param samples of one channel, full scale 1
 * @param rate samples a second
 * @param expected Hz of the same belt before: a tone an octave off it is set right
 */
export function hearTone(samples: Float32Array, rate: number, expected?: number): HeardTone {
  if (samples.length < windowSamples) return { hertz: null, why: 'silence' };
  const detector = PitchDetector.forFloat32Array(windowSamples);
  const windows: { level: number; hertz: number; clarity: number }[] = [];
  for (let from = 0; from + windowSamples <= samples.length; from += step) {
    const part = samples.subarray(from, from + windowSamples);
    const [hertz, clarity] = detector.findPitch(part, rate);
    windows.push({ level: levelOf(part), hertz, clarity });
  }
  if (!windows.some(({ level }) => level > silence)) return { hertz: null, why: 'silence' };
  const heard = windows.filter(
    ({ level, hertz, clarity }) =>
      level > silence && clarity >= clear && hertz >= range.from && hertz <= range.to,
  );
  const together = largestAgreeing(heard);
  if (together.length < fewest) return { hertz: null, why: 'no tone' };
  const levels = together.map(({ level }) => level);
  if (Math.max(...levels) < dies * Math.min(...levels)) {
    return { hertz: null, why: 'a steady hum' };
  }
  const pitches = together.map(({ hertz }) => hertz).sort((a, b) => a - b);
  const middle = pitches[Math.floor(pitches.length / 2)]!;
  const share = expected === undefined ? 1 : octaveShare(middle, expected);
  return {
    hertz: middle * share,
    spread: ((pitches.at(-1)! - pitches[0]!) / 2) * share,
    octave: share !== 1,
  };
}

const levelOf = (samples: Float32Array): number =>
  Math.sqrt(samples.reduce((sum, one) => sum + one * one, 0) / samples.length);

/** The windows that agree with one of them, where most do. */
function largestAgreeing<T extends { hertz: number }>(windows: readonly T[]): T[] {
  return windows
    .map((one) => windows.filter(({ hertz }) => Math.abs(hertz / one.hertz - 1) < agree))
    .reduce<T[]>((most, group) => (group.length > most.length ? group : most), []);
}

/** What a tone is multiplied by to be the expected one rather than its octave. */
function octaveShare(hertz: number, expected: number): number {
  const near = (share: number) => Math.abs(Math.log2((hertz * share) / expected));
  const best = [1, 0.5, 2].reduce((least, share) => (near(share) < near(least) ? share : least));
  return near(best) < 0.25 ? best : 1;
}
