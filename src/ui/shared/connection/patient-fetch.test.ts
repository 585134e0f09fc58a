import { Line } from './line';
import { patientFetch } from './patient-fetch';

const page = { headers: { rsc: '1' } };
const action = { method: 'POST', headers: { 'next-action': 'a1' }, body: '[]' };

/** A line whose server answers from the moment `up` is called, and what was waited for. */
function aLine() {
  let up = false;
  let wake: () => void = () => undefined;
  const line = new Line({
    probe: () => Promise.resolve(up),
    wait: () => new Promise((resolve) => (wake = resolve)),
    now: () => 5,
  });
  return {
    line,
    up: () => {
      up = true;
      wake();
    },
  };
}

const nobody = () => Promise.reject(new TypeError('Failed to fetch'));
const settled = () => new Promise((resolve) => setTimeout(resolve, 5));

test('a page that cannot be had is asked for again once the server answers', async () => {
  const { line, up } = aLine();
  const answers = [
    nobody,
    () => Promise.resolve(new Response('gate', { status: 502 })),
    () => Promise.resolve(new Response('page')),
  ];
  const asked: unknown[] = [];
  const fetch = patientFetch((url) => {
    asked.push(url);
    return answers.shift()!();
  }, line);
  const had = fetch('/plan', page);
  await settled();
  expect([line.state().lost, asked]).toEqual([true, ['/plan']]);
  up();
  await settled();
  // the second time a gateway answered for it: the line is lost again, and found again
  expect(await (await had).text()).toBe('page');
  expect(asked).toEqual(['/plan', '/plan', '/plan']);
  expect(line.state()).toEqual({ lost: false, answeredAt: 5 });
});

test('a page that breaks off halfway is no page', async () => {
  const { line, up } = aLine();
  const broken = new ReadableStream({
    start(stream) {
      stream.enqueue(new TextEncoder().encode('half'));
      stream.error(new TypeError('network error'));
    },
  });
  const answers = [new Response(broken), new Response('whole')];
  const fetch = patientFetch(() => Promise.resolve(answers.shift()!), line);
  const had = fetch('/', page);
  await settled();
  expect(line.state().lost).toBe(true);
  up();
  expect(await (await had).text()).toBe('whole');
});

test('an action is tried once, and what nobody waits for is left alone', async () => {
  const { line } = aLine();
  const fetch = patientFetch(nobody, line);
  await expect(
    fetch('/x', { headers: { rsc: '1', 'next-router-prefetch': '1' } }),
  ).rejects.toThrow();
  await expect(fetch('/x.png')).rejects.toThrow();
  expect(line.state().lost).toBe(false);
  await expect(fetch('/', action)).rejects.toThrow('Failed to fetch');
  expect(line.state().lost).toBe(true);
});

test('who has gone elsewhere waits no longer', async () => {
  const { line, up } = aLine();
  const leave = new AbortController();
  const had = patientFetch(nobody, line)('/', { ...page, signal: leave.signal });
  await settled();
  leave.abort();
  up();
  await expect(had).rejects.toThrow();
});
