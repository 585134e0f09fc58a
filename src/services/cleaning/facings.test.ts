import { features } from '../../catalogue/builds/build';
import { facingDrawings, facingPaper, lensFacings } from '../../catalogue/drawing/facings';
import { families } from '../../catalogue/families';
import { everyPlace, runOn } from './testing/sheets';

/** What is said of each part that leaves a machine, over every family and every way it may be built. */
function everyFacing(): Set<string> {
  const said = new Set<string>();
  for (const { id } of families) {
    const builds = features
      .filter(({ usual }) => usual[id] !== undefined)
      .flatMap(({ id: feature, variants }) => variants.map((one) => ({ [feature]: one.id })));
    for (const variants of [{}, ...builds]) {
      const machine = { family: id, variants };
      const { pieces, tasks } = runOn(machine, everyPlace(machine), { ordered: false });
      const parts = [...pieces, ...tasks.flatMap(({ ways }) => ways)].flatMap((one) => one.parts);
      // which way a lens sat is asked for, with its own two drawings
      for (const { facing, lens } of parts) if (!lens) said.add(facing);
    }
  }
  return said;
}

test('every part that can go back wrong is drawn, and no drawing is of no part', () => {
  const said = everyFacing();
  expect([...said].filter((facing) => !facingDrawings[facing])).toEqual([]);
  const drawn = Object.keys(facingDrawings).filter(
    (one) => !lensFacings.some((lens) => lens === one),
  );
  expect(drawn.filter((facing) => !said.has(facing))).toEqual([]);
});

test('drawings stay on their paper, and what tells the way is marked in each', () => {
  for (const [facing, { d, mark }] of Object.entries(facingDrawings)) {
    expect([facing, mark.length > 4]).toEqual([facing, true]);
    for (const [, x, y] of (d + mark).matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)) {
      expect([facing, Number(x) >= 0 && Number(x) <= facingPaper.width]).toEqual([facing, true]);
      expect([facing, Number(y) >= 0 && Number(y) <= facingPaper.height]).toEqual([facing, true]);
    }
  }
});
