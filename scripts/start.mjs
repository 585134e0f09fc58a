// Starts the built app. Listens on loopback unless HOST opens it to the shop's network.
import fs from 'node:fs';
import http from 'node:http';
import path from 'node:path';
import { fail, root } from './common.mjs';
import { PageHelp } from './page-help.mjs';
import { AddressLimit, contentSecurityPolicy, examinedCall, isDoor, newNonce } from './doorway.mjs';

process.umask(0o077); // the data is its owner's alone

const host = process.env.HOST || '127.0.0.1';
const port = Number(process.env.PORT || 3000);
if (!fs.existsSync(path.join(root, '.next', 'BUILD_ID'))) {
  fail('Nothing is built yet: run "npm run build" first.');
}
const { openPages } = await import('./pages.mjs');
const pages = await openPages({ host, port });

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

// a workshop's phones, all at once; not somebody who goes through names or links
const doorLimit = new AddressLimit({ burst: 240, perSecond: 4 });
const secure = (process.env.PUBLIC_URL ?? '').startsWith('https:');

const help = new PageHelp({ host, port, mode: process.env.PAGE_HELPER });
// the app ends it where it puts another book in place of the one it reads
globalThis.bitacoraPageHelp = help;

/** Requests that this process has to answer itself. */
let own = 0;

// by itself it closes a connection after five idle seconds, and where it is busy just then it cuts off a call on its way:
// longer than people look at a page, and than most proxies keep one open
const server = http.createServer({ keepAliveTimeout: 75_000 }, (request, response) => {
  const address = addressOf(request);
  request.headers['x-bitacora-address'] = address;
  // the app marks its own inline scripts with what stands here
  const nonce = newNonce();
  const policy = contentSecurityPolicy(nonce);
  request.headers['x-nonce'] = nonce;
  request.headers['content-security-policy'] = policy;
  response.setHeader('Content-Security-Policy', policy);
  if (secure) response.setHeader('Strict-Transport-Security', 'max-age=31536000');
  const wait = isDoor(request.url ?? '') ? doorLimit.take(address) : 0;
  if (wait > 0) {
    response.writeHead(429, { 'Retry-After': String(wait), 'Content-Type': 'text/plain' });
    response.end(`Too much at once from this address. Try again in ${wait} s.\n`);
    return;
  }
  if (!process.env.TRUST_PROXY) {
    for (const name of ['for', 'host', 'proto', 'port']) {
      delete request.headers[`x-forwarded-${name}`];
    }
  }
  answer(request, response).catch((error) => {
    console.error('A request failed.', error);
    if (!response.headersSent) response.statusCode = 500;
    response.end();
  });
});

async function answer(request, response) {
  if (help.takes(request, own) && (await help.answer(request, response))) return;
  own += 1;
  response.once('close', () => (own -= 1));
  if (request.headers['next-action'] === undefined) return pages.serve(request, response);
  const call = await examinedCall(request);
  if (call.request) return pages.serve(call.request, response);
  response.writeHead(call.status, { 'Content-Type': 'text/plain', Connection: 'close' });
  response.end(`${call.words}\n`);
}

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
  // what the helper had to answer comes back to this process, which closes the book as the last
  help.mode = 'off';
  const alone = help.end();
  server.close(() => void alone.then(() => process.exit(0)));
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), 4000).unref();
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, stop);

await pages.prepare();
server.listen(port, host, () => console.log(`Listening on http://${host}:${port}`));
