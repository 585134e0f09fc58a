import Database from 'better-sqlite3';
import fs from 'node:fs';
import path from 'node:path';

const lockFile = 'server.lock';
const numberFile = 'server.pid';

/** A folder of data that this process works on alone, as a server. */
export interface FolderLock {
  release: () => void;
}

/**
 * Takes a folder for this process, as long as it lives: the operating system lets the lock go with whoever held it,
 * however that ended.
 * @returns `null` where another process holds it
 */
export function lockFolder(dataDir: string): FolderLock | null {
  fs.mkdirSync(dataDir, { recursive: true, mode: 0o700 });
  const client = new Database(path.join(dataDir, lockFile), { timeout: 0 });
  try {
    client.pragma('journal_mode = MEMORY');
    client.exec('begin exclusive');
  } catch (error) {
    client.close();
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY')) return null;
    throw error;
  }
  const number = path.join(dataDir, numberFile);
  fs.writeFileSync(number, String(process.pid), { mode: 0o600 });
  return {
    release: () => {
      if (!client.open) return;
      fs.rmSync(number, { force: true });
      client.close();
    },
  };
}

/** The process that holds a folder, as its number; `null` where none does. */
export function holderOf(dataDir: string): number | null {
  if (!fs.existsSync(path.join(dataDir, lockFile))) return null;
  const lock = lockFolder(dataDir);
  if (lock) {
    lock.release();
    return null;
  }
  try {
    return Number(fs.readFileSync(path.join(dataDir, numberFile), 'utf8'));
  } catch {
    return 0;
  }
}
