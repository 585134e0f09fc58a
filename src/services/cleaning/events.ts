import { z } from 'zod';
import { careResults, findings } from '../../core/care/care';
import { orientations, type SheetEvent, type SheetEventWhat } from '../../core/cleaning/progress';
import { dotPlaces, dotShapes } from '../../core/readings/dots/shapes';
import { ok } from '../../core/units/result';
import { standingEntries } from '../../records/audit-log';
import { write } from '../../records/database';
import { newId } from '../../records/ids';
import { stationById } from '../../records/machines';
import {
  insertSheetEvent,
  sheetById,
  sheetTasks,
  sheetEvents,
  type KeptSheetEvent,
  type SheetRow,
} from '../../records/cleaning';
import { checkMethod, settleDispute } from '../care/methods';
import { refuse, type Actor, type Outcome, type Shop } from '../shop';
import { placeId } from './run-parts';

/** Everything pressed on a sheet, in the order in which it came in. */
export function eventsOf(shop: Shop, sheetId: string): KeptSheetEvent[] {
  return sheetEvents(shop.db, sheetId);
}

const words = (most: number) => z.string().trim().max(most, `At most ${most} characters.`);
const id = z.string().min(1).max(120);
const instant = z.number().int().positive();
const stretch = z.object({ task: id, part: z.enum(['active', 'finishing']) });
const count = z.number().int().min(0).max(99);

const dotsSchema = z.partialRecord(z.enum(dotPlaces), z.enum(dotShapes));

const marksSchema = z.object({
  finding: z.enum(findings).nullable(),
  result: z.enum(careResults).nullable(),
  method: words(120).nullable(),
  minutes: z.number().int().min(0).max(1440).nullable(),
  note: words(500).nullable(),
});

const whatSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('step'), step: id, done: z.boolean() }),
  z.object({ kind: z.literal('mark'), task: id, change: marksSchema.partial() }),
  z.object({ kind: z.literal('again'), task: id }),
  z.object({
    kind: z.literal('wait over'),
    of: id,
    why: words(200).min(1, 'Say how you know that it is ready.'),
  }),
  z.object({
    kind: z.literal('pause'),
    until: instant.nullable(),
    why: words(300).min(1, 'Say why it waits.'),
  }),
  z.object({ kind: z.literal('resume') }),
  z.object({
    kind: z.literal('part out'),
    part: z.object({
      id,
      name: words(80).min(1, 'Say what it is.'),
      screws: count,
      plugs: count,
      hoses: count,
      lugs: count,
      facing: words(200),
      marked: z.enum(orientations),
    }),
  }),
  z.object({ kind: z.literal('part in'), part: id }),
  z.object({
    kind: z.literal('left off'),
    item: z.object({
      id,
      what: words(200).min(1, 'Say what is left off.'),
      mended: z.boolean(),
      until: instant.nullable(),
    }),
  }),
  z.object({ kind: z.literal('put back'), item: id }),
  z.object({ kind: z.literal('check'), check: id, answer: z.enum(['yes', 'no']) }),
  z.object({ kind: z.literal('instead'), tool: words(80), used: words(80).nullable() }),
  z.object({
    kind: z.literal('proof'),
    proof: id,
    passed: z.boolean(),
    words: words(300),
    dots: dotsSchema.optional(),
  }),
  z.object({ kind: z.literal('order'), sequence: z.array(stretch).max(400).nullable() }),
  z.object({ kind: z.literal('way'), task: id, way: id }),
  z.object({
    kind: z.literal('burn'),
    when: z.enum(['before', 'after']),
    burn: z.object({
      recipeId: id,
      through: z.number().positive().max(20_000).nullable(),
      failed: z.number().positive().max(20_000).nullable(),
    }),
  }),
  z.object({
    kind: z.literal('photo'),
    of: id,
    when: z.enum(['before', 'after', 'orientation']),
    photo: id,
  }),
]);

export const sheetEventsSchema = z
  .array(
    z.object({
      id: z.string().min(8).max(120),
      at: instant,
      what: whatSchema,
      /** what is disputed about the method was read, and it is used all the same */
      decided: z.boolean().optional(),
    }),
  )
  .max(500, 'At most 500 at a time.');

