'use server';

import { revalidatePath } from 'next/cache';
import { headers } from 'next/headers';
import { z } from 'zod';
import { keptMs } from '../../core/usage/phone-clock';
import { holdsAtOnce, reportedDanger, type Danger } from '../../catalogue/signs';
import {
  reportFault,
  reportInCrowd,
  reportSame,
  reportSameSchema,
  reportSchema,
} from '../../services/faults/report';
import { askForLetter, tellMore, tellMoreSchema } from '../../services/faults/follow';
import { answerWatch, watchAnswerSchema } from '../../services/faults/watch';
import { actorAtLabel, machineOfLabel, nobody, type Who } from '../../services/machines/labels';
import { byShopsClock } from '../../services/usage/by-shops-clock';
import { sessionSchema } from '../../services/usage/session-input';
import {
  dropTimer,
  logSession,
  logTimer,
  runTimer,
  timerSchema,
} from '../../services/usage/sessions';
import { undoLogged } from '../../services/usage/undo';
import { id, idempotencyKey, instant, text } from '../../services/use-case';
import { refuse, type Actor, type Outcome, type Shop } from '../../services/shop';
import { openAction } from '../_server/action';

import { labelWait } from '../_server/label-limits';
import { addressOf } from '../_server/request';

const who = z.object({ name: text, code: text });

/** What a use case at a label works on. */
interface AtLabel {
  shop: Shop;
  actor: Actor;
  machineId: string;
  /** too many come from this phone or label */
  crowded: boolean;
}

/**
 * Runs a use case for whoever holds a label link, on that machine alone.
 * @param danger of what is reported: a report of danger is taken from anybody, and never kept waiting
 */
async function atMachine<T>(
  shop: Shop,
  token: string,
  whose: Who,
  step: (at: AtLabel) => Outcome<T>,
  danger: Danger | null = null,
): Promise<Outcome<T>> {
  const machine = machineOfLabel(shop, token);
  if (!machine) {
    return refuse('This label is no longer valid. Tell the technician; nothing was recorded.');
  }
  const address = addressOf(await headers());
  const dangerous = danger !== null && holdsAtOnce(danger);
  const wait = labelWait(token, address, shop.now());
  if (wait > 0 && !dangerous) {
    const message = `Too much at once from this phone or label: wait ${wait} s. What you typed is still here.`;
    return { ok: false, error: { field: null, message, waitSeconds: wait } };
  }
  const actor = await actorAtLabel(shop, whose, dangerous, address);
  if (!actor.ok) return actor;
  const outcome = step({ shop, actor: actor.value, machineId: machine.id, crowded: wait > 0 });
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}

const operatorOf = ({ name }: Actor) => (name === nobody ? null : name);

/** When the phone wrote it down and when it sent it, by its own clock. */
const phoneTimes = z.object({ madeAt: instant, sentAt: instant });

export const labelLogAction = openAction(
  [id, who, sessionSchema, phoneTimes],
  (shop, token, whose, input, phone) =>
    atMachine(shop, token, whose, ({ actor, machineId }) =>
      logSession(shop, actor, {
        ...byShopsClock(input, phone, shop.now()),
        machineId,
        operator: operatorOf(actor),
      }),
    ),
);

/** Takes back what was logged with this key: only the phone that logged it knows it. */
export const labelUndoAction = openAction([id, who, idempotencyKey], (shop, token, whose, key) =>
  atMachine(shop, token, whose, ({ actor }) => undoLogged(shop, actor, { key })),
);

export const labelStartTimerAction = openAction([id, who], (shop, token, whose) =>
  atMachine(shop, token, whose, ({ actor, machineId }) => runTimer(shop, actor, machineId)),
);

export const labelDropTimerAction = openAction([id, who], (shop, token, whose) =>
  atMachine(shop, token, whose, ({ actor, machineId }) => dropTimer(shop, actor, machineId)),
);

export const labelLogTimerAction = openAction(
  [id, who, timerSchema, phoneTimes],
  (shop, token, whose, input, phone) =>
    atMachine(shop, token, whose, ({ actor, machineId }) =>
      logTimer(shop, actor, {
        ...input,
        // stopped where there was no line
        end: shop.now() - (keptMs(phone) ?? 0),
        machineId,
        operator: operatorOf(actor),
      }),
    ),
);

/** Takes a report by itself, so that it holds the machine at once; its pictures follow by its link. */
export const labelReportAction = openAction(
  [id, who, reportSchema, phoneTimes],
  (shop, token, whose, input, phone) => {
    // what the bed adds to it the report itself weighs; here it is whether anybody may be kept waiting
    const danger = reportedDanger(input.signs, input.danger, { bedLoaded: true });
    return atMachine(
      shop,
      token,
      whose,
      ({ actor, machineId, crowded }) =>
        (crowded ? reportInCrowd : reportFault)(shop, actor, {
          ...input,
          machineId,
          seenAt: shop.now() - (keptMs(phone) ?? 0),
        }),
      danger,
    );
  },
);

export const labelSameAction = openAction(
  [id, who, reportSameSchema.omit({ machineId: true })],
  (shop, token, whose, input) =>
    atMachine(shop, token, whose, ({ actor, machineId }) =>
      reportSame(shop, actor, { ...input, machineId }),
    ),
);

export const labelWatchAction = openAction(
  [id, who, watchAnswerSchema.omit({ machineId: true })],
  (shop, token, whose, input) =>
    atMachine(shop, token, whose, ({ actor, machineId }) =>
      answerWatch(shop, actor, { ...input, machineId }),
    ),
);

/** Adds to a reported fault that it got worse, or takes it back. Open to whoever holds its link. */
export const tellMoreAction = openAction([text, tellMoreSchema], async (shop, token, input) => {
  const wait = labelWait(token, addressOf(await headers()), shop.now());
  if (wait > 0) return refuse(`Too much at once: wait ${wait} s.`);
  const outcome = tellMore(shop, token, input);
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
});

/** Asks for a letter about a reported fault. Open to whoever holds its link. */
export const askForLetterAction = openAction([text, text], (shop, token, mail) =>
  askForLetter(shop, token, mail),
);
