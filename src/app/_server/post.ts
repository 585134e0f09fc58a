import { log } from '../../services/log';
import { carryBySmtp } from '../../services/mail/smtp';
import { writeDigests } from '../../services/mail/digest';
import { sendLetters } from '../../services/mail/letters';
import { safekeepingJob } from '../../services/safekeeping/job';
import { copyDue } from '../../services/safekeeping/nightly';
import { patiently, type Shop } from '../../services/shop';
import { freshenCalendars } from '../../services/schedule/bookings';

const everyMs = Number(process.env['BITACORA_POST_EVERY_MS']) || 15_000;

const freshenEveryMs = 12 * 3_600_000;

const lookAtCopiesEveryMs = 10 * 60_000;
const firstLookMs = Number(process.env['BITACORA_COPIES_AFTER_MS'] ?? 60_000);

/** Has a copy of the shop made each night, in a process of its own, while the server runs. 0 as its first look: never. */
export function keepCopies(shop: Shop): () => void {
  if (!(firstLookMs > 0)) return () => undefined;
  const look = () => {
    try {
      if (copyDue(shop)) safekeepingJob.start({ do: 'copy', dataDir: shop.dataDir });
    } catch (error) {
      log.error({ err: error }, 'The copies could not be looked at; the next round tries again.');
    }
  };
  const first = setTimeout(look, firstLookMs).unref();
  const later = setInterval(look, lookAtCopiesEveryMs).unref();
  return () => {
    clearTimeout(first);
    clearInterval(later);
  };
}

/** Keeps what calendars say worked out far enough ahead, while the server runs. Returns what ends it, as its like. */
export function keepCalendarsFresh(shop: Shop): () => void {
  const round = () =>
    freshenCalendars(shop).catch((error: unknown) =>
      log.error({ err: error }, 'Calendars could not be worked out; the next round tries again.'),
    );
  const rounds = setInterval(() => void round(), freshenEveryMs).unref();
  return () => clearInterval(rounds);
}

/** Sends what waits, over and over, while the server runs. One round at a time. */
export function startPost(shop: Shop): () => void {
  let busy = false;
  const round = async () => {
    if (busy) return;
    busy = true;
    try {
      await patiently(shop, () => writeDigests(shop));
      await sendLetters(shop, carryBySmtp);
    } catch (error) {
      log.error({ err: error }, 'A round of the post failed; the next one tries again.');
    } finally {
      busy = false;
    }
  };
  const rounds = setInterval(() => void round(), everyMs).unref();
  return () => clearInterval(rounds);
}
