'use server';

import { inMinutes, minutesAtHand } from '../../services/today/choice';
import { ok } from '../../core/units/result';
import { id } from '../../services/use-case';
import { query } from '../_server/action';
import { theBoard } from '../_server/board';

/** What could be done in the minutes at hand, on one machine or on any. */
export const inMinutesAction = query(
  'clean',
  [id.nullable(), minutesAtHand],
  ({ shop }, only, minutes) => ok(inMinutes(shop, theBoard(), minutes, only)),
);
