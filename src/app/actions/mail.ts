'use server';

import { carryBySmtp } from '../../services/mail/smtp';
import * as letters from '../../services/mail/letters';
import { action, customAction } from '../_server/action';

export const changePostAction = action('set up', letters.changePost);
export const changeMailWishesAction = action('see', letters.changeMailWishes);

export const tryPostAction = customAction('set up', [], ({ shop, actor }) =>
  letters.tryPost(shop, actor, carryBySmtp),
);
