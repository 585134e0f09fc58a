'use server';

import * as stores from '../../services/stores';
import { act } from '../_server/act';

export async function moveStockAction(input: unknown) {
  return act('clean', (shop, actor) => stores.moveStock(shop, actor, input));
}

export async function changeStoreItemAction(input: unknown) {
  return act('set up', (shop, actor) => stores.changeStoreItem(shop, actor, input));
}

export async function dropStoreItemAction(item: string) {
  return act('set up', (shop, actor) => stores.dropStoreItem(shop, actor, item));
}
