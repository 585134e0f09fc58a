import { z } from 'zod';
import { exercises } from '../../core/people/exercises';
import { roles } from '../../core/people/roles';
import { ok } from '../../core/units/result';
import { isZone } from '../../core/units/zone';
import { readSetting, writeSetting } from '../../records/settings';
import { labelAsks, refuse, writeEntry, type Outcome } from '../shop';
import { requiredText, useCase } from '../use-case';
import { addressProblem } from './address';
import { rebuildUsage } from '../usage/usage';

export const settingNames = [
  'timezone',
  'name',
  'stop-instruction',
  'label-asks',
  'code-roles',
  'training-first',
  'strength-floor',
  'address',
  'undo-hours',
  'accepted-risk',
  'fire-hold',
] as const;
export type SettingName = (typeof settingNames)[number];

export const settingSchema = z.object({
  name: z.enum(settingNames),
  value: requiredText('A setting must not be empty.', 300),
});

/** What is wrong with the value of a setting, or `null`. */
const wrongValue: Readonly<Partial<Record<SettingName, (value: string) => string | null>>> = {
  timezone: (value) =>
    isZone(value)
      ? null
      : `"${value}" is not an IANA time zone, such as Europe/Oslo. Nothing was changed.`,
  'label-asks': (value) =>
    labelAsks.some((one) => one === value) ? null : 'A label asks for nothing, a name or a code.',
  'code-roles': (value) =>
    value.split(', ').every((one) => one === 'nobody' || roles.some((role) => role === one))
      ? null
      : `Name roles, with a comma between: ${roles.join(', ')}; or nobody.`,
  'training-first': (value) =>
    value.split(', ').every((one) => one === 'nothing' || exercises.some((known) => known === one))
      ? null
      : `Name exercises, with a comma between: ${exercises.join(', ')}; or nothing.`,
  address: addressProblem,
  'undo-hours': (value) =>
    /^\d{1,3}$/.test(value) && Number(value) <= 168
      ? null
      : 'From 0 (not at all) to 168 hours, a week.',
  'accepted-risk': (value) =>
    /^\d{1,2}$/.test(value) && Number(value) >= 5 && Number(value) <= 50
      ? null
      : 'From 5 to 50 percent.',
  'fire-hold': (value) =>
    value === '0' || (/^\d{3}$/.test(value) && Number(value) >= 100 && Number(value) <= 500)
      ? null
      : 'From 100 to 500 percent of the limit; 0: the fire load holds no machine.',
  'strength-floor': (value) =>
    Number(value) >= 10 && Number(value) <= 100
      ? null
      : 'The floor is 10 to 100 percent of the baseline.',
};

/** Changes a setting of the shop and notes it in the book. A new time zone counts all days anew. */
export const changeSetting = useCase(
  settingSchema,
  (shop, actor, { name, value }): Outcome<string> => {
    const wrong = wrongValue[name]?.(value);
    if (wrong) return refuse(wrong, name);
    const before = readSetting(shop.db, name);
    if (before === value) return ok(value);
    writeSetting(shop.db, name, value);
    writeEntry(shop, actor, {
      kind: 'setting',
      machineId: null,
      data: { name, from: before, to: value },
    });
    if (name === 'timezone') rebuildUsage(shop);
    return ok(value);
  },
);
