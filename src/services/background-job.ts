import { fork, type ChildProcess } from 'node:child_process';
import path from 'node:path';
import { fail, ok, type Result } from '../core/units/result';

/**
 * Starts a process of its own for long work, from `src/workers`. It ends with the server.
 * @param options.memoryMb heap it may take
 */
export function forkWorker(
  script: string,
  { env = {}, memoryMb = 4096 }: { env?: Record<string, string>; memoryMb?: number } = {},
): ChildProcess {
  const child = fork(
    path.join(/* turbopackIgnore: true */ process.cwd(), 'src/workers', script),
    [],
    {
      execArgv: ['--import', 'tsx', `--max-old-space-size=${memoryMb}`],
      serialization: 'advanced',
      env: { ...process.env, ...env },
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    },
  );
  child.on('error', (error) => {
    console.error(`${script} could not be started or asked.`, error);
    // one that never ran never exits by itself: whoever waits for its end is told here
    if (child.pid === undefined) child.emit('exit', 1, null);
  });
  return child;
}

/** What a process that reads a file of somebody's may take. */
export interface Limits {
  seconds: number;
  memoryMb: number;
}

const mostAtOnce = 2;
let running = 0;
const queue: (() => void)[] = [];

/**
 * Has a script of `src/workers` answer one question in a process of its own, so that nothing a file holds can stop
 * the server: it is ended when its time or its memory is used up.
 * @param order what it is asked, handed over whole
 * @returns its answer, or a sentence why there is none
 */
export async function askApart<A>(
  script: string,
  order: unknown,
  { seconds, memoryMb }: Limits,
): Promise<Result<A>> {
  while (running >= mostAtOnce) await new Promise<void>((resolve) => queue.push(resolve));
  running += 1;
  try {
    return await new Promise<Result<A>>((resolve) => {
      const child = forkWorker(script, { memoryMb });
      let late = false;
      const limit = setTimeout(() => {
        late = true;
        child.kill('SIGKILL');
      }, seconds * 1000);
      child.once('message', (answer) => resolve(ok(answer as A)));
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
