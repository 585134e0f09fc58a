import { cookies, headers } from 'next/headers';
import { createHash } from 'node:crypto';
import { browserToken, type SignInFrom } from '../../services/people/auth';
import type { Shop } from '../../services/shop';

type Sent = Pick<Headers, 'get'>;

/** Set by `scripts/start.mjs` on every request: what a client sends under this name never comes through. */
const addressHeader = 'x-bitacora-address';

/** The network address a request comes from, as far as it is known. */
export function addressOf(sent: Sent): string {
  return sent.get(addressHeader) ?? 'unknown';
}

/**
 * Whether a writing request comes from a page of this server. Browsers name the page's origin with every request
 * that writes, on plain HTTP too; one that names none is refused.
 */
export function fromOwnPage(sent: Sent): boolean {
  const site = sent.get('sec-fetch-site');
  if (site !== null && site !== 'same-origin' && site !== 'none') return false;
  const origin = sent.get('origin');
  if (!origin || !URL.canParse(origin)) return false;
  const own = [sent.get('host'), process.env['TRUST_PROXY'] ? sent.get('x-forwarded-host') : null];
  const fixed = process.env['PUBLIC_URL'];
  if (fixed && URL.canParse(fixed)) own.push(new URL(fixed).host);
  return own.includes(new URL(origin).host);
}

export const otherSite = 'This was sent from another site, or by no page at all: it was refused.';

const browserCookie = (name: string) =>
  `bitacora-browser-${createHash('sha256').update(name.trim().toLowerCase()).digest('hex').slice(0, 12)}`;

/** Where a try at somebody's password comes from. */
export async function signInFrom(name: string): Promise<SignInFrom> {
  const sent = await headers();
  return {
    headers: sent,
    address: addressOf(sent),
    browser: (await cookies()).get(browserCookie(name))?.value ?? null,
  };
}

const keptSeconds = 400 * 24 * 3600;

/** Lets this browser be told from a stranger's the next time somebody signs in under this name. */
export async function rememberBrowser(shop: Shop, name: string): Promise<void> {
  (await cookies()).set(browserCookie(name), browserToken(shop, name.trim()), {
    httpOnly: true,
    sameSite: 'lax',
    maxAge: keptSeconds,
    path: '/',
  });
}
