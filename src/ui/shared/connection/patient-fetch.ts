import type { Line } from './line';

const pageMs = 20_000;
const smallActionMs = 30_000;
const smallBytes = 100_000;

type Kind = 'page' | 'action' | 'other';

/** What the router asks for: a page that somebody waits for, an action, or what nobody waits for. */
function kindOf(sent: Headers): Kind {
  if (sent.has('next-action')) return 'action';
  const ahead = sent.has('next-router-prefetch') || sent.has('next-router-segment-prefetch');
  return sent.has('rsc') && !ahead ? 'page' : 'other';
}

/** A way between this device and the server that answers for the server: it is down, not the page. */
const isNobody = (response: Response) => response.status === 502 || response.status === 504;

/**
 * A `fetch` by which no page dies when the line does. The router leaves for the browser's own page of errors where a
 * page cannot be had: here a page that was asked for is asked for again once the server answers, and what is shown
 * stays. An action is tried once; that it found nobody is noted on the line.
 */
export function patientFetch(fetch: typeof globalThis.fetch, line: Line): typeof globalThis.fetch {
  return async (input, init) => {
    const kind = kindOf(new Headers(init?.headers));
    if (kind === 'other') return fetch(input, init);
    const given = init?.signal ?? null;
    for (;;) {
      const signal = anyOf([given, limitOf(kind, init?.body)]);
      try {
        const response = await fetch(input, { ...init, signal });
        if (kind === 'action') {
          if (isNobody(response)) line.lose();
          else line.answered();
          return response;
        }
        if (!isNobody(response)) {
          const page = await whole(response);
          line.answered();
          return page;
        }
      } catch (error) {
        if (given?.aborted) throw error;
        if (kind === 'action') {
          line.lose();
          throw error;
        }
      }
      line.lose();
      await line.back();
      given?.throwIfAborted();
    }
  };
}

/** A response that has come in to its end: a line that is lost halfway is lost here, not in the router. */
async function whole(response: Response): Promise<Response> {
  const body = response.body && (await response.arrayBuffer());
  const page = new Response(body, response);
  // the router asks where it was led
  for (const name of ['url', 'redirected'] as const) {
    Object.defineProperty(page, name, { value: response[name] });
  }
  return page;
}

/** How long an answer is waited for; a large file may take as long as it takes. */
function limitOf(kind: Kind, body: BodyInit | null | undefined): AbortSignal | null {
  if (kind === 'page') return AbortSignal.timeout(pageMs);
  const small = typeof body === 'string' && body.length < smallBytes;
  return small ? AbortSignal.timeout(smallActionMs) : null;
}

/** One signal that ends with the first of them; `null` of none. `AbortSignal.any` is younger than some phones. */
function anyOf(some: readonly (AbortSignal | null)[]): AbortSignal | null {
  const signals = some.filter((signal) => signal !== null);
  if (signals.length < 2) return signals[0] ?? null;
  const both = new AbortController();
  for (const signal of signals) {
    if (signal.aborted) both.abort(signal.reason);
    signal.addEventListener('abort', () => both.abort(signal.reason), { once: true });
  }
  return both.signal;
}
