// The app's pages, as every process that draws them serves them.
import zlib from 'node:zlib';
import compression from 'compression';
import { root } from './common.mjs';

process.env.NODE_ENV = 'production';
process.env.NEXT_TELEMETRY_DISABLED = '1';
process.chdir(root);

const compressed = (level) =>
  compression({ level, brotli: { params: { [zlib.constants.BROTLI_PARAM_QUALITY]: level } } });
// a page is compressed each time it is asked for: by level 6, the usual, Today took two and a half times as long for a
// sixth less. A script comes once per browser
const compressPage = compressed(2);
const compressScript = compressed(6);

/** @returns what answers a request, and what makes it ready to */
export async function openPages({ host, port }) {
  const { default: next } = await import('next');
  const app = next({ dev: false, dir: root, hostname: host, port });
  const draw = app.getRequestHandler();
  return {
    prepare: () => app.prepare(),
    serve: (request, response) => {
      const script = request.url?.startsWith('/_next/static/');
      (script ? compressScript : compressPage)(request, response, () => undefined);
      return draw(request, response);
    },
  };
}
