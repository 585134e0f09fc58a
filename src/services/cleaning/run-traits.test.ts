import { families } from '../../catalogue/families';
import { standsIn, traitsOf } from './run-traits';
import { everyPlace, idOf, placesOn, type Imagined } from './testing/sheets';

const glass: Imagined = { family: 'co2-glass-tube' };
const diode: Imagined = { family: 'enclosed-diode' };

/** What is true of a task, besides where it is and how deep it goes. */
const saidOf = (machine: Imagined, slug: string, task: string) => {
  const [place] = placesOn(machine, [slug, task]);
  const { id, stationId, openings, depth, mirror, ...flags } = traitsOf(place!, 3, new Set());
  expect([id, stationId, depth]).toEqual([idOf(place!), slug, place!.work.task.depth]);
  return Object.entries(flags)
    .filter(([, value]) => value)
    .map(([name]) => name)
    .sort();
};

test.each<[Imagined, string, string, string[]]>([
  [diode, 'debris', 'clear', ['debris', 'dusty']],
  [diode, 'frame', 'wipe', ['outside']],
  [diode, 'shield', 'clean', ['shield', 'wet']],
  [diode, 'window', 'wipe', ['glass', 'wet']],
  [diode, 'cables', 'inspect', ['connectors', 'handsIn', 'headOn']],
  [diode, 'belts', 'inspect', ['handsIn']],
  [diode, 'honeycomb', 'clean', ['dusty', 'leaves']],
  [diode, 'whole', 'strip-clean', ['whole']],
  [glass, 'mirror-1', 'wipe', ['glass', 'wet']],
  [
    { ...glass, variants: { 'stand-in': 'slats' } },
    'honeycomb',
    'clean',
    ['dusty', 'leaves', 'standsIn'],
  ],
])('%p: %s %s', (machine, slug, task, said) => {
  expect(saidOf(machine, slug, task)).toEqual(said);
});

test('mirrors are met by the beam in the order in which they stand, the one at the head last', () => {
  const rank = (slug: string, index: number, machine = glass) =>
    traitsOf(placesOn(machine, [slug, 'wipe'])[0]!, index, new Set()).mirror;
  expect([rank('mirror-1', 0), rank('mirror-2', 5)]).toEqual([0, 5]);
  expect(rank('head-mirror', 2, { family: 'co2-desktop' })).toBe(1000);
  expect(rank('lens', 2)).toBeNull();
});

test('of the openings of a task only those that come off count', () => {
  const [window] = placesOn(diode, ['window', 'strip-clean']);
  const of = (...opened: string[]) => traitsOf(window!, 0, new Set(opened)).openings;
  expect(of()).toEqual([]);
  expect(of('nozzle-off', 'bed-out')).toEqual(['nozzle-off']);
  expect(of(...window!.work.openings)).toEqual(window!.work.openings);
});

test('a machine runs on slats only while its honeycomb dries elsewhere', () => {
  const at = (machine: Imagined, slug: string, task: string) =>
    standsIn(placesOn(machine, [slug, task])[0]!);
  const slats = { ...glass, variants: { 'stand-in': 'slats' } };
  expect(at(slats, 'honeycomb', 'clean')).toBe(true);
  expect(at(glass, 'honeycomb', 'clean')).toBe(false);
  expect(at({ ...slats, methods: { honeycomb: 'wipe' } }, 'honeycomb', 'clean')).toBe(false);
  expect(at(slats, 'lid-window', 'wipe')).toBe(false);
});

test('what works in the duct, what needs the extraction and what dust sticks to is known by its station', () => {
  const all = families.flatMap(({ id }) =>
    everyPlace({ family: id }).map((place) => ({
      kind: place.stationKind,
      ...traitsOf(place, 0, new Set()),
    })),
  );
  const kinds = (pick: (one: (typeof all)[number]) => boolean) =>
    [...new Set(all.filter(pick).map(({ kind }) => kind))].sort();
  expect(kinds(({ duct }) => duct)).toEqual(['duct', 'inline-fan']);
  expect(kinds(({ shield }) => shield)).toEqual(['shield']);
  expect(kinds(({ debris }) => debris)).toEqual(['debris']);
  expect(kinds(({ headOn }) => headOn)).toEqual(['cables']);
  expect(all.filter(({ depth }) => depth === 'lubricate').every(({ fresh }) => fresh)).toBe(true);
  expect(kinds(({ fresh, depth }) => fresh && depth !== 'lubricate')).toEqual([
    'clear-parts',
    'hood-slides',
  ]);
  expect(kinds(({ handsIn }) => handsIn).every((kind) => /belts|cables|screws/.test(kind))).toBe(
    true,
  );
});
