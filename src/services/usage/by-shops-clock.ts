import { byOurClock, type PhoneTimes } from '../../core/usage/phone-clock';
import type { SessionInput } from './session-input';
import { textLimits } from './session-input';

const doubt = 'Its time is not sure: the clock of the phone that logged it was set back.';

/**
 * A session that a phone wrote down, by the shop's clock. Where the phone's clock was set back in between it ends now,
 * and says so.
 * @param now UTC milliseconds
 */
export function byShopsClock(input: SessionInput, phone: PhoneTimes, now: number): SessionInput {
  const start = byOurClock(input.start, phone, now);
  if (start !== null) return { ...input, start };
  const note = [input.note, doubt].filter(Boolean).join(' ').slice(0, textLimits.note);
  return { ...input, start: now - input.runSeconds * 1000, note };
}
