import { findFamily } from './catalogue';

/** A place of a machine that a repair may open, and what then must be proved. */
export interface OpenedPlace {
  id: string;
  words: string;
}

/** Places a repair may open. Common practice, no source. */
export const openedPlaces: readonly OpenedPlace[] = [
  { id: 'head', words: 'the head' },
  { id: 'optics', words: 'optics moved or taken out' },
  { id: 'motion', words: 'rails, wheels, belts' },
  { id: 'draught', words: 'fan, filter or duct' },
  { id: 'coolant', words: 'coolant' },
  { id: 'electrics', words: 'plugs, cables, board' },
];

/** A test that must pass before a machine returns. */
export interface RequiredProof {
  id: string;
  words: string;
  /** what it follows from */
  because: string;
}

interface WrittenProof {
  id: string;
  words: string;
  /** opened places it follows from */
  opened?: readonly string[];
  /** signs it follows from */
  signs?: readonly string[];
  /** only where there are mirrors */
  mirrors?: boolean;
}

/** What shows that the reported sign is gone: always asked. */
export const signGone = 'sign-gone';
/** The look of another person. */
export const secondLook = 'second-look';
/** The test burn, which the strength page measures. */
export const burnProof = 'burn';
/** The test whose result is a reading of dots. */
export const dotsProof = 'dots';

/** Common practice, no source. */
const written: readonly WrittenProof[] = [
  {
    id: 'travel',
    words: 'Travel square: by hand with the power off, then powered. Cables free to every corner',
    opened: ['head', 'motion', 'electrics'],
  },
  { id: 'frame', words: 'Frame run without beam', opened: ['head', 'motion'] },
  { id: 'dots', words: 'Dots at four corners and centre', opened: ['optics'], mirrors: true },
  { id: burnProof, words: 'Test burn at baseline', opened: ['head', 'optics'] },
  {
    id: 'draught',
    words: 'Tissue held at each corner with the draught on, or the draught meter',
    opened: ['draught'],
  },
  {
    id: 'no-alarm',
    words: 'Ten minutes running without alarm',
    opened: ['coolant', 'electrics'],
  },
  {
    id: 'after-fire',
    words: 'Lens, cables, rails, fan, camera and board cover looked at; soot cleaned away',
    signs: ['fire'],
  },
  { id: secondLook, words: 'A second look by another person', signs: ['fire', 'guard'] },
];

/**
 * What must be proved before a machine returns: it follows from what was opened and, after fire or a
 * broken guard, from the sign. That the sign itself is gone is always asked.
 */
export function requiredProofs(
  family: string,
  signs: readonly string[],
  opened: readonly string[],
): RequiredProof[] {
  const mirrors = (findFamily(family)?.stations ?? []).some(({ kind }) => kind.includes('mirror'));
  const following = written.flatMap(({ id, words, ...from }): RequiredProof[] => {
    if (from.mirrors && !mirrors) return [];
    const place = openedPlaces.find(
      (one) => opened.includes(one.id) && from.opened?.includes(one.id),
    );
    if (place) return [{ id, words, because: `opened: ${place.words}` }];
    const sign = signs.find((one) => from.signs?.includes(one));
    return sign
      ? [{ id, words, because: `after ${sign === 'fire' ? 'fire' : 'a guard fault'}` }]
      : [];
  });
  const last = following.filter(({ id }) => id === secondLook);
  return [
    ...following.filter(({ id }) => id !== secondLook),
    { id: signGone, words: 'The job that showed it runs without the sign', because: 'always' },
    ...last,
  ];
}

/** Places usually opened to mend a cause: offered, not imposed. Common practice, no source. */
export const usuallyOpened: Readonly<Partial<Record<string, readonly string[]>>> = {
  'dirty-glass': ['optics'],
  'damaged-glass': ['head', 'optics'],
  'lens-refit': ['head', 'optics'],
  'dirty-mirror': ['optics'],
  misaligned: ['optics'],
  'source-worn': ['head', 'electrics'],
  nozzle: ['head'],
  'weak-draught': ['draught'],
  'back-draught': ['draught'],
  'dirty-rails': ['motion'],
  'dry-rails': ['motion'],
  belt: ['motion'],
  cable: ['electrics'],
  connector: ['head', 'electrics'],
  'earth-lead': ['electrics'],
  'module-fan': ['head'],
  'fan-seized': ['head', 'draught'],
  coolant: ['coolant'],
};
