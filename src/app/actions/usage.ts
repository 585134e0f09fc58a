'use server';

import { changeController, keepJob } from '../../services/usage/job-files';
import * as meters from '../../services/usage/meters';
import * as reweigh from '../../services/usage/reweigh';
import { sessionSchema } from '../../services/usage/session-input';
import {
  dropTimer,
  logSession,
  logTimer,
  runTimer,
  timerSchema,
} from '../../services/usage/sessions';
import { changeWeight, weightSchema } from '../../services/usage/soil-weights';
import { undoLogged } from '../../services/usage/undo';
import { id } from '../../services/use-case';
import { action, customAction, query } from '../_server/action';
import { z } from 'zod';

export const logSessionAction = customAction('log', [sessionSchema], ({ shop, actor }, input) =>
  logSession(shop, actor, { ...input, operator: input.operator ?? actor.name }),
);

export const logTimerAction = customAction('log', [timerSchema], ({ shop, actor }, input) =>
  logTimer(shop, actor, { ...input, operator: input.operator ?? actor.name }),
);

export const undoLoggedAction = action('log', undoLogged);
export const runTimerAction = action('log', runTimer);
export const dropTimerAction = action('log', dropTimer);
export const keepJobAction = action('log', keepJob);
export const takeReadingAction = action('log', meters.takeReading);
export const explainReadingAction = action('clean', meters.explainReading);
export const acceptUnloggedAction = action('clean', meters.acceptUnlogged);
export const noteQuietDayAction = action('clean', meters.noteQuietDay);
export const changeControllerAction = action('set up', changeController);
export const changeWeightAction = customAction('set up', [weightSchema], ({ shop, actor }, input) =>
  changeWeight(shop, actor, input),
);

export const startReweighAction = query(
  'set up',
  [weightSchema, z.boolean()],
  ({ shop, actor }, input, preview) => reweigh.startReweigh(shop, actor, input, preview),
);

export const viewReweighAction = query('set up', [id], ({ actor }, reweighId) =>
  reweigh.viewReweigh(actor, reweighId),
);

export const cancelReweighAction = query('set up', [id], ({ actor }, reweighId) =>
  reweigh.cancelReweigh(actor, reweighId),
);
