import { z } from 'zod';
import { findings, limitKinds } from '../core/care/care';
import { bases } from '../core/care/plan';
import { schools } from '../core/care/schools';
import { exercises } from '../core/people/exercises';
import { roles } from '../core/people/roles';
import { dotPlaces, dotShapes } from '../core/readings/dots/shapes';
import { processes } from '../core/usage/soil';
import { factors } from '../core/usage/soil-table';
import { faultData } from './fault-data';
import { readingData } from './reading-data';

/** Where an entry came from. */
export const sources = ['hand', 'import', 'label', 'command line', 'demo', 'device'] as const;
export type Source = (typeof sources)[number];

/** Kinds of entry whose particulars stand in their own table. */
export const tableKinds = ['session', 'care', 'meter reading', 'stock'] as const;

const text = z.string();
const figure = z.number().nonnegative();
const perGroup = z.object({ optics: figure, bed: figure, motion: figure, air: figure });
const limit = z.object({
  kind: z.enum(limitKinds),
  value: z.number().positive(),
  /** must be reached too before another makes it due */
  notBefore: z.literal(true).optional(),
});
const window = z.object({
  /** minutes after midnight */
  start: z.number().int().min(0).max(1439),
  minutes: z.number().int().min(10).max(1440),
});
const weekday = z.number().int().min(0).max(6);
const processWeight = z.object({ process: z.enum(processes), weight: perGroup });

