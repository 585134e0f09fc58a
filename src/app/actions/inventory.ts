'use server';

import * as inventory from '../../services/inventory/inventory';
import { action } from '../_server/action';

export const moveStockAction = action('clean', inventory.moveStock);
export const changeStoreItemAction = action('set up', inventory.changeStoreItem);
export const dropStoreItemAction = action('set up', inventory.dropStoreItem);
