'use server';

import { revalidatePath } from 'next/cache';
import { headers } from 'next/headers';
import { reportFault, reportSame, type ReportInput } from '../../services/faults/report';
import { holdsAtOnce, reportedDanger, type Danger } from '../../catalogue/signs';
import { askForLetter } from '../../services/faults/follow';
import { answerWatch } from '../../services/faults/watch';
import { actorAtLabel, machineOfLabel, nobody, type Who } from '../../services/labels';
import type { SessionInput } from '../../services/session-input';
import { dropTimer, logSession, logTimer, runTimer } from '../../services/sessions';
import { attempted, problem, type Actor, type Outcome, type Shop } from '../../services/shop';
import { labelWait } from '../_server/label-limits';
import { addressOf, fromOwnPage, otherSite } from '../_server/request';
import { shopTrouble, theShop } from '../_server/shop';

/**
 * Runs a use case for whoever holds a label link, on that machine alone.
 * @param danger of what is reported: a report of danger is taken from anybody
 */
async function atMachine<T>(
  token: string,
  who: Who,
  danger: Danger | null,
  step: (
    shop: Shop,
    actor: Actor,
    machineId: string,
    options: { crowded: boolean },
  ) => Outcome<T> | Promise<Outcome<T>>,
): Promise<Outcome<T>> {
  const sent = await headers();
  if (!fromOwnPage(sent)) return problem(otherSite);
  const trouble = shopTrouble();
  if (trouble) return problem(trouble);
  const shop = theShop();
  const machine = machineOfLabel(shop, token);
  if (!machine) {
    return problem('This label is no longer valid. Tell the technician; nothing was recorded.');
  }
  const dangerous = danger !== null && holdsAtOnce(danger);
  const wait = labelWait(token, addressOf(sent), shop.now());
  if (wait > 0 && !dangerous) {
    return problem(
      `Too much at once from this phone or label: wait ${wait} s. What you typed is still here.`,
    );
  }
  const actor = await actorAtLabel(shop, who, dangerous, addressOf(sent));
  if (!actor.ok) return actor;
  const outcome = await attempted(() => step(shop, actor.value, machine.id, { crowded: wait > 0 }));
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

/** Takes a report by itself, so that it holds the machine at once; its pictures follow by its link. */
export async function labelReportAction(token: string, who: Who, input: ReportInput) {
  // what the bed adds to it the report itself weighs; here it is whether anybody may be kept waiting
  const signs = Array.isArray(input?.signs) ? input.signs : [];
  const danger = reportedDanger(signs, input?.danger ?? null, { bedLoaded: true });
  return atMachine(token, who, danger, (shop, actor, machineId, options) =>
    reportFault(shop, actor, { ...input, machineId }, options),
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
  if (!fromOwnPage(await headers())) return problem(otherSite);
  const trouble = shopTrouble();
  if (trouble) return problem(trouble);
  return attempted(() => askForLetter(theShop(), token, mail));
}
