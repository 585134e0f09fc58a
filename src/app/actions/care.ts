'use server';

import { z } from 'zod';
import * as judge from '../../services/care/call-or-defer';
import * as plans from '../../services/care/care-plans';
import { chooseMethod } from '../../services/care/methods';
import { action, id, shape, text } from '../_server/action';

export const changeSchoolAction = action(
  'set up',
  [id, text, shape<plans.Effect>()],
  ({ shop, actor }, machineId, school, effect) =>
    plans.changeSchool(shop, actor, machineId, school, effect),
);

export const changeLimitsAction = action(
  'set up',
  [
    z.object({ stationId: id, task: id, limits: z.unknown(), basis: text.optional() }),
    shape<plans.Effect>(),
  ],
  ({ shop, actor }, input, effect) => plans.changeLimits(shop, actor, input, effect),
);

export const addOwnTaskAction = action(
  'set up',
  [id, shape<plans.OwnTaskInput>()],
  ({ shop, actor }, stationId, input) => plans.addOwnTask(shop, actor, stationId, input),
);

export const removeOwnTaskAction = action('set up', [id, id], ({ shop, actor }, stationId, key) =>
  plans.removeOwnTask(shop, actor, stationId, key),
);

export const copyCarePlanAction = action('set up', [id, id], ({ shop, actor }, fromId, toId) =>
  plans.copyCarePlan(shop, actor, fromId, toId),
);

export const deferAction = action(
  'clean',
  [shape<Parameters<typeof judge.deferTask>[2]>()],
  ({ shop, actor }, input) => judge.deferTask(shop, actor, input),
);

export const callAction = action(
  'clean',
  [shape<Parameters<typeof judge.callTask>[2]>(), id.nullable()],
  ({ shop, actor }, input, faultId) => judge.callTask(shop, actor, input, faultId),
);

export const chooseMethodAction = action(
  'set up',
  [z.object({ question: text, choice: text, stationId: id.nullish() })],
  ({ shop, actor }, input) => chooseMethod(shop, actor, input),
);
