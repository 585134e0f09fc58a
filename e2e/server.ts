import { spawn, type ChildProcess } from 'node:child_process';
import net from 'node:net';
import path from 'node:path';

const root = path.resolve(__dirname, '..');

/** The built app, running on a free port of loopback with its own data. */
export interface RunningServer {
  url: string;
  process: ChildProcess;
  /** what it has printed so far */
  printed: () => string;
  /** stops it as if the power went */
  kill: () => Promise<void>;
}

async function freePort(): Promise<number> {
  const probe = net.createServer();
  await new Promise<void>((resolve) => probe.listen(0, '127.0.0.1', resolve));
  const { port } = probe.address() as net.AddressInfo;
  await new Promise((resolve) => probe.close(resolve));
  return port;
}

/**
 * Starts the production build; waits until it answers.
 * @param smallDisk size of a disk in memory that the folder then is, "16m"; only the server sees it
 */
export async function startServer(
  dataDir: string,
  env: Record<string, string> = {},
  samePort?: number,
  smallDisk?: string,
): Promise<RunningServer> {
  const port = samePort ?? (await freePort());
  const url = `http://127.0.0.1:${port}`;
  const start = [process.execPath, path.join(root, 'scripts', 'start.mjs')];
  const onSmallDisk = `mount -t tmpfs -o size=${smallDisk} tmpfs "$DATA_DIR" && exec "$0" "$@"`;
  const [program, ...args] = smallDisk
    ? ['unshare', '-rm', 'sh', '-c', onSmallDisk, ...start]
    : start;
  const server = spawn(program!, args, {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: {
      ...process.env,
      PORT: String(port),
      BITACORA_POST_EVERY_MS: '400',
      BITACORA_COPIES_AFTER_MS: '0',
      DATA_DIR: dataDir,
      ...env,
    },
  });
  let printed = '';
  server.stdout!.on('data', (piece: Buffer) => (printed += piece.toString()));
  server.stderr!.on('data', (piece: Buffer) => {
    printed += piece.toString();
    process.stderr.write(piece);
  });
  const ended = new Promise<void>((resolve) => server.once('exit', () => resolve()));
  for (let tries = 0; ; tries++) {
    try {
      if ((await fetch(`${url}/sign-in`, { redirect: 'manual' })).status < 500) break;
    } catch {
      // not listening yet
    }
    if (tries > 240 || server.exitCode !== null) throw new Error('the server did not start');
    await new Promise((resolve) => setTimeout(resolve, 125));
  }
  return {
    url,
    process: server,
    printed: () => printed,
    kill: async () => {
      server.kill('SIGKILL');
      await ended;
    },
  };
}
