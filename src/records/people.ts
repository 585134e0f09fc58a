import { and, asc, desc, eq, gt, isNull, sql } from 'drizzle-orm';
import type { Db } from './database';
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

export function personByName(db: Db, name: string): PersonRow | null {
  const same = sql`lower(${person.name}) = lower(${name})`;
  return db.select().from(person).where(same).get() ?? null;
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
export function sessionsOfUser(db: Db, userId: string): SignedInRow[] {
  return db
    .select()
    .from(authSession)
    .where(eq(authSession.userId, userId))
    .orderBy(desc(authSession.updatedAt))
    .all();
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

export function clearFailures(db: Db, username: string): void {
  db.delete(signInFailure).where(eq(signInFailure.username, username)).run();
}
