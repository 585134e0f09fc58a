import { buildOf } from '../builds/build';
import { families } from '../families';
import { drawMachine, paper, partAt } from './drawing';

/** Every point that path data pass through, followed command by command. */
function pointsOf(d: string): { x: number; y: number }[] {
  const points: { x: number; y: number }[] = [];
  let [x, y] = [0, 0];
  for (const [, command, rest] of d.matchAll(/([MLHVhvlQCaz])([^MLHVhvlQCaz]*)/g)) {
    const figures = (rest!.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);
    if (command === 'M' || command === 'L') {
      for (let i = 0; i < figures.length; i += 2) [x, y] = [figures[i]!, figures[i + 1]!];
    } else if (command === 'H') x = figures[0]!;
    else if (command === 'V') y = figures[0]!;
    else if (command === 'h') x += figures[0]!;
    else if (command === 'v') y += figures[0]!;
    else if (command === 'l') {
      for (let i = 0; i < figures.length; i += 2) {
        x += figures[i]!;
        y += figures[i + 1]!;
      }
    } else if (command === 'Q' || command === 'C') {
      points.push({ x: figures[0]!, y: figures[1]! });
      [x, y] = figures.slice(-2) as [number, number];
    } else if (command === 'a') {
      for (let i = 0; i < figures.length; i += 7) {
        x += figures[i + 5]!;
        y += figures[i + 6]!;
        points.push({ x, y });
      }
    }
    points.push({ x, y });
  }
  return points;
}

describe.each(families.map((family) => [family.id, family] as const))('%s drawn', (_, family) => {
  const drawing = drawMachine(buildOf(family.id), family.stations);

  it('shows every station of the family', () => {
    expect(drawing.elsewhere).toEqual([]);
    expect(drawing.stations).toHaveLength(family.stations.length);
  });

  it('stays on the paper', () => {
    const all = [...drawing.ground, ...drawing.stations].flatMap(({ d }) => pointsOf(d));
    for (const { x, y } of all) {
      expect(x).toBeGreaterThanOrEqual(0);
      expect(x).toBeLessThanOrEqual(paper.width);
      expect(y).toBeGreaterThanOrEqual(0);
      expect(y).toBeLessThanOrEqual(paper.height);
    }
  });

  it('points at each part where it is, and at no two in one place', () => {
    for (const { at, d, station } of drawing.stations) {
      const [xs, ys] = [pointsOf(d).map(({ x }) => x), pointsOf(d).map(({ y }) => y)];
      const spans = (all: number[], one: number) =>
        Math.min(...all) <= one && one <= Math.max(...all);
      expect([station.slug, spans(xs, at.x), spans(ys, at.y)]).toEqual([station.slug, true, true]);
      const others = drawing.stations.filter((other) => other.station !== station);
      const closest = Math.min(
        ...others.map((one) => Math.hypot(one.at.x - at.x, one.at.y - at.y)),
      );
      expect([station.slug, closest >= 8]).toEqual([station.slug, true]);
    }
  });
});

it('nests the glass of a diode within nozzle and shield, in the order they come off', () => {
  const diode = families.find(({ id }) => id === 'enclosed-diode')!;
  const y = (slug: string) =>
    drawMachine(buildOf(diode.id), diode.stations).stations.find(
      ({ station }) => station.slug === slug,
    )!.at.y;
  expect(y('module')).toBeLessThan(y('inner-lens'));
  expect(y('inner-lens')).toBeLessThan(y('window'));
  expect(y('window')).toBeLessThan(y('nozzle'));
});

it('says what it has no place for', () => {
  const [family] = families;
  const own = [
    { slug: 'lamp', kind: 'something-else' },
    { slug: 'window-2', kind: 'window' },
  ];
  const { elsewhere } = drawMachine(buildOf(family!.id), [...family!.stations, ...own]);
  expect(elsewhere.map(({ slug }) => slug)).toEqual(['lamp', 'window-2']);
});

it('follows how the head is put together: the glass where it is reached, nothing that it has not', () => {
  const { id, stations } = families.find((one) => one.id === 'enclosed-diode')!;
  const drawn = (variants: Record<string, string>) => drawMachine(buildOf(id, variants), stations);
  const y = (variants: Record<string, string>, slug: string) =>
    drawn(variants).stations.find(({ station }) => station.slug === slug)!.at.y;
  expect(y({ reach: 'behind' }, 'window')).toBeLessThan(y({ reach: 'behind' }, 'nozzle'));
  expect(y({ reach: 'in-front' }, 'window')).toBeGreaterThan(y({ reach: 'in-front' }, 'nozzle'));
  const bare = drawn({ reach: 'in-front', shield: 'none', nozzle: 'none' });
  expect(bare.elsewhere.map(({ slug }) => slug)).toEqual(['nozzle', 'shield']);
});

it('takes a finger beside a small part for that part, and one on an area for the area', () => {
  const co2 = families.find(({ id }) => id === 'co2-glass-tube')!;
  const drawing = drawMachine(buildOf(co2.id), co2.stations);
  for (const { station, at } of drawing.stations) {
    expect(partAt(drawing, at)).toBe(station.slug);
    expect(partAt(drawing, { x: at.x + 3, y: at.y - 2 }, 'interior')).toBe(station.slug);
  }
  expect(partAt(drawing, { x: 100, y: 76 }, 'interior')).toBe('interior');
  expect(partAt({ stations: [] }, { x: 10, y: 10 })).toBeNull();
});
