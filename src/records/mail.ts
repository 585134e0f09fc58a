import { and, asc, eq, isNull, lte } from 'drizzle-orm';
import type { Db } from './database';
import { follower, letter } from './schema';

export type LetterRow = typeof letter.$inferSelect;
export type FollowerRow = typeof follower.$inferSelect;

/** Keeps a letter to be sent; one with the same key is there already and stays. */
export function insertLetter(db: Db, row: typeof letter.$inferInsert): void {
  db.insert(letter).values(row).onConflictDoNothing({ target: letter.key }).run();
}

/** Whether a letter with this key was written already. */
export function hasLetter(db: Db, key: string): boolean {
  return db.select({ id: letter.id }).from(letter).where(eq(letter.key, key)).get() !== undefined;
}

/** Letters that may be tried now, the one that waits longest first. */
export function waitingLetters(db: Db, now: number, limit: number): LetterRow[] {
  return db
    .select()
    .from(letter)
    .where(and(isNull(letter.sentAt), lte(letter.nextAt, now)))
    .orderBy(asc(letter.nextAt))
    .limit(limit)
    .all();
}

export function updateLetter(
  db: Db,
  id: string,
  change: Partial<Pick<LetterRow, 'sentAt' | 'tries' | 'nextAt' | 'problem'>>,
): void {
  db.update(letter).set(change).where(eq(letter.id, id)).run();
}

/** The letters that have not gone out, oldest first. */
export function unsentLetters(db: Db): LetterRow[] {
  return db.select().from(letter).where(isNull(letter.sentAt)).orderBy(asc(letter.madeAt)).all();
}

export function insertFollower(db: Db, row: FollowerRow): void {
  db.insert(follower).values(row).onConflictDoNothing().run();
}

export function followersOf(db: Db, faultId: string): FollowerRow[] {
  return db.select().from(follower).where(eq(follower.faultId, faultId)).all();
}

/** Forgets who asked to hear of a fault. */
export function dropFollowers(db: Db, faultId: string): void {
  db.delete(follower).where(eq(follower.faultId, faultId)).run();
}
