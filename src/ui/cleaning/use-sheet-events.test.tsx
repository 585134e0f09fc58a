/** @jest-environment jsdom */
import { act, renderHook, waitFor } from '@testing-library/react';
import type { SheetEvent, SheetEventWhat } from '../../core/cleaning/progress';
import { useSheetEvents } from './use-sheet-events';

const sheetId = 'sheet-1';
const step = (id: string): SheetEventWhat => ({ kind: 'step', step: id, done: true });
const words = (what: SheetEventWhat) => (what.kind === 'step' ? what.step : what.kind);

/** What the server was sent, a request at a time, and how it answers. */
class Server {
  readonly got: string[][] = [];
  readonly kept: SheetEvent[] = [];
  now = 1000;
  /** answers wait until this is called */
  letGo: () => void = () => undefined;
  held: Promise<void> = Promise.resolve();
  refuses = (_: string) => false;
  status = 200;

  hold(): void {
    this.held = new Promise((resolve) => (this.letGo = resolve));
  }

  readonly fetch = async (_url: string, { body }: { body?: string } = {}) => {
    const sent = JSON.parse(body ?? '[]') as SheetEvent[];
    if (body) this.got.push(sent.map(({ what }) => words(what)));
    await this.held;
    const bad = sent.find(({ what }) => this.refuses(words(what)));
    const wrong = this.status !== 200 || bad;
    if (!wrong) this.kept.push(...sent);
    const answer = wrong
      ? { ok: false, error: { field: null, message: bad ? 'Not that one.' : 'The disk is full.' } }
      : {
          ok: true,
          value: {
            now: this.now,
            count: this.kept.length,
            events: sent.map((one) => ({ ...one, person: 'Ragna' })),
            closed: null,
          },
        };
    return { status: bad ? 422 : this.status, json: () => Promise.resolve(answer) };
  };
}

async function openSheet(server = new Server()) {
  globalThis.fetch = server.fetch as unknown as typeof fetch;
  AbortSignal.timeout = () => new AbortController().signal;
  const drawn = renderHook(() =>
    useSheetEvents({ sheetId, person: 'Ragna', initial: [], now: 1000 }),
  );
  await act(async () => {
    await server.held;
  });
  return { server, ...drawn };
}

beforeEach(() => localStorage.clear());

test('presses of one moment go out together, and what is pressed while they are on their way right after', async () => {
  const { server, result } = await openSheet();
  server.hold();
  await act(async () => {
    for (const line of ['a', 'b', 'c']) result.current.store.press(step(line));
    await Promise.resolve();
  });
  await waitFor(() => expect(server.got).toEqual([['a', 'b', 'c']]));
  act(() => result.current.store.press(step('d')));
  expect(result.current.store.unsent).toBe(4);
  expect([...result.current.store.progress.steps.keys()]).toEqual(['a', 'b', 'c', 'd']);
  // no poll is waited for
  server.letGo();
  await waitFor(() => expect(result.current.store.unsent).toBe(0), { timeout: 1000 });
  expect(server.got).toEqual([['a', 'b', 'c'], ['d']]);
  expect([...result.current.store.progress.steps.keys()]).toEqual(['a', 'b', 'c', 'd']);
});

test('one press that cannot be taken is told of, and keeps none of the others back', async () => {
  const { server, result } = await openSheet();
  server.refuses = (line) => line === 'b';
  act(() => {
    for (const line of ['a', 'b', 'c']) result.current.store.press(step(line));
  });
  await waitFor(() => expect(result.current.store.unsent).toBe(0));
  expect(server.kept.map(({ what }) => words(what))).toEqual(['a', 'c']);
  const [problem] = result.current.store.problems;
  expect(problem).toMatchObject({ message: 'Not that one.' });
  act(() => result.current.store.dismiss(problem!.event));
  expect(result.current.store.problems).toEqual([]);
});

test('what the server cannot take now is kept on this device, over a reload too, and is sent once', async () => {
  const { server, result, unmount } = await openSheet();
  server.status = 503;
  act(() => result.current.store.press(step('a')));
  await waitFor(() => expect(result.current.store.stuck).toBe('The disk is full.'));
  expect(result.current.store.unsent).toBe(1);
  unmount();

  server.status = 200;
  const again = await openSheet(server);
  await waitFor(() => expect(again.result.current.store.unsent).toBe(0));
  expect(again.result.current.store.stuck).toBeNull();
  expect(server.kept.map(({ what }) => words(what))).toEqual(['a']);
});

test('signed out, presses wait, and the sheet says so', async () => {
  const { server, result } = await openSheet();
  server.status = 401;
  act(() => result.current.store.press(step('a')));
  await waitFor(() => expect(result.current.store.signedOut).toBe(true));
  expect(result.current.store.unsent).toBe(1);
});

test('a dry run sends nothing', async () => {
  const server = new Server();
  globalThis.fetch = server.fetch as unknown as typeof fetch;
  const { result } = renderHook(() =>
    useSheetEvents({ sheetId: null, person: 'Ragna', initial: [], now: 1000 }),
  );
  act(() => result.current.store.press(step('a')));
  await act(async () => {
    await Promise.resolve();
  });
  expect([...result.current.store.progress.steps.keys()]).toEqual(['a']);
  expect([result.current.store.unsent, server.got]).toEqual([0, []]);
});

test('an answer that brings nothing new leaves everything as it stands', async () => {
  const { server, result } = await openSheet();
  const { store, clock } = result.current;
  server.now += 3500;
  await act(async () => {
    window.dispatchEvent(new Event('online'));
    await Promise.resolve();
  });
  await waitFor(() => expect(result.current.clock).toBe(clock + 3500));
  expect(result.current.store).toBe(store);
});
