import { addressOf, fromOwnPage } from './request';
import { welcomeWord } from './welcome-word';
import { labelWait, pictureWait } from './label-limits';

const sent = (headers: Record<string, string>) => new Headers({ host: 'quay:3000', ...headers });
const env = { ...process.env };
afterEach(() => {
  process.env = { ...env };
});

test.each([
  ['a page of ours', { origin: 'http://quay:3000' }, true],
  [
    'a page of ours, where the browser says so too',
    { origin: 'http://quay:3000', 'sec-fetch-site': 'same-origin' },
    true,
  ],
  ['another site', { origin: 'http://elsewhere' }, false],
  ['another port', { origin: 'http://quay:4000' }, false],
  [
    'another site, as the browser says',
    { origin: 'http://quay:3000', 'sec-fetch-site': 'cross-site' },
    false,
  ],
  ['no page', {}, false],
  ['a page without a name', { origin: 'null' }, false],
  ['a proxy that nobody trusts', { origin: 'http://else', 'x-forwarded-host': 'else' }, false],
] as [string, Record<string, string>, boolean][])(
  'a writing request from %s: %s',
  (_, headers, own) => {
    expect(fromOwnPage(sent(headers))).toBe(own);
  },
);

test('the public address and a trusted proxy are ours too', () => {
  process.env['PUBLIC_URL'] = 'https://book.quay.invalid';
  expect(fromOwnPage(sent({ origin: 'https://book.quay.invalid' }))).toBe(true);
  process.env['TRUST_PROXY'] = '1';
  expect(fromOwnPage(sent({ origin: 'http://else', 'x-forwarded-host': 'else' }))).toBe(true);
});

test('an address is what the server wrote, never what a client says', () => {
  expect(addressOf(sent({ 'x-forwarded-for': '10.9.9.9' }))).toBe('unknown');
  expect(addressOf(sent({ 'x-bitacora-address': '10.0.0.5' }))).toBe('10.0.0.5');
});

test('a word is asked for where others could reach the first page first', () => {
  for (const [host, more, asked] of [
    ['127.0.0.1', {}, false],
    ['localhost', {}, false],
    ['0.0.0.0', {}, true],
    ['192.168.1.4', {}, true],
    ['127.0.0.1', { PUBLIC_URL: 'http://quay' }, true],
    ['127.0.0.1', { TRUST_PROXY: '1' }, true],
  ] as const) {
    process.env = { ...env, HOST: host, ...more };
    expect([host, welcomeWord() !== null]).toEqual([host, asked]);
  }
  expect(welcomeWord()).toMatch(/^[a-z2-9]{4}(-[a-z2-9]{4}){2}$/);
});

test('a label is limited by phone, by address over all labels, and by label', () => {
  const now = 1_000_000_000;
  const passed = (label: string, address: string, times: number, at = now) =>
    Array.from({ length: times }, () => labelWait(label, address, at)).filter((wait) => wait === 0)
      .length;
  expect(passed('label-1', 'phone-1', 300)).toBe(12);
  expect(passed('label-1', 'phone-2', 5)).toBe(5);
  // one phone that goes from label to label
  expect(
    Array.from({ length: 20 }, (_, n) => passed(`other-${n}`, 'phone-3', 10)).reduce(
      (a, b) => a + b,
      0,
    ),
  ).toBe(40);
  // many phones at one label
  expect(
    Array.from({ length: 50 }, (_, n) => passed('label-9', `many-${n}`, 3)).reduce(
      (a, b) => a + b,
      0,
    ),
  ).toBe(60);
  expect(passed('label-1', 'phone-1', 1, now + 600_000)).toBe(1);
  expect(
    Array.from({ length: 60 }, () => pictureWait('phone-1', now)).filter((one) => one === 0),
  ).toHaveLength(20);
});
