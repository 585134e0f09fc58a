'use server';

import { z } from 'zod';
import { carryBySmtp } from '../../services/mail/smtp';
import * as letters from '../../services/mail/letters';
import { action } from '../_server/action';

export const changePostAction = action('set up', [z.unknown()], ({ shop, actor }, input) =>
  letters.changePost(shop, actor, input),
);

export const tryPostAction = action('set up', [], ({ shop, actor }) =>
  letters.tryPost(shop, actor, carryBySmtp),
);

export const changeMailWishesAction = action('see', [z.unknown()], ({ shop, actor }, input) =>
  letters.changeMailWishes(shop, actor.id!, input),
);
