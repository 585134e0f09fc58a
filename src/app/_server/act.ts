import { revalidatePath } from 'next/cache';
import { patiently, problem, type Actor, type Outcome, type Shop } from '../../services/shop';
import { signedIn } from './shop';

/** Runs a use case for whoever is signed in; nothing that is shown changes by it. */
export async function look<T>(
  step: (shop: Shop, actor: Actor) => Outcome<T> | Promise<Outcome<T>>,
): Promise<Outcome<T>> {
  const inside = await signedIn();
  if (!inside) return problem('You are signed out. Sign in again; what you typed is still here.');
  return patiently(() => step(inside.shop, inside.actor));
}

/** Runs a use case for whoever is signed in; on success every page shows the new state. */
export async function act<T>(
  step: (shop: Shop, actor: Actor) => Outcome<T> | Promise<Outcome<T>>,
): Promise<Outcome<T>> {
  const outcome = await look(step);
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}
