'use server';

import { revalidatePath } from 'next/cache';
import { reportFault, type ReportInput } from '../../services/faults';
import { machineOfLabel } from '../../services/labels';
import { keepPhoto } from '../../services/photos';
import type { SessionInput } from '../../services/session-input';
import { dropTimer, logSession, logTimer, runTimer } from '../../services/sessions';
import { patiently, problem, type Actor, type Outcome, type Shop } from '../../services/shop';
import { photoOf } from '../_server/form';
import { theShop } from '../_server/shop';

/** Runs a use case for whoever holds a label link, on that machine alone. */
async function atMachine<T>(
  token: string,
  name: string,
  step: (shop: Shop, actor: Actor, machineId: string) => Outcome<T> | Promise<Outcome<T>>,
): Promise<Outcome<T>> {
  const shop = theShop();
  const machine = machineOfLabel(shop, token);
  if (!machine) {
    return problem('This label is no longer valid. Tell the technician; nothing was recorded.');
  }
  const person = name.trim().slice(0, 80) || 'somebody at the machine';
  const outcome = await patiently(() =>
    step(shop, { id: null, name: person, source: 'label' }, machine.id),
  );
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}

export async function labelLogAction(token: string, input: SessionInput) {
  return atMachine(token, input.operator ?? '', (shop, actor, machineId) =>
    logSession(shop, actor, { ...input, machineId }),
  );
}

export async function labelStartTimerAction(token: string) {
  return atMachine(token, '', (shop, actor, machineId) => runTimer(shop, actor, machineId));
}

export async function labelDropTimerAction(token: string) {
  return atMachine(token, '', (shop, _actor, machineId) => dropTimer(shop, machineId));
}

export async function labelLogTimerAction(
  token: string,
  input: Omit<SessionInput, 'start' | 'runSeconds'>,
) {
  return atMachine(token, input.operator ?? '', (shop, actor, machineId) =>
    logTimer(shop, actor, { ...input, machineId }),
  );
}

export async function labelReportAction(
  token: string,
  name: string,
  input: ReportInput,
  files: FormData,
) {
  return atMachine(token, name, async (shop, actor, machineId) => {
    const photo = await photoOf(files);
    if (!photo.ok) return photo;
    const reported = reportFault(shop, actor, { ...input, machineId });
    if (reported.ok && photo.value) keepPhoto(shop, reported.value.faultId, photo.value);
    return reported;
  });
}
