import { PictureQueue, type PictureTry } from './picture-queue';

const file = (name: string) => ({ name });
type File = ReturnType<typeof file>;

/** A queue over a line that answers as it is told, one answer a try. */
function queueOver(answers: (PictureTry | 'sent')[]) {
  const sent: { name: string; key: string }[] = [];
  const waits: number[] = [];
  let keys = 0;
  const queue = new PictureQueue<File>({
    shrink: async (one) => one,
    send: async (picture, key) => {
      sent.push({ name: (picture as File).name, key });
      const answer = answers.shift() ?? 'sent';
      return answer === 'sent' ? { is: 'sent' } : answer;
    },
    wait: async (ms) => void waits.push(ms),
    newKey: () => `key-${++keys}`,
  });
  return { queue, sent, waits };
}

const again = { is: 'again', words: 'the line is slow' } as const;

test('pictures go one by one, in order', async () => {
  const { queue, sent } = queueOver([]);
  await queue.send(['a', 'b', 'c'].map(file));
  expect(sent).toEqual([
    { name: 'a', key: 'key-1' },
    { name: 'b', key: 'key-2' },
    { name: 'c', key: 'key-3' },
  ]);
  expect(queue.states().map(({ state }) => state)).toEqual(['sent', 'sent', 'sent']);
});

test('one that fails is tried again after ever longer, under its key, until it arrives', async () => {
  const { queue, sent, waits } = queueOver(Array.from({ length: 8 }, () => again));
  await queue.send(['a', 'b'].map(file));
  expect(sent.slice(0, 9).every(({ key }) => key === 'key-1')).toBe(true);
  expect(sent.at(-1)).toEqual({ name: 'b', key: 'key-2' });
  expect(waits).toEqual([1000, 2000, 4000, 8000, 16_000, 30_000, 30_000, 30_000]);
  expect(queue.states()).toMatchObject([
    { state: 'sent', words: null },
    { state: 'sent', words: null },
  ]);
});

test('one that is refused says why, and the others go on', async () => {
  const { queue, waits } = queueOver([{ is: 'refused', words: 'no picture' }]);
  await queue.send(['a', 'b'].map(file));
  expect(queue.states()).toMatchObject([
    { name: 'a', state: 'refused', words: 'no picture' },
    { name: 'b', state: 'sent' },
  ]);
  expect(waits).toEqual([]);
});

test('whoever listens hears each change, and sees why one is tried again', async () => {
  const { queue } = queueOver([again]);
  const seen: string[] = [];
  const stop = queue.hear(() => {
    const [one] = queue.states();
    seen.push(`${one!.state}${one!.words ? ': ' + one!.words : ''}`);
  });
  await queue.send([file('a')]);
  stop();
  expect(seen).toEqual(['waiting', 'sending', 'sending: the line is slow', 'sent']);
});
