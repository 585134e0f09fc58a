import { headers } from 'next/headers';

/** The address phones reach this server by: PUBLIC_URL, else the one in use now. */
export async function publicAddress(): Promise<{ base: string; fixed: boolean }> {
  const fixed = process.env['PUBLIC_URL'];
  if (fixed) return { base: fixed, fixed: true };
  const host = (await headers()).get('host') ?? '127.0.0.1:3000';
  return { base: `http://${host}`, fixed: false };
}
