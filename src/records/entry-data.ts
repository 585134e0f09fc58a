import { z } from 'zod';

/** Where an entry came from. */
export const sources = ['hand', 'import', 'label', 'command line', 'demo'] as const;
export type Source = (typeof sources)[number];

/** Kinds of entry whose particulars stand in their own table. */
export const tableKinds = ['session', 'care'] as const;

const text = z.string();

/** Particulars of every other kind of entry, as kept in `entry.data`. */
export const entryDataSchemas = {
  'clean-down started': z.object({ sheetId: text, tasks: z.number().int() }),
  'clean-down signed off': z.object({ sheetId: text, done: z.number().int(), left: z.array(text) }),
  'clean-down abandoned': z.object({ sheetId: text, marks: z.array(text) }),
  fault: z.object({
    signs: z.array(text).min(1),
    danger: z.enum(['stop', 'pause', 'degraded', 'nuisance']),
    material: text.nullable(),
    stillHappens: z.boolean().nullable(),
    careEntryId: text.nullable(),
  }),
  'fault diagnosis': z.object({ cause: text }),
  'fault repair': z.object({
    action: text,
    part: text.nullable(),
    minutes: z.number().int().nonnegative(),
  }),
  'fault proof': z.object({ tested: text, passed: z.boolean() }),
  'fault closed': z.object({
    as: z.enum(['fixed', 'not reproduced', 'duplicate', 'no fault']),
    duplicateOf: text.nullable(),
  }),
  hold: z.object({ why: z.enum(['fault', 'cleaning', 'by hand']), words: text }),
  release: z.object({ how: z.enum(['proof', 'reason', 'cleaning ended']), words: text }),
  machine: z.object({ change: text, from: text.nullable(), to: text.nullable() }),
  setting: z.object({ name: text, from: text.nullable(), to: text }),
  strike: z.object({ of: text }),
} as const;

export type DataKind = keyof typeof entryDataSchemas;
export type EntryKind = DataKind | (typeof tableKinds)[number];
export type EntryData<K extends DataKind> = z.infer<(typeof entryDataSchemas)[K]>;

export const entryKinds: readonly EntryKind[] = [
  ...tableKinds,
  ...(Object.keys(entryDataSchemas) as DataKind[]),
];
