// What every request passes before the app: where it comes from, how often, and what the browser may load.
import { randomBytes } from 'node:crypto';
import { IncomingMessage } from 'node:http';

/**
 * What a page may load and run: our own files, and inline scripts that carry this request's mark. Styles may stand
 * inline: components set sizes and shares so, and no style runs anything.
 */
export function contentSecurityPolicy(nonce) {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "media-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

export const newNonce = () => randomBytes(16).toString('base64');

/** Ways in that know nobody yet, or that a token in the address opens. */
const doors = /^\/(sign-in|welcome|join\/|follow\/|at\/|api\/follow\/|api\/plan\/feed\/)/;
export const isDoor = (url) => doors.test(url);

/**
 * So many at once, and so many a second after that, for each address.
 * @param now milliseconds
 */
export class AddressLimit {
  #left = new Map();

  constructor({ burst, perSecond, mostAddresses = 10_000 }) {
    Object.assign(this, { burst, perSecond, mostAddresses });
  }

  /** Seconds to wait; 0: come in. */
  take(address, now = Date.now()) {
    const { left, at } = this.#left.get(address) ?? { left: this.burst, at: now };
    const filled = Math.min(this.burst, left + ((now - at) / 1000) * this.perSecond);
    if (this.#left.size >= this.mostAddresses) this.#left.clear();
    this.#left.set(address, { left: Math.max(0, filled - 1), at: now });
    return filled >= 1 ? 0 : Math.ceil((1 - filled) / this.perSecond);
  }
}

const longestCall = 12.5e6;
/** What the arguments of an action may hold besides plain JSON: what `undefined`, dates and the like become. */
const meaning = /^\$(?:\$|undefined$|NaN$|-?Infinity$|-0$|n-?\d{1,40}$|D\d{4}-\d\d-\d\dT)/;

/** Beside pictures: the form that holds them, by its number. */
const form = /^\$K[0-9a-f]{1,4}$/;

/**
 * What is wrong with the arguments of a call, as they came; `null`: a page of ours could have sent them.
 * @param withForm whether a form came with them
 */
export function callProblem(text, withForm = false) {
  let args;
  try {
    args = JSON.parse(text);
  } catch {
    return 'no JSON';
  }
  if (!Array.isArray(args)) return 'no list of arguments';
  const waiting = [args];
  for (let value = waiting.pop(); value !== undefined; value = waiting.pop()) {
    if (typeof value === 'string' && value.startsWith('$')) {
      if (meaning.test(value) || (withForm && form.test(value))) continue;
      return 'a reference to nothing';
    }
    if (typeof value !== 'object' || value === null) continue;
    for (const [name, inner] of Object.entries(value)) {
      if (name === '__proto__') return 'a field that no form has';
      if (inner !== undefined) waiting.push(inner);
    }
  }
  return null;
}

/** The arguments among the parts of a form: the one that is named 0. */
function firstPart(body) {
  const head = Buffer.from('name="0"\r\n\r\n');
  const begin = body.indexOf(head);
  const end = body.indexOf('\r\n--', begin + head.length);
  return begin < 0 || end < 0 ? null : body.toString('utf8', begin + head.length, end);
}

/**
 * The call of an action, read whole and looked at, so that the app meets no arguments that it cannot read.
 * @returns the request to go on with, or the status and words to refuse it with
 */
export async function examinedCall(request) {
  const type = request.headers['content-type'] ?? '';
  const pieces = [];
  let bytes = 0;
  for await (const piece of request) {
    bytes += piece.length;
    if (bytes > longestCall) return { status: 413, words: 'More than an action takes.' };
    pieces.push(piece);
  }
  const body = Buffer.concat(pieces);
  const text = type.startsWith('multipart/form-data') ? firstPart(body) : body.toString('utf8');
  const problem = text === null ? 'no arguments' : callProblem(text, text.length < body.length);
  if (problem) {
    return { status: 400, words: `This is not what a page of this server sends: ${problem}.` };
  }
  const copy = new IncomingMessage(request.socket);
  copy._read = () => undefined;
  for (const field of [
    'method',
    'url',
    'headers',
    'rawHeaders',
    'httpVersion',
    'httpVersionMajor',
    'httpVersionMinor',
  ]) {
    copy[field] = request[field];
  }
  copy.push(body);
  copy.push(null);
  copy.complete = true;
  return { request: copy };
}
