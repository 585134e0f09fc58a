import { log } from '../../services/log';
import path from 'node:path';
import { isNewShop } from '../../services/people/auth';
import { defaultDataDir, troubleWords } from '../../services/shop';
import { freshenCalendars } from '../../services/schedule/bookings';
import { readsOnly, theShop } from './shop';
import { welcomeWord } from './welcome-word';

/** What the server does before it answers anybody: opens the shop, or says why it cannot. */
export async function begin(): Promise<void> {
  try {
    const shop = theShop();
    if (readsOnly) return;
    await freshenCalendars(shop);
    const word = welcomeWord();
    if (isNewShop(shop) && word) {
      // eslint-disable-next-line no-console -- whoever started the server reads it there
      console.log(`This shop has no technician yet. The first page asks for this word: ${word}`);
    }
  } catch (error) {
    const words = troubleWords(error);
    if (!words) throw error;
    log.fatal({ folder: path.resolve(defaultDataDir()) }, `The book cannot be opened. ${words}`);
  }
}
