import { z } from 'zod';
import { whens, wheres } from '../core/faults/showing';
import { processes } from '../core/usage/soil';
import { fanData } from './reading-data';

const text = z.string();
const figure = z.number().nonnegative();

/** What entries of a fault's story say, by kind. */
export const faultData = {
  fault: z.object({
    signs: z.array(text).min(1),
    danger: z.enum(['stop', 'pause', 'degraded', 'nuisance']),
    material: text.nullable(),
    stillHappens: z.boolean().nullable(),
    careEntryId: text.nullable(),
    /** what had just been opened, by name */
    opened: z.array(text).optional(),
    /** how it was being worked */
    job: z
      .object({
        process: z.enum(processes).nullable(),
        airAssist: z.boolean().nullable(),
        since: text.nullable(),
      })
      .optional(),
    /** the fault that was on watch and was seen again */
    again: text.optional(),
    /** when and where it shows */
    when: z.enum(whens).optional(),
    where: z.enum(wheres).optional(),
    /** id of the station that was pointed at */
    pointedAt: text.optional(),
  }),
  /** said by whoever reported it: it got worse, or it was nothing; left out: somebody met it too */
  'fault again': z.object({ reporter: z.enum(['worse', 'taken back']).optional() }),
  'fault diagnosis': z.object({ cause: text }),
  /** what a check came out as */
  'fault check': z.object({ check: text, answer: text }),
  /** a cause that is not in the list, to be weighed too */
  'fault cause': z.object({ words: text }),
  /** when and where a fault shows, said after the report; the latest stands */
  'fault showing': z.object({ when: z.enum(whens).nullable(), where: z.enum(wheres).nullable() }),
  /** confirmed cases before it no longer move a diagnosis */
  'diagnosis reset': z.object({ cases: z.number().int().nonnegative() }),
  'fault repair': z.object({
    action: text,
    part: text.nullable(),
    minutes: z.number().int().nonnegative(),
    /** kinds of place that were opened: they say what must be proved */
    opened: z.array(text).default([]),
    /** what was put in, with its serial number; `item` of the stores, or null */
    parts: z
      .array(z.object({ item: text.nullable(), name: text, serial: text, quantity: figure }))
      .default([]),
    /** a fan put in place of another, checked to fit */
    fan: z.object({ old: fanData, next: fanData }).nullable().default(null),
    /** in hundredths of the shop's money */
    cost: z.number().int().nonnegative().default(0),
    /** when what is awaited or sent out should be back */
    expected: z.number().int().nullable().default(null),
  }),
  'fault proof': z.object({
    tested: text,
    passed: z.boolean(),
    /** which of the tests that must be; null: any other */
    proof: text.nullable().default(null),
    /** strength found, 1 = baseline */
    strength: figure.nullable().default(null),
  }),
  /** back in use; a restriction is shown to operators until it is lifted */
  'fault return': z.object({ restriction: text.nullable(), strength: figure.nullable() }),
  'restriction lifted': z.object({ how: text }),
  /** whether a fault that could not be reproduced was seen in the session after */
  'watch answer': z.object({ seen: z.boolean() }),
  /** a mark or scar that is known and harmless */
  'accepted mark': z.object({ stationId: text.nullable(), words: text }),
  'accepted mark gone': z.object({ how: text }),
};
