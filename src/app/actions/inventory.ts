'use server';

import { z } from 'zod';
import * as stores from '../../services/inventory/inventory';
import { action, id } from '../_server/action';

export const moveStockAction = action('clean', [z.unknown()], ({ shop, actor }, input) =>
  stores.moveStock(shop, actor, input),
);

export const changeStoreItemAction = action('set up', [z.unknown()], ({ shop, actor }, input) =>
  stores.changeStoreItem(shop, actor, input),
);

export const dropStoreItemAction = action('set up', [id], ({ shop, actor }, item) =>
  stores.dropStoreItem(shop, actor, item),
);
