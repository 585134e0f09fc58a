import { fork, type ChildProcess } from 'node:child_process';
import path from 'node:path';

/** Starts a process of its own for long work, from `src/workers`. It ends with the server. */
export function forkWorker(script: string, env: Record<string, string> = {}): ChildProcess {
  return fork(path.join(/* turbopackIgnore: true */ process.cwd(), 'src/workers', script), [], {
    execArgv: ['--import', 'tsx', '--max-old-space-size=4096'],
    serialization: 'advanced',
    env: { ...process.env, ...env },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
}
