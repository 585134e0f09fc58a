'use server';

import {
  historySchema,
  previewHistory,
  rememberMapping,
  takeHistory,
} from '../../services/import/history';
import { action, query } from '../_server/action';

export const previewHistoryAction = query('clean', [historySchema], ({ shop, actor }, input) =>
  previewHistory(shop, actor, input),
);
export const takeHistoryAction = action('clean', takeHistory);
export const rememberMappingAction = action('clean', rememberMapping);
