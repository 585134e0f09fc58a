// A second process that draws pages when many ask at once: one core draws a page at a time, and most computers have more.
import { fork } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { once } from 'node:events';
import http from 'node:http';
import os from 'node:os';
import path from 'node:path';
import { pipeline } from 'node:stream';
import { root } from './common.mjs';

/** By this header the helper knows the server. */
export const helperSecret = 'x-bitacora-helper';

/** So many requests at once call it; one browser alone has six. */
const crowd = 8;
/** It goes when it was not needed for so long, milliseconds. */
const restsAfter = 600_000;

// a sheet in work keeps what it found when it is opened: the server draws it
const noPage = /^\/(_next|api|clean\/|healthz|readyz|welcome|sign-in|sw\.js|icon|manifest)/;
/** Whether the helper may answer: what only looks. */
const isPage = ({ method, url }) => method === 'GET' && !noPage.test(url ?? '');

/** Of one hop only, not of the answer. */
const ofTheHop = ['connection', 'keep-alive', 'transfer-encoding'];
function withoutHop(headers) {
  const kept = { ...headers };
  for (const name of ofTheHop) delete kept[name];
  return kept;
}

export class PageHelp {
  /** the process, once it is called */
  #child = null;
  /** where it listens, once it does */
  #port = null;
  #secret = randomBytes(24).toString('hex');
  #agent = new http.Agent({ keepAlive: true });
  /** requests it has */
  #has = 0;
  #rest = null;

  /** @param mode "off": never called; "always": called at once, and given every page. Else as many ask */
  constructor({ host, port, mode }) {
    Object.assign(this, { host, port, mode });
  }

  /** Whether it shall answer a request. @param own how many the server itself has to answer, this one not counted */
  takes(request, own) {
    if (!isPage(request)) return false;
    if (this.#port === null) {
      const crowded = own >= crowd && os.availableParallelism() > 1;
      if (this.mode === 'always' || (crowded && this.mode !== 'off')) this.#call();
      return false;
    }
    return this.mode === 'always' || this.#has < own;
  }

  #call() {
    if (this.#child) return;
    const { host, port } = this;
    const child = fork(path.join(root, 'scripts', 'page-helper.mjs'), {
      env: {
        ...process.env,
        BITACORA_PAGE_HELPER: JSON.stringify({ host, port, secret: this.#secret }),
      },
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    this.#child = child;
    const ended = () => {
      if (this.#child === child) this.#forget();
    };
    // one that could not be begun never exits
    child.on('error', ended);
    child.once('exit', ended);
    child.on('message', (at) => {
      if (this.#child === child) this.#port = at;
    });
    // the server's own end is no matter of it
    child.unref();
    child.channel?.unref();
  }

  #forget() {
    this.#child = null;
    this.#port = null;
    clearTimeout(this.#rest);
  }

  /**
   * Ends it, as where another book is put in place of the one it reads. It is called again when it is needed.
   * @returns once it has let go of the book
   */
  async end() {
    const child = this.#child;
    this.#forget();
    if (!child?.kill('SIGKILL')) return;
    child.ref();
    await once(child, 'exit');
  }

  /** Has it answer. @returns whether it did: else nothing was said yet, and the server answers itself */
  async answer(request, response) {
    this.#has += 1;
    clearTimeout(this.#rest);
    this.#rest = setTimeout(() => void this.end(), restsAfter).unref();
    try {
      return await this.#asked(request, response);
    } finally {
      this.#has -= 1;
    }
  }

  #asked(request, response) {
    return new Promise((resolve) => {
      const asked = http.request({
        host: '127.0.0.1',
        port: this.#port,
        agent: this.#agent,
        method: request.method,
        path: request.url,
        headers: { ...withoutHop(request.headers), [helperSecret]: this.#secret },
      });
      asked.on('response', (answer) => {
        if (answer.statusCode >= 500) {
          answer.resume();
          resolve(false);
          return;
        }
        response.writeHead(answer.statusCode, withoutHop(answer.headers));
        // an answer that broke off is broken off for whoever asked too
        pipeline(answer, response, () => resolve(true));
      });
      asked.on('error', () => resolve(response.headersSent || response.closed));
      response.once('close', () => asked.destroy());
      asked.end();
    });
  }
}
