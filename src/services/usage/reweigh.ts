import type { ChildProcess } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ok } from '../../core/units/result';
import { newId } from '../../records/ids';
import { forkWorker } from '../background/background-job';
import type { WeightInput, WeightPreview } from './soil-weights';
import { refuse, type Actor, type Outcome, type Shop } from '../shop';

/** What the process for re-weighing is told. */
export interface ReweighOrder {
  dataDir: string;
  actor: Actor;
  input: WeightInput;
  /** only look what would become due */
  preview: boolean;
}

/** What it says. */
export type ReweighWord =
  { share: number } | { outcome: Outcome<WeightPreview> | Outcome<{ entryId: string }> };

/** How the work stands. */
export interface ReweighView {
  /** 0 to 1 */
  progress: number;
  /** set once it has ended */
  outcome: Outcome<WeightPreview | { entryId: string }> | null;
}

interface Work extends ReweighView {
  personId: string | null;
  process: ChildProcess;
}

const place = globalThis as { bitacoraReweighs?: Map<string, Work> };
const works = () => (place.bitacoraReweighs ??= new Map());

/** Begins to preview or make a change of the soil table, in a process of its own. */
export function startReweigh(
  shop: Shop,
  actor: Actor,
  input: WeightInput,
  preview: boolean,
): Outcome<string> {
  const id = newId();
  // its copies lie in a folder that goes with it, however it ends
  const scratch = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-reweigh-'));
  const work: Work = {
    personId: actor.id,
    progress: 0,
    outcome: null,
    process: forkWorker('reweigh-process.ts', { env: { TMPDIR: scratch } }),
  };
  works().set(id, work);
  work.process.on('message', (word: ReweighWord) => {
    if ('share' in word) work.progress = word.share;
    else work.outcome = word.outcome;
  });
  work.process.on('exit', () => {
    fs.rmSync(scratch, { recursive: true, force: true });
    work.outcome ??= refuse('The work ended too early. Nothing was changed: try again.');
  });
  const order: ReweighOrder = { dataDir: shop.dataDir, actor, input, preview };
  work.process.send(order);
  return ok(id);
}

/** How it stands. Once its outcome has been told it is forgotten. */
export function viewReweigh(actor: Actor, id: string): Outcome<ReweighView> {
  const work = works().get(id);
  if (!work || work.personId !== actor.id) {
    return refuse(
      'That work is no longer open: it ended with its server, or its end was told. Load the page again: the table shows the weights that hold.',
    );
  }
  const { progress, outcome } = work;
  if (outcome) works().delete(id);
  return ok({ progress, outcome });
}

/** Stops it; what it had not finished was never written. */
export function cancelReweigh(actor: Actor, id: string): Outcome<null> {
  const work = works().get(id);
  if (work && work.personId === actor.id) {
    work.process.kill('SIGKILL');
    works().delete(id);
  }
  return ok(null);
}
