'use server';

import { keepJob, type jobSchema } from '../../services/usage/job-files';
import { dropTimer, logSession, logTimer, runTimer } from '../../services/usage/sessions';
import type { SessionInput } from '../../services/usage/session-input';
import { z } from 'zod';
import { changeController } from '../../services/usage/job-files';
import * as meters from '../../services/usage/meters';
import * as reweigh from '../../services/usage/reweigh';
import { changeWeight, type WeightInput } from '../../services/usage/soil-weights';
import { action, query, id, shape } from '../_server/action';

export const logSessionAction = action('log', [shape<SessionInput>()], ({ shop, actor }, input) =>
  logSession(shop, actor, { ...input, operator: input.operator ?? actor.name }),
);

export const runTimerAction = action('log', [id], ({ shop, actor }, machineId) =>
  runTimer(shop, actor, machineId),
);

export const dropTimerAction = action('log', [id], ({ shop }, machineId) =>
  dropTimer(shop, machineId),
);

export const logTimerAction = action(
  'log',
  [shape<Omit<SessionInput, 'start' | 'runSeconds'>>()],
  ({ shop, actor }, input) =>
    logTimer(shop, actor, { ...input, operator: input.operator ?? actor.name }),
);

export const keepJobAction = action(
  'log',
  [shape<z.input<typeof jobSchema>>()],
  ({ shop, actor }, input) => keepJob(shop, actor, input),
);

export const takeReadingAction = action(
  'log',
  [shape<meters.ReadingInput>()],
  ({ shop, actor }, input) => meters.takeReading(shop, actor, input),
);

export const explainReadingAction = action(
  'clean',
  [id, z.unknown()],
  ({ shop, actor }, readingId, jump) => meters.explainReading(shop, actor, readingId, jump),
);

export const acceptUnloggedAction = action('clean', [id], ({ shop, actor }, readingId) =>
  meters.acceptUnlogged(shop, actor, readingId),
);

export const noteQuietDayAction = action(
  'clean',
  [id, z.number()],
  ({ shop, actor }, machineId, day) => meters.noteQuietDay(shop, actor, machineId, day),
);

export const changeControllerAction = action(
  'set up',
  [id, z.unknown()],
  ({ shop, actor }, machineId, controller) => changeController(shop, actor, machineId, controller),
);

export const changeWeightAction = action(
  'set up',
  [shape<WeightInput>()],
  ({ shop, actor }, input) => changeWeight(shop, actor, input),
);

export const startReweighAction = query(
  'set up',
  [shape<WeightInput>(), z.boolean()],
  ({ shop, actor }, input, preview) => reweigh.startReweigh(shop, actor, input, preview),
);

export const viewReweighAction = query('set up', [id], ({ actor }, id) =>
  reweigh.viewReweigh(actor, id),
);

export const cancelReweighAction = query('set up', [id], ({ actor }, id) =>
  reweigh.cancelReweigh(actor, id),
);
