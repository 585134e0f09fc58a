import { count, eq } from 'drizzle-orm';
import type { Db } from './database';
import { authAccount, authSession, authUser, authVerification, signInFailure } from './schema';

/** The tables that keep people and their sign-ins, under the names the sign-in library asks for. */
export const authTables = {
  user: authUser,
  session: authSession,
  account: authAccount,
  verification: authVerification,
};

export function countPeople(db: Db): number {
  return db.select({ n: count() }).from(authUser).get()!.n;
}

export type FailureRow = typeof signInFailure.$inferSelect;

export function failuresOf(db: Db, username: string): FailureRow | null {
  return db.select().from(signInFailure).where(eq(signInFailure.username, username)).get() ?? null;
}

export function writeFailures(db: Db, row: FailureRow): void {
  db.insert(signInFailure)
    .values(row)
    .onConflictDoUpdate({
      target: signInFailure.username,
      set: { failures: row.failures, lastAt: row.lastAt },
    })
    .run();
}

export function clearFailures(db: Db, username: string): void {
  db.delete(signInFailure).where(eq(signInFailure.username, username)).run();
}
