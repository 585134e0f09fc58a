'use server';

import { carryBySmtp } from '../../services/carrier';
import * as letters from '../../services/letters';
import { act } from '../_server/act';

export async function changePostAction(input: unknown) {
  return act('set up', (shop, actor) => letters.changePost(shop, actor, input));
}

export async function tryPostAction() {
  return act('set up', (shop, actor) => letters.tryPost(shop, actor, carryBySmtp));
}

export async function changeMailWishesAction(input: unknown) {
  return act('see', (shop, actor) => letters.changeMailWishes(shop, actor.id!, input));
}
