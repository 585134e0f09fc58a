'use server';

import { recordAfterFire } from '../../services/cleaning/after-fire';
import { startBenchSheet } from '../../services/cleaning/bench';
import { startCampaign } from '../../services/cleaning/campaigns';
import { changeStepWords } from '../../services/cleaning/own-words';
import { putRight } from '../../services/cleaning/put-backs';
import { recordQuickCare, undoQuickCare } from '../../services/cleaning/quick-care';
import { abandonSheet, takeUpAgain } from '../../services/cleaning/abandon';
import { signOffSheet } from '../../services/cleaning/sign-off';
import { startSheet } from '../../services/cleaning/sheets';
import { pickedTasks } from '../../services/cleaning/sheets';
import { sheetMinutesFinder, sheetSubject } from '../../services/cleaning/sheet-minutes';
import { action, query } from '../_server/action';

/** What the sheet of what is picked takes. */
export const sheetMinutesAction = query(
  'clean',
  [sheetSubject, pickedTasks],
  ({ shop }, subject, picked) => sheetMinutesFinder(shop)(subject, picked),
);

export const startBenchSheetAction = action('clean', startBenchSheet);
export const startSheetAction = action('clean', startSheet);
export const signOffAction = action('clean', signOffSheet);
export const abandonAction = action('clean', abandonSheet);
export const takeUpAgainAction = action('clean', takeUpAgain);
export const startCampaignAction = action('clean', startCampaign);
export const quickCareAction = action('clean', recordQuickCare);
export const undoQuickCareAction = action('clean', undoQuickCare);
export const changeStepWordsAction = action('set up', changeStepWords);
export const recordAfterFireAction = action('clean', recordAfterFire);
export const putRightAction = action('clean', putRight);
