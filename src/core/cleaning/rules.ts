import type { InTheWay } from './ending';
import type { RunSheet } from './run';

/** Rules between the parts of a sheet: why an order is refused, why a step must wait. */
export const ruleWords: Readonly<Record<string, string>> = {
  isolate: 'the machine is made safe first',
  discharge: 'connectors are touched only when the wait after switching off is over',
  tools: 'tools and supplies lie ready before anything is opened',
  opening: 'it must be opened first',
  'bed-catches':
    'the bed catches what falls from the head: it stays in while the head comes off, and is in before the head goes on',
  vacuum: 'vacuum before wet work',
  dust: 'whatever raises dust comes before glass',
  cleanest: 'mirrors go from the cleanest to the dirtiest',
  'clean-first': 'grease over soot is grinding paste: clean first',
  dry: 'nothing goes back before what is inside is done and dry',
  refit: 'it is asked when everything is back',
  proof: 'the test comes last',
  behind: 'a glass behind a nozzle or a shield is finished before these go back',
  shut: 'no glass or board stands open while dust is raised',
  'lens-way':
    'nobody noted which way round the lens sat: draw it, picture it or read it from the card before it is closed in',
  begun: 'it has not been begun',
  whole: 'the whole is done when every part of it is',
};

/** What stands between a sheet and its sign-off, in words. */
export function inTheWayWords(
  run: Pick<RunSheet, 'tasks' | 'checks' | 'proofs'>,
  one: InTheWay,
): string {
  switch (one.why) {
    case 'isolation':
      return 'The steps that make it safe are not all ticked.';
    case 'lens way':
      return `Which way round did the ${one.name.toLowerCase()} sit? Note it before it is closed in.`;
    case 'part out':
      return `${one.name} is still out.`;
    case 'left off':
      return `Left off and not put back: ${one.what}.`;
    case 'mended':
      return `Mended for now without a date: ${one.what}.`;
    case 'check':
      return run.checks.find(({ id }) => id === one.check)?.question ?? one.check;
    case 'look again': {
      const task = run.tasks.find(({ id }) => id === one.task);
      return `${task?.station ?? one.task}: dust was raised after it was cleaned. Look at the glass again.`;
    }
    case 'proof': {
      const proof = run.proofs.find(({ id }) => id === one.proof);
      return `Not tested yet: ${proof?.name ?? one.proof}.`;
    }
  }
}
