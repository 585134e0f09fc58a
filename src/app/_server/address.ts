import { headers } from 'next/headers';
import { publicAddress, type PublicAddress } from '../../services/setup/address';
import { theShop } from './shop';

/** The host, with its port, by which this page was asked for. */
export async function askedHost(): Promise<string> {
  return (await headers()).get('host') ?? '127.0.0.1:3000';
}

/** Where phones reach this server, as far as that is known. */
export async function phoneAddress(): Promise<PublicAddress> {
  return publicAddress(theShop(), await askedHost());
}
