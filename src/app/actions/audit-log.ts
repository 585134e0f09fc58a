'use server';

import { strikeEntry } from '../../services/audit-log/audit-log';
import { correctCare } from '../../services/care/care';
import { correctSession } from '../../services/usage/sessions';
import { id, text } from '../../services/use-case';
import { action, customAction } from '../_server/action';

export const strikeAction = customAction(
  'clean',
  [id, text],
  ({ shop, actor, role }, entry, reason) => strikeEntry(shop, actor, role, entry, reason),
);

export const correctSessionAction = action('clean', correctSession);
export const correctCareAction = action('clean', correctCare);
