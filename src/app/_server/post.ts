import { carryBySmtp } from '../../services/mail/smtp';
import { writeDigests } from '../../services/mail/digest';
import { sendLetters } from '../../services/mail/letters';
import { patiently, type Shop } from '../../services/shop';
import { freshenCalendars } from '../../services/schedule/bookings';

const everyMs = Number(process.env['BITACORA_POST_EVERY_MS']) || 15_000;

const freshenEveryMs = 12 * 3_600_000;

/** Keeps what calendars say worked out far enough ahead, while the server runs. */
export function keepCalendarsFresh(shop: Shop): void {
  const round = () =>
    freshenCalendars(shop).catch((error: unknown) =>
      console.error('Calendars could not be worked out; the next round tries again.', error),
    );
  setInterval(() => void round(), freshenEveryMs).unref();
}

/** Sends what waits, over and over, while the server runs. One round at a time. */
export function startPost(shop: Shop): void {
  let busy = false;
  const round = async () => {
    if (busy) return;
    busy = true;
    try {
      await patiently(() => writeDigests(shop));
      await sendLetters(shop, carryBySmtp);
    } catch (error) {
      console.error('A round of the post failed; the next one tries again.', error);
    } finally {
      busy = false;
    }
  };
  setInterval(() => void round(), everyMs).unref();
}
