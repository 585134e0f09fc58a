import type { Outcome } from '../../../services/shop';

/** A use case as a page hands it to a component: what it takes, and what becomes of it. */
export type Send<U extends (shop: never, actor: never, input: never) => unknown> = (
  input: Parameters<U>[2],
) => Promise<ReturnType<U>>;

/** The same for what is called with something of its own. */
export type Ask<A extends unknown[] = [], T = unknown> = (...args: A) => Promise<Outcome<T>>;
