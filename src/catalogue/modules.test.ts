import { families } from './families';
import { usualController } from './controllers';
import { findModuleKind, moduleKindOf, moduleKinds } from './modules';
import { fouledBy, signs } from './signs';
import { stationKinds } from './stations';

const kinds = new Set(stationKinds.map(({ id }) => id));

test('modules go with kinds of station that exist, each kind with one module', () => {
  const stations = moduleKinds.flatMap(({ stations: some }) => some);
  expect(new Set(stations).size).toBe(stations.length);
  for (const { id, places, stations: some, deaths } of moduleKinds) {
    expect(some.every((station) => kinds.has(station))).toBe(true);
    expect(places.every((place) => some.includes(place))).toBe(true);
    expect(deaths.length).toBeGreaterThan(1);
    expect(findModuleKind(id)!.id).toBe(id);
    // some machine has a place for it
    const home = families.find((family) =>
      family.stations.some(({ kind }) => places.includes(kind)),
    );
    expect([id, home !== undefined]).toEqual([id, true]);
  }
  expect(moduleKindOf('honeycomb')).toBeNull();
  expect(findModuleKind('wheel')).toBeNull();
});

test('every family has a usual controller that makes sense', () => {
  for (const { id } of families) {
    const { acceleration, maxFeed, bedWidth, bedHeight, fullPower } = usualController(id);
    for (const figure of [acceleration, maxFeed, bedWidth, bedHeight, fullPower]) {
      expect(figure).toBeGreaterThan(0);
    }
    // from rest to its fastest within its bed
    expect((maxFeed * maxFeed) / (2 * acceleration)).toBeLessThan(Math.max(bedWidth, bedHeight));
  }
  expect(() => usualController('toaster')).toThrow(/not "toaster"/);
});

test('signs lead to kinds of station that exist; danger that stops leads to none', () => {
  for (const { id } of signs) {
    const fouled = fouledBy([id]);
    expect(fouled.every((kind) => kinds.has(kind))).toBe(true);
  }
  for (const id of ['fire', 'guard', 'electric']) expect(fouledBy([id])).toEqual([]);
  // named by two signs, named once
  const both = fouledBy(['weak', 'uneven']);
  expect(new Set(both).size).toBe(both.length);
  expect(both[0]).toBe('window');
});
