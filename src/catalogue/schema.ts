import { z } from 'zod';
import { criticalities } from '../core/care/danger';
import { depths } from '../core/care/depth';
import { limitKinds } from '../core/care/care';
import { schools } from '../core/care/schools';
import { soilGroups } from '../core/usage/soil';

/** Parts of the path, in order, then what surrounds it. */
export const pathParts = [
  'source',
  'beam',
  'head',
  'bed',
  'motion',
  'air',
  'body',
  'coolant',
] as const;
export type PathPart = (typeof pathParts)[number];

/** Tests that show a machine is back, by what was opened or touched. */
export const proofIds = [
  'travel-hand',
  'travel-power',
  'frame',
  'burn',
  'dots',
  'fan',
  'coolant',
  'draught',
] as const;
export type ProofId = (typeof proofIds)[number];

const text = z.string().trim().min(1);
const slug = z.string().regex(/^[a-z0-9]+(-[a-z0-9]+)*$/);
const minutes = z.number().int().nonnegative();

export const limitSchema = z.object({
  kind: z.enum(limitKinds),
  value: z.number().positive(),
  notBefore: z.literal(true).optional(),
});

export const openingSchema = z.object({
  id: slug,
  name: text,
  needs: text,
  open: minutes,
  close: minutes,
});
export type Opening = z.infer<typeof openingSchema>;

export const cautionSchema = z.object({ id: slug, text });
export type Caution = z.infer<typeof cautionSchema>;

export const taskSchema = z.object({
  key: slug,
  name: text,
  depth: z.enum(depths),
  group: z.enum([...soilGroups, 'coolant']),
  criticality: z.enum(criticalities),
  /** limits under each school */
  schools: z.record(z.enum(schools), z.array(limitSchema).min(1)),
  minutes: z.object({ active: minutes.min(1), passive: minutes, finishing: minutes }),
  opening: slug,
  tools: z.array(text).min(1),
  cautions: z.array(slug),
  note: text,
  /** "looked at and fine" completes it */
  lookOnly: z.boolean(),
  /** how a task of the shop's own is done, in its words */
  own: z
    .object({
      steps: z.array(text),
      finishing: z.array(text),
      /** what its wait is: "soaks", "airs out" */
      wait: z.string(),
      stop: z.string(),
      proofs: z.array(z.enum(proofIds)),
      /** raises dust; is glass: it decides the order */
      dusty: z.boolean(),
      glass: z.boolean(),
    })
    .optional(),
});
export type CatalogueTask = z.infer<typeof taskSchema>;

export const stationKindSchema = z.object({
  id: slug,
  name: text,
  /** for the narrow columns of the ribbon */
  short: text.max(11),
  part: z.enum(pathParts),
  tasks: z.array(taskSchema),
  /** what there is to say where no task is offered */
  note: text.optional(),
});
export type StationKind = z.infer<typeof stationKindSchema>;

export const familySchema = z.object({
  id: slug,
  name: text,
  mark: text,
  source: z.enum(['diode', 'CO2']),
  isolationMinutes: minutes,
  stations: z
    .array(z.object({ slug, kind: slug, name: text.optional(), short: text.max(11).optional() }))
    .min(1),
  cautions: z.array(slug),
});
export type Family = z.infer<typeof familySchema>;
