import type { ProofId, WrittenLine, WrittenPart } from '../steps/written';

/** One way a feature of a machine is made, and what follows from it when it is undone. */
export interface Variant {
  id: string;
  name: string;
  /** in the order in which it comes off */
  undo?: readonly WrittenLine[];
  /** in the order in which it goes back */
  redo?: readonly WrittenLine[];
  /** what lies on the tray meanwhile */
  parts?: readonly WrittenPart[];
  /** ids of refit checks */
  checks?: readonly string[];
  proofs?: readonly ProofId[];
  /** a plug, lead or board is touched: it waits for the discharge */
  connectors?: true;
  /** ids of cautions */
  cautions?: readonly string[];
}

/** Which part of a machine a feature belongs to. */
export const buildParts = ['head', 'optics', 'motion', 'bed', 'air', 'stand'] as const;
export type BuildPart = (typeof buildParts)[number];

/** A feature in which machines of one family differ. */
export interface Feature {
  id: string;
  part: BuildPart;
  /** what it is called on the page: "The head is held by" */
  name: string;
  /** it is part of a head and travels with it */
  ofHead?: true;
  variants: readonly Variant[];
  /** the usual variant of each family that has the feature */
  usual: Readonly<Record<string, string>>;
}
