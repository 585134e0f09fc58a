import { pageRights } from '../../../e2e/rights';
import { reportFault } from '../faults/report';
import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';
import { machinePlaces, places } from './places';
import { search } from './search';

const shop = eachTestShop();
let id: string;
beforeEach(() => {
  ({ id } = addTestMachine(shop, 'Heron', 'co2-glass-tube'));
});

const found = (text: string, role: 'technician' | 'reader' = 'technician') =>
  search(shop, role, text).map(({ kind, words }) => `${kind}: ${words}`);

test('by the beginnings of words, in any order: machines first, the record last', () => {
  const all = found('her');
  expect(all[0]).toBe('machine: Heron');
  expect(all.at(-1)).toBe('record: “her” in the record');
  expect(found('mirr 2 heron')[0]).toBe('station: Mirror 2');
  expect(found('2 HER mir')[0]).toBe('station: Mirror 2');
  expect(search(shop, 'technician', 'her')[0]!.href).toBe(`/machines/${id}`);
  expect(found('eron')).toEqual(['record: “eron” in the record']);
  expect(found('   ')).toEqual([]);
});

test('faults by their signs and words, people, pages by what they are called, and what a word means', () => {
  must(
    reportFault(shop, tester, {
      machineId: id,
      signs: ['smoke'],
      note: 'behind the Flange',
      key: 'of-the-search',
    }),
  );
  expect(found('flan')[0]).toMatch(/^fault: /);
  expect(found(tester.name)).toContain(`person: ${tester.name}`);
  expect(found('acetone')).toContain('page: Set-up: methods');
  expect(search(shop, 'technician', 'capac quarter')).toContainEqual(
    expect.objectContaining({ kind: 'page', words: 'Load', href: '/plan/load' }),
  );
  const [word] = search(shop, 'technician', 'soil hours').filter(({ kind }) => kind === 'word');
  expect(word).toMatchObject({
    words: 'soil hours',
    href: null,
    beside: expect.stringMatching(/weighted/),
  });
});

test('nothing is found that the role may not open, and every page that is found is there', () => {
  expect(found('acetone', 'reader')).toEqual(['record: “acetone” in the record']);
  for (const { href, right } of places) {
    expect([href, pageRights[href]]).toEqual([href, right]);
  }
  for (const { href, right } of machinePlaces) {
    expect([href, pageRights[`/machines/[id]${href}`]]).toEqual([href, right]);
  }
});

test('every page with an address of its own is found, and every page of a machine', () => {
  // a dry run is of a machine, pictures are of a station: without one there is no page
  const asked = ['/refused', '/clean/practice'];
  const own = Object.keys(pageRights).filter(
    (page) => !page.includes('[') && pageRights[page] !== 'open' && !asked.includes(page),
  );
  expect(places.map(({ href }) => href).sort()).toEqual(own.sort());
  const ofMachine = Object.keys(pageRights)
    .map((page) => /^\/machines\/\[id\](\/[^[]+)$/.exec(page)?.[1])
    .filter((href) => href !== undefined && href !== '/pictures');
  expect(machinePlaces.map(({ href }) => href).sort()).toEqual(ofMachine.sort());
});
