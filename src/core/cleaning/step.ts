/** What is done to a part in one step. */
export type Action =
  | 'protect'
  | 'glove'
  | 'wet'
  | 'wipe'
  | 'take up'
  | 'blow'
  | 'hold'
  | 'grease'
  | 'soak'
  | 'fasten'
  | 'look'
  | 'put in';

/** One step of work as data: the sentence on the sheet says exactly this. */
export interface StepFacts {
  action: Action;
  part: string;
  /** liquid or cleaner */
  with?: string;
  carriedBy?: string;
  moves?: string;
  air?: string;
  lubricant?: string;
  dose?: string;
  gloves?: boolean;
  driver?: string;
  /** whether liquid goes on: wet work comes after dust, and dries before power */
  wet?: boolean;
  hazard?: string;
}
