import { adviceFor, faultTitle, reportedDanger } from '../../catalogue/signs';
import type { PhoneTimes } from '../../core/usage/phone-clock';
import type { ReportInput, Reported, SameInput } from '../../services/faults/report';
import type { Who } from '../../services/machines/labels';
import type { Outcome } from '../../services/shop';
import type { SessionInput } from '../../services/usage/session-input';
import { rememberReport } from '../faults/reported-here';
import type { ReportMachine } from '../faults/ReportForm';
import { thisLine, pause } from '../shared/connection/this-line';
import { reportPictures } from '../shared/forms/report-pictures';
import { deviceStore } from '../shared/outbox/device-store';
import { Outbox, type Kept } from '../shared/outbox/outbox';

export type TimerInput = Omit<SessionInput, 'start' | 'runSeconds'>;
/** A label knows which machine it is of. */
type SameHere = Omit<SameInput, 'machineId'>;

/** What a label takes, each under the link of that label. */
export interface LabelActions {
  log: (
    token: string,
    who: Who,
    input: SessionInput,
    phone: PhoneTimes,
  ) => Promise<Outcome<{ duplicate: boolean }>>;
  logTimer: (
    token: string,
    who: Who,
    input: TimerInput,
    phone: PhoneTimes,
  ) => Promise<Outcome<{ duplicate: boolean }>>;
  undo: (token: string, who: Who, key: string) => Promise<Outcome<null>>;
  report: (
    token: string,
    who: Who,
    input: ReportInput,
    phone: PhoneTimes,
  ) => Promise<Outcome<Reported>>;
  same: (token: string, who: Who, input: SameHere) => Promise<Outcome<Reported>>;
}

/** What can be done at a label without a line. */
export type Doing =
  | { kind: 'log'; input: SessionInput }
  | { kind: 'timer'; input: TimerInput }
  | { kind: 'report'; input: ReportInput; pictures: File[] }
  | { kind: 'same'; input: SameHere; pictures: File[] }
  | { kind: 'undo' };

/** The same, by whom and at which label. */
export type AtLabel = Doing & { token: string; machineId: string; who: Who };

export type LabelAnswer = { duplicate: boolean } | Reported | null;
export type LabelOutbox = Outbox<AtLabel, LabelAnswer>;

const answerMs = 10_000;

/** What takes longer than a hurry allows is as good as no answer: it is kept, and sent again by its key. */
function inTime<T>(answer: Promise<T>): Promise<T> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error('no answer in time')), answerMs);
    answer.then(resolve, reject).finally(() => clearTimeout(timer));
  });
}

/** Sends the pictures of a report that no form waits for, until each has arrived. */
async function sendPictures(follow: string, pictures: File[], key: string): Promise<void> {
  let count = 0;
  await reportPictures(follow, () => `${key}-${count++}`).send(pictures);
}

/** Hands what was done at a label to the action that takes it. */
async function sendAtLabel(
  actions: LabelActions,
  { key, what, words, madeAt }: Kept<AtLabel>,
  atForm: boolean,
): Promise<Outcome<LabelAnswer>> {
  const phone = { madeAt, sentAt: Date.now() };
  const { token, who } = what;
  switch (what.kind) {
    case 'log':
      return inTime(actions.log(token, who, what.input, phone));
    case 'timer':
      return inTime(actions.logTimer(token, who, what.input, phone));
    case 'report':
    case 'same': {
      const outcome = await inTime(
        what.kind === 'report'
          ? actions.report(token, who, what.input, phone)
          : actions.same(token, who, what.input),
      );
      if (outcome.ok) {
        const { machineId } = what;
        const { follow } = outcome.value;
        rememberReport({ machineId, words, follow, at: madeAt });
      }
      if (outcome.ok && !atForm) await sendPictures(outcome.value.follow, what.pictures, key);
      return outcome;
    }
    case 'undo': {
      // it may never have arrived: then there is nothing to take back
      const outcome = await inTime(actions.undo(token, who, key));
      return outcome.ok || outcome.error.waitSeconds ? outcome : { ok: true, value: null };
    }
  }
}

/** What this phone keeps to send, at whichever label it was done. */
export const openLabelOutbox = (actions: LabelActions): LabelOutbox =>
  new Outbox<AtLabel, LabelAnswer>({
    store: deviceStore(),
    send: (kept, atForm) => sendAtLabel(actions, kept, atForm),
    isLost: () => thisLine.state().lost,
    wait: pause,
    now: () => Date.now(),
  });

/** Takes back what was done here: at once where it was never sent, else as soon as the server answers. */
export async function takeBack(outbox: LabelOutbox, key: string): Promise<boolean> {
  const kept = outbox.list().find((one) => one.key === key);
  if (!kept) return false;
  if (!kept.tried || kept.refused) await outbox.remove(key);
  else
    await outbox.again(key, ({ token, machineId, who }) => ({
      kind: 'undo',
      token,
      machineId,
      who,
    }));
  return true;
}

/** "Wren: Smoke stays in the machine" */
export const reportWords = (nickname: string, { signs: seen, note }: ReportInput): string =>
  `${nickname}: ${faultTitle(seen, note ?? null)}`;

/** What whoever reports without a line is told to do. */
export const keptAdvice = (input: ReportInput, machine: ReportMachine, stop: string): string =>
  adviceFor(reportedDanger(input.signs, input.danger ?? null, machine), stop, input.signs, machine);
