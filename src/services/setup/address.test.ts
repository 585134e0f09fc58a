import os from 'node:os';
import { changeSetting } from './settings';
import { must, eachTestShop, refusal, tester } from '../testing/shop';
import { addressProblem, isLoopback, networkAddresses, publicAddress } from './address';

const shop = eachTestShop();
afterEach(() => {
  delete process.env['PUBLIC_URL'];
});

test.each([
  'localhost',
  'localhost:3000',
  '127.0.0.1:3000',
  '127.8.0.1',
  '[::1]:3000',
  '0.0.0.0:80',
])('%s is this computer itself', (host) => {
  expect(isLoopback(host)).toBe(true);
  expect(addressProblem(`http://${host}`)).toContain('no phone reaches it');
});

test.each(['192.168.1.20:3000', 'book.quay.invalid', '[2001:db8::7]:3000', '128.0.0.1'])(
  '%s is reached by others',
  (host) => {
    expect(isLoopback(host)).toBe(false);
    expect(addressProblem(`http://${host}`)).toBeNull();
  },
);

test('no link ever leads a phone to itself: an address of its network, or none', () => {
  const one = { address: '192.168.1.20', family: 'IPv4', internal: false };
  const networks = jest.spyOn(os, 'networkInterfaces');
  networks.mockReturnValue({ eth0: [one as os.NetworkInterfaceInfo] });
  expect(publicAddress(shop, 'localhost:3000')).toEqual({
    base: 'http://192.168.1.20:3000',
    from: 'found',
  });
  networks.mockReturnValue({ lo: [{ ...one, internal: true } as os.NetworkInterfaceInfo] });
  expect(publicAddress(shop, '127.0.0.1:3000')).toEqual({ base: null, from: null });
  networks.mockRestore();
  expect(publicAddress(shop, '192.168.1.20:3000')).toEqual({
    base: 'http://192.168.1.20:3000',
    from: 'in use',
  });
});

test('what the shop says holds, what the server’s settings say holds more', () => {
  must(changeSetting(shop, tester, { name: 'address', value: 'http://book.quay.invalid' }));
  expect(publicAddress(shop, '127.0.0.1:3000')).toMatchObject({
    base: 'http://book.quay.invalid',
    from: 'shop',
  });
  process.env['PUBLIC_URL'] = 'https://other.invalid';
  expect(publicAddress(shop, '127.0.0.1:3000').from).toBe('server');
  for (const value of ['http://localhost:3000', 'quay', 'ftp://quay.invalid']) {
    expect(refusal(changeSetting(shop, tester, { name: 'address', value }))).toMatch(
      /phone|begins with/,
    );
  }
});

test('addresses of this computer: those of its networks, the short ones first', () => {
  const one = (address: string, family: 'IPv4' | 'IPv6', internal = false) =>
    ({ address, family, internal }) as os.NetworkInterfaceInfo;
  expect(
    networkAddresses('3000', {
      lo: [one('127.0.0.1', 'IPv4', true)],
      eth0: [one('2001:db8::7', 'IPv6'), one('fe80::1', 'IPv6'), one('192.168.1.20', 'IPv4')],
      none: undefined,
    }),
  ).toEqual(['http://192.168.1.20:3000', 'http://[2001:db8::7]:3000']);
});
