import type { CareGroup } from '../core/care/care';

/** Ways to do a task that a record can name; free text is taken too. Common practice, no source. */
export const methodChoices: Readonly<Record<CareGroup, readonly string[]>> = {
  optics: [
    'isopropyl 99 %, foam swab',
    'isopropyl 99 %, lens tissue',
    'ready-wet optics wipe',
    "maker's optics fluid",
    'soap and water',
  ],
  bed: [
    'degreaser soak, brush, rinse',
    'vacuum',
    'damp cloth',
    'scrape and degrease',
    'pressure wash (steel only)',
  ],
  motion: [
    'damp cloth',
    'isopropyl 99 % on a cloth, re-greased',
    'silicone grease',
    'white lithium grease',
    'looked at only',
  ],
  air: ['dry brush', 'canned gas, blades held', 'vacuum', 'degreaser on a cloth', 'damp cloth'],
  coolant: ['looked at only', 'topped up, distilled', 'changed, distilled'],
};
