import type Database from 'better-sqlite3';
import type { Db } from './database';

const prepared = new WeakMap<Database.Database, Map<string, Database.Statement>>();

/** A statement of bare SQL, prepared once a connection: for the paths that run thousands of times. */
export function statement(db: Db, source: string): Database.Statement {
  let statements = prepared.get(db.$client);
  if (!statements) prepared.set(db.$client, (statements = new Map()));
  let found = statements.get(source);
  if (!found) statements.set(source, (found = db.$client.prepare(source)));
  return found;
}
