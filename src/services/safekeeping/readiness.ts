import fs from 'node:fs';
import { millisecondsPerHour } from '../../core/units/time';
import { canWrite } from '../../records/database';
import type { Shop } from '../shop';
import { copyAge } from './nightly';

/** What a server needs to go on. An old copy is said, and does not end it. */
export interface Readiness {
  ready: boolean;
  book: 'writable' | string;
  /** free on the disk of the data, bytes */
  free: number;
  /** of the newest copy; `null`: there is none */
  copyHours: number | null;
  copyOld: boolean;
}

/** Under this a disk is as good as full: a copy of the records would no longer fit. */
const leastFree = 200e6;

/** Whether the server can do its work. Nothing is written. */
export function readiness(shop: Shop): Readiness {
  const { bavail, bsize } = fs.statfsSync(shop.dataDir);
  const free = bavail * bsize;
  const trouble = canWrite(shop.db);
  const { newest, old } = copyAge(shop);
  return {
    ready: trouble === null && free >= leastFree,
    book: trouble ?? 'writable',
    free,
    copyHours: newest === null ? null : Math.round((shop.now() - newest) / millisecondsPerHour),
    copyOld: old,
  };
}