/** What could not be kept as it was pressed, and why. Everything else was. */
export interface SheetEventProblem {
  event: string;
  field: string | null;
  message: string;
}

/**
 * Keeps presses on a sheet, each once however often it is sent. They keep the time at which they were
 * made, but not one before the sheet or after now. Presses that come in after the sheet was closed are
 * kept with it and change nothing.
 */
export function addEvents(
  shop: Shop,
  actor: Actor,
  sheetId: string,
  input: unknown,
): Outcome<{ problems: SheetEventProblem[] }> {
  const row = sheetById(shop.db, sheetId);
  if (!row) return refuse('That clean-down is not there.');
  const parsed = sheetEventsSchema.safeParse(input);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return refuse(`${issue.message} (${issue.path.join('.')})`, String(issue.path.at(-1) ?? ''));
  }
  const now = shop.now();
  const problems: SheetEventProblem[] = [];
  const known = new Set(sheetTasks(shop.db, sheetId).map((t) => placeId(t.stationId, t.task)));
  write(shop.db, () => {
    for (const { id: event, at, what, decided } of parsed.data) {
      const kept: SheetEvent = {
        id: event,
        at: Math.min(Math.max(at, row.startedAt), now),
        person: actor.name,
        what: checkedWhat(shop, actor, event, what, decided ?? false, known, problems),
      };
      const fresh = insertSheetEvent(shop.db, sheetId, { ...kept, receivedAt: now });
      if (fresh && row.closedAt !== null) {
        problems.push({
          event,
          field: 'closed',
          message:
            'This clean-down was closed before this came in. It is kept with it and changes nothing: correct the record where it should.',
        });
      }
    }
  });
  return ok({ problems });
}

/** What a press says, without what may not be recorded. */
function checkedWhat(
  shop: Shop,
  actor: Actor,
  event: string,
  what: SheetEventWhat,
  decided: boolean,
  known: ReadonlySet<string>,
  problems: SheetEventProblem[],
): SheetEventWhat {
  if (what.kind !== 'mark') return what;
  if (!known.has(what.task)) {
    problems.push({ event, field: 'task', message: 'That task is not on this sheet.' });
    return what;
  }
  if (!what.change.method) return what;
  const station = stationById(shop.db, what.task.slice(0, what.task.indexOf('.')))!;
  const method = checkMethod(shop, station, what.change.method, decided);
  if (method.ok) {
    if (method.value) settleDispute(shop, actor, method.value.id);
    return what;
  }
  problems.push({ event, ...method.error });
  const { method: _, ...change } = what.change;
  return { ...what, change };
}

/** Presses made here and now, as a page would send them. */
export function press(
  shop: Shop,
  actor: Actor,
  sheetId: string,
  whats: readonly SheetEventWhat[],
): Outcome<{ problems: SheetEventProblem[] }> {
  const at = shop.now();
  return addEvents(
    shop,
    actor,
    sheetId,
    whats.map((what) => ({ id: newId(), at, what })),
  );
}

/** A sheet as a device that works it needs it. */
export interface SheetState {
  /** UTC milliseconds by our clock */
  now: number;
  /** how many events there are */
  count: number;
  /** those the asker does not have, in the order in which they came in */
  events: KeptSheetEvent[];
  /** who closed it and when; `null` while it is in work */
  closed: { at: number; by: string } | null;
}

/** What was pressed on a sheet, from the event after the first `have` on. */
export function sheetState(shop: Shop, sheetId: string, have: number): Outcome<SheetState> {
  const row = sheetById(shop.db, sheetId);
  if (!row) return refuse('That clean-down is not there.');
  const events = sheetEvents(shop.db, sheetId);
  return ok({
    now: shop.now(),
    count: events.length,
    events: events.slice(Math.max(0, have)),
    closed: row.closedAt === null ? null : { at: row.closedAt, by: closedBy(shop, row) },
  });
}

function closedBy(shop: Shop, row: SheetRow): string {
  const ends = standingEntries(shop.db, ['clean-down signed off', 'clean-down abandoned'], {
    machineId: row.machineId,
  });
  return ends.findLast(({ at }) => at === row.closedAt)?.person ?? ends.at(-1)?.person ?? '';
}
