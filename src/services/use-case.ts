import { z } from 'zod';
import { write } from '../records/database';
import { type Actor, type Outcome, type Refusal, type Shop } from './shop';

/**
 * One thing that somebody can do to the shop. Its schema is the only description of its input: forms, actions, the
 * command line and the device interface all hand over the same.
 */
export interface UseCase<S extends z.ZodType, T> {
  (shop: Shop, actor: Actor, input: z.input<S>): Outcome<T>;
  readonly schema: S;
}

/**
 * A use case: its input is read by the schema, and all of its step is kept or, where it refuses or throws, nothing.
 * Whether a role may do it is asked where pages come in; other ways in have no role.
 * @param step what it does; it runs within one transaction, so it must not wait for anything
 */
export function useCase<S extends z.ZodType, T>(
  schema: S,
  step: (shop: Shop, actor: Actor, input: z.output<S>) => Outcome<T>,
): UseCase<S, T> {
  const run = (shop: Shop, actor: Actor, input: z.input<S>): Outcome<T> => {
    const read = readInput(schema, input);
    return read.ok ? write(shop.db, () => step(shop, actor, read.value)) : read;
  };
  return Object.assign(run, { schema });
}

/** An input as its schema reads it, or what is wrong with its fields. */
export function readInput<S extends z.ZodType>(schema: S, input: unknown): Outcome<z.output<S>> {
  const parsed = schema.safeParse(input, { error: unexpected });
  if (!parsed.success) return refusalOf(parsed.error);
  const cut = cutCharacter(parsed.data, []);
  if (!cut) return { ok: true, value: parsed.data };
  const path = cut.join('.');
  const message = `A character of this text is cut in half (${path || 'input'}): type it anew.`;
  return { ok: false, error: { field: cut[0] ?? '', message, fields: { [path]: message } } };
}

/** Where a text holds half of a character: no file, address or database takes it. `null`: nowhere. */
function cutCharacter(value: unknown, path: readonly string[]): readonly string[] | null {
  if (typeof value === 'string') return /\p{Surrogate}/u.test(value) ? path : null;
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return null;
  for (const [name, inner] of Object.entries(value)) {
    const found = cutCharacter(name, [...path, name]) ?? cutCharacter(inner, [...path, name]);
    if (found) return found;
  }
  return null;
}

/** What is said of a field for which its schema has no words: no form of ours sends that. */
const unexpected: z.core.$ZodErrorMap = ({ path = [] }) =>
  `This is not what a page of this server sends (${path.join('.') || 'input'}). Nothing was changed.`;

/** What a schema found wrong, as an expected failure: the first of it leads. */
function refusalOf({ issues }: z.ZodError): { ok: false; error: Refusal } {
  const { message, path } = issues[0]!;
  const fields: Record<string, string> = {};
  for (const issue of issues) fields[issue.path.join('.')] ??= issue.message;
  return { ok: false, error: { field: String(path[0] ?? ''), message, fields } };
}

/** Runs several use cases as one: all of them are kept or none. */
export function allOrNothing<T>(shop: Shop, steps: () => T): T {
  return write(shop.db, steps);
}

/**
 * Runs several use cases as one: a refusal of any of them undoes all, and is the answer.
 * @param steps unwraps each outcome with `take`, which gives up at the first refusal
 */
export function allOrRefused<T>(
  shop: Shop,
  steps: (take: <V>(outcome: Outcome<V>) => V) => T,
): Outcome<T> {
  return write(shop.db, (): Outcome<T> => {
    try {
      return {
        ok: true,
        value: steps((outcome) => {
          if (!outcome.ok) throw new Refused(outcome);
          return outcome.value;
        }),
      };
    } catch (error) {
      if (error instanceof Refused) return error.outcome;
      throw error;
    }
  });
}

/** Carries a refusal out of the steps. */
class Refused extends Error {
  constructor(readonly outcome: { ok: false; error: Refusal }) {
    super(outcome.error.message);
  }
}

/** The id of anything. */
export const id = z.string().min(1).max(120);

/** What somebody typed; the step says how long it may be. */
export const text = z.string().max(20_000);

/** UTC milliseconds. */
export const instant = z.number().int();

/** The key under which the same press, sent twice, is one. */
export const idempotencyKey = z.string().min(8).max(120);

/** Text that must be there, and how long it may be. */
export const requiredText = (missing: string, most: number) =>
  z.string(missing).trim().min(1, missing).max(most, `At most ${most} characters.`);

/** Text that may be left out: then, and where it is blank, it is `null`. */
export const optionalText = (most: number) =>
  z
    .string()
    .trim()
    .max(most, `At most ${most} characters.`)
    .nullish()
    .transform((text) => text || null);

/** A use case that needs no input. */
export const nothing = z.void();

/**
 * A correction of an entry: the old one is struck through for a reason.
 * @param change what takes its place; `null`: nothing does
 */
export const correctionSchema = <S extends z.ZodType>(change: S) =>
  z.object({
    entryId: id,
    reason: requiredText('Say why it is corrected.', 300),
    change: change.nullable(),
  });
