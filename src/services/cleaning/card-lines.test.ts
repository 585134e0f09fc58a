import { cardLines, roomLines } from './card-lines';
import { machineOf, type Imagined } from './imagined';
import { placesOn, runOn } from './testing/sheets';

/** What the card says at a task. */
const said = (slug: string, task: string, machine: Imagined) =>
  cardLines(machineOf(machine), placesOn(machine, [slug, task])[0]!);

const glass = (card: Record<string, string>, variants = {}): Imagined => ({
  family: 'co2-glass-tube',
  card,
  variants,
});

test('what never may be is said at every task, in the shop’s words', () => {
  expect(said('rails', 'clean', glass({ never: ' acetone ' }))).toEqual([
    'Never on this machine: acetone',
  ]);
  expect(said('rails', 'clean', glass({ never: 'Never acetone' }))).toEqual(['Never acetone']);
  expect(said('rails', 'clean', glass({ never: 'nevertheless' }))).toEqual([
    'Never on this machine: nevertheless',
  ]);
  expect(said('rails', 'clean', glass({ never: '  ' }))).toEqual([]);
});

test('bed and lid are said, or what they are taken for', () => {
  expect(said('honeycomb', 'clean', glass({ bed: ' steel ' }))).toEqual(['Bed: steel']);
  expect(said('honeycomb', 'clean', glass({ bed: ' ' }))).toEqual([
    'Bed: metal not on the card; taken for aluminium',
  ]);
  expect(said('lid-window', 'wipe', glass({ lid: 'glass ' }))).toEqual(['Lid: glass']);
  expect(said('lid-window', 'wipe', glass({}))).toEqual([
    'Lid: material not on the card; taken for acrylic',
  ]);
});

test('lens, filter and fan are said where the card has them, each at its own station', () => {
  const card = { lens: '20 mm ', filter: ' F7', fan: '12 V ', bed: 'steel' };
  const several = { 'lens-size': 'several' };
  expect(said('lens', 'wipe', glass(card, several))).toEqual(['Lens: 20 mm']);
  expect(said('lens', 'wipe', glass({ lens: ' ' }, several))).toEqual([]);
  expect(said('lens', 'wipe', glass({}, { 'lens-size': 'one-size' }))).toEqual([
    'One size of lens fits this head; a larger one needs another head.',
  ]);
  expect(said('rails', 'clean', glass(card, { 'lens-size': 'one-size' }))).toEqual([]);
  const diode = { family: 'enclosed-diode', card };
  expect(said('outlet-fan', 'clean', diode)).toEqual(['Fan: 12 V']);
  expect(said('outlet-fan', 'clean', { ...diode, card: { fan: ' ' } })).toEqual([]);
  expect(said('window', 'wipe', diode)).toEqual([]);
});

describe('what the room says', () => {
  const lines = (humidity: number | null, slug: string, task: string, machine: Imagined) => {
    const run = runOn(machine, placesOn(machine, [slug, task]));
    return roomLines(humidity, placesOn(machine, [slug, task])[0]!, run.tasks[0]!.ways);
  };
  const tube = glass({});
  const blown = {
    family: 'enclosed-diode',
    methods: { air: 'compressor', 'head-brush': 'top-off' },
  };

  test('nothing where nobody read it', () => {
    for (const slug of ['honeycomb', 'rails']) expect(lines(null, slug, 'clean', tube)).toEqual([]);
  });

  test('a compressor gives water from 65 % on (common practice, no source)', () => {
    const said = (humidity: number, machine: Imagined = blown) =>
      lines(humidity, 'module', 'clean', machine);
    expect(said(0.65)).toEqual([
      'The room is at 65 %: the compressor gives water. Drain it first, or take a canister.',
    ]);
    expect(said(0.64)).toEqual([]);
    expect(said(0.9, { ...blown, methods: { 'head-brush': 'top-off' } })).toEqual([]);
  });

  test('what dries takes as much longer as the air is nearer to full, said from 15 % on', () => {
    // Dalton: 0.5 / (1 - humidity)
    expect(lines(0.75, 'honeycomb', 'clean', tube)).toEqual([
      'The room is at 75 %: indoors it dries 2.0 times as long as in half humid air.',
    ]);
    expect(lines(0.3, 'honeycomb', 'clean', tube)).toEqual([
      'The room is at 30 %: indoors it dries 0.7 times as long as in half humid air.',
    ]);
    expect(lines(0.55, 'honeycomb', 'clean', tube)).toEqual([]);
    expect(lines(0.75, 'rails', 'clean', tube)).toEqual([]);
  });
});
