/** A written step, alone or with why it must not be skipped. */
export type WrittenLine = string | readonly [text: string, why: string];

/** Tests that show a machine is back, by what was opened or touched. */
export type ProofId =
  'travel-hand' | 'travel-power' | 'frame' | 'burn' | 'dots' | 'fan' | 'coolant' | 'draught';

/** A way to do a task other than the shop's usual one. Minutes as [active, passive, finishing]. */
export interface WrittenWay {
  id: string;
  name: string;
  /** the school of practice it is, as `question:school`: it comes first where the shop chose it */
  school?: string;
  minutes: readonly [active: number, passive: number, finishing: number];
  active: readonly WrittenLine[];
  finishing?: readonly WrittenLine[];
  /** what leaves the machine this way */
  parts?: readonly WrittenPart[];
  /** tests that this way asks for beside those of the task */
  proofs?: readonly ProofId[];
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
  /** what commonly goes wrong */
  wrong: readonly string[];
  /** raises dust: comes before any glass */
  dusty?: boolean;
  /** glass or mirror: comes after all dust */
  glass?: boolean;
  wait?: { verb: string; place: 'wash' | 'drying' | null };
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
  /** minutes of `openings` spent opening; the rest closes */
  openMinutes: number;
  open: readonly WrittenLine[];
  close: readonly WrittenLine[];
  parts: readonly WrittenPart[];
  checks: readonly string[];
  proofs: readonly ProofId[];
  cautions: readonly string[];
}
