import { revalidatePath } from 'next/cache';
import { headers } from 'next/headers';
import type { z } from 'zod';
import { may, refusalWords, type Right } from '../../core/people/roles';
import { attempted, refuse, type Outcome, type Shop } from '../../services/shop';
import { readInput, type UseCase } from '../../services/use-case';
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

/** The arguments as they were asked for, or what is wrong with the first wrong one. */
export function readArguments<A extends Arguments>(
  schemas: A,
  given: readonly unknown[],
): Outcome<Taken<A>> {
  const taken: unknown[] = [];
  for (const [at, schema] of schemas.entries()) {
    const read = readInput(schema, given[at]);
    if (!read.ok) return read;
    taken.push(read.value);
  }
  return { ok: true, value: taken as Taken<A> };
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
    return taken.ok ? attempted(theShop(), () => step(theShop(), ...taken.value)) : taken;
  };
}

/** Who is signed in and may, where the call comes from a page of ours; else why nothing is done. */
async function admitted(right: Right): Promise<Outcome<Inside>> {
  if (!fromOwnPage(await headers())) return refuse(otherSite);
  const trouble = shopTrouble();
  if (trouble) return refuse(trouble);
  const inside = await currentInside();
  if (!inside) return refuse('You are signed out. Sign in again; what you typed is still here.');
  if (!may(inside.role, right)) return refuse(refusalWords(inside.role, right));
  return { ok: true, value: inside };
}

/** What pages ask and order beside use cases, with arguments of the right form. Nothing that is shown changes by it. */
export function query<const A extends Arguments, T>(right: Right, args: A, step: Step<A, T>) {
  return async (...given: Given<A>): Promise<Outcome<T>> => {
    const inside = await admitted(right);
    if (!inside.ok) return inside;
    const taken = readArguments(args, given);
    return taken.ok
      ? attempted(inside.value.shop, () => step(inside.value, ...taken.value))
      : taken;
  };
}

/** The same for what changes something in steps of its own: on success every page shows the new state. */
export function customAction<const A extends Arguments, T>(
  right: Right,
  args: A,
  step: Step<A, T>,
) {
  const run = query(right, args, step);
  return async (...given: Given<A>): Promise<Outcome<T>> => shown(await run(...given));
}

/**
 * A use case as pages call it: for whoever is signed in and may, from a page of ours. A disk or a database that
 * refuses is a refusal in words; on success every page shows the new state.
 */
export function action<S extends z.ZodType, T>(right: Right, useCase: UseCase<S, T>) {
  return async (input: z.input<S>): Promise<Outcome<T>> => {
    const inside = await admitted(right);
    if (!inside.ok) return inside;
    const { shop, actor } = inside.value;
    return shown(await attempted(shop, () => useCase(shop, actor, input)));
  };
}

function shown<T>(outcome: Outcome<T>): Outcome<T> {
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}
