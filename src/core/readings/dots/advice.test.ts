import { chance } from '../../units/chance';
import { judgeDots, type Bench, type NamedDot } from './advice';
import type { Both } from './mirrors';
import { simulateDot, type SimulatedChain } from './simulated';

const places = [
  { place: 'front left', x: 0, y: 0 },
  { place: 'front right', x: 600, y: 0 },
  { place: 'rear left', x: 0, y: 400 },
  { place: 'rear right', x: 600, y: 400 },
  { place: 'middle', x: 300, y: 200 },
];
const nine = [
  ...places,
  { place: 'front', x: 300, y: 0 },
  { place: 'rear', x: 300, y: 400 },
  { place: 'left', x: 0, y: 200 },
  { place: 'right', x: 600, y: 200 },
];
const bench: Bench = {
  lead: { first: 150, second: 120 },
  mount: { pitch: 0.7, lever: 40 },
  tolerance: 0.3,
  readingError: 0.1,
};
const straight: SimulatedChain = {
  lead: bench.lead,
  tilts: [
    { h: 0, v: 0 },
    { h: 0, v: 0 },
  ],
  offset: { h: 0, v: 0 },
  aperture: 60,
  beam: 3,
  rail: null,
};

/** Dots of a chain, read with an error of up to so many millimetres. */
const read = (chain: SimulatedChain, at = places, error = 0, next = chance(1)): NamedDot[] =>
  at.map((place) => {
    const { h, v, clipped } = simulateDot(chain, place);
    const off = () => (next() * 2 - 1) * error;
    return { ...place, h: h + off(), v: v + off(), clipped };
  });

describe('what dots ask for', () => {
  it('nothing while all are inside', () => {
    const judged = judgeDots(read({ ...straight, offset: { h: 0.1, v: -0.1 } }), bench);
    expect(judged.advice).toEqual({ kind: 'inside' });
    expect(judged.worst.off).toBeCloseTo(Math.hypot(0.1, 0.1), 6);
  });

  it('no mirror where all are off alike', () => {
    const { advice } = judgeDots(read({ ...straight, offset: { h: 1.2, v: -0.4 } }), bench);
    expect(advice).toMatchObject({ kind: 'not a mirror' });
    if (advice.kind !== 'not a mirror') throw new Error();
    expect(advice.off.h).toBeCloseTo(1.2, 2);
    expect(advice.off.v).toBeCloseTo(-0.4, 2);
  });

  it('only the mirror that is out, and only the screw of the way it is out', () => {
    const chain = structuredClone(straight);
    chain.tilts[1].v = 2;
    const { advice } = judgeDots(read(chain), bench);
    if (advice.kind !== 'turn') throw new Error(advice.kind);
    expect(advice.turns).toHaveLength(1);
    expect(advice.turns[0]).toMatchObject({ mirror: 2, axis: 'v' });
    expect(advice.turns[0]!.turns).toBeCloseTo((0.002 * 40) / 0.7, 3);
    // √2 · 2 mrad over 720 mm, back down
    expect(advice.turns[0]!.moves.by).toBeCloseTo(-Math.SQRT2 * 0.002 * 720, 2);
    expect(advice.turns[0]!.moves.place).toMatch(/right/);
  });

  it('the mirror nearest the source first', () => {
    const chain = structuredClone(straight);
    chain.tilts[0].h = 1;
    chain.tilts[1].h = -2;
    const { advice } = judgeDots(read(chain), bench);
    if (advice.kind !== 'turn') throw new Error(advice.kind);
    expect(advice.turns.map(({ mirror }) => mirror)).toEqual([1, 2]);
  });

  it('the beam let through first where it is clipped', () => {
    const chain = structuredClone(straight);
    chain.tilts[0].h = 2;
    chain.aperture = 4;
    const { advice } = judgeDots(read(chain), bench);
    if (advice.kind !== 'open up') throw new Error(advice.kind);
    expect(advice.clipped.map(({ side }) => side)).toContain('right');
  });

  it('the rail, where one place alone follows no tilt: nine dots name it, five only its diagonal', () => {
    const chain = structuredClone(straight);
    chain.tilts[0].h = 1;
    chain.rail = { x: 600, y: 400, off: { h: 2.5, v: 0 } };
    const five = judgeDots(read(chain), bench).advice;
    expect(five).toMatchObject({ kind: 'frame', places: ['front left', 'rear right'] });
    const all = judgeDots(read(chain, nine), bench).advice;
    if (all.kind !== 'frame') throw new Error(all.kind);
    expect(all.places).toEqual(['rear right']);
    expect(all.off).toBeCloseTo(2.5, 1);
  });

  it('nothing, said plainly, where they follow no pattern', () => {
    const wild = places.map((place, i) => ({
      ...place,
      h: [3, -2, -3, 1.5, 2.8][i]!,
      v: [-2, 3, 1, 3, -3][i]!,
      clipped: null,
    }));
    expect(judgeDots(wild, bench).advice).toEqual({ kind: 'cannot tell', why: 'no pattern' });
  });

  it('nothing, said plainly, where they scatter by as much as they are read', () => {
    const faint = places.map((place, i) => ({
      ...place,
      // high at one diagonal, low at the other: no tilt does that
      h: [0.3, -0.31, -0.3, 0.29, 0.02][i]!,
      v: 0,
      clipped: null,
    }));
    const { advice } = judgeDots(faint, { ...bench, readingError: 0.25 });
    expect(advice).toEqual({ kind: 'cannot tell', why: 'no tilt' });
  });

  it('needs places both ways across the bed', () => {
    const line = [0, 100, 200, 300].map((x) => ({
      place: `${x}`,
      x,
      y: 0,
      h: 1,
      v: 0,
      clipped: null,
    }));
    expect(() => judgeDots(line, bench)).toThrow(RangeError);
  });
});

