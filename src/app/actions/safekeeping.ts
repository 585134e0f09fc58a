'use server';

import { z } from 'zod';
import { isNewShop, sameWord } from '../../services/people/auth';
import { safekeepingJob } from '../../services/safekeeping/job';
import { listCopies, putCopyBack } from '../../services/safekeeping/copies';
import { changeCopyRules, copyRules, usualFolder } from '../../services/safekeeping/rules';
import { refuse } from '../../services/shop';
import { id, text } from '../../services/use-case';
import { action, openAction, query } from '../_server/action';
import { replaceData } from '../_server/shop';
import { welcomeWord } from '../_server/welcome-word';

export const changeCopyRulesAction = action('set up', changeCopyRules);

export const copyNowAction = query('set up', [], ({ shop }) =>
  safekeepingJob.start({ do: 'copy', dataDir: shop.dataDir }),
);

export const testCopyAction = query('set up', [text], ({ shop }, name) => {
  const copy = listCopies(copyRules(shop).folder).find((one) => one.name === name);
  return copy
    ? safekeepingJob.start({ do: 'test', dataDir: shop.dataDir, copy: copy.folder })
    : refuse('That copy is no longer there.');
});

export const checkBookAction = query('set up', [], ({ shop }) =>
  safekeepingJob.start({ do: 'check', dataDir: shop.dataDir }),
);

export const packArchiveAction = query('set up', [id.nullable()], ({ shop }, machineId) =>
  safekeepingJob.start({ do: 'archive', dataDir: shop.dataDir, machineId }),
);

export const viewSafekeepingAction = query('set up', [text], () => safekeepingJob.view());
export const cancelSafekeepingAction = query('set up', [], () => safekeepingJob.cancel());

/** Puts a copy back where nobody has begun a book yet. */
export const restoreCopyAction = openAction(
  [z.object({ name: text, word: text.optional() })],
  (shop, { name, word: given }) => {
    if (!isNewShop(shop)) return refuse('This book is begun: stop the server to put a copy back.');
    const word = welcomeWord();
    if (word !== null && !sameWord(word, given ?? '')) {
      return refuse('That is not the word the server printed when it started.', 'word');
    }
    const copy = listCopies(usualFolder(shop.dataDir)).find((one) => one.name === name);
    if (!copy) return refuse('That copy is no longer there.');
    return replaceData((dataDir) => putCopyBack(copy.folder, dataDir, Date.now()));
  },
);
