import type { ImportCounts, CheckedRow } from './import-sessions';
import type { Actor, Outcome } from '../../shop';

/** Which rows of an import to see. */
export type ImportPart = 'rejected' | 'new' | 'duplicate';

/** What the process is asked to do, once at the start. */
export interface ReadOrder {
  dataDir: string;
  bytes: Uint8Array;
  allowOverlap: boolean;
}

/** What it is asked later; every question is answered under its number. */
export type Question = { number: number } & (
  | { ask: 'rows'; part: ImportPart; offset: number; limit: number }
  | { ask: 'write'; actor: Actor }
  | { ask: 'rejected' }
  | { ask: 'left' }
);

/** Answers by question. */
export interface Answers {
  rows: { rows: CheckedRow[]; total: number };
  write: Outcome<ImportCounts>;
  rejected: string;
  /** what is shown once the process has ended: the first rows of each part, and all that were refused as CSV */
  left: { rows: Record<ImportPart, CheckedRow[]>; rejected: string };
}

/** Rows of each part that are still shown then. */
export const rowsLeft = 200;

/** What the process says of itself. */
export type Word =
  | { say: 'progress'; share: number }
  | { say: 'checked'; counts: ImportCounts; unused: string[] }
  | { say: 'failed'; message: string }
  | { say: 'answer'; number: number; answer: Answers[keyof Answers] };
