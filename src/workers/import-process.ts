import {
  checkSessionsFile,
  rejectedCsv,
  writeSessions,
  type CheckedFile,
} from '../services/usage/import/import-sessions';
import {
  rowsLeft,
  type Answers,
  type ImportPart,
  type Question,
  type ReadOrder,
  type Word,
} from '../services/usage/import/messages';
import { ok } from '../core/units/result';
import { spareMemory } from '../services/background/background-job';
import { openShop, type Shop } from '../services/shop';

/**
 * A process of its own for one import: reads, checks and writes a sessions file while the server goes
 * on serving. It ends with the server; what it had not finished writing was never written.
 */
let shop: Shop;
let checked: CheckedFile;
let options: { allowOverlap: boolean };
let written: Answers['write'] | null = null;

function say(word: Word): void {
  // a server that died hears nothing: that is no fault of ours
  process.send?.(word, undefined, undefined, () => undefined);
}

async function read(order: ReadOrder): Promise<void> {
  spareMemory();
  shop = openShop(order.dataDir);
  options = { allowOverlap: order.allowOverlap };
  const outcome = await checkSessionsFile(shop, order.bytes, options, {
    report: (share) => say({ say: 'progress', share }),
  });
  if (!outcome.ok) return say({ say: 'failed', message: outcome.error });
  checked = outcome.value;
  say({ say: 'checked', counts: checked.counts, unused: checked.file.unused });
}

function answer(question: Question): Answers[keyof Answers] {
  switch (question.ask) {
    case 'rows': {
      const rows = checked.rows.filter(({ outcome }) => outcome === question.part);
      return {
        rows: rows.slice(question.offset, question.offset + question.limit),
        total: rows.length,
      };
    }
    case 'write':
      if (!written) {
        const { counts, rows } = writeSessions(shop, question.actor, checked, options);
        checked = { ...checked, counts, rows };
        written = ok(counts);
      }
      return written;
    case 'rejected':
      return rejectedCsv(checked, checked.rows);
    case 'left': {
      const first = (part: ImportPart) =>
        checked.rows.filter(({ outcome }) => outcome === part).slice(0, rowsLeft);
      return {
        rows: { rejected: first('rejected'), new: first('new'), duplicate: first('duplicate') },
        rejected: rejectedCsv(checked, checked.rows),
      };
    }
  }
}

process.on('message', (message: ReadOrder | Question) => {
  if ('number' in message) {
    say({ say: 'answer', number: message.number, answer: answer(message) });
  } else {
    void read(message);
  }
});
process.on('disconnect', () => process.exit());
