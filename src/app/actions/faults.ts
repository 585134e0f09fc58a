'use server';

import { z } from 'zod';
import * as diagnosis from '../../services/faults/diagnosis';
import * as marks from '../../services/faults/accepted-marks';
import * as reports from '../../services/faults/report';
import * as returns from '../../services/faults/return';
import * as steps from '../../services/faults/steps';
import { answerWatch } from '../../services/faults/watch';
import { keepPhoto } from '../../services/audit-log/photos';
import type { Outcome } from '../../services/shop';
import { action, id, shape, text } from '../_server/action';
import { photosOf } from '../_server/form';

const sameReport = z.object({ faultId: id, machineId: id, note: text.nullable(), key: id });
const watchAnswer = z.object({ faultId: id, machineId: id, seen: z.boolean(), key: id });

/** Takes a report by itself; its pictures follow by its link. */
export const reportFaultAction = action(
  'report',
  [shape<reports.ReportInput>()],
  ({ shop, actor }, input) => reports.reportFault(shop, actor, input),
);

export const reportSameAction = action('report', [sameReport], ({ shop, actor }, input) =>
  reports.reportSame(shop, actor, input),
);

export const answerWatchAction = action('report', [watchAnswer], ({ shop, actor }, input) =>
  answerWatch(shop, actor, input),
);

export const diagnoseAction = action(
  'diagnose',
  [shape<Parameters<typeof steps.diagnoseFault>[2]>()],
  ({ shop, actor }, input) => steps.diagnoseFault(shop, actor, input),
);

export const repairAction = action(
  'diagnose',
  [shape<Parameters<typeof steps.repairFault>[2]>(), z.instanceof(FormData)],
  async ({ shop, actor }, input, files): Promise<Outcome<string>> => {
    const photos = await photosOf(files);
    if (!photos.ok) return photos;
    const repaired = steps.repairFault(shop, actor, input);
    if (repaired.ok) for (const one of photos.value) keepPhoto(shop, repaired.value, one);
    return repaired;
  },
);

export const proveAction = action(
  'diagnose',
  [shape<Parameters<typeof steps.proveFault>[2]>()],
  ({ shop, actor }, input) => steps.proveFault(shop, actor, input),
);

export const returnAction = action(
  'diagnose',
  [id, text],
  ({ shop, actor }, faultId, restriction) =>
    returns.returnMachine(shop, actor, faultId, restriction),
);

export const liftRestrictionAction = action('diagnose', [id, text], ({ shop, actor }, id, how) =>
  returns.liftRestriction(shop, actor, id, how),
);

export const closeAction = action(
  'diagnose',
  [shape<Parameters<typeof steps.closeFault>[2]>()],
  ({ shop, actor }, input) => steps.closeFault(shop, actor, input),
);

export const acceptMarkAction = action(
  'diagnose',
  [z.object({ machineId: id, stationId: id.nullable(), words: text })],
  ({ shop, actor }, input) => marks.acceptMark(shop, actor, input),
);

export const dropMarkAction = action('diagnose', [id, text], ({ shop, actor }, id, how) =>
  marks.dropMark(shop, actor, id, how),
);

export const answerCheckAction = action(
  'diagnose',
  [z.object({ faultId: id, check: text, answer: text })],
  ({ shop, actor }, input) => diagnosis.answerCheck(shop, actor, input),
);

export const takeAnswerBackAction = action('diagnose', [id], ({ shop, actor, role }, entryId) =>
  diagnosis.takeAnswerBack(shop, actor, role, entryId),
);

export const addCauseAction = action(
  'diagnose',
  [z.object({ faultId: id, words: text })],
  ({ shop, actor }, input) => diagnosis.addCause(shop, actor, input),
);

export const resetCasesAction = action('set up', [], ({ shop, actor }) =>
  diagnosis.resetCases(shop, actor),
);
