import { fork, type ChildProcess } from 'node:child_process';
import path from 'node:path';

/**
 * Starts a process of its own for long work, from `src/workers`. It ends with the server.
 * @param options.memoryMb heap it may take
 */
export function forkWorker(
  script: string,
  { env = {}, memoryMb = 4096 }: { env?: Record<string, string>; memoryMb?: number } = {},
): ChildProcess {
  return fork(path.join(/* turbopackIgnore: true */ process.cwd(), 'src/workers', script), [], {
    execArgv: ['--import', 'tsx', `--max-old-space-size=${memoryMb}`],
    serialization: 'advanced',
    env: { ...process.env, ...env },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
}
