import { inPercent } from '../../core/units/percent';
import { partsOpened, type CauseModel } from '../../catalogue/diagnosis';
import type { Evidence } from '../../core/faults/diagnosis/posterior';

/** What the record says beside signs, dirt and what was opened. What is left out is not known. */
export interface CaseFacts {
  /** run hours of the source over its rated life */
  lifeShare?: number | undefined;
  /** of a burn on reference stock at its own settings: share of the baseline */
  strength?: number | undefined;
  airAssist?: 'on' | 'weak' | 'off' | undefined;
  /** material or batch that was not worked here lately */
  newMaterial?: boolean | undefined;
  draught?: 'full' | 'weak' | 'off' | undefined;
  /** what instruments said of mirrors, belts and coolant lately */
  dots?: 'in' | 'out' | undefined;
  belts?: 'even' | 'off' | undefined;
  coolant?: 'off' | undefined;
  /** wind or weather on the outlet, as somebody noted it who read the draught */
  wind?: boolean | undefined;
  /** causes of earlier faults under whose restriction it still runs */
  restrictedFor?: readonly string[] | undefined;
  /** parts that were exchanged lately: "head", "lens" */
  swapped?: readonly string[] | undefined;
  /** a glass in the beam was cleaned just before; left out: as its share of its limit says */
  glassCleaned?: boolean | undefined;
  /** what the put-back list says is still off */
  leftOff?: readonly string[] | undefined;
}

/**
 * How age speaks for a worn source, by its run hours over the rated life: the hazard of a Weibull life of shape 2.5
 * over its mean within that life. No source for the shape: wear-out, from memory.
 */
export function lifeFactor(share: number): number {
  return Math.min(8, Math.max(0.15, 2.5 * share ** 1.5));
}

/** What evidence of the put-back list is called by. */
export const offEvidence = 'off:';

/** How an earlier fault speaks for its cause, from which a machine runs under a restriction: it was not all made good. */
const restrictedFactor = 4;

/** How the put-back list speaks for what is on it. */
const leftOffFactor = 1000;
/**
 * A reference burn is made with the usual stock and settings: one that is low speaks against these being what
 * changed, one that is good for it and against all that weakens the beam.
 */
const changedWork = 'settings';

/**
 * What is still off, by what the put-back list begins with: further on stand places and reasons, which say nothing of
 * what is off. A bed that dries while the machine runs on slats is no fault.
 */
const leftOffCauses: readonly [words: RegExp, cause: string][] = [
  [/^(the )?(earth|ground)/, 'earth-lead'],
  [/^(the )?(\w+ )?(plug|connector)/, 'connector'],
  [/^(the )?(air )?hose/, 'hose-off'],
  [/^(the )?(\w+ )?(lid|panel|key|guard|cover)\b/, 'interlock'],
  [/^(the )?(focus )?(lens|nozzle)\b/, 'lens-refit'],
];

/** Checks that see anew what an instrument or a session said before. */
const seenAnew: readonly [
  fact: 'dots' | 'belts' | 'coolant' | 'draught',
  checks: readonly string[],
][] = [
  ['dots', ['dots']],
  ['belts', ['belts']],
  ['coolant', ['coolant-look', 'coolant-warm']],
  ['draught', ['draught']],
];

/** The facts without what was looked at anew since: the same seen twice is one piece of news. */
export function withoutSeenAnew(facts: CaseFacts, looked: readonly string[]): CaseFacts {
  const kept = { ...facts };
  for (const [fact, checks] of seenAnew) {
    if (checks.some((check) => looked.includes(check))) delete kept[fact];
  }
  return kept;
}

type Say = (id: string, said: string, likelihood: Record<string, number>) => void;

/** What instruments said of mirrors, belts and coolant. */
function sayBench({ dots, belts, coolant }: CaseFacts, say: Say): void {
  if (dots) {
    const out = dots === 'out';
    say('dots-read', `Dots read lately: ${out ? 'out of line' : 'inside'}`, {
      misaligned: out ? 8 : 0.2,
    });
  }
  if (belts) {
    const off = belts === 'off';
    say('belts-read', `Belts read lately: ${off ? 'unlike' : 'as they were'}`, {
      belt: off ? 8 : 0.3,
    });
  }
  if (coolant) say('coolant-read', 'Coolant read lately: off', { coolant: 8 });
}

/** What earlier work left: a restriction, another part, something that is still off. */
function sayLeft(
  { restrictedFor = [], swapped = [], leftOff = [] }: CaseFacts,
  models: readonly CauseModel[],
  say: Say,
): void {
  for (const cause of restrictedFor) {
    const words = models.find(({ id }) => id === cause)?.words ?? cause;
    say(`restricted:${cause}`, `In use under a restriction since: ${words}`, {
      [cause]: restrictedFactor,
    });
  }
  if (swapped.length > 0) {
    const lens = swapped.some((what) => partsOpened(what).includes('glass'));
    const head = swapped.some((what) => partsOpened(what).includes('head'));
    say('swapped', `Exchanged lately: ${swapped.join(', ')}`, {
      'wrong-part': 12,
      ...(lens && { 'lens-refit': 3 }),
      ...(head && { connector: 4, 'hose-off': 2, misaligned: 2 }),
    });
  }
  for (const what of leftOff) {
    const cause = leftOffCauses.find(([pattern]) => pattern.test(what.trim().toLowerCase()))?.[1];
    if (cause)
      say(`${offEvidence}${what}`, `Still off by the put-back list: ${what}`, {
        [cause]: leftOffFactor,
      });
  }
}

/** What the record says by itself. */
export function factEvidence(
  facts: CaseFacts,
  models: readonly CauseModel[],
  floor: number,
  words: Map<string, string>,
): Evidence[] {
  const evidence: Evidence[] = [];
  const say: Say = (id, said, likelihood) => {
    words.set(id, said);
    evidence.push({ id, likelihood, otherwise: 1 });
  };
  const { lifeShare, strength, airAssist, newMaterial, draught, wind } = facts;
  if (lifeShare !== undefined) {
    const share = Math.round(lifeShare * 100);
    say('life', `The source is at ${share} % of its rated life`, {
      'source-worn': lifeFactor(lifeShare),
    });
  }
  if (strength !== undefined) {
    const lost = strength < floor;
    const weakening = models.filter(({ signs }) => signs['weak']).map(({ id }) => id);
    say(
      'strength',
      `Test burn: ${inPercent(strength)} of the baseline`,
      Object.fromEntries(weakening.map((id) => [id, lost === (id !== changedWork) ? 2.5 : 0.35])),
    );
  }
  if (airAssist === 'weak' || airAssist === 'off') {
    say('air', `Air assist ${airAssist} in the last sessions`, {
      'air-assist': 6,
      'hose-off': 2,
      nozzle: 2,
    });
  }
  if (newMaterial !== undefined) {
    say(
      'material',
      newMaterial ? 'Material or batch not worked here lately' : 'The usual material',
      {
        [changedWork]: newMaterial ? 4 : 0.5,
      },
    );
  }
  if (draught === 'weak' || draught === 'off') {
    say('draught-record', `Draught ${draught} in the last sessions`, {
      'weak-draught': 4,
      'back-draught': 2,
      'fan-seized': 2,
    });
  }
  sayBench(facts, say);
  if (wind !== undefined) {
    say('wind-record', wind ? 'Wind on the outlet' : 'No wind on the outlet', {
      'back-draught': wind ? 6 : 0.5,
    });
  }
  sayLeft(facts, models, say);
  return evidence;
}
