/** How far the story of a fault has come. */
export type FaultStage = 'reported' | 'diagnosed' | 'waiting' | 'repaired' | 'proved' | 'closed';

/** A step of the story that stands, as far as its stage goes. */
export interface StoryStep {
  kind: 'diagnosis' | 'repair' | 'proof' | 'return' | 'again' | 'closed';
  /** of a repair: it only waits, for a part or for a return from service @default false */
  waits?: boolean;
}

/** A test that was made. */
export interface MadeTest {
  at: number;
  /** the required proof it was; `null`: one described freely */
  proof: string | null;
  passed: boolean;
  by: string;
}

/** What became of a required proof. */
export interface ProofResult {
  /** `null`: not made since the last repair */
  passed: boolean | null;
  by: string | null;
}

/**
 * What became of each required proof: of the tests made since the last repair, the latest counts. A test at the very
 * instant of the repair was made after it.
 * @param free the proof that a test described freely stands for
 * @param repairedAt UTC milliseconds of the last repair; `null`: none
 */
export function proofResults<P extends { id: string }>(
  required: readonly P[],
  made: readonly MadeTest[],
  free: string,
  repairedAt: number | null,
): (P & ProofResult)[] {
  const counted = made.filter(({ at }) => repairedAt === null || at >= repairedAt);
  return required.map((one) => {
    const last = counted.findLast(({ proof }) => (proof ?? free) === one.id);
    return { ...one, passed: last?.passed ?? null, by: last?.by ?? null };
  });
}

/**
 * How far a story has come: the last step that stands decides; a failed proof goes back to what was diagnosed. That
 * somebody else met it too decides nothing.
 */
export function faultStage(
  steps: readonly StoryStep[],
  proofs: readonly ProofResult[],
): FaultStage {
  const last = steps.findLast(({ kind }) => kind !== 'again');
  switch (last?.kind) {
    case undefined:
      return 'reported';
    case 'diagnosis':
      return 'diagnosed';
    case 'repair':
      return last.waits ? 'waiting' : 'repaired';
    case 'closed':
      return 'closed';
    case 'proof':
    case 'return':
      if (proofs.some(({ passed }) => passed === false)) return 'diagnosed';
      return proofs.every(({ passed }) => passed) ? 'proved' : 'repaired';
    case 'again':
      throw new Error('faultStage: what was met again decides nothing');
  }
}
