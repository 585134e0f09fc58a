import { revalidatePath } from 'next/cache';
import { headers } from 'next/headers';
import { z } from 'zod';
import { may, refusalWords, type Right } from '../../core/people/roles';
import { attempted, refuse, type Outcome, type Shop } from '../../services/shop';
import { fromOwnPage, otherSite } from './request';
import { currentInside, shopTrouble, theShop, type Inside } from './shop';

/** Schemas of the arguments of an action, in order. */
export type Arguments = readonly z.ZodType[];
type Given<A extends Arguments> = { -readonly [K in keyof A]: z.input<A[K]> };
type Taken<A extends Arguments> = { -readonly [K in keyof A]: z.output<A[K]> };

type Step<A extends Arguments, T> = (
  inside: Inside,
  ...args: Taken<A>
) => Outcome<T> | Promise<Outcome<T>>;

/** An id of anything. */
export const id = z.string().min(1).max(120);
/** What somebody typed; the use case says how long it may be. */
export const text = z.string().max(20_000);
/** An input that the use case checks by its own schema: here, that there is one. */
export const shape = <T extends object>() =>
  z.custom<T>((value) => typeof value === 'object' && value !== null && !Array.isArray(value));

/** The arguments as they were asked for, or why they are not what a page of ours sends. */
export function readArguments<A extends Arguments>(
  schemas: A,
  given: readonly unknown[],
): Outcome<Taken<A>> {
  const parsed = z.tuple(schemas as unknown as [z.ZodType]).safeParse(given);
  if (parsed.success) return { ok: true, value: parsed.data as unknown as Taken<A> };
  const where = parsed.error.issues[0]!.path.join('.') || 'their number';
  return refuse(`This is not what a page of this server sends (${where}). Nothing was changed.`);
}

/** A use case that needs no account: from a page of ours, with arguments of the right form. */
export function openAction<const A extends Arguments, T>(
  args: A,
  step: (shop: Shop, ...args: Taken<A>) => Outcome<T> | Promise<Outcome<T>>,
) {
  return async (...given: Given<A>): Promise<Outcome<T>> => {
    if (!fromOwnPage(await headers())) return refuse(otherSite);
    const trouble = shopTrouble();
    if (trouble) return refuse(trouble);
    const taken = readArguments(args, given);
    return taken.ok ? attempted(() => step(theShop(), ...taken.value)) : taken;
  };
}

/**
 * A use case as pages call it: for whoever is signed in and may, from a page of ours, with arguments of the right
 * form. A disk or a database that refuses is a refusal in words. Nothing that is shown changes by it.
 */
export function query<const A extends Arguments, T>(right: Right, args: A, step: Step<A, T>) {
  return async (...given: Given<A>): Promise<Outcome<T>> => {
    if (!fromOwnPage(await headers())) return refuse(otherSite);
    const trouble = shopTrouble();
    if (trouble) return refuse(trouble);
    const inside = await currentInside();
    if (!inside) return refuse('You are signed out. Sign in again; what you typed is still here.');
    if (!may(inside.role, right)) return refuse(refusalWords(inside.role, right));
    const taken = readArguments(args, given);
    if (!taken.ok) return taken;
    return attempted(() => step(inside, ...taken.value));
  };
}

/** A use case that changes something: on success every page shows the new state. */
export function action<const A extends Arguments, T>(right: Right, args: A, step: Step<A, T>) {
  const run = query(right, args, step);
  return async (...given: Given<A>): Promise<Outcome<T>> => {
    const outcome = await run(...given);
    if (outcome.ok) revalidatePath('/', 'layout');
    return outcome;
  };
}
