import { instruments } from '../core/readings/reading';
import { benchPages, benchStart } from './bench';
import { families } from './families';
import { stationKinds } from './stations';

const everyKind = stationKinds.map(({ id }) => id);

test('every instrument stands on one page of the bench, and no page is without one', () => {
  const pages = benchPages(everyKind);
  expect(pages.flatMap((page) => page.instruments).sort()).toEqual([...instruments].sort());
  expect(pages.filter((page) => page.instruments.length === 0)).toEqual([]);
  expect(new Set(pages.map(({ slug }) => slug)).size).toBe(pages.length);
});

test('what a page tells the cleaning of is a kind of station, and one whose machine has the page', () => {
  for (const { slug, cleaned } of benchPages(everyKind)) {
    for (const kind of cleaned) {
      expect(everyKind).toContain(kind);
      expect([kind, benchPages([kind]).map((page) => page.slug)]).toEqual([
        kind,
        expect.arrayContaining([slug]),
      ]);
    }
  }
});

test('a machine has the pages of what it is made of; a gauge can be read on any', () => {
  expect(benchPages([]).map(({ slug }) => slug)).toEqual(['gauges']);
  const pagesOf = (id: string) =>
    benchPages(families.find((one) => one.id === id)!.stations.map(({ kind }) => kind)).map(
      ({ slug }) => slug,
    );
  expect(pagesOf('co2-glass-tube')).toEqual([
    'dots',
    'draught',
    'belts',
    'coolant',
    'fan',
    'gauges',
  ]);
  // no mirrors, no water
  expect(pagesOf('open-frame-diode')).toEqual(['draught', 'belts', 'fan', 'gauges']);
  // the beam is moved by two mirrors of its own, not by belts
  expect(pagesOf('galvo-desktop')).toEqual(['draught', 'fan', 'gauges']);
});

test('the bench starts from the belts of the build, and from the bed of the family', () => {
  const belts = (variant: string) =>
    benchStart({ id: 'co2-glass-tube' }, { belts: variant }).belts.map(({ belt }) => belt);
  expect(belts('left-right-beam')).toEqual(['Y belt, left', 'Y belt, right', 'X belt']);
  expect(belts('single')).toEqual(['X belt']);
  expect(belts('side')).toEqual(['Side belt']);
  // a build that does not say
  expect(belts('unheard of')).toEqual(belts('left-right-beam'));
  const bed = (id: string) => benchStart({ id }, {}).bed;
  expect(bed('co2-glass-tube')).toEqual({ width: 600, depth: 400 });
  expect(bed('open-frame-diode')).toEqual({ width: 400, depth: 400 });
});
