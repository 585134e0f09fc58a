import { cache } from 'react';
import { shopBoard } from '../../services/today/board';
import { theShop } from './shop';

/** The board of the shop, computed once a request however many parts of the page ask. */
export const theBoard = cache(() => shopBoard(theShop()));
