'use server';

import { historySchema, rememberMapping } from '../../services/import/history';
import { previewHistoryApart, takeHistoryApart } from '../../services/import/history-apart';
import { action, customAction, query } from '../_server/action';

export const previewHistoryAction = query('clean', [historySchema], ({ shop, actor }, input) =>
  previewHistoryApart(shop, actor, input),
);
export const takeHistoryAction = customAction('clean', [historySchema], ({ shop, actor }, input) =>
  takeHistoryApart(shop, actor, input),
);
export const rememberMappingAction = action('clean', rememberMapping);
