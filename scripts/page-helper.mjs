// Draws pages beside the server when many ask at once: a process of the server's that reads the book, writes nothing,
// and answers nobody but it.
import http from 'node:http';
import './ends-with-server.mjs';
import { helperSecret } from './page-help.mjs';
import { openPages } from './pages.mjs';

process.env.BITACORA_READS_ONLY = '1';

const { host, port, secret } = JSON.parse(process.env.BITACORA_PAGE_HELPER);
delete process.env.BITACORA_PAGE_HELPER;
const pages = await openPages({ host, port });

const server = http.createServer((request, response) => {
  if (request.headers[helperSecret] !== secret) {
    response.writeHead(403).end();
    return;
  }
  delete request.headers[helperSecret];
  pages.serve(request, response).catch(() => response.destroy());
});
// the server takes up again what it had asked and was not answered
process.on('disconnect', () => process.exit(0));

await pages.prepare();
server.listen(0, '127.0.0.1', () => process.send?.(server.address().port));
