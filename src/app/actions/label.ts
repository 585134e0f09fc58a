'use server';

import { revalidatePath } from 'next/cache';
import {
  reportFault,
  reportSame,
  type ReportInput,
  type Reported,
} from '../../services/faults/report';
import { reportedDanger, type Danger } from '../../catalogue/signs';
import { askForLetter } from '../../services/faults/follow';
import { answerWatch } from '../../services/faults/watch';
import { actorAtLabel, machineOfLabel, nobody, type Who } from '../../services/labels';
import { keepPhoto } from '../../services/photos';
import type { SessionInput } from '../../services/session-input';
import { dropTimer, logSession, logTimer, runTimer } from '../../services/sessions';
import { patiently, problem, type Actor, type Outcome, type Shop } from '../../services/shop';
import { photosOf } from '../_server/form';
import { theShop } from '../_server/shop';

/**
 * Runs a use case for whoever holds a label link, on that machine alone.
 * @param danger of what is reported: a report of danger is taken from anybody
 */
async function atMachine<T>(
  token: string,
  who: Who,
  danger: Danger | null,
  step: (shop: Shop, actor: Actor, machineId: string) => Outcome<T> | Promise<Outcome<T>>,
): Promise<Outcome<T>> {
  const shop = theShop();
  const machine = machineOfLabel(shop, token);
  if (!machine) {
    return problem('This label is no longer valid. Tell the technician; nothing was recorded.');
  }
  const actor = await actorAtLabel(shop, token, who, danger === 'stop' || danger === 'pause');
  if (!actor.ok) return actor;
  const outcome = await patiently(() => step(shop, actor.value, machine.id));
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}

export async function labelLogAction(token: string, who: Who, input: SessionInput) {
  return atMachine(token, who, null, (shop, actor, machineId) =>
    logSession(shop, actor, {
      ...input,
      machineId,
      operator: actor.name === nobody ? null : actor.name,
    }),
  );
}

export async function labelStartTimerAction(token: string, who: Who) {
  return atMachine(token, who, null, (shop, actor, machineId) => runTimer(shop, actor, machineId));
}

export async function labelDropTimerAction(token: string, who: Who) {
  return atMachine(token, who, null, (shop, _actor, machineId) => dropTimer(shop, machineId));
}

export async function labelLogTimerAction(
  token: string,
  who: Who,
  input: Omit<SessionInput, 'start' | 'runSeconds'>,
) {
  return atMachine(token, who, null, (shop, actor, machineId) =>
    logTimer(shop, actor, {
      ...input,
      machineId,
      operator: actor.name === nobody ? null : actor.name,
    }),
  );
}

export async function labelReportAction(
  token: string,
  who: Who,
  input: ReportInput,
  files: FormData,
) {
  const danger = reportedDanger(input.signs, input.danger ?? null);
  return atMachine(
    token,
    who,
    danger,
    async (shop, actor, machineId): Promise<Outcome<Reported>> => {
      const photos = await photosOf(files);
      if (!photos.ok) return photos;
      const reported = reportFault(shop, actor, { ...input, machineId });
      if (reported.ok) for (const one of photos.value) keepPhoto(shop, reported.value.faultId, one);
      return reported;
    },
  );
}

export async function labelSameAction(
  token: string,
  who: Who,
  input: Omit<Parameters<typeof reportSame>[2], 'machineId'>,
) {
  return atMachine(token, who, null, (shop, actor, machineId) =>
    reportSame(shop, actor, { ...input, machineId }),
  );
}

export async function labelWatchAction(
  token: string,
  who: Who,
  input: Omit<Parameters<typeof answerWatch>[2], 'machineId'>,
) {
  return atMachine(token, who, null, (shop, actor, machineId) =>
    answerWatch(shop, actor, { ...input, machineId }),
  );
}

/** Asks for a letter about a reported fault. Open to whoever holds its link. */
export async function askForLetterAction(token: string, mail: string) {
  return patiently(() => askForLetter(theShop(), token, mail));
}
