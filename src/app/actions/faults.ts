'use server';

import { z } from 'zod';
import * as marks from '../../services/faults/accepted-marks';
import * as answers from '../../services/faults/answers';
import * as reports from '../../services/faults/report';
import * as returns from '../../services/faults/return';
import * as steps from '../../services/faults/steps';
import { answerWatch } from '../../services/faults/watch';
import { keepPhoto } from '../../services/audit-log/photos';
import type { Outcome } from '../../services/shop';
import { id } from '../../services/use-case';
import { action, customAction } from '../_server/action';
import { photosOf } from '../_server/form';

/** Takes a report by itself; its pictures follow by its link. */
export const reportFaultAction = action('report', reports.reportFault);
export const reportSameAction = action('report', reports.reportSame);
export const answerWatchAction = action('report', answerWatch);
export const diagnoseAction = action('diagnose', steps.diagnoseFault);
export const proveAction = action('diagnose', steps.proveFault);
export const returnAction = action('diagnose', returns.returnMachine);
export const liftRestrictionAction = action('diagnose', returns.liftRestriction);
export const closeAction = action('diagnose', steps.closeFault);
export const acceptMarkAction = action('diagnose', marks.acceptMark);
export const dropMarkAction = action('diagnose', marks.dropMark);
export const answerCheckAction = action('diagnose', answers.answerCheck);
export const addCauseAction = action('diagnose', answers.addCause);
export const sayShowingAction = action('diagnose', answers.sayShowing);
export const resetCasesAction = action('set up', answers.resetCases);

export const repairAction = customAction(
  'diagnose',
  [steps.repairSchema, z.instanceof(FormData)],
  async ({ shop, actor }, input, files): Promise<Outcome<string>> => {
    const photos = await photosOf(files);
    if (!photos.ok) return photos;
    const repaired = steps.repairFault(shop, actor, input);
    if (repaired.ok) for (const one of photos.value) keepPhoto(shop, repaired.value, one);
    return repaired;
  },
);

export const takeAnswerBackAction = customAction(
  'diagnose',
  [id],
  ({ shop, actor, role }, entryId) => answers.takeAnswerBack(shop, actor, role, entryId),
);