/** Particulars of every other kind of entry, as kept in `entry.data`. */
export const entryDataSchemas = {
  'clean-down started': z.object({
    sheetId: text,
    tasks: z.number().int(),
    /** the serial number of the module, where one was cleaned at the bench */
    module: z.string().optional(),
  }),
  'clean-down signed off': z.object({
    sheetId: text,
    done: z.number().int(),
    left: z.array(text),
    /** what was opened, by name */
    opened: z.array(text).default([]),
    proofs: z
      .array(
        z.object({
          name: text,
          passed: z.boolean(),
          words: text,
          /** the dots it was judged by */
          dots: z.partialRecord(z.enum(dotPlaces), z.enum(dotShapes)).optional(),
        }),
      )
      .default([]),
    /** minutes from the first press to the sign-off, pauses left out */
    minutes: z.number().int().nonnegative().nullable().default(null),
    /** what was used in place of what was laid out */
    instead: z.array(z.object({ tool: text, used: text })).default([]),
    /** how long what was rinsed dried, by place */
    dried: z.array(z.object({ place: text, minutes: z.number().int().positive() })).default([]),
    /** how long what was soaked soaked, by kind of station and task, and by way */
    soaked: z
      .array(z.object({ what: text, way: text, minutes: z.number().int().positive() }))
      .default([]),
  }),
  /** mended for now, or left as it was, with the day on which it is put right */
  'put back': z.object({ what: text, until: z.number().int(), sheetId: text }),
  'put back done': z.object({ how: text }),
  /** an item of the stores; the latest says how it is */
  'store item': z.object({
    item: text,
    name: text,
    unit: text,
    pack: z.number().positive(),
    reorderAt: figure,
    perTask: figure,
    /** ours when it is no starting item */
    tool: text.nullable(),
    /** of a pack, in hundredths of the shop's money */
    packPrice: z.number().int().nonnegative().nullish(),
    gone: z.boolean(),
  }),
  'clean-down abandoned': z.object({ sheetId: text, marks: z.array(text) }),
  ...faultData,
  /** a cut of reference stock that just succeeds; the latest of an id says how it is */
  recipe: z.object({
    recipeId: text,
    material: text,
    /** millimetres */
    thickness: z.number().positive(),
    /** percent of rated power */
    power: z.number().positive().max(100),
    /** mm/s */
    speed: z.number().positive(),
    passes: z.number().int().positive(),
    airAssist: z.boolean(),
    gone: z.boolean(),
  }),
  'test burn': z.object({
    recipeId: text,
    /** percent of rated power, and passes, as the recipe had them then */
    power: z.number().positive().max(100),
    passes: z.number().int().positive(),
    cuts: z.array(
      z.object({
        speed: z.number().positive(),
        through: z.boolean(), // passes left out: those of the recipe
        passes: z.number().int().positive().optional(),
      }),
    ),
    /** which delivery or sheet the piece is of, as the shop names it */
    batch: text.optional(),
    /** millimetres, as measured */
    thickness: z.number().positive(),
    /** mm/s at which it just succeeded, in the recipe's passes; null: not even at the slowest */
    fastest: z.number().positive().nullable(),
    /** whether later burns are held against this one */
    baseline: z.boolean(),
  }),
  reading: z.object({
    taken: readingData,
    /** later readings of the same are held against this one */
    baseline: z.boolean(),
  }),
  /** an exercise that somebody finished */
  training: z.object({ exercise: z.enum(exercises), score: figure, passed: z.boolean() }),
  'fault closed': z.object({
    as: z.enum(['fixed', 'not reproduced', 'duplicate', 'no fault']),
    duplicateOf: text.nullable(),
  }),
  hold: z.object({ why: z.enum(['fault', 'cleaning', 'by hand']), words: text }),
  release: z.object({ how: z.enum(['proof', 'reason', 'cleaning ended']), words: text }),
  machine: z.object({ change: text, from: text.nullable(), to: text.nullable() }),
  person: z.object({
    personId: text,
    name: text,
    role: z.enum(roles),
    change: z.enum([
      'added',
      'invited',
      'joined',
      'role',
      'password',
      'code',
      'signed out',
      'ended',
      'back',
    ]),
  }),
  setting: z.object({ name: text, from: text.nullable(), to: text }),
  strike: z.object({ of: text }),
  'care plan': z.discriminatedUnion('change', [
    z.object({
      change: z.literal('school'),
      school: z.enum(schools),
    }),
    z.object({
      change: z.literal('limits'),
      station: text,
      task: text,
      limits: z.array(limit).min(1).nullable(),
      basis: z.enum(bases),
      /** somebody says otherwise: to be confirmed */
      unconfirmed: z.object({ by: text, other: z.array(limit).min(1), otherBy: text }).optional(),
    }),
    // the whole task as the catalogue describes one; `services/plans` knows its shape
    z.object({
      change: z.literal('own task'),
      station: text,
      task: z.looseObject({ key: text, name: text }),
    }),
    z.object({ change: z.literal('own task removed'), station: text, task: text }),
  ]),
  /** when a task was last done before the book; the latest of a task stands */
  'task past': z.object({
    stationId: text,
    task: text,
    last: z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('date'), at: z.number().int() }),
      z.object({ kind: z.literal('new'), at: z.number().int() }),
      z.object({ kind: z.literal('hours') }),
      z.object({ kind: z.literal('never') }),
      z.object({ kind: z.literal('unknown') }),
      z.object({ kind: z.literal('look'), finding: z.enum(findings) }),
    ]),
    /** run hours from then to the entry; null: not said */
    hours: figure.nullable(),
    /** how far off they may be */
    sure: figure.nullable(),
    /** soil hours of a run hour, as the work of this machine was */
    soil: perGroup,
  }),
  /** what a machine had behind it before the book; the latest stands */
  'machine past': z.object({
    /** nothing: everything of it was new when it was added */
    isNew: z.boolean(),
    inUseSince: z.number().int().nullable(),
    /** run hours up to the entry */
    hours: figure.nullable(),
    sure: figure.nullable(),
  }),
  deferral: z.object({
    stationId: text,
    task: text,
    until: z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('date'), at: z.number().int() }),
      z.object({ kind: z.literal('run'), hours: z.number().positive() }),
    ]),
  }),
  call: z.object({ stationId: text, task: text, sign: text }),
  'soil weights': z.object({
    /** start of the first session it weighs; null: all of them */
    from: z.number().int().nullable(),
    what: z.discriminatedUnion('change', [
      z.object({
        change: z.literal('material'),
        name: text,
        aliases: z.array(text),
        works: z.array(processWeight).min(1),
      }),
      z.object({
        change: z.literal('work'),
        name: text,
        process: processWeight.shape.process,
        weight: perGroup,
      }),
      z.object({
        change: z.literal('factor'),
        factor: z.enum(factors),
        weight: perGroup,
      }),
    ]),
  }),
  'method choice': z.object({
    question: text,
    choice: text,
    /** null: the machine of the entry, or the whole shop where it has none */
    stationId: text.nullable(),
  }),
  /** how a feature of a machine is made; the latest of a feature stands */
  'machine build': z.object({
    feature: text,
    variant: text,
    /** the head it was said of, with which it travels; null: the machine itself */
    moduleId: text.nullable(),
    /** a variant in the shop's own words */
    own: z
      .object({
        name: text,
        undo: z.array(text),
        redo: z.array(text),
        screws: z.number().int().nonnegative(),
        plugs: z.number().int().nonnegative(),
        hoses: z.number().int().nonnegative(),
        lugs: z.number().int().nonnegative(),
        facing: text,
        connectors: z.boolean(),
      })
      .nullable(),
  }),
  /** what a fire left, part by part, and how deep the cleaning after it goes */
  'after fire': z.object({
    burned: text,
    settings: text,
    depth: z.enum(['ordinary', 'deep']),
    parts: z.array(z.object({ part: text, found: text, note: text.nullable() })),
  }),
  /** a limit that findings spoke for and the shop does not want, for now */
  'proposal declined': z.object({
    stationId: text,
    task: text,
    proposed: z.number().positive(),
    cycles: z.number().int().nonnegative(),
  }),
  /** minutes before connectors are touched, as the manual or label of the machine says */
  'connector wait': z.object({ minutes: z.number().int().min(0).max(120), source: text }),
  /** an order of our own way turned round on a machine, or put back */
  /** a rule of our own way turned round, or not; where two say different things, who says so and who says otherwise */
  'order rule': z.object({
    rule: text,
    turned: z.boolean(),
    unconfirmed: z.object({ by: text, otherBy: text }).optional(),
  }),
  /** a written step in the shop's own words; null: ours again */
  'step words': z.object({ instead: text, words: text.nullable() }),
  /** about a reading that is lower than the one before */
  'meter explained': z.object({
    how: z.enum(['reset', 'rolled over', 'replaced']),
    /** where it rolled over, in seconds */
    atSeconds: z.number().int().positive().nullable(),
  }),
  'day without use': z.object({ day: z.number().int() }),
  module: z.object({
    moduleId: text,
    kind: text,
    serial: text,
    name: text,
    /** run seconds it had before it came */
    hadSeconds: z.number().int().nonnegative(),
  }),
  /** `machineId` of the entry: where to; null: the drawer */
  'module moved': z.object({ moduleId: text }),
  'module ended': z.object({ moduleId: text, why: text }),
  device: z.object({ deviceId: text, name: text, change: z.enum(['added', 'revoked']) }),
  /** when the technician is there in a week, and when the shop is closed; Monday is 0. The latest holds */
  'technician week': z.object({
    windows: z.array(window.extend({ weekday })),
    closed: z.array(weekday),
  }),
  /** days that are not like every week, both included */
  'technician days': z.object({
    from: z.number().int(),
    to: z.number().int(),
    what: z.enum(['away', 'closed', 'windows']),
    windows: z.array(window),
  }),
  /** a machine that is spoken for, from `at` of the entry on, every so many weeks */
  booking: z.object({
    end: z.number().int(),
    weeks: z.number().int().min(1).max(53),
  }),
  /** a calendar of bookings was added, read again or taken away */
  calendar: z.object({
    name: text,
    change: z.enum(['added', 'read again', 'removed']),
    events: z.number().int().nonnegative(),
  }),
  'job file': z.object({
    hash: text,
    name: text,
    runSeconds: z.number().int().positive(),
    beamSeconds: z.number().int().nonnegative(),
  }),
} as const;

export type DataKind = keyof typeof entryDataSchemas;
export type EntryKind = DataKind | (typeof tableKinds)[number];
export type EntryData<K extends DataKind> = z.infer<(typeof entryDataSchemas)[K]>;

const dataKinds = Object.keys(entryDataSchemas) as DataKind[];
export const entryKinds: readonly EntryKind[] = [...tableKinds, ...dataKinds];
