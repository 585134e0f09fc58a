import path from 'node:path';
import { z } from 'zod';
import type { KeepRules } from '../../core/safekeeping/retention';
import { ok } from '../../core/units/result';
import { readSetting, writeSetting } from '../../records/settings';
import { refuse, writeEntry, type Outcome, type Shop } from '../shop';
import { optionalText, useCase } from '../use-case';

/** Where and when the shop copies itself, and how many copies it keeps. */
export interface CopyRules extends Omit<KeepRules, 'bytes'> {
  folder: string;
  /** whether the folder is the one beside the data, where a dying disk takes both */
  beside: boolean;
  /** local hour of the day from which on a night's copy is made */
  hour: number;
  gigabytes: number;
}

const settingName = 'copies';
const count = (name: string, most: number) =>
  z
    .number(`Give the ${name}.`)
    .int('Whole numbers only.')
    .min(0, 'Not below 0.')
    .max(most, `At most ${most}.`);
const rulesSchema = z.object({
  /** left empty: beside the data */
  folder: optionalText(400),
  hour: count('hour', 23),
  daily: count('number of daily copies', 60).min(1, 'Keep at least one.'),
  weekly: count('number of weekly copies', 60),
  monthly: count('number of monthly copies', 120),
  gigabytes: z
    .number('Give the gigabytes.')
    .positive('More than 0.')
    .max(10_000, 'At most 10,000 GB.'),
});
type Kept = z.output<typeof rulesSchema>;

const usual: Kept = { folder: null, hour: 3, daily: 7, weekly: 4, monthly: 12, gigabytes: 20 };

/** Where copies go while nobody chose a folder: beside the data, not in it. */
export const usualFolder = (dataDir: string) => `${path.resolve(dataDir)}-copies`;

export function copyRules(shop: Pick<Shop, 'db' | 'dataDir'>): CopyRules {
  const text = readSetting(shop.db, settingName);
  const { folder, ...rest } = text === null ? usual : rulesSchema.parse(JSON.parse(text));
  return { ...rest, folder: folder ?? usualFolder(shop.dataDir), beside: folder === null };
}

/** Changes where and when the shop copies itself, and how many copies it keeps. */
export const changeCopyRules = useCase(rulesSchema, (shop, actor, rules): Outcome<null> => {
  const { folder } = rules;
  if (folder !== null && !path.isAbsolute(folder)) {
    return refuse('Name the folder from the root on, such as /mnt/disk/bitacora.', 'folder');
  }
  const inside = folder !== null && path.relative(path.resolve(shop.dataDir), folder);
  if (inside !== false && !inside.startsWith('..') && !path.isAbsolute(inside)) {
    return refuse('Not within the data itself: what takes the one takes the other.', 'folder');
  }
  const text = JSON.stringify(rules);
  const before = readSetting(shop.db, settingName);
  if (before === text) return ok(null);
  writeSetting(shop.db, settingName, text);
  writeEntry(shop, actor, {
    kind: 'setting',
    machineId: null,
    data: { name: settingName, from: before && wordsOf(before), to: wordsOf(text) },
  });
  return ok(null);
});

function wordsOf(text: string): string {
  const { folder, hour, daily, weekly, monthly, gigabytes } = rulesSchema.parse(JSON.parse(text));
  return `${daily} daily, ${weekly} weekly, ${monthly} monthly, at most ${gigabytes} GB, from ${hour}:00 on, ${folder ?? 'beside the data'}`;
}
