import fs from 'node:fs';
import { parseInstant } from '../core/units/instant';
import { dateOrders, type DateOrder } from '../core/units/written-date';
import type { Shop } from '../services/shop';
import { Unusable } from './output';

/** A time as it was typed. @throws Unusable where it is none */
export function instantOf(text: string, shop: Shop): number {
  const parsed = parseInstant(text, shop.zone);
  if (!parsed.ok) throw new Unusable(parsed.error);
  return parsed.value;
}

/** A file of the disk. @throws Unusable where it cannot be read */
export function readFile(name: string): Buffer {
  try {
    return fs.readFileSync(name);
  } catch (error) {
    throw new Unusable(`The file ${name} cannot be read: ${(error as Error).message}`);
  }
}

/** The order of dates that was asked for, or `null`. @throws Unusable where there is no such order */
export function orderOf(dates: string | undefined): DateOrder | null {
  if (dates === undefined) return null;
  const order = dateOrders.find((one) => one === dates.toLowerCase());
  if (!order) throw new Unusable(`--dates is one of ${dateOrders.join(', ')}.`);
  return order;
}
