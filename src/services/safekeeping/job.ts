import { soleJob } from '../background/background-job';

/** What the process that looks after the book is told. */
export type SafekeepingOrder =
  | { do: 'copy'; dataDir: string }
  | { do: 'test'; dataDir: string; copy: string }
  | { do: 'check'; dataDir: string }
  | { do: 'archive'; dataDir: string; machineId: string | null };

/** Copies, tests a copy, checks the book or packs an archive, in a process of its own, one after another. */
export const safekeepingJob = soleJob<SafekeepingOrder>('safekeeping', 'safekeeping-process.ts');
