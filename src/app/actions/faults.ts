'use server';

import { strikeEntry } from '../../services/book';
import * as diagnosis from '../../services/diagnosis';
import * as faults from '../../services/faults';
import { keepPhoto } from '../../services/photos';
import { act } from '../_server/act';
import { photoOf } from '../_server/form';

export async function reportFaultAction(input: faults.ReportInput, files: FormData) {
  return act(async (shop, actor) => {
    const photo = await photoOf(files);
    if (!photo.ok) return photo;
    const reported = faults.reportFault(shop, actor, input);
    if (reported.ok && photo.value) keepPhoto(shop, reported.value.faultId, photo.value);
    return reported;
  });
}

type Diagnosis = Parameters<typeof faults.diagnoseFault>[2];
type Repair = Parameters<typeof faults.repairFault>[2];
type Proof = Parameters<typeof faults.proveFault>[2];
type Closing = Parameters<typeof faults.closeFault>[2];

export async function diagnoseAction(input: Diagnosis) {
  return act((shop, actor) => faults.diagnoseFault(shop, actor, input));
}

export async function repairAction(input: Repair, files: FormData) {
  return act(async (shop, actor) => {
    const photo = await photoOf(files);
    if (!photo.ok) return photo;
    const repaired = faults.repairFault(shop, actor, input);
    if (repaired.ok && photo.value) keepPhoto(shop, repaired.value, photo.value);
    return repaired;
  });
}

export async function proveAction(input: Proof) {
  return act((shop, actor) => faults.proveFault(shop, actor, input));
}

export async function closeAction(input: Closing) {
  return act((shop, actor) => faults.closeFault(shop, actor, input));
}

export async function answerCheckAction(input: Parameters<typeof diagnosis.answerCheck>[2]) {
  return act((shop, actor) => diagnosis.answerCheck(shop, actor, input));
}

export async function takeAnswerBackAction(entryId: string) {
  return act((shop, actor) => strikeEntry(shop, actor, entryId, 'taken back'));
}

export async function addCauseAction(input: Parameters<typeof diagnosis.addCause>[2]) {
  return act((shop, actor) => diagnosis.addCause(shop, actor, input));
}

export async function resetCasesAction() {
  return act((shop, actor) => diagnosis.resetCases(shop, actor));
}
