import type { InTheWay } from './ending';
import type { RunSheet } from './run';

/** Rules between the parts of a sheet: why an order is refused, why a step must wait. */
export const ruleWords: Readonly<Record<string, string>> = {
  isolate: 'the machine is made safe first',
  discharge: 'connectors are touched only when the wait after switching off is over',
  tools: 'tools and supplies lie ready before anything is opened',
  opening: 'it must be opened first',
  nested: 'what was taken off last goes back first',
  debris: 'loose debris goes first: it burns, and it falls into what is opened',
  outside: 'housing and crust are cleaned before it is opened',
  'head-on': 'cables are tried by moving the head, with every plug home: not while the head is off',
  extraction: 'the extraction runs while flakes are raised: it is taken apart after',
  'bed-catches':
    'the bed catches what falls from the head: it stays in while the head comes off, and is in before the head goes on',
  'bed-first': 'this shop takes the bed out before the head comes off',
  vacuum: 'vacuum before wet work',
  'wet-first': 'this shop does the wet work before the vacuum',
  dust: 'whatever raises dust comes before glass',
  fresh: 'dust sticks to new grease and to a wet lid: they come after it',
  cleanest: 'mirrors go from the cleanest to the dirtiest',
  dirtiest: 'this shop goes from the head to the tube',
  'optics-last': 'nothing is shaken over a clean glass: optics come last',
  'optics-first': 'this shop does the optics before belts and cables',
  'shield-apart': 'the shield is cleaned while it is apart',
  'shield-after': 'this shop cleans the shield in place, after closing',
  'clean-first': 'grease over soot is grinding paste: clean first',
  dry: 'nothing goes back before what is inside is done and dry',
  refit: 'it is asked when everything is back',
  proof: 'the test comes last',
  shut: 'no glass or board stands open while dust is raised',
  'lens-way':
    'nobody noted which way round the lens sat: draw it, picture it or read it from the card before it is closed in',
  begun: 'it has not been begun',
  whole: 'the whole is done when every part of it is',
};

/** What goes wrong where a rule is broken that no shop has turned round. Common practice, no source. */
export const harmWords: Readonly<Record<string, string>> = {
  isolate: 'hands are in a machine that can move, and fire',
  discharge: 'a board is still charged: a plug pulled now arcs, and what hangs on it dies',
  tools: 'a part is in each hand, and the cloth lies in the cupboard',
  opening: 'it is shut: it cannot be reached, or is scratched by reaching round',
  nested: 'what is under it cannot go back: it comes off again',
  debris: 'crumbs fall into what stands open, and the first job sets fire to the rest',
  outside: 'crust from the housing falls into the open head',
  'head-on': 'a plug that has crept out is not found: it hangs in the air like the others',
  extraction: 'the flakes are in the room, and in the lungs',
  'bed-catches': 'a dropped screw lies under the table, or in a rail',
  vacuum: 'wet soot is a paste: the hose is blocked, and it smears',
  dust: 'dust settles on the clean glass and burns in with the first shot',
  fresh: 'dust sticks in the new grease and grinds',
  cleanest: 'the soot of the dirty mirror is carried on to the clean one',
  'optics-last': 'crumbs of belt and cable fall on the clean glass',
  'shield-apart': 'brushed in place, its soot falls on the window',
  'clean-first': 'soot under the grease is grinding paste',
  dry: 'vapour is shut in: it clouds the glass, and it burns',
  refit: 'the list is ticked while a part lies on the tray',
  proof: 'what is tested is not what goes back to work',
  shut: 'dust falls on an open lens or a board',
  begun: 'there is nothing to finish yet',
  whole: 'a part of it is still dirty',
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
