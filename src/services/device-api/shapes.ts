import { z } from 'zod';
import { careStates } from '../../core/care/due';
import { dangers } from '../../catalogue/signs';
import { parseInstant } from '../../core/units/instant';
import { draughts, processes } from '../../core/usage/soil';

/** The largest batch a device may send. */
export const largestBatch = 1000;

const key = z
  .string()
  .min(1)
  .max(60)
  .describe(
    'Name of the thing that never changes, unique for the device: the same key twice counts once.',
  );
/** No device counted before this; a clock that was never set shows the beginning of its era. */
const earliest = Date.UTC(2000, 0, 1);

const instant = z.iso
  .datetime({ offset: true, error: 'is no time such as 2026-03-01T14:05:00Z' })
  .refine((text) => parseInstant(text, 'UTC').ok, 'is no time of any calendar')
  .refine((text) => {
    const read = parseInstant(text, 'UTC');
    return !read.ok || read.value >= earliest;
  }, 'lies before the year 2000: is the clock of the device set?')
  .describe('ISO 8601 with offset, such as 2026-03-01T14:05:00Z; from the year 2000 on');

/** What travels through the device door, as JSON. */
export const sessionShape = z.object({
  key,
  start: instant,
  run_seconds: z.number().int().positive().max(86_400),
  beam_seconds: z.number().int().nonnegative().nullish(),
  material: z.string().max(60).nullish(),
  process: z.enum(processes).nullish(),
  air_assist: z.boolean().nullish(),
  draught: z.enum(draughts).nullish(),
  operator: z.string().max(80).nullish(),
  note: z.string().max(500).nullish(),
});

export const readingShape = z.object({
  key,
  at: instant,
  seconds: z
    .number()
    .int()
    .nonnegative()
    .describe("What the machine's own hour counter shows, in seconds."),
});

/** Items are checked one by one, so that a bad one spoils only itself. */
const batchOf = (item: z.ZodType) => z.array(item).min(1).max(largestBatch);
export const sessionsBody = z.object({ sessions: batchOf(sessionShape) });
export const readingsBody = z.object({ readings: batchOf(readingShape) });

export const takenShape = z.object({
  accepted: z.number().int(),
  duplicates: z.number().int().describe('Known by their keys already: counted once.'),
  rejected: z.array(
    z.object({
      index: z.number().int().describe('Place in the batch, from 0'),
      key: z.string().nullable(),
      field: z.string().nullable(),
      reason: z.string(),
    }),
  ),
});
export type Taken = z.infer<typeof takenShape>;

export const errorShape = z.object({
  error: z.object({ code: z.string(), message: z.string() }),
});

export const machineShape = z.object({
  nickname: z.string(),
  family: z.string(),
  state: z.enum(careStates),
  on_hold: z.boolean(),
  last_use: z.string().nullable(),
  run_hours_7_days: z.number(),
});

export const dueShape = z.object({
  machine: z.string(),
  station: z.string(),
  task: z.string(),
  state: z.enum(careStates),
  used: z.number().describe('Share of the limit reached first; 1 is due'),
  called: z.string().nullable(),
  put_off: z.string().nullable(),
  since: z.string(),
});

export const sessionReadShape = z.object({
  machine: z.string(),
  start: z.string(),
  run_seconds: z.number().int(),
  beam_seconds: z.number().int().nullable(),
  material: z.string().nullable(),
  process: z.enum(processes).nullable(),
  operator: z.string().nullable(),
  unlogged: z.boolean().describe("Counted by the machine's meter, logged by nobody"),
});

export const faultShape = z.object({
  machine: z.string(),
  reported: z.string(),
  danger: z.enum(dangers),
  signs: z.string(),
  note: z.string().nullable(),
  on_hold: z.boolean(),
});

export const sessionsQuery = z.object({
  machine: z.string().min(1).describe('Nickname'),
  from: instant.optional(),
  to: instant.optional(),
});
