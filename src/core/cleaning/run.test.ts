import { arrange, layOutOf, minutesOf, sheetMinutes, wayOf, type RunSheet } from './run';
import { piece, task } from './testing/sheets';

const opening = (id: string) => ({ id, until: 'over' as const, rule: 'opening' });
const takes = (active: number) => ({ active, passive: 0, finishing: 0 });

/** A bed under a panel and a rail under the bed; crumbs lie open. */
const sheet: RunSheet = {
  isolationMinutes: 0,
  layOut: [],
  tasks: [
    task('bed', { after: [opening('open:panel')] }, [5, 60, 4]),
    task('crumbs', {}, [3, 0, 0]),
    task('rail', { after: [opening('open:bed-out')] }, [2, 0, 0]),
  ],
  pieces: [
    piece('open:panel', 'open', { minutes: takes(3) }),
    piece('open:bed-out', 'open', { minutes: takes(2), after: [opening('open:panel')] }),
    piece('close:bed-out', 'close', { minutes: takes(1), after: [opening('rail')] }),
    piece('close:panel', 'close', {
      minutes: takes(4),
      after: [opening('bed'), opening('close:bed-out')],
    }),
    piece('proof', 'proof', { minutes: takes(5), after: [opening('close:panel')] }),
  ],
  checks: [],
  proofs: [],
  sequence: [],
  exact: true,
};

test('one after another each task opens and closes what leads to it, and sits its wait out', () => {
  // bed 69 with the panel 3 + 4; crumbs 3; rail 2 with the bed 2 + 1 and the panel 3 + 4; the proof 5
  expect(arrange(sheet, new Map(), null).sequential).toBe(69 + 7 + 3 + 2 + 3 + 7 + 5);
});

test('together the panel is opened once and the wait is worked through', () => {
  const { handsOn, back } = sheetMinutes(arrange(sheet, new Map(), null));
  expect(handsOn).toBe(5 + 4 + 3 + 2 + (3 + 2 + 1 + 4) + 5);
  // the panel, the bed and its hour, its finishing, closed and proved: what else there is fits into the hour
  expect(back).toBe(3 + 5 + 60 + 4 + 4 + 5);
});

test('a task goes by the way that was chosen, else by the first; dried where it was said', () => {
  const [usual] = task('bed').ways;
  const soak = { ...usual!, id: 'soak', minutes: { active: 1, passive: 30, finishing: 2 } };
  const bed = task('bed', { ways: [usual!, soak] });
  expect(wayOf(bed, new Map()).id).toBe('usual');
  expect(wayOf(bed, new Map([['bed', 'soak']])).id).toBe('soak');
  expect(wayOf(bed, new Map([['bed', 'gone']])).id).toBe('usual');
  expect(minutesOf(bed, new Map([['bed', 'soak']]))).toEqual(soak.minutes);
});

test('what lies ready follows the way that was chosen; a sheet without lists by way keeps its own', () => {
  const [usual] = task('bed').ways;
  const ways = [
    { ...usual!, tools: ['tub', 'brush'] },
    { ...usual!, id: 'wipe', tools: ['cloth', 'alcohol'] },
  ];
  const crumbs = task('crumbs');
  const run = {
    layOut: ['as it was made'],
    tasks: [
      task('bed', { ways }),
      { ...crumbs, ways: [{ ...crumbs.ways[0]!, tools: ['brush', 'vacuum'] }] },
    ],
    pieces: [piece('open:bed-out', 'open', { tools: ['driver', 'cloth'] }), ...sheet.pieces],
  };
  expect(layOutOf(run, new Map())).toEqual(['brush', 'cloth', 'driver', 'tub', 'vacuum']);
  expect(layOutOf(run, new Map([['bed', 'wipe']]))).toEqual([
    'alcohol',
    'brush',
    'cloth',
    'driver',
    'vacuum',
  ]);
  const former = { ...run, tasks: [...run.tasks, task('rail')] };
  expect(layOutOf(former, new Map([['bed', 'wipe']]))).toEqual(['as it was made']);
  expect(layOutOf({ ...run, tasks: [], pieces: sheet.pieces }, new Map())).toEqual([]);
});
