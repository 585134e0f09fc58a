import { setImmediate, setTimeout as pause } from 'node:timers/promises';
import { fork, type ChildProcess } from 'node:child_process';
import os from 'node:os';
import path from 'node:path';
import v8 from 'node:v8';
import { fail, ok, type Result } from '../../core/units/result';
import { log } from '../log';
import { readyWord } from './ready-word';
import { refuse, type Refusal } from '../shop';

interface WorkerOptions {
  env?: Record<string, string>;
  memoryMb?: number;
  writes?: boolean;
}

/**
 * Starts a process of its own for long work, from `src/workers`. It ends with the server.
 * @param options.memoryMb heap it may take
 * @param options.writes whether it keeps the book to itself for long while it writes: then it is not pushed aside,
 * since everybody who writes would wait for it, and gives way by itself before that ({@link givesWay})
 */
export function forkWorker(
  script: string,
  { env = {}, memoryMb = 4096, writes = false }: WorkerOptions = {},
): ChildProcess {
  const child = fork(
    path.join(/* turbopackIgnore: true */ process.cwd(), 'scripts/program.mjs'),
    [`workers/${script}`],
    {
      execArgv: [`--max-old-space-size=${memoryMb}`],
      serialization: 'advanced',
      env: { ...process.env, ...env },
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    },
  );
  if (child.pid !== undefined && !writes) letOthersFirst(child.pid);
  child.on('error', (error) => {
    log.error({ err: error }, `${script} could not be started or asked.`);
    // one that never ran never exits by itself: whoever waits for its end is told here
    if (child.pid === undefined) child.emit('exit', 1, null);
  });
  return child;
}

/** Has long work take what others leave of the processor: whoever waits for a page comes first. */
function letOthersFirst(pid: number): void {
  try {
    os.setPriority(pid, os.constants.priority.PRIORITY_BELOW_NORMAL);
  } catch {
    // it ended already, or the system does not let us: it goes on as it is
  }
}

/**
 * Has this process collect its garbage once a third of what it holds has gathered: by itself Node lets it grow to several
 * times that. A file of a million rows takes two thirds of the memory then, in the same time.
 */
export const spareMemory = () => v8.setFlagsFromString('--heap-growing-percent=30');

/** Below this share of the processor others want it too. */
const crowdedBelow = 0.7;
/** Milliseconds it rests at most at a time. */
const longestRest = 300;

/**
 * A pause between pieces of long work, twice as long as the piece was where others wanted the processor meanwhile.
 * For work that ends in writing, where {@link letOthersFirst} would have those wait who come first.
 */
export function givesWay(): () => Promise<void> {
  let begun = performance.now();
  let spent = process.cpuUsage();
  return async () => {
    const took = performance.now() - begun;
    const { user, system } = process.cpuUsage(spent);
    if ((user + system) / 1000 < crowdedBelow * took) await pause(Math.min(2 * took, longestRest));
    else await othersTurn();
    begun = performance.now();
    spent = process.cpuUsage();
  };
}

/** From arrival to answer a request goes a few times round the loop; with one turn a piece it would wait for as many pieces. */
const turns = 4;

/** Lets what others asked meanwhile be answered: between pieces of work that this process does itself. */
export async function othersTurn(): Promise<void> {
  for (let n = 0; n < turns; n++) await setImmediate();
}

/** What a process that reads a file of somebody's may take. */
export interface Limits {
  seconds: number;
  memoryMb: number;
  /** as of {@link forkWorker} */
  writes?: boolean;
}

/** A process may be so long in coming. */
const startSeconds = 60;

const mostAtOnce = 2;
let running = 0;
const queue: (() => void)[] = [];

/**
 * Has a script of `src/workers` answer one question in a process of its own, so that nothing a file holds can stop
 * the server: it is ended when its time or its memory is used up. Its first word is {@link readyWord}.
 * @param order what it is asked, handed over whole
 * @returns its answer, or a sentence why there is none
 */
export async function askApart<A>(
  script: string,
  order: unknown,
  { seconds, memoryMb, writes = false }: Limits,
): Promise<Result<A>> {
  while (running >= mostAtOnce) await new Promise<void>((resolve) => queue.push(resolve));
  running += 1;
  try {
    return await new Promise<Result<A>>((resolve) => {
      const child = forkWorker(script, { memoryMb, writes });
      let late = false;
      const end = () => {
        late = true;
        child.kill('SIGKILL');
      };
      // its time begins when it says that it is ready: on a busy computer a process is long in coming
      let limit = setTimeout(end, (seconds + startSeconds) * 1000);
      child.on('message', (word) => {
        if (word !== readyWord) return resolve(ok(word as A));
        clearTimeout(limit);
        limit = setTimeout(end, seconds * 1000);
      });
      child.once('exit', () => {
        clearTimeout(limit);
        resolve(
          fail(
            late
              ? `It took longer than ${seconds} s to read.`
              : `Reading it took more than ${memoryMb} MB of memory, or failed.`,
          ),
        );
      });
      child.send(order as object);
    });
  } finally {
    running -= 1;
    queue.shift()?.();
  }
}

/** What a process of its own says of its work: the share that is done, or how it ended. */
export type JobWord = { share: number } | { done: true; words?: string } | { failed: string };

/** How work in a process of its own stands. */
export interface JobView {
  /** 0 to 1 */
  progress: number;
  /** set once it has ended, well or not */
  ended: 'done' | 'failed' | null;
  /** what it said at its end */
  words: string | null;
}

interface Work extends JobView {
  process: ChildProcess;
  /** what it was told, as JSON */
  order: string;
}

const place = globalThis as { bitacoraWork?: Map<string, Work> };
const works = () => (place.bitacoraWork ??= new Map());

/** Work of which one is done at a time: whoever asks for the very same while it runs follows it. */
export interface SoleJob<O> {
  start: (order: O) => Result<string, Refusal>;
  view: () => Result<JobView, Refusal>;
  cancel: () => Result<null, Refusal>;
}

/**
 * Work of a script of `src/workers`, one at a time.
 * @param name tells it from other work
 */
export function soleJob<O extends object>(name: string, script: string): SoleJob<O> {
  return {
    start(order) {
      const before = works().get(name);
      const told = JSON.stringify(order);
      if (before?.ended === null) {
        return before.order === told
          ? ok(name)
          : refuse('Other work of this kind is under way: try again when it has ended.');
      }
      const work: Work = {
        progress: 0,
        ended: null,
        words: null,
        process: forkWorker(script),
        order: told,
      };
      works().set(name, work);
      work.process.on('message', (word: JobWord) => {
        if ('share' in word) work.progress = word.share;
        else {
          work.ended = 'done' in word ? 'done' : 'failed';
          work.words = 'done' in word ? (word.words ?? null) : word.failed;
        }
      });
      work.process.on('exit', () => {
        work.ended ??= 'failed';
      });
      work.process.send(order);
      return ok(name);
    },
    view() {
      const work = works().get(name);
      if (!work) return refuse('That work is no longer open.');
      const { progress, ended, words } = work;
      return ok({ progress, ended, words });
    },
    cancel() {
      works().get(name)?.process.kill('SIGKILL');
      works().delete(name);
      return ok(null);
    },
  };
}
