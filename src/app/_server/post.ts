import { carryBySmtp } from '../../services/carrier';
import { writeDigests } from '../../services/digest';
import { sendLetters } from '../../services/letters';
import { patiently, type Shop } from '../../services/shop';

const everyMs = Number(process.env['BITACORA_POST_EVERY_MS']) || 15_000;

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
