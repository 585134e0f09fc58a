import { cache } from 'react';
import { dueNow } from '../../services/care/due';
import { kept, ofNow } from '../../services/kept';
import { shopBoard, type Board } from '../../services/today/board';
import { theShop } from './shop';

/** The board of the shop, computed once a request however many parts of the page ask. */
export const theBoard = cache((): Board => {
  const shop = theShop();
  return kept(shop, 'board', ofNow, () => shopBoard(shop, dueNow(shop)));
});
