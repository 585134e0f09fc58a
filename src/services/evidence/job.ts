import type { ChildProcess } from 'node:child_process';
import { ok } from '../../core/units/result';
import { forkWorker } from '../background-job';
import { refuse, type Outcome, type Shop } from '../shop';

/** What the process that reckons the evidence is told. */
export interface EvidenceOrder {
  dataDir: string;
}

/** What it says: the share that is done, or that it has ended well. */
export type EvidenceWord = { share: number } | { done: true };

/** How the work stands. */
export interface EvidenceView {
  /** 0 to 1 */
  progress: number;
  /** set once it has ended, well or not */
  ended: 'done' | 'failed' | null;
}

interface Work extends EvidenceView {
  process: ChildProcess;
}

const place = globalThis as { bitacoraEvidenceWork?: Work | null };

const workId = 'evidence';

/** Begins to reckon the evidence in a process of its own. Whoever asks while it runs follows the same work. */
export function startEvidence(shop: Shop): Outcome<string> {
  if (place.bitacoraEvidenceWork?.ended === null) return ok(workId);
  const work: Work = { progress: 0, ended: null, process: forkWorker('evidence-process.ts') };
  place.bitacoraEvidenceWork = work;
  work.process.on('message', (word: EvidenceWord) => {
    if ('share' in word) work.progress = word.share;
    else work.ended = 'done';
  });
  work.process.on('exit', () => {
    work.ended ??= 'failed';
  });
  work.process.send({ dataDir: shop.dataDir } satisfies EvidenceOrder);
  return ok(workId);
}

/** How it stands. */
export function viewEvidence(): Outcome<EvidenceView> {
  const work = place.bitacoraEvidenceWork;
  if (!work) return refuse('That work is no longer open.');
  return ok({ progress: work.progress, ended: work.ended });
}

/** Stops it; what was reckoned before stays. */
export function cancelEvidence(): Outcome<null> {
  place.bitacoraEvidenceWork?.process.kill('SIGKILL');
  place.bitacoraEvidenceWork = null;
  return ok(null);
}
