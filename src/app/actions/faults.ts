'use server';

import * as diagnosis from '../../services/diagnosis';
import * as marks from '../../services/faults/marks';
import * as reports from '../../services/faults/report';
import * as returns from '../../services/faults/return';
import * as steps from '../../services/faults/steps';
import { answerWatch } from '../../services/faults/watch';
import { keepPhoto } from '../../services/photos';
import type { Outcome } from '../../services/shop';
import { act } from '../_server/act';
import { photosOf } from '../_server/form';

/** Takes a report by itself; its pictures follow by its link. */
export async function reportFaultAction(input: reports.ReportInput) {
  return act('report', (shop, actor) => reports.reportFault(shop, actor, input));
}

export async function reportSameAction(input: Parameters<typeof reports.reportSame>[2]) {
  return act('report', (shop, actor) => reports.reportSame(shop, actor, input));
}

export async function answerWatchAction(input: Parameters<typeof answerWatch>[2]) {
  return act('report', (shop, actor) => answerWatch(shop, actor, input));
}

export async function diagnoseAction(input: Parameters<typeof steps.diagnoseFault>[2]) {
  return act('diagnose', (shop, actor) => steps.diagnoseFault(shop, actor, input));
}

export async function repairAction(
  input: Parameters<typeof steps.repairFault>[2],
  files: FormData,
) {
  return act('diagnose', async (shop, actor): Promise<Outcome<string>> => {
    const photos = await photosOf(files);
    if (!photos.ok) return photos;
    const repaired = steps.repairFault(shop, actor, input);
    if (repaired.ok) for (const one of photos.value) keepPhoto(shop, repaired.value, one);
    return repaired;
  });
}

export async function proveAction(input: Parameters<typeof steps.proveFault>[2]) {
  return act('diagnose', (shop, actor) => steps.proveFault(shop, actor, input));
}

export async function returnAction(faultId: string, restriction: string) {
  return act('diagnose', (shop, actor) => returns.returnMachine(shop, actor, faultId, restriction));
}

export async function liftRestrictionAction(id: string, how: string) {
  return act('diagnose', (shop, actor) => returns.liftRestriction(shop, actor, id, how));
}

export async function closeAction(input: Parameters<typeof steps.closeFault>[2]) {
  return act('diagnose', (shop, actor) => steps.closeFault(shop, actor, input));
}

export async function acceptMarkAction(input: Parameters<typeof marks.acceptMark>[2]) {
  return act('diagnose', (shop, actor) => marks.acceptMark(shop, actor, input));
}

export async function dropMarkAction(id: string, how: string) {
  return act('diagnose', (shop, actor) => marks.dropMark(shop, actor, id, how));
}

export async function answerCheckAction(input: Parameters<typeof diagnosis.answerCheck>[2]) {
  return act('diagnose', (shop, actor) => diagnosis.answerCheck(shop, actor, input));
}

export async function takeAnswerBackAction(entryId: string) {
  return act('diagnose', (shop, actor, { role }) =>
    diagnosis.takeAnswerBack(shop, actor, role, entryId),
  );
}

export async function addCauseAction(input: Parameters<typeof diagnosis.addCause>[2]) {
  return act('diagnose', (shop, actor) => diagnosis.addCause(shop, actor, input));
}

export async function resetCasesAction() {
  return act('set up', (shop, actor) => diagnosis.resetCases(shop, actor));
}
