import type { CaseInput } from '../case';

/** A fault as somebody meets it, with what it turned out to be. */
export interface FaultStory extends Omit<CaseInput, 'answers'> {
  name: string;
  truth: string;
  /** checks a good technician would make first */
  first: readonly string[];
}
