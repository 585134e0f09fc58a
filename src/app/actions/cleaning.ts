'use server';

import * as sheets from '../../services/sheets';
import { act } from '../_server/act';

export async function startSheetAction(
  machineId: string,
  tasks: { stationId: string; task: string }[],
) {
  return act((shop, actor) => {
    const started = sheets.startSheet(shop, actor, machineId, tasks);
    return started.ok ? { ok: true as const, value: { sheetId: started.value.row.id } } : started;
  });
}

export async function markIsolatedAction(sheetId: string) {
  return act((shop) => sheets.markIsolated(shop, sheetId));
}

export async function markTaskAction(mark: unknown) {
  return act((shop, actor) => {
    const parsed = sheets.markSchema.safeParse(mark);
    if (!parsed.success) {
      const issue = parsed.error.issues[0]!;
      const field = String(issue.path[0] ?? '');
      return { ok: false as const, error: { field, message: `${field}: ${issue.message}` } };
    }
    return sheets.markTask(shop, actor, parsed.data);
  });
}

export async function signOffAction(sheetId: string) {
  return act((shop, actor) => sheets.signOffSheet(shop, actor, sheetId));
}

export async function abandonAction(sheetId: string, reason: string) {
  return act((shop, actor) => sheets.abandonSheet(shop, actor, sheetId, reason));
}
