'use server';

import { z } from 'zod';
import * as campaigns from '../../services/cleaning/campaigns';
import * as putBacks from '../../services/cleaning/put-backs';
import * as quick from '../../services/cleaning/quick-care';
import * as ends from '../../services/cleaning/sign-off';
import * as sheets from '../../services/cleaning/sheets';
import { action, id, text } from '../_server/action';

const tasks = z.array(z.object({ stationId: id, task: id })).max(300);

export const startSheetAction = action(
  'clean',
  [id, tasks],
  ({ shop, actor }, machineId, tasks) => {
    const started = sheets.startSheet(shop, actor, machineId, tasks);
    return started.ok ? { ok: true as const, value: { sheetId: started.value.row.id } } : started;
  },
);

export const signOffAction = action('clean', [id], ({ shop, actor }, sheetId) =>
  ends.signOffSheet(shop, actor, sheetId),
);

export const abandonAction = action('clean', [id, text], ({ shop, actor }, sheetId, reason) =>
  ends.abandonSheet(shop, actor, sheetId, reason),
);

export const startCampaignAction = action('clean', [z.unknown()], ({ shop, actor }, input) =>
  campaigns.startCampaign(shop, actor, input),
);

export const quickCareAction = action(
  'clean',
  [id, tasks, id],
  ({ shop, actor }, machineId, tasks, key) =>
    quick.recordQuickCare(shop, actor, machineId, tasks, key),
);

export const undoQuickCareAction = action(
  'clean',
  [z.array(id).max(200)],
  ({ shop, actor }, entryIds) => quick.undoQuickCare(shop, actor, entryIds),
);

export const putRightAction = action('clean', [id, text], ({ shop, actor }, id, how) =>
  putBacks.putRight(shop, actor, id, how),
);
