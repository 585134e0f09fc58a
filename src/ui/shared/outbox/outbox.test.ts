import type { Outcome } from '../../../services/shop';
import { Outbox, type Kept } from './outbox';

type What = { n: number };

/** A device whose server is away until `away` is put out, and what the server took. */
function aDevice(disk = new Map<string, Kept<What>>()) {
  const device = {
    away: false,
    took: [] as number[],
    refuses: new Map<number, Outcome<number>>(),
    waited: [] as number[],
    now: 100,
  };
  const outbox = new Outbox<What, number>({
    store: {
      all: () => Promise.resolve([...disk.values()]),
      put: (kept) => Promise.resolve(void disk.set(kept.key, kept)),
      drop: (key) => Promise.resolve(void disk.delete(key)),
    },
    send: ({ what: { n } }) => {
      if (device.away) return Promise.reject(new Error('nobody'));
      const refused = device.refuses.get(n);
      if (refused) return Promise.resolve(refused);
      device.took.push(n);
      return Promise.resolve({ ok: true, value: n });
    },
    isLost: () => false,
    wait: (ms) => {
      device.waited.push(ms);
      device.refuses.clear();
      return Promise.resolve();
    },
    now: () => device.now,
  });
  const post = (n: number) => outbox.post({ key: `key-${n}`, what: { n }, words: `number ${n}` });
  return { device, outbox, disk, post };
}

const no = (message: string, waitSeconds?: number): Outcome<number> => ({
  ok: false,
  error: { field: null, message, ...(waitSeconds && { waitSeconds }) },
});

test('what is posted is sent, and nothing of it stays', async () => {
  const { outbox, post, disk } = aDevice();
  expect(await post(1)).toEqual({ ok: true, value: 1 });
  expect([outbox.list(), disk.size]).toEqual([[], 0]);
});

test('without a line it is kept over the end of the page, and sent once, in order', async () => {
  const first = aDevice();
  first.device.away = true;
  expect(await first.post(1)).toBe('kept');
  first.device.now = 50; // the clock is set back: the order stays
  expect(await first.post(2)).toBe('kept');

  const { outbox, device, disk, post } = aDevice(first.disk);
  await Promise.all([outbox.open(), outbox.flush(), outbox.flush()]);
  expect(await post(3)).toEqual({ ok: true, value: 3 });
  expect(device.took).toEqual([1, 2, 3]);
  expect(disk.size).toBe(0);
});

test('at a form a refusal is the form’s to mend; what was kept stays, and holds nothing up', async () => {
  const { outbox, device, post } = aDevice();
  device.refuses.set(1, no('too long'));
  expect(await post(1)).toEqual(no('too long'));
  expect(outbox.list()).toEqual([]);

  device.away = true;
  await post(2);
  await post(3);
  device.away = false;
  device.refuses.set(2, no('overlaps'));
  await outbox.flush();
  expect(device.took).toEqual([3]);
  expect(outbox.list()).toMatchObject([{ key: 'key-2', refused: 'overlaps' }]);
  await outbox.again('key-2', () => ({ n: 20 }));
  expect([device.took, outbox.list()]).toEqual([[3, 20], []]);
});

test('too much at once is sent again after the wait', async () => {
  const { outbox, device, post } = aDevice();
  device.away = true;
  await post(1);
  device.away = false;
  device.refuses.set(1, no('wait', 7));
  await outbox.flush();
  expect([device.waited, device.took, outbox.list()]).toEqual([[7000], [1], []]);
});

test('what is taken back while it is on its way is sent as taken back', async () => {
  const { device, outbox, post } = aDevice();
  device.away = true;
  await post(1);
  device.away = false;
  let answer: (outcome: Outcome<number>) => void = () => undefined;
  const held = new Promise<Outcome<number>>((resolve) => (answer = resolve));
  const send = outbox.tools.send;
  outbox.tools.send = () => held;
  const flushed = outbox.flush();
  await Promise.resolve();
  outbox.tools.send = send;
  const again = outbox.again('key-1', () => ({ n: -1 }));
  answer({ ok: true, value: 1 });
  await Promise.all([flushed, again]);
  expect(device.took).toEqual([-1]);
  expect(outbox.list()).toEqual([]);
});
