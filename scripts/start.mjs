// Starts the built app. Listens on loopback unless HOST opens it to the shop's network.
import fs from 'node:fs';
import http from 'node:http';
import path from 'node:path';
import { fail, root } from './common.mjs';

process.env.NODE_ENV = 'production';
process.env.NEXT_TELEMETRY_DISABLED = '1';
process.chdir(root);
process.umask(0o077); // the data is its owner's alone

const host = process.env.HOST || '127.0.0.1';
const port = Number(process.env.PORT || 3000);
if (!fs.existsSync(path.join(root, '.next', 'BUILD_ID'))) {
  fail('Nothing is built yet: run "npm run build" first.');
}
const { default: next } = await import('next');
const app = next({ dev: false, dir: root, hostname: host, port });
const serve = app.getRequestHandler();

/**
 * Where a request comes from. What a client says of it counts only behind a proxy of the owner's (TRUST_PROXY=1),
 * which writes the last name in the list.
 */
function addressOf(request) {
  const peer = (request.socket.remoteAddress ?? '').replace(/^::ffff:/, '');
  const told = String(request.headers['x-forwarded-for'] ?? '')
    .split(',')
    .at(-1)
    .trim();
  return (process.env.TRUST_PROXY && told) || peer || 'unknown';
}

const server = http.createServer((request, response) => {
  request.headers['x-bitacora-address'] = addressOf(request);
  if (!process.env.TRUST_PROXY) {
    for (const name of ['for', 'host', 'proto', 'port']) {
      delete request.headers[`x-forwarded-${name}`];
    }
  }
  serve(request, response).catch((error) => {
    console.error('A request failed.', error);
    if (!response.headersSent) response.statusCode = 500;
    response.end();
  });
});
server.on('error', (error) => {
  fail(
    error.code === 'EADDRINUSE'
      ? `Port ${port} is in use: another program listens there. Name another with PORT.`
      : `The server cannot listen on ${host}:${port}: ${error.message}`,
  );
});

let stopping = false;
/** Answers what was asked, then ends; the book is closed on the way out. */
function stop() {
  if (stopping) return;
  stopping = true;
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), 4000).unref();
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, stop);

await app.prepare();
server.listen(port, host, () => console.log(`Listening on http://${host}:${port}`));
