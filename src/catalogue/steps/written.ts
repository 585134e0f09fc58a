import type { Place } from '../../core/cleaning/run';
import type { ProofId } from '../schema';
import type { Act, Said } from './acts';

export type { ProofId } from '../schema';

/** A step as it is written down: alone, with why it must not be skipped, or composed when it is read. */
export type WrittenLine = Said | Act;

/** What dries after it was rinsed: it decides where, and for how long. */
export type Drying = 'comb' | 'plate';

/** A way to do a task other than the shop's usual one. */
export interface WrittenWay {
  id: string;
  name: string;
  /** the school of practice it is, as `question:school`: it comes first where the shop chose it */
  school?: string;
  minutes: readonly [active: number, passive: number, finishing: number];
  /** what its wait is this way; left out: as the usual one */
  wait?: WrittenWait;
  /** it is rinsed this way, and dries */
  dries?: Drying;
  /** the shared place that the hands work at */
  at?: Place;
  /** what lies ready this way, beside what its steps bring; left out: what the task names */
  tools?: readonly string[];
  active: readonly WrittenLine[];
  finishing?: readonly WrittenLine[];
  /** what leaves the machine this way */
  parts?: readonly WrittenPart[];
  /** tests that this way asks for; left out: those of the task */
  proofs?: readonly ProofId[];
  /** it needs nothing undone, though the usual way does */
  inPlace?: true;
}

/** What a wait is, and the shared place it takes. */
export interface WrittenWait {
  verb: string;
  place: Place | null;
  /** the dirt decides how long: a shop learns its own minutes */
  soaks?: true;
}

/**
 * The written steps of a care task: in our own words, common practice with no published source; the
 * maker's manual comes first.
 */
export interface Written {
  drawing: 'glass' | 'bed' | 'rail' | 'fan' | 'surface';
  active: readonly WrittenLine[];
  /** after the wait */
  finishing?: readonly WrittenLine[];
  /** how this usual way is called where there are others */
  name?: string;
  ways?: readonly WrittenWay[];
  /** when it is clean enough */
  stop: string;
  /** when it is clean enough for who wants to see the metal */
  bright?: string;
  /** what commonly goes wrong */
  wrong: readonly string[];
  /** raises dust: comes before any glass */
  dusty?: boolean;
  /** glass or mirror: comes after all dust */
  glass?: boolean;
  /** liquid is used in the machine: after what is vacuumed */
  wet?: boolean;
  /** vacuums scraps that fell through: before wet work */
  vacuums?: boolean;
  /** flakes are raised that must be drawn off: the extraction runs */
  extraction?: boolean;
  /** a mount that can be pressed out of true: the sheet asks */
  mount?: boolean;
  wait?: WrittenWait;
  /** the shared place that the hands work at the usual way */
  at?: Place;
  /** it dries after it was rinsed, where the shop dries such things */
  dries?: Drying;
  proofs?: readonly ProofId[];
  /** what leaves the machine the usual way, beside what its opening takes out */
  parts?: readonly WrittenPart[];
}

/** Something that leaves the machine. */
export interface WrittenPart {
  name: string;
  screws?: number;
  plugs?: number;
  hoses?: number;
  lugs?: number;
  facing: string;
  lens?: true;
}

/** Dismantling in words: opening, closing, what leaves the machine, what to check after. */
export interface WrittenOpening {
  open: readonly WrittenLine[];
  close: readonly WrittenLine[];
  parts: readonly WrittenPart[];
  checks: readonly string[];
  proofs: readonly ProofId[];
  cautions: readonly string[];
}