describe('following it', () => {
  // screws are turned to within a tenth; dots are read to within 0.08 mm; the beam is reflected exactly
  it.each(Array.from({ length: 40 }, (_, seed) => seed))(
    'brings chain %i inside 0.3 mm in at most three rounds',
    (seed) => {
      const next = chance(seed + 100);
      const some = (most: number) => (next() * 2 - 1) * most;
      const chain: SimulatedChain = {
        ...straight,
        tilts: [
          { h: some(5), v: some(5) },
          { h: some(5), v: some(5) },
        ],
        offset: seed % 2 === 0 ? { h: 0, v: 0 } : { h: some(1), v: some(1) },
      };
      for (let round = 0; round < 3; round++) {
        const { advice } = judgeDots(read(chain, places, 0.08, next), bench);
        const done = (wanted: number) => wanted * (1 + some(0.1));
        const shift = (by: Both) => {
          chain.offset.h -= done(by.h);
          chain.offset.v -= done(by.v);
        };
        if (advice.kind === 'inside') break;
        else if (advice.kind === 'not a mirror') shift(advice.off);
        else if (advice.kind === 'turn') {
          for (const { mirror, axis, turns, moves } of advice.turns) {
            // the hand knows the size from the screw, the way from the dot
            const size = ((done(turns) * bench.mount.pitch) / bench.mount.lever) * 1000;
            chain.tilts[mirror - 1]![axis] += Math.sign(moves.by) * size;
          }
          shift(advice.left);
        }
        // where it cannot tell, they are fired again
      }
      const off = places.map((place) => {
        const { h, v } = simulateDot(chain, place);
        return Math.hypot(h, v);
      });
      expect(Math.max(...off)).toBeLessThan(0.3);
    },
  );
});

describe('a simulated dot', () => {
  it('passes whole in the middle, not at all beside, and half where the rim halves it', () => {
    const at = (h: number, aperture = 4) =>
      simulateDot({ ...straight, offset: { h, v: 0 }, aperture }, places[0]!);
    expect(at(0)).toMatchObject({ passed: 1, clipped: null });
    expect(at(8)).toMatchObject({ passed: 0, clipped: 'right' });
    expect(at(-2).clipped).toBe('left');
    const off = (h: number, v: number) =>
      simulateDot({ ...straight, offset: { h, v }, aperture: 4 }, places[0]!).clipped;
    expect([off(0, 8), off(0, -8), off(2, 7), off(2, -7), off(-7, 2), off(7, -2)]).toEqual([
      'top',
      'bottom',
      'top',
      'bottom',
      'left',
      'right',
    ]);
    // a small beam on the rim of a wide aperture: nearly half
    const { passed } = simulateDot(
      { ...straight, offset: { h: 0, v: 500 }, aperture: 500, beam: 1 },
      places[0]!,
    );
    expect(passed).toBeCloseTo(0.5, 2);
  });
});
