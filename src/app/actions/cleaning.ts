'use server';

import * as campaigns from '../../services/campaigns';
import * as putBacks from '../../services/put-backs';
import * as quick from '../../services/quick-care';
import * as ends from '../../services/sheet-end';
import * as sheets from '../../services/sheets';
import { act } from '../_server/act';

export async function startSheetAction(
  machineId: string,
  tasks: { stationId: string; task: string }[],
) {
  return act('clean', (shop, actor) => {
    const started = sheets.startSheet(shop, actor, machineId, tasks);
    return started.ok ? { ok: true as const, value: { sheetId: started.value.row.id } } : started;
  });
}

export async function signOffAction(sheetId: string) {
  return act('clean', (shop, actor) => ends.signOffSheet(shop, actor, sheetId));
}

export async function abandonAction(sheetId: string, reason: string) {
  return act('clean', (shop, actor) => ends.abandonSheet(shop, actor, sheetId, reason));
}

export async function startCampaignAction(input: unknown) {
  return act('clean', (shop, actor) => campaigns.startCampaign(shop, actor, input));
}

export async function quickCareAction(
  machineId: string,
  tasks: { stationId: string; task: string }[],
  key: string,
) {
  return act('clean', (shop, actor) => quick.recordQuickCare(shop, actor, machineId, tasks, key));
}

export async function undoQuickCareAction(entryIds: string[]) {
  return act('clean', (shop, actor) => quick.undoQuickCare(shop, actor, entryIds));
}

export async function putRightAction(id: string, how: string) {
  return act('clean', (shop, actor) => putBacks.putRight(shop, actor, id, how));
}
