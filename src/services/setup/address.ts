import os from 'node:os';
import type { Shop } from '../shop';

/** Where phones reach this server. */
export interface PublicAddress {
  /** `null`: it is not known, and nothing is printed that leads nowhere */
  base: string | null;
  /** said by the server's settings, by the shop, in use now, or found on this computer */
  from: 'server' | 'shop' | 'in use' | 'found' | null;
}

/** Whether a host is this computer itself, for nobody else. */
export function isLoopback(host: string): boolean {
  const name = host.replace(/:\d+$/, '').replace(/^\[|\]$/g, '');
  return /^(localhost|127(\.\d+){3}|::1|0\.0\.0\.0|::)$/i.test(name);
}

/** Addresses of this computer in its networks, IPv4 first, as bases of links. */
export function networkAddresses(
  port: string,
  interfaces: NodeJS.Dict<os.NetworkInterfaceInfo[]> = os.networkInterfaces(),
): string[] {
  const found = Object.values(interfaces)
    .flatMap((some) => some ?? [])
    .filter(({ internal, address }) => !internal && !address.startsWith('fe80:'))
    .sort((a, b) => a.family.localeCompare(b.family));
  const hosts = found.map(({ family, address }) => (family === 'IPv6' ? `[${address}]` : address));
  return [...new Set(hosts)].map((host) => `http://${host}${port ? `:${port}` : ''}`);
}

/** What is wrong with an address phones are to reach the server by, or `null`. */
export function addressProblem(value: string): string | null {
  if (!URL.canParse(value) || !/^https?:$/.test(new URL(value).protocol)) {
    return 'An address begins with http:// or https://, such as http://192.168.1.20:3000.';
  }
  return isLoopback(new URL(value).hostname)
    ? 'That is this computer itself: no phone reaches it there.'
    : null;
}

/**
 * The address phones reach this server by: as the server's settings say, else as the shop does, else the one in use
 * now, else one of this computer's in its network. Never one that leads a phone to itself.
 * @param host by which the page was asked for, with its port
 */
export function publicAddress(shop: Pick<Shop, 'address'>, host: string): PublicAddress {
  const fixed = process.env['PUBLIC_URL'];
  if (fixed) return { base: fixed, from: 'server' };
  if (shop.address) return { base: shop.address, from: 'shop' };
  if (!isLoopback(host)) return { base: `http://${host}`, from: 'in use' };
  const [found] = networkAddresses(/:(\d+)$/.exec(host)?.[1] ?? '');
  return found ? { base: found, from: 'found' } : { base: null, from: null };
}

/** Whether the server listens to this computer alone: then no address leads a phone to it. */
export function listensAlone(): boolean {
  return isLoopback(process.env['HOST'] || '127.0.0.1') && !process.env['TRUST_PROXY'];
}
