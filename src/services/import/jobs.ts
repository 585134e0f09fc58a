import { ok } from '../../core/units/result';
import { newId } from '../../records/ids';
import { problem, type Actor, type Outcome, type Shop } from '../shop';
import {
  checkSessionsFile,
  rejectedCsv,
  writeSessions,
  type CheckedFile,
  type CheckedRow,
  type ImportCounts,
} from './import-sessions';
import { Cancelled } from './read-file';

/** How an import stands. Until it is written nothing of it is in the book. */
export type ImportState = 'reading' | 'checked' | 'written' | 'failed' | 'cancelled';

/** The largest file taken, in bytes: about a million rows. */
export const largestFileBytes = 96 * 1024 * 1024;

interface Job {
  id: string;
  personId: string | null;
  fileName: string;
  state: ImportState;
  progress: number;
  allowOverlap: boolean;
  message: string | null;
  checked: CheckedFile | null;
  rows: CheckedRow[];
  counts: ImportCounts;
  abort: AbortController;
  touchedAt: number;
}

/** What the page shows of an import. */
export interface ImportView {
  id: string;
  fileName: string;
  state: ImportState;
  /** 0 to 1 */
  progress: number;
  message: string | null;
  counts: ImportCounts;
  unused: string[];
  /** rows of the asked part */
  rows: CheckedRow[];
  total: number;
}

/** Which rows of an import to see. */
export type ImportPart = 'rejected' | 'new' | 'duplicate';

const forgottenAfterMs = 2 * 3_600_000;
const place = globalThis as { bitacoraImports?: Map<string, Job> };

/** Imports in work: held in memory, since nothing of them counts before it is written. */
function jobs(): Map<string, Job> {
  place.bitacoraImports ??= new Map();
  return place.bitacoraImports;
}

/** Takes a file and begins to read it. */
export function startImport(
  shop: Shop,
  actor: Actor,
  input: { fileName: string; bytes: Uint8Array; allowOverlap: boolean },
): Outcome<string> {
  for (const [id, old] of jobs()) {
    if (shop.now() - old.touchedAt > forgottenAfterMs) jobs().delete(id);
  }
  if (input.bytes.length > largestFileBytes) {
    return problem('The file is larger than 96 MB. Split it; the same rows twice add nothing.');
  }
  const job: Job = {
    id: newId(),
    personId: actor.id,
    fileName: input.fileName.slice(0, 200),
    state: 'reading',
    progress: 0,
    allowOverlap: input.allowOverlap,
    message: null,
    checked: null,
    rows: [],
    counts: { accepted: 0, duplicates: 0, rejected: 0 },
    abort: new AbortController(),
    touchedAt: shop.now(),
  };
  jobs().set(job.id, job);
  void read(shop, job, input.bytes);
  return ok(job.id);
}

async function read(shop: Shop, job: Job, bytes: Uint8Array): Promise<void> {
  try {
    const checked = await checkSessionsFile(
      shop,
      bytes,
      { allowOverlap: job.allowOverlap },
      { report: (share) => (job.progress = share), signal: job.abort.signal },
    );
    if (!checked.ok) {
      Object.assign(job, { state: 'failed', message: checked.error });
      return;
    }
    const { rows, counts } = checked.value;
    Object.assign(job, { state: 'checked', progress: 1, checked: checked.value, rows, counts });
  } catch (error) {
    if (error instanceof Cancelled)
      Object.assign(job, { state: 'cancelled', message: error.message });
    else {
      console.error('import', error);
      Object.assign(job, {
        state: 'failed',
        message: 'The file could not be read. Nothing was imported.',
      });
    }
  }
}

function find(actor: Actor, id: string): Job | null {
  const job = jobs().get(id);
  return job && job.personId === actor.id ? job : null;
}

const gone = () =>
  problem(
    'This import is no longer open: the server was restarted or hours have passed. Nothing of it was written; choose the file again.',
  );

/** An import as it stands, with one page of the asked rows. */
export function viewImport(
  shop: Shop,
  actor: Actor,
  id: string,
  part: ImportPart,
  offset: number,
  limit: number,
): Outcome<ImportView> {
  const job = find(actor, id);
  if (!job) return gone();
  job.touchedAt = shop.now();
  const rows = job.rows.filter(({ outcome }) => outcome === part);
  return ok({
    id: job.id,
    fileName: job.fileName,
    state: job.state,
    progress: job.progress,
    message: job.message,
    counts: job.counts,
    unused: job.checked?.file.unused ?? [],
    rows: rows.slice(offset, offset + limit),
    total: rows.length,
  });
}

/** Writes the good rows of a checked import: all of them or none. */
export function finishImport(shop: Shop, actor: Actor, id: string): Outcome<ImportCounts> {
  const job = find(actor, id);
  if (!job) return gone();
  if (job.state === 'written') return ok(job.counts);
  if (job.state !== 'checked' || !job.checked) return problem('The file is not read yet.');
  const written = writeSessions(shop, { ...actor, source: 'import' }, job.checked, {
    allowOverlap: job.allowOverlap,
  });
  Object.assign(job, { state: 'written', ...written });
  return ok(written.counts);
}

/** Stops reading, or forgets what was read. Nothing was written. */
export function cancelImport(actor: Actor, id: string): void {
  const job = find(actor, id);
  if (!job || job.state === 'written') return;
  job.abort.abort();
  jobs().delete(id);
}

/** The refused rows of an import as CSV. */
export function rejectedRows(actor: Actor, id: string): Outcome<{ fileName: string; csv: string }> {
  const job = find(actor, id);
  if (!job?.checked) return gone();
  const fileName = `${job.fileName.replace(/\.[^.]*$/, '')}-rejected.csv`;
  return ok({ fileName, csv: rejectedCsv(job.checked, job.rows) });
}
