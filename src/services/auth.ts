import { randomBytes } from 'node:crypto';
import { betterAuth, type BetterAuthPlugin } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { APIError } from 'better-auth/api';
import { username } from 'better-auth/plugins';
import { z } from 'zod';
import { ok } from '../core/units/result';
import { write } from '../records/database';
import { insertDataEntry } from '../records/book';
import {
  allPeople,
  authTables,
  clearFailures,
  failuresOf,
  insertPerson,
  personByName,
  writeFailures,
} from '../records/people';
import { signingSecret } from './secret';
import { problem, stamp, type Actor, type Outcome, type Shop } from './shop';

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
  .max(200, 'A password has at most 200 characters.');

const accountSchema = z.object({ name: nameSchema, password: passwordSchema });

/** Whether the shop has its technician yet. */
export function hasPeople(shop: Shop): boolean {
  return allPeople(shop.db).some(({ userId }) => userId !== null);
}

/** Makes an account with the library. The library keeps an address for everyone; nothing is ever sent to this one. */
export async function makeAccount(auth: Auth, name: string, password: string): Promise<string> {
  const made = await auth.api.signUpEmail({
    body: {
      name,
      username: name,
      password,
      email: `${randomBytes(8).toString('hex')}@shop.invalid`,
    },
  });
  return made.user.id;
}

/** Makes the first account, the technician's. Refused once there is one. */
export async function createTechnician(
  shop: Shop,
  auth: Auth,
  input: unknown,
): Promise<Outcome<{ id: string; name: string }>> {
  const parsed = accountSchema.safeParse(input);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return problem(issue.message, String(issue.path[0] ?? ''));
  }
  if (hasPeople(shop)) return problem('This shop has its technician already: sign in.');
  const { name, password } = parsed.data;
  const id = await makeAccount(auth, name, password);
  const actor: Actor = { id, name, source: 'hand' };
  write(shop.db, () => {
    insertPerson(shop.db, { id, userId: id, name, role: 'technician', addedAt: shop.now() });
    insertDataEntry(shop.db, {
      kind: 'person',
      machineId: null,
      ...stamp(shop, actor),
      data: { personId: id, name, role: 'technician', change: 'joined' },
    });
  });
  return ok({ id, name });
}

/** Wrong passwords that cost nothing; each further one doubles the wait. */
const freeFailures = 3;
const longestWaitSeconds = 15 * 60;

/** Seconds to wait before the next try after so many wrong passwords in a row. */
export function waitAfter(failures: number): number {
  if (failures < freeFailures) return 0;
  return Math.min(longestWaitSeconds, 2 ** (failures - freeFailures + 1));
}

/**
 * Runs a try at a secret (a password, a code) unless too many wrong ones came before it.
 * @param key what is tried for: a name, a label
 */
export async function slowed<T>(
  shop: Shop,
  key: string,
  attempt: () => Promise<Outcome<T>> | Outcome<T>,
): Promise<Outcome<T>> {
  const before = failuresOf(shop.db, key);
  const failures = before?.failures ?? 0;
  const left = before ? Math.ceil((before.lastAt - shop.now()) / 1000) + waitAfter(failures) : 0;
  if (left > 0) return problem(`Too many wrong tries. Wait ${left} s, then try again.`);
  // Counted before the check, so that tries made at the same time are slowed too.
  write(shop.db, () =>
    writeFailures(shop.db, { username: key, failures: failures + 1, lastAt: shop.now() }),
  );
  const outcome = await attempt();
  if (outcome.ok) write(shop.db, () => clearFailures(shop.db, key));
  return outcome;
}

/** Signs in. Repeated wrong passwords for a name are slowed, whoever tries them. */
export async function signIn(
  shop: Shop,
  auth: Auth,
  input: { name: string; password: string },
  /** of the browser, so that its place can be told among others */
  headers?: Headers,
): Promise<Outcome<null>> {
  const name = input.name.trim();
  if (!name || !input.password) return problem('Give your name and password.');
  const wrong = problem('The name or the password is wrong.');
  return slowed(shop, name.toLowerCase(), async () => {
    if (personByName(shop.db, name)?.endedAt) return wrong;
    try {
      const signed = await auth.api.signInUsername({
        body: { username: name, password: input.password },
        ...(headers && { headers }),
      });
      return signed ? ok(null) : wrong;
    } catch (error) {
      if (error instanceof APIError) return wrong;
      throw error;
    }
  });
}
