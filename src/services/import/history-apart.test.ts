import { addTestMachine, eachTestShop, must, openTestShop, refusal, tester } from '../testing/shop';
import { historySchema, takeHistory } from './history';
import { previewHistoryApart, takeHistoryApart } from './history-apart';

const shop = eachTestShop(() => openTestShop(Date.now()));
beforeEach(() => {
  addTestMachine(shop, 'Wren');
});

const rows = Array.from({ length: 700 }, (_, n) => {
  const day = new Date(Date.UTC(2024, 0, 1) + n * 86_400_000).toISOString().slice(0, 10);
  return `${day},Wren,Protective window,Bo`;
});
const history = (lines: readonly string[]) =>
  historySchema.parse({ kind: 'care', text: ['date,machine,station,person', ...lines].join('\n') });

/** How often others had their turn while something was waited for. */
async function turnsMeanwhile<T>(work: T | Promise<T>): Promise<{ value: T; turns: number }> {
  let turns = 0;
  const timer = setInterval(() => (turns += 1), 5);
  const value = await work;
  clearInterval(timer);
  return { value, turns };
}

test('a long history is read and taken in while others are served, and twice adds nothing', async () => {
  const seen = await turnsMeanwhile(previewHistoryApart(shop, tester, history(rows)));
  expect(must(seen.value).counts).toEqual({ accepted: 700, duplicates: 0, rejected: 0 });
  expect(seen.turns).toBeGreaterThan(5);
  const taken = await turnsMeanwhile(takeHistoryApart(shop, tester, history(rows)));
  expect(must(taken.value).counts.accepted).toBe(700);
  expect(taken.turns).toBeGreaterThan(5);
  const again = await takeHistoryApart(shop, tester, history(rows));
  expect(must(again).counts).toEqual({ accepted: 0, duplicates: 700, rejected: 0 });
});

test('what is wrong with a long history is said in the same words', async () => {
  const text = rows.join('\n');
  const nameless = historySchema.parse({ kind: 'care', text });
  const said = refusal(takeHistory(shop, tester, nameless));
  expect(refusal(await takeHistoryApart(shop, tester, nameless))).toBe(said);
});

test('a short one is answered at once', () => {
  const outcome = previewHistoryApart(shop, tester, history(rows.slice(0, 3)));
  expect(outcome).toMatchObject({ ok: true, value: { counts: { accepted: 3 } } });
});
