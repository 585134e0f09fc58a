import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { betterAuth, type BetterAuthPlugin } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { username } from 'better-auth/plugins';
import { z } from 'zod';
import { ok } from '../../core/units/result';
import { write } from '../../records/database';
import { hasEntryBeside } from '../../records/audit-log';
import { newId } from '../../records/ids';
import {
  allPeople,
  authTables,
  insertAccount,
  insertPerson,
  personByName,
} from '../../records/people';
import { isCommonPassword } from './common-passwords';
import { keyed, signingSecret } from './secret';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { allOrRefused, readInput } from '../use-case';
import { changeSetting } from '../setup/settings';
import { slowed, type TryCount } from './tries';

const shortestPassword = 10;

/**
 * Passwords and sessions, done by a maintained library over the shop's own file. Only its server-side
 * calls are used: none of its routes is open to the network.
 * @param plugins what the web needs beside (cookies)
 */
export function openAuth(shop: Shop, plugins: BetterAuthPlugin[] = []) {
  return betterAuth({
    secret: signingSecret(shop.dataDir),
    baseURL: process.env['PUBLIC_URL'] || 'http://127.0.0.1',
    database: drizzleAdapter(shop.db, { provider: 'sqlite', schema: authTables }),
    emailAndPassword: {
      enabled: true,
      autoSignIn: false,
      minPasswordLength: shortestPassword,
      maxPasswordLength: 200,
    },
    session: { expiresIn: 60 * 60 * 24 * 30 },
    rateLimit: { enabled: false }, // ours is by name: behind a proxy every address is the same
    telemetry: { enabled: false },
    logger: { level: 'error' },
    plugins: [
      username({
        minUsernameLength: 1,
        maxUsernameLength: 40,
        usernameValidator: (name) => /^[\p{L}\p{N}][\p{L}\p{N} ._-]*$/u.test(name),
      }),
      ...plugins,
    ],
  });
}
export type Auth = ReturnType<typeof openAuth>;

export const nameSchema = z
  .string()
  .trim()
  .min(1, 'Give your name.')
  .max(40, 'A name has at most 40 characters.')
  .regex(
    /^[\p{L}\p{N}][\p{L}\p{N} ._-]*$/u,
    'A name starts with a letter or number; letters, numbers, blanks, dots and hyphens may follow.',
  );

export const passwordSchema = z
  .string()
  .min(shortestPassword, `A password has at least ${shortestPassword} characters.`)
  .max(200, 'A password has at most 200 characters.')
  .refine(
    (password) => !isCommonPassword(password),
    'That password is among the most used: whoever guesses tries it first. Choose another.',
  );

const accountSchema = z.object({ name: nameSchema, password: passwordSchema });

/** Whether the shop has its technician yet. */
export function hasPeople(shop: Shop): boolean {
  return allPeople(shop.db).some(({ userId }) => userId !== null);
}

/** The hash under which a password is kept. */
export async function hashPassword(auth: Auth, password: string): Promise<string> {
  return (await auth.$context).password.hash(password);
}

/**
 * Makes an account within the caller's transaction, so that it and what belongs to it are kept together or not
 * at all. The library wants an address for everyone; nothing is ever sent to this one.
 * @returns the id of the account
 */
export function makeAccount(shop: Shop, name: string, passwordHash: string): string {
  const userId = newId();
  insertAccount(shop.db, {
    userId,
    name,
    email: `${randomBytes(8).toString('hex')}@shop.invalid`,
    passwordHash,
    at: shop.now(),
  });
  return userId;
}

const taken = () => refuse('This shop has its technician already: sign in.');

/** What a new shop says of itself on its first page. */
export interface Welcome {
  name: string;
  password: string;
  shopName: string;
  timezone: string;
  /** the word that the server printed when it started */
  word?: string;
}

/**
 * Whether the first page may be used: nobody was ever known here, and nothing is in the book but what the command
 * line wrote on this computer.
 */
export function isNewShop(shop: Shop): boolean {
  return allPeople(shop.db).length === 0 && !hasEntryBeside(shop.db, 'command line');
}

/**
 * Opens a new shop: its name, its zone and its technician, all of it or nothing.
 * @param word what must be given where others could reach the page first; `null`: nothing
 */
