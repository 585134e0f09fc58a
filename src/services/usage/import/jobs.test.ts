import type { Actor } from '../../shop';
import { addTestMachine, must, eachTestShop, openTestShop, refusal } from '../../testing/shop';
import { cancelImport, finishImport, rejectedRows, startImport, viewImport } from './jobs';

const shop = eachTestShop(() => openTestShop(Date.now()));
beforeEach(() => {
  addTestMachine(shop);
});

const person = (id: string): Actor => ({ id, name: id, source: 'hand' });
const [ada, bo, cleo] = ['Ada', 'Bo', 'Cleo'].map(person) as [Actor, Actor, Actor];
const file = (rows: number) => ({
  fileName: 'log.csv',
  allowOverlap: false,
  bytes: new TextEncoder().encode(
    [
      'machine,start,run',
      ...Array.from({ length: rows }, (_, n) => `Wren,2025-01-0${(n % 9) + 1}T0${n % 8}:00,30`),
      'Nobody,2025-01-01T10:00,30',
    ].join('\n'),
  ),
});
const page = { part: 'rejected' as const, offset: 0, limit: 50 };

async function checked(actor: Actor, id: string) {
  for (let tries = 0; tries < 200; tries++) {
    const view = must(await viewImport(shop, actor, id, page));
    if (view.state !== 'reading') return view;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('it is still read');
}

test('at most two are worked on at once; of one person the newest', async () => {
  const first = must(startImport(shop, ada, file(2)));
  const second = must(startImport(shop, ada, file(2)));
  expect(refusal(await viewImport(shop, ada, first, page))).toContain('no longer open');
  const other = must(startImport(shop, bo, file(2)));
  expect(refusal(startImport(shop, cleo, file(2)))).toContain('2 files are being imported');
  cancelImport(bo, other);
  const third = must(startImport(shop, cleo, file(2)));
  cancelImport(ada, second);
  cancelImport(cleo, third);
});

test('one that is written keeps what is shown of it and no process', async () => {
  const id = must(startImport(shop, ada, file(5)));
  expect(await checked(ada, id)).toMatchObject({ state: 'checked', counts: { rejected: 1 } });
  const counts = must(await finishImport(ada, id));
  expect(must(await viewImport(shop, ada, id, page))).toMatchObject({
    state: 'written',
    counts,
    total: 1,
    rows: [{ outcome: 'rejected' }],
  });
  expect(must(await rejectedRows(ada, id)).csv).toContain('Nobody');
  // nobody waits for it any more
  const others = [bo, cleo].map((one) => must(startImport(shop, one, file(1))));
  cancelImport(bo, others[0]!);
  cancelImport(cleo, others[1]!);
}, 60_000);
