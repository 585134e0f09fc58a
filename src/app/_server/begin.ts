import fs from 'node:fs';
import path from 'node:path';
import { isNewShop } from '../../services/people/auth';
import { defaultDataDir, troubleWords } from '../../services/shop';
import { freshenCalendars } from '../../services/schedule/bookings';
import { theShop } from './shop';
import { welcomeWord } from './welcome-word';

/** What the server does before it answers anybody: opens the shop, or says why it cannot. */
export async function begin(): Promise<void> {
  try {
    const shop = theShop();
    noteProcess(shop.dataDir);
    await freshenCalendars(shop);
    const word = welcomeWord();
    if (isNewShop(shop) && word) {
      // eslint-disable-next-line no-console -- whoever started the server reads it there
      console.log(`This shop has no technician yet. The first page asks for this word: ${word}`);
    }
  } catch (error) {
    const words = troubleWords(error);
    if (!words) throw error;
    console.error(`The book cannot be opened. ${words}`);
    console.error(`The folder of the data is ${path.resolve(defaultDataDir())}.`);
  }
}

/** Leaves the number of this process with the data while it runs, so that nothing is restored under it. */
function noteProcess(dataDir: string): void {
  const file = path.join(dataDir, 'server.pid');
  try {
    fs.writeFileSync(file, String(process.pid), { mode: 0o600 });
    process.once('exit', () => fs.rmSync(file, { force: true }));
  } catch (error) {
    console.error(troubleWords(error) ?? error);
  }
}
