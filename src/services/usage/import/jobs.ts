import type { ChildProcess } from 'node:child_process';
import { ok } from '../../../core/units/result';
import { newId } from '../../../records/ids';
import { forkWorker } from '../../background/background-job';
import { refuse, type Actor, type Outcome, type Shop } from '../../shop';
import type { CheckedRow, ImportCounts } from './import-sessions';
import type { Answers, ImportPart, Question, ReadOrder, Word } from './messages';

/** How an import stands. Until it is written nothing of it is in the book. */
export type ImportState = 'reading' | 'checked' | 'writing' | 'written' | 'failed';

/** The largest file taken, in bytes: about a million rows. */
export const largestFileBytes = 96 * 1024 * 1024;

interface Job {
  id: string;
  personId: string | null;
  fileName: string;
  state: ImportState;
  progress: number;
  message: string | null;
  counts: ImportCounts;
  unused: string[];
  process: ChildProcess;
  /** what is still shown of it once its process has ended */
  left: Answers['left'] | null;
  limit: NodeJS.Timeout | null;
  questions: Map<number, { resolve: (answer: never) => void; reject: (error: Error) => void }>;
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

const forgottenAfterMs = 30 * 60_000;

/** Imports whose process runs, over all people. Each may take some gigabytes while it reads. */
const mostAtOnce = 2;
/** Reading a million rows takes about a minute. */
const longestReadingMs = 10 * 60_000;
const memoryMb = 3072;
const place = globalThis as { bitacoraImports?: Map<string, Job> };

/** Imports in work: held in memory, since nothing of them counts before it is written. */
function jobs(): Map<string, Job> {
  place.bitacoraImports ??= new Map();
  return place.bitacoraImports;
}

/** Takes a file and begins to read it, in a process of its own. */
export function startImport(
  shop: Shop,
  actor: Actor,
  input: { fileName: string; bytes: Uint8Array; allowOverlap: boolean },
): Outcome<string> {
  for (const old of jobs().values()) {
    // of one person one at a time: what they left unfinished is forgotten, nothing of it was written
    const left = old.personId === actor.id && old.state !== 'writing';
    if (left || shop.now() - old.touchedAt > forgottenAfterMs) forget(old);
  }
  const running = [...jobs().values()].filter(({ left, state }) => !left && state !== 'failed');
  if (running.length >= mostAtOnce) {
    return refuse(
      `${mostAtOnce} files are being imported already. Wait until one of them is done, then choose the file again.`,
    );
  }
  if (input.bytes.length > largestFileBytes) {
    return refuse('The file is larger than 96 MB. Split it; the same rows twice add nothing.');
  }
  const job: Job = {
    id: newId(),
    personId: actor.id,
    fileName: input.fileName.slice(0, 200),
    state: 'reading',
    progress: 0,
    message: null,
    counts: { accepted: 0, duplicates: 0, rejected: 0 },
    unused: [],
    process: forkWorker('import-process.ts', { memoryMb, writes: true }),
    left: null,
    limit: null,
    questions: new Map(),
    touchedAt: shop.now(),
  };
  jobs().set(job.id, job);
  job.process.on('message', (word) => hear(job, word as Word));
  job.limit = setTimeout(() => {
    if (job.state !== 'reading') return;
    fail(job, 'Reading it took longer than ten minutes. Nothing was written: split the file.');
    job.process.kill('SIGKILL');
  }, longestReadingMs);
  job.limit.unref();
  job.process.on('exit', () => {
    if (job.limit) clearTimeout(job.limit);
    if (job.state !== 'written' && job.state !== 'failed') {
      fail(
        job,
        `The import ended too early, or needed more than ${memoryMb / 1024} GB of memory. Nothing of it was written: choose the file again, or split it.`,
      );
    }
    for (const { reject } of job.questions.values()) reject(new Error('the import process ended'));
    job.questions.clear();
  });
  const order: ReadOrder = {
    dataDir: shop.dataDir,
    bytes: input.bytes,
    allowOverlap: input.allowOverlap,
  };
  job.process.send(order);
  return ok(job.id);
}

function fail(job: Job, message: string): void {
  Object.assign(job, { state: 'failed', message });
}

function hear(job: Job, word: Word): void {
  switch (word.say) {
    case 'progress':
      job.progress = word.share;
      return;
    case 'checked':
      Object.assign(job, {
        state: 'checked',
        progress: 1,
        counts: word.counts,
        unused: word.unused,
      });
      return;
    case 'failed':
      fail(job, word.message);
      job.process.kill('SIGKILL');
      return;
    case 'answer':
      job.questions.get(word.number)?.resolve(word.answer as never);
      job.questions.delete(word.number);
  }
}

let questionNumber = 0;

type Ask = Question extends infer Q ? (Q extends Question ? Omit<Q, 'number'> : never) : never;

function ask<A extends Ask>(job: Job, question: A): Promise<Answers[A['ask']]> {
  const number = ++questionNumber;
  return new Promise((resolve, reject) => {
    job.questions.set(number, { resolve, reject });
    job.process.send({ ...question, number });
  });
}

function forget(job: Job): void {
  job.process.kill('SIGKILL');
  jobs().delete(job.id);
}

function find(actor: Actor, id: string): Job | null {
  const job = jobs().get(id);
  return job && job.personId === actor.id ? job : null;
}

const gone = () =>
  refuse(
    'This import is no longer open: the server was restarted or hours have passed. Choose the file again: what had been written of it shows as known already.',
  );

/** An import as it stands, with one page of the asked rows. */
export async function viewImport(
  shop: Shop,
  actor: Actor,
  id: string,
  page: { part: ImportPart; offset: number; limit: number },
): Promise<Outcome<ImportView>> {
  const job = find(actor, id);
  if (!job) return gone();
  job.touchedAt = shop.now();
  const { fileName, state, progress, message, counts, unused } = job;
  const { rows, total } = job.left
    ? leftRows(job.left, page)
    : state === 'checked'
      ? await ask(job, { ask: 'rows', ...page })
      : { rows: [], total: 0 };
  return ok({ id, fileName, state, progress, message, counts, unused, rows, total });
}

/** Writes the good rows of a checked import: all of them or none. */
export async function finishImport(actor: Actor, id: string): Promise<Outcome<ImportCounts>> {
  const job = find(actor, id);
  if (!job) return gone();
  if (job.state === 'written') return ok(job.counts);
  if (job.state !== 'checked') return refuse('The file is not read yet.');
  job.state = 'writing';
  const written = await ask(job, { ask: 'write', actor: { ...actor, source: 'import' } });
  if (!written.ok) {
    job.state = 'checked';
    return written;
  }
  Object.assign(job, { state: 'written', counts: written.value });
  job.left = await ask(job, { ask: 'left' });
  job.process.kill();
  return written;
}

/** A page of what is left of an import that is done: the first rows of each part. */
function leftRows(
  left: Answers['left'],
  { part, offset, limit }: { part: ImportPart; offset: number; limit: number },
): Answers['rows'] {
  const rows = left.rows[part];
  return { rows: rows.slice(offset, offset + limit), total: rows.length };
}

/** Stops reading, or forgets what was read. Nothing was written. */
export function cancelImport(actor: Actor, id: string): void {
  const job = find(actor, id);
  if (job) forget(job);
}

/** The refused rows of an import as CSV. */
export async function rejectedRows(
  actor: Actor,
  id: string,
): Promise<Outcome<{ fileName: string; csv: string }>> {
  const job = find(actor, id);
  if (!job || (job.state !== 'checked' && job.state !== 'written')) return gone();
  const fileName = `${job.fileName.replace(/\.[^.]*$/, '')}-rejected.csv`;
  return ok({ fileName, csv: job.left?.rejected ?? (await ask(job, { ask: 'rejected' })) });
}
