import { revalidatePath } from 'next/cache';
import { headers } from 'next/headers';
import { may, refusalWords, type Right } from '../../core/people/roles';
import { attempted, problem, type Actor, type Outcome, type Shop } from '../../services/shop';
import { fromOwnPage, otherSite } from './request';
import { currentInside, shopTrouble, type Inside } from './shop';

type Step<T> = (shop: Shop, actor: Actor, inside: Inside) => Outcome<T> | Promise<Outcome<T>>;

/** Runs a use case for whoever is signed in and may; nothing that is shown changes by it. */
export async function look<T>(right: Right, step: Step<T>): Promise<Outcome<T>> {
  if (!fromOwnPage(await headers())) return problem(otherSite);
  const trouble = shopTrouble();
  if (trouble) return problem(trouble);
  const inside = await currentInside();
  if (!inside) return problem('You are signed out. Sign in again; what you typed is still here.');
  if (!may(inside.role, right)) return problem(refusalWords(inside.role, right));
  return attempted(() => step(inside.shop, inside.actor, inside));
}

/** Runs a use case for whoever is signed in and may; on success every page shows the new state. */
export async function act<T>(right: Right, step: Step<T>): Promise<Outcome<T>> {
  const outcome = await look(right, step);
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}
