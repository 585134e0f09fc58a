import { and, asc, desc, eq, gt, isNull, lt, ne, or, sql } from 'drizzle-orm';
import type { Db } from './database';
import { newId } from './ids';
import {
  authAccount,
  authSession,
  authUser,
  authVerification,
  invitation,
  person,
  signInFailure,
} from './schema';

/** The tables that keep people and their sign-ins, under the names the sign-in library asks for. */
export const authTables = {
  user: authUser,
  session: authSession,
  account: authAccount,
  verification: authVerification,
};

export type PersonRow = typeof person.$inferSelect;
export type InvitationRow = typeof invitation.$inferSelect;

export function insertPerson(db: Db, row: typeof person.$inferInsert): void {
  db.insert(person).values(row).run();
}

export function updatePerson(db: Db, id: string, change: Partial<Omit<PersonRow, 'id'>>): void {
  db.update(person).set(change).where(eq(person.id, id)).run();
}

/** Everybody ever known, by name. */
export function allPeople(db: Db): PersonRow[] {
  return db
    .select()
    .from(person)
    .orderBy(asc(sql`lower(${person.name})`))
    .all();
}

export function personById(db: Db, id: string): PersonRow | null {
  return db.select().from(person).where(eq(person.id, id)).get() ?? null;
}

export function personOfUser(db: Db, userId: string): PersonRow | null {
  return db.select().from(person).where(eq(person.userId, userId)).get() ?? null;
}

/** Whoever has this name, whatever the case of its letters (SQLite folds only those of English). */
export function personByName(db: Db, name: string): PersonRow | null {
  const wanted = name.toLowerCase();
  return allPeople(db).find((row) => row.name.toLowerCase() === wanted) ?? null;
}

export function personByCode(db: Db, codeHash: string): PersonRow | null {
  return db.select().from(person).where(eq(person.codeHash, codeHash)).get() ?? null;
}

/** Puts an invitation in place of the ones of that person that are still open. */
export function writeInvitation(db: Db, row: InvitationRow): void {
  dropInvitations(db, row.personId);
  db.insert(invitation).values(row).run();
}

export function dropInvitations(db: Db, personId: string): void {
  db.delete(invitation)
    .where(and(eq(invitation.personId, personId), isNull(invitation.usedAt)))
    .run();
}

export function invitationByHash(db: Db, tokenHash: string): InvitationRow | null {
  return db.select().from(invitation).where(eq(invitation.tokenHash, tokenHash)).get() ?? null;
}

export function markInvitationUsed(db: Db, tokenHash: string, usedAt: number): void {
  db.update(invitation).set({ usedAt }).where(eq(invitation.tokenHash, tokenHash)).run();
}

/** People with an invitation that can still be used. */
export function invitedPeople(db: Db, now: number): Set<string> {
  const rows = db
    .select({ personId: invitation.personId })
    .from(invitation)
    .where(and(isNull(invitation.usedAt), gt(invitation.expiresAt, now)))
    .all();
  return new Set(rows.map(({ personId }) => personId));
}

export type SignedInRow = typeof authSession.$inferSelect;

/** Where an account is signed in, last used first. */
export function sessionsOfUser(db: Db, userId: string, now: number): SignedInRow[] {
  return db
    .select()
    .from(authSession)
    .where(and(eq(authSession.userId, userId), gt(authSession.expiresAt, new Date(now))))
    .orderBy(desc(authSession.updatedAt))
    .all();
}

/** Makes an account that signs in by name and password, as the sign-in library keeps them. */
export function insertAccount(
  db: Db,
  account: { userId: string; name: string; email: string; passwordHash: string; at: number },
): void {
  const { userId, name, email, passwordHash, at } = account;
  const dates = { createdAt: new Date(at), updatedAt: new Date(at) };
  db.insert(authUser)
    .values({
      id: userId,
      name,
      email,
      emailVerified: false,
      username: name.toLowerCase(),
      displayUsername: name,
      ...dates,
    })
    .run();
  db.insert(authAccount)
    .values({
      id: newId(),
      userId,
      accountId: userId,
      providerId: 'credential',
      password: passwordHash,
      ...dates,
    })
    .run();
}

/** Puts another password in place of an account's. */
export function updatePasswordHash(db: Db, userId: string, password: string, at: number): void {
  db.update(authAccount)
    .set({ password, updatedAt: new Date(at) })
    .where(and(eq(authAccount.userId, userId), eq(authAccount.providerId, 'credential')))
    .run();
}

/** The hash of an account's password, or `null` where it has none. */
export function passwordHashOf(db: Db, userId: string): string | null {
  const row = db
    .select({ password: authAccount.password })
    .from(authAccount)
    .where(and(eq(authAccount.userId, userId), eq(authAccount.providerId, 'credential')))
    .get();
  return row?.password ?? null;
}

/** Signs an account out everywhere but in one place. */
export function dropOtherSessions(db: Db, userId: string, keptId: string | null): void {
  const own = eq(authSession.userId, userId);
  db.delete(authSession)
    .where(keptId ? and(own, ne(authSession.id, keptId)) : own)
    .run();
}

/** Signs an account out: everywhere, or in one place. */
export function dropSessions(db: Db, userId: string, sessionId?: string): number {
  const own = eq(authSession.userId, userId);
  return db
    .delete(authSession)
    .where(sessionId ? and(own, eq(authSession.id, sessionId)) : own)
    .run().changes;
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

/** Forgets wrong tries made before one instant, or (the clock was set back) after another. */
export function forgetFailures(db: Db, before: number, after: number): void {
  db.delete(signInFailure)
    .where(or(lt(signInFailure.lastAt, before), gt(signInFailure.lastAt, after)))
    .run();
}

export function clearFailures(db: Db, username: string): void {
  db.delete(signInFailure).where(eq(signInFailure.username, username)).run();
}
