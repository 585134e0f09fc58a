// Starts the built app. Listens on loopback unless HOST opens it to the shop's network.
import { spawn } from 'node:child_process';
import { bin, root } from './common.mjs';

const host = process.env.HOST || '127.0.0.1';
const port = process.env.PORT || '3000';
const server = spawn(process.execPath, [bin('next'), 'start', '-H', host, '-p', port], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
