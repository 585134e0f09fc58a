import { parseInstant } from '../core/units/instant';
import type { Shop } from '../services/shop';
import { Unusable } from './output';

/** A time as it was typed. @throws Unusable where it is none */
export function instantOf(text: string, shop: Shop): number {
  const parsed = parseInstant(text, shop.zone);
  if (!parsed.ok) throw new Unusable(parsed.error);
  return parsed.value;
}