export async function openNewShop(
  shop: Shop,
  auth: Auth,
  input: Welcome,
  word: string | null,
): Promise<Outcome<{ id: string; name: string }>> {
  if (!isNewShop(shop)) return taken();
  if (word !== null && !sameWord(word, input.word ?? '')) {
    return refuse('That is not the word the server printed when it started.', 'word');
  }
  const made = await createTechnician(shop, auth, input, (actor) =>
    allOrRefused(shop, (take) => {
      take(changeSetting(shop, actor, { name: 'timezone', value: input.timezone }));
      take(changeSetting(shop, actor, { name: 'name', value: input.shopName }));
    }),
  );
  return made;
}

/** Whether a word is the one that was printed, in a time that tells nothing of it. */
export function sameWord(right: string, given: string): boolean {
  const [a, b] = [right, given.trim().toLowerCase()].map((one) =>
    createHash('sha256').update(one).digest(),
  );
  return timingSafeEqual(a!, b!);
}

/**
 * Makes the first account, the technician's. Refused once there is one.
 * @param beside what is kept or refused together with it
 */
export async function createTechnician(
  shop: Shop,
  auth: Auth,
  input: unknown,
  beside: (actor: Actor) => Outcome<void> = () => ok(undefined),
): Promise<Outcome<{ id: string; name: string }>> {
  const read = readInput(accountSchema, input);
  if (!read.ok) return read;
  if (hasPeople(shop)) return taken();
  const { name, password } = read.value;
  const hash = await hashPassword(auth, password);
  return write(shop.db, (): Outcome<{ id: string; name: string }> => {
    if (hasPeople(shop)) return taken();
    if (personByName(shop.db, name)) {
      return refuse(`${name} is in the book already, without an account.`, 'name');
    }
    const id = makeAccount(shop, name, hash);
    const actor: Actor = { id, name, source: 'hand' };
    insertPerson(shop.db, { id, userId: id, name, role: 'technician', addedAt: shop.now() });
    const kept = beside(actor);
    if (!kept.ok) return kept;
    writeEntry(shop, actor, {
      kind: 'person',
      machineId: null,
      data: { personId: id, name, role: 'technician', change: 'joined' },
    });
    return ok({ id, name });
  });
}

/** Where a try at a password comes from. */
export interface SignInFrom {
  /** of the browser, so that its place can be told among others */
  headers?: Headers;
  /** network address, as far as it is known */
  address?: string;
  /** what a browser keeps that signed in under this name before */
  browser?: string | null;
}

/** What a browser keeps once somebody signed in there: it is told from a stranger's by it. */
export function browserToken(shop: Shop, name: string): string {
  const id = randomBytes(9).toString('base64url');
  return `${id}.${keyed(shop, 'known browser', `${name.toLowerCase()}:${id}`)}`;
}

/** Which known browser a token names, or `null` for one that was not made here for this name. */
function knownBrowser(shop: Shop, name: string, token: string | null | undefined): string | null {
  const [id, mark] = (token ?? '').split('.');
  if (!id || !mark) return null;
  const right = Buffer.from(keyed(shop, 'known browser', `${name.toLowerCase()}:${id}`));
  const given = Buffer.from(mark);
  return right.length === given.length && timingSafeEqual(right, given) ? id : null;
}

/**
 * What wrong passwords are counted by: the name together with the address, and the address alone. A browser in
 * which this name signed in before has a count of its own, so that whoever guesses elsewhere cannot keep its
 * person out (OWASP Authentication Cheat Sheet: device cookies).
 */
export function passwordTries(shop: Shop, name: string, from: SignInFrom): TryCount[] {
  const known = knownBrowser(shop, name, from.browser);
  if (known) return [{ key: `name ${name.toLowerCase()} in ${known}`, free: 3 }];
  const address = from.address ?? 'here';
  return [
    { key: `name ${name.toLowerCase()} at ${address}`, free: 3 },
    { key: `at ${address}`, free: 30, fades: 60 },
  ];
}

/** Signs in. Repeated wrong passwords are slowed by name and address. */
export async function signIn(
  shop: Shop,
  auth: Auth,
  input: { name: string; password: string },
  from: SignInFrom = {},
): Promise<Outcome<null>> {
  const name = input.name.trim().slice(0, 100);
  if (!name || !input.password) return refuse('Give your name and password.');
  const wrong = refuse('The name or the password is wrong.');
  return slowed(shop, passwordTries(shop, name, from), async () => {
    if (personByName(shop.db, name)?.endedAt) return wrong;
    try {
      const signed = await auth.api.signInUsername({
        body: { username: name, password: input.password },
        ...(from.headers && { headers: from.headers }),
      });
      return signed ? ok(null) : wrong;
    } catch (error) {
      // told by its name: another bundle's library has a class of its own
      if (error instanceof Error && error.name === 'APIError') return wrong;
      throw error;
    }
  });
}
