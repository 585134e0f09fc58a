'use server';

import { strikeEntry } from '../../services/audit-log/audit-log';
import { correctCare, type CareChange } from '../../services/care/care';
import { correctSession, type SessionChange } from '../../services/usage/sessions';
import { action, id, shape, text } from '../_server/action';

export const strikeAction = action('clean', [id, text], ({ shop, actor, role }, entry, reason) =>
  strikeEntry(shop, actor, role, entry, reason),
);

export const correctSessionAction = action(
  'clean',
  [id, text, shape<SessionChange>()],
  ({ shop, actor }, entry, reason, change) => correctSession(shop, actor, entry, reason, change),
);

export const correctCareAction = action(
  'clean',
  [id, text, shape<CareChange>()],
  ({ shop, actor }, entry, reason, change) => correctCare(shop, actor, entry, reason, change),
);
