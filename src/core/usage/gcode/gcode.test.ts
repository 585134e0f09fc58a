import fc from 'fast-check';
import { parseLine } from 'gcode-parser';
import Gcanvas from 'gcanvas';
import { arcCentre, type Place } from './arc';
import { notText } from './bytes';
import { HeatMap } from './heat';
import { readJob, type JobFigures } from './job';
import { Motion, segmentSeconds, type Direction, type Segment } from './motion';
import { lineWords } from './words';
import type { Controller } from './controller';

const controller: Controller = {
  acceleration: 500,
  maxFeed: 200,
  bedWidth: 400,
  bedHeight: 300,
  fullPower: 1000,
  dynamicPower: true,
};
const bytes = (text: string) => new TextEncoder().encode(text);
const read = (text: string, over: Partial<Controller> = {}): JobFigures => {
  const job = readJob(bytes(text), { ...controller, ...over });
  if (!job.ok) throw new Error(job.error);
  return job.value;
};

describe('the time model, on paper', () => {
  /*
   * A square of side d = 100 mm at v = 50 mm/s (F3000) with a = 500 mm/s². Every corner is a full
   * stop, so each side is a trapezoid from rest to rest:
   *   to speed and back   2 v / a        = 0.2 s
   *   on the way          2 · v² / (2a)  = 5 mm
   *   the other 95 mm at v               = 1.9 s
   * which is d / v + v / a = 2 + 0.1 = 2.1 s a side, 8.4 s the square.
   */
  const square = (side: number) => `G21 G90\nM4 S500\nG1 F3000\nX${side}\nY${side}\nX0\nY0\nM5\nM2`;

  test('a square with full stops at its corners', () => {
    const { runSeconds, beamSeconds, burnedMm, warnings } = read(square(100));
    expect(runSeconds).toBeCloseTo(4 * (100 / 50 + 50 / 500), 9);
    expect(beamSeconds).toBeCloseTo(8.4, 9);
    expect(burnedMm).toBe(400);
    expect(warnings).toEqual([]);
  });

  test('a square too small for its speed is a triangle profile', () => {
    // up to speed and down takes v²/a = 5 mm; over 4 mm the peak is √(a d): 2 √(d/a) a side
    expect(read(square(4)).runSeconds).toBeCloseTo(4 * 2 * Math.sqrt(4 / 500), 9);
    // at exactly 5 mm both say the same
    expect(read(square(5)).runSeconds).toBeCloseTo(4 * (5 / 50 + 50 / 500), 9);
  });

  test('beam time is the length burned over the feed where the speed is constant', () => {
    // run up and run out with the beam off, in one line: the 100 mm between them pass at 50 mm/s
    const line = 'M4\nG1 F3000 S0 X20\nX120 S800\nX140 S0\nM5';
    const { beamSeconds, fullPowerSeconds, runSeconds } = read(line);
    expect(beamSeconds).toBeCloseTo(100 / 50, 9);
    expect(fullPowerSeconds).toBeCloseTo((0.8 * 100) / 50, 9);
    expect(runSeconds).toBeCloseTo(140 / 50 + 50 / 500, 9);
  });

  test('dynamic power burns by the length, constant power by the time', () => {
    const dynamic = read(square(100));
    expect(dynamic.fullPowerSeconds).toBeCloseTo((0.5 * 400) / 50, 9);
    expect(read(square(100).replace('M4', 'M3')).fullPowerSeconds).toBeCloseTo(0.5 * 8.4, 9);
    expect(read(square(100), { dynamicPower: false }).fullPowerSeconds).toBeCloseTo(0.5 * 8.4, 9);
  });

  test('a full circle is its circumference, held to what the acceleration can bend', () => {
    // r = 20 mm: √(a r) = 100 mm/s is over the feed, so the feed stands: 2πr/v + v/a
    const circle = (r: number) => read(`M3 S1000\nG1 F3000\nG2 X0 Y0 I${r} J0`);
    // the centre may lie straight above: J alone
    expect(read('M3 S1\nG1 F3000\nG3 J20').burnedMm).toBeCloseTo(2 * Math.PI * 20, 6);
    expect(circle(20).runSeconds).toBeCloseTo((2 * Math.PI * 20) / 50 + 50 / 500, 6);
    // r = 2 mm: √(500 · 2) = 31.6 mm/s
    const slow = Math.sqrt(1000);
    expect(circle(2).runSeconds).toBeCloseTo((2 * Math.PI * 2) / slow + slow / 500, 6);
    // the same half circle by centre and by radius
    const half = (end: string) => read(`M3 S1\nG1 F600\nG3 X0 Y20 ${end}`).burnedMm;
    expect(half('I0 J10')).toBeCloseTo(Math.PI * 10, 6);
    expect(half('R10')).toBeCloseTo(Math.PI * 10, 6);
  });

  test('a quarter arc by radius: the short way, and the long way for a negative one', () => {
    const arc = (r: number) => read(`M3 S1\nG0 X10\nG1 F600\nG3 X0 Y10 R${r}`).burnedMm;
    expect(arc(10)).toBeCloseTo((Math.PI / 2) * 10, 6);
    expect(arc(-10)).toBeCloseTo(((3 * Math.PI) / 2) * 10, 6);
  });

  test('the centre of an arc by radius lies as far from both ends, on the side that is meant', () => {
    const words = { i: undefined, j: undefined };
    const centre = (clockwise: boolean, r: number, from: Place, to: Place) => {
      const found = arcCentre(clockwise, from, to, from, { r, ...words });
      if (!('centre' in found)) throw new Error(found.doubt);
      return found.centre;
    };
    // a quarter about (5, 10), against the clock from its foot to its right
    const [foot, right]: Place[] = [
      [5, 7, 0],
      [8, 10, 0],
    ];
    expect(centre(false, 3, foot!, right!).map((each) => Math.round(each * 1e9) / 1e9)).toEqual([
      5, 10,
    ]);
    expect(centre(true, 3, foot!, right!)[0]).toBeCloseTo(8, 9);
    expect(centre(false, -3, foot!, right!)[1]).toBeCloseTo(7, 9);
    fc.assert(
      fc.property(
        fc.tuple(...Array.from({ length: 4 }, () => fc.integer({ min: -50, max: 50 }))),
        fc.integer({ min: 75, max: 200 }),
        fc.boolean(),
        ([x, y, u, v], r, clockwise) => {
          fc.pre(x !== u || y !== v);
          const [at, over] = centre(clockwise, r, [x!, y!, 0], [u!, v!, 0]);
          expect(Math.hypot(at - x!, over - y!)).toBeCloseTo(r, 6);
          expect(Math.hypot(at - u!, over - v!)).toBeCloseTo(r, 6);
        },
      ),
    );
  });

  test('a dwell stands still and stops', () => {
    const through = 'M4 S9\nG1 F3000 X50\nX100';
    const stopped = 'M4 S9\nG1 F3000 X50\nG4 P1.5\nX100';
    expect(read(stopped).runSeconds - read(through).runSeconds).toBeCloseTo(1.5 + 50 / 500, 9);
  });

  test('a line in many pieces takes as long as in one', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.01, max: 30, noNaN: true }), { minLength: 1, maxLength: 60 }),
        (pieces) => {
          const along: Direction = [1, 0, 0];
          const segment = (length: number): Segment => ({
            length,
            speed: 80,
            starts: along,
            ends: along,
            power: 1,
            scaled: false,
          });
          const cut = new Motion(400);
          for (const length of pieces) cut.add(segment(length));
          cut.stop();
          const total = pieces.reduce((a, b) => a + b);
          expect(cut.taken.seconds).toBeCloseTo(segmentSeconds(total, 0, 0, 80, 400), 6);
        },
      ),
    );
  });

  test('any path keeps to the speeds, the joints and the acceleration, however long', () => {
    const step = fc.record({
      angle: fc.double({ min: 0, max: 6.28, noNaN: true }),
      length: fc.double({ min: 0.001, max: 20, noNaN: true }),
      speed: fc.double({ min: 1, max: 300, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 80 }), (steps) => {
        const motion = new Motion(700);
        let fastest = 0;
        // more than one window
        for (let round = 0; round < 40; round++) {
          for (const { angle, length, speed } of steps) {
            const along: Direction = [Math.cos(angle), Math.sin(angle), 0];
            motion.add({ length, speed, starts: along, ends: along, power: 0, scaled: false });
            fastest += length / speed;
          }
        }
        motion.stop(); // segmentSeconds throws where a plan cannot be kept
        expect(motion.taken.seconds).toBeGreaterThanOrEqual(fastest);
      }),
      { numRuns: 20 },
    );
  });
});

describe('the dialect', () => {
  test('inches, relative moves, line numbers, comments and no spaces', () => {
    const text = '%\nN1 G20 (inches)\nN2G91M4S100;go\nN3G1F60X1\nN4Y1\n/N5 X-1\nM30\n';
    const { burnedMm, warnings, runSeconds } = read(text);
    expect(burnedMm).toBeCloseTo(3 * 25.4, 9);
    expect(runSeconds).toBeCloseTo(3 * (25.4 / 25.4 + 25.4 / 500), 9);
    expect(warnings).toEqual([]);
  });

  test('the beam is on in feed moves with M3 or M4 and S above 0 only', () => {
    const text = 'G90\nG1 F600 X10 S500\nM3\nX20\nG0 X30\nG1 X40 S0\nX50 S500\nM5\nX60';
    // 10-20 and 40-50
    expect(read(text).burnedMm).toBe(20);
  });

  test('units hold for their whole line, wherever they stand in it', () => {
    // F60 inches a minute are 25.4 mm/s
    const first = read('M4 S9\nG20 G1 F60 X1');
    const last = read('M4 S9\nG1 F60 X1 G20');
    expect(last.runSeconds).toBe(first.runSeconds);
    expect(last.burnedMm).toBeCloseTo(25.4, 9);
    expect(first.warnings).toEqual([]);
    expect(last.warnings).toEqual([
      { line: 2, count: 1, text: 'a feed before G20 in its line: counted in inches a minute' },
    ]);
    expect(read('G21 M4 S9\nG1 F60 X1 G21').warnings).toEqual([]);
  });

  test('a dwell burns with M3 after a feed move, and not with M4, S0, M5 or after a rapid', () => {
    const beam = (text: string, over = {}) => {
      const { beamSeconds, fullPowerSeconds, warnings } = read(text, over);
      return [beamSeconds, fullPowerSeconds, warnings.map(({ text: words }) => words)];
    };
    const still = 'the beam stands still and burns (G4 with M3): counted as beam time';
    const [without] = beam('M3 S500\nG1 F600 X10') as [number];
    const [seconds, full, said] = beam('M3 S500\nG1 F600 X10\nG4 P1.5') as [
      number,
      number,
      string[],
    ];
    expect(seconds - without).toBeCloseTo(1.5, 9);
    expect(full).toBeCloseTo(0.5 * seconds, 9);
    expect(said).toEqual([still]);
    for (const off of ['M5', 'S0', 'G0 X0']) {
      expect(beam(`M3 S500\nG1 F600 X10\n${off}\nG4 P1.5`)).toEqual([without, 0.5 * without, []]);
    }
    expect(beam('M4 S500\nG1 F600 X10\nG4 P1.5')[2]).toEqual([]);
    // a controller that knows no dynamic power takes M4 for M3
    expect(beam('M4 S500\nG1 F600 X10\nG4 P1.5', { dynamicPower: false })[2]).toEqual([still]);
  });

  test('G92 names the place without moving', () => {
    expect(read('M4 S9\nG1 F600 X10\nG92 X0\nX10').burnedMm).toBe(20);
  });

  test('absolute arc centres', () => {
    const text = 'M3 S9\nG90.1\nG0 X10\nG1 F600\nG3 X0 Y10 I0 J0';
    expect(read(text).burnedMm).toBeCloseTo((Math.PI / 2) * 10, 6);
  });

  test('what it does not understand is named with its line', () => {
    const text = 'M4 S2000\n$X\nG1 F900000 X10\nG33 X20\nA4\nX500\nG2 X0\nM2\nX1';
    const { warnings } = read(text);
    expect(warnings.map(({ line, text: words }) => `${line} ${words}`)).toEqual([
      '1 more than full power (S1000)',
      '2 not understood: $X',
      '3 faster than the machine: counted at 200 mm/s',
      '4 G33 is not understood',
      '5 A is not understood',
      '6 burns beyond the bed',
      '7 an arc without centre or radius: counted as a straight line',
      '9 stands after the end of the program (M2 or M30) and is not run',
    ]);
  });

  test('a feed of nothing is said and not taken; words of no consequence are not named', () => {
    const job = read('M4 S9\nN10 T1 G1 F600 X10\nF0 X20\nF-5 X30\nM8 X40\nM77');
    expect(job.warnings.map(({ line, text: words }) => `${line} ${words}`)).toEqual([
      '3 F0 is no feed',
      '4 F-5 is no feed',
      '6 M77 is not understood',
    ]);
    expect(job.burnedMm).toBe(40);
    // at the 10 mm/s of before
    expect(job.beamSeconds).toBeGreaterThanOrEqual(4);
  });

  test('a file that is no job gets a plain answer', () => {
    const refusal = (data: Uint8Array) => {
      const job = readJob(data, controller);
      return job.ok ? 'taken' : job.error;
    };
    expect(refusal(new Uint8Array())).toMatch(/empty/);
    expect(refusal(new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0, 1, 2, 3]))).toMatch(/binary/);
    expect(refusal(bytes('dear diary'))).toMatch(/moves nothing/);
    expect(refusal(bytes('\n'))).toMatch(/moves nothing/);
    expect(refusal(bytes('G4 P2\n'))).toMatch(/never turns the beam on/);
    expect(refusal(bytes('G0 X10\nG1 F600 X20 S500\n'))).toMatch(/never turns the beam on/);
    expect(refusal(bytes('M3 S0\nG1 F600 X20\n'))).toMatch(/never turns the beam on/);
  });

  test('lines count with and without a break at the end, and how far it is comes as it goes', () => {
    const burn = 'M3 S9\nG1 F6000 X200';
    expect([read(burn).lines, read(`${burn}\n`).lines, read(`${burn}\n\n`).lines]).toEqual([
      2, 2, 3,
    ]);
    const heard: number[] = [];
    const long = `${burn}\n${'X1\nX2\n'.repeat(20_000)}`;
    expect(readJob(bytes(long), controller, (share) => heard.push(share)).ok).toBe(true);
    expect(heard).toHaveLength(3);
    expect(heard[0]).toBeCloseTo(0.5, 1);
    expect(heard[1]).toBeLessThan(1);
    expect(heard[2]).toBe(1);
  });

  test('the map shows where it burns', () => {
    const { heat } = read('M3 S9\nG1 F6000 X200');
    // 200 of 400 mm along the front: half of the first row, a strip of 2 mm of 300
    expect(heat.share).toBeCloseTo(0.5 / 150, 9);
    expect(heat.columns).toBe(40);
    expect(heat.cells.slice(0, 20).every((cell) => cell === 1)).toBe(true);
    expect(heat.cells.slice(20).every((cell) => cell === 0)).toBe(true);
  });

  test('a circle burns where it is: every square of its round, none within and none without', () => {
    for (const radius of [30, 140]) {
      const { heat } = read(`M3 S9\nG0 X${200 + radius} Y150\nG3 F3000 I-${radius} J0`);
      // squares of ten millimetres, less than seven from their middle to a corner
      heat.cells.forEach((cell, at) => {
        const [x, y] = [(at % heat.columns) * 10 + 5, Math.floor(at / heat.columns) * 10 + 5];
        const off = Math.abs(Math.hypot(x - 200, y - 150) - radius);
        if (cell > 0) expect([x, y, off < 7.2]).toEqual([x, y, true]);
        if (off < 1) expect([x, y, cell > 0]).toEqual([x, y, true]);
      });
    }
  });

  test('a map on which nothing burned is cold, and a burn of no length warms nothing', () => {
    const map = new HeatMap(400, 300);
    const cold = { share: 0, cells: new Array(1200).fill(0) };
    expect(map.read()).toMatchObject({ columns: 40, rows: 30, ...cold });
    expect(map.burn(10, 10, 10, 10)).toBe(true);
    expect(map.read().cells).toEqual(cold.cells);
  });

  test('empty lines and remarks after the end are no matter, words are', () => {
    const end = (more: string) => read(`M3 S9\nG1 F600 X20\nM2\n${more}`).warnings;
    expect(end('\n(done)\n; done\n')).toEqual([]);
    expect(end('\nG1 X0').map(({ line, text }) => [line, text.slice(0, 30)])).toEqual([
      [5, 'stands after the end of the pr'],
    ]);
  });

  test('the edge of the bed belongs to it, and nothing beyond', () => {
    const along = (y: number) => read(`M3 S9\nG0 X0 Y${y}\nG1 F6000 X400`).warnings;
    expect([0, 300].map(along)).toEqual([[], []]);
    expect([-0.1, 300.1].map((y) => along(y).length)).toEqual([1, 1]);
  });

  test('the same file is told again, another is not', () => {
    const one = read('M3 S9\nG1 F600 X20');
    expect(read('M3 S9\nG1 F600 X20').hash).toBe(one.hash);
    expect(read('M3 S9\nG1 F600 X21').hash).not.toBe(one.hash);
  });
});

describe('against the registry', () => {
  // words of the open dialect, put together at random
  const word = fc.tuple(
    fc.constantFrom(...'GXYZIJFSMN'),
    fc.oneof(
      fc.integer({ min: -999, max: 999 }),
      fc.double({ min: -999, max: 999, noNaN: true }).map((n) => Number(n.toFixed(3))),
    ),
  );
  const noise = fc.constantFrom('', ' ', '  ', ' (a comment) ', '\t');

  test('words are those an independent parser reads (gcode-parser)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(word, noise), { maxLength: 8 }),
        fc.constantFrom('', ' ; tail', ';G1 X9'),
        (parts, tail) => {
          const line =
            parts.map(([[letter, value], gap]) => `${letter}${value}${gap}`).join('') + tail;
          // that parser keeps line numbers apart
          const ours = lineWords(line).words.filter(([letter]) => letter !== 'N');
          const theirs = parseLine(line).words.filter(([letter]) => letter !== 'N');
          expect(ours).toEqual(theirs);
        },
      ),
    );
  });

  test('a file of an independent generator is taken without warnings, and burns what it draws (gcanvas)', () => {
    // the generator is made for milling: the beam and the feed (which it would give in inverse time) are
    // the operator's first line
    const lines: string[] = ['M4 F1800'];
    const canvas = new Gcanvas(new Gcanvas.GcodeDriver({ write: (line) => lines.push(line) }));
    canvas.unit = 'mm';
    canvas.speed = 600;
    canvas.rect(20, 20, 100, 60);
    canvas.stroke();
    canvas.beginPath();
    canvas.arc(200, 150, 40, 0, Math.PI * 2);
    canvas.stroke();
    canvas.beginPath();
    canvas.moveTo(250, 40);
    canvas.lineTo(350, 40);
    canvas.lineTo(350, 140);
    canvas.stroke();
    lines.push('M5');
    const { warnings, burnedMm, lines: count } = read(lines.join('\n'));
    expect(warnings).toEqual([]);
    expect(count).toBe(lines.length);
    // a rectangle of 320 mm, a circle of 2π · 40, and 200 mm of angle
    expect(burnedMm).toBeCloseTo(320 + 2 * Math.PI * 40 + 200, 1);
  });
});

test('a file is text while at most one byte in fifty of its beginning is no character', () => {
  const withStrange = (count: number, byte: number) => {
    const text = new Uint8Array(100).fill(0x47);
    text.fill(byte, 0, count);
    return notText(text);
  };
  for (const byte of [1, 8, 14, 31]) {
    expect([byte, withStrange(2, byte)]).toEqual([byte, null]);
    expect([byte, withStrange(3, byte)]).toEqual([byte, expect.stringContaining('binary')]);
  }
  // tab to carriage return, the blank and what no alphabet of ours has
  for (const byte of [9, 10, 13, 32, 0xc3]) expect(withStrange(100, byte)).toBeNull();
  expect(withStrange(1, 0)).toContain('binary');
  expect(notText(new Uint8Array())).toBe('The file is empty.');
});

describe('words of the file', () => {
  /** With a burn of 10 mm before it, in a line of its own: a file that burns nothing is no job. */
  const after = (text: string) => read(`M3 S500 G1 F600 X10\n${text}`);
  const warned = (text: string) =>
    after(text).warnings.map(({ line, text: words }) => [line, words]);
  const way = ({ burnedMm, travelMm }: JobFigures) => burnedMm + travelMm;

  test.each([
    ...[0, 1, 2, 5, 7, 8, 9, 30].map((code) => [`M${code}`]),
    ...[4, 17, 20, 21, 40, 49, 54, 55, 56, 57, 58, 59, 61, 64, 80, 90, 90.1, 94].map((code) => [
      `G${code}`,
    ]),
  ])('%s is known, and moves nothing', (word) => {
    expect(warned(word)).toEqual([]);
    expect(way(after(word))).toBe(10);
  });

  test.each(['G28', 'G28.1', 'G30', 'G30.1'])(
    '%s: the way to a kept position is not counted, and said',
    (word) => {
      const found = after(`${word} X5 Y5\nX20`);
      expect(found.warnings).toEqual([
        {
          line: 2,
          count: 1,
          text: `${word}: the way to a kept position is not known and not counted`,
        },
      ]);
      expect(way(found)).toBe(20);
    },
  );

  test('what is not understood is named: codes, letters, and more of the same once with how often', () => {
    expect(warned('G33\nM66\nQ5\nG1 F600 X1 N7 T3')).toEqual([
      [2, 'G33 is not understood'],
      [3, 'M66 is not understood'],
      [4, 'Q is not understood'],
    ]);
    expect(after('G33\nG33\nG33').warnings).toEqual([
      { line: 2, count: 3, text: 'G33 is not understood' },
    ]);
  });

  test('no more warnings are kept than somebody reads', () => {
    const many = Array.from({ length: 500 }, (_, n) => `G${200 + n}`).join('\n');
    const kept = after(many).warnings.length;
    expect(kept).toBeGreaterThan(5);
    expect(kept).toBeLessThan(500);
  });

  test('a feed move without a feed goes at the fastest, and that is said', () => {
    const { runSeconds, warnings } = read('M3 S500 G1 X100');
    expect(warnings.map(({ text }) => text)).toEqual([
      'no feed (F) is given yet: counted at the fastest',
    ]);
    const fastest = controller.maxFeed * 60;
    expect(runSeconds).toBeCloseTo(read(`M3 S500 G1 F${fastest} X100`).runSeconds, 9);
  });

  test('a feed written before its units is counted in the units, and that is said', () => {
    expect(warned('F60 G20 G1 X1')).toEqual([
      [2, 'a feed before G20 in its line: counted in inches a minute'],
    ]);
    expect(warned('G20\nF60 G21 G1 X1')).toEqual([
      [3, 'a feed before G21 in its line: counted in mm a minute'],
    ]);
    expect(warned('G21 F60 G1 X1')).toEqual([]);
    expect(warned('F60 G21 G1 X1')).toEqual([]);
  });

  test.each(['M2', 'M30'])('after %s nothing runs', (end) => {
    const found = after(`${end}\nX50`);
    expect(way(found)).toBe(10);
    expect(found.warnings.map(({ line }) => line)).toEqual([3]);
  });
});

describe('arcs', () => {
  const burned = (text: string) => read(`M3 S500\n${text}`).burnedMm;

  test('an arc whose ends lie at different distances from its centre is counted, and said', () => {
    const { warnings } = read('M3 S500 G1 F600 X0\nG2 X10 Y0 I5 J0\nG2 X20.2 Y0 I5 J0');
    expect(warnings).toEqual([
      { line: 3, count: 1, text: 'an arc whose ends lie at different distances from its centre' },
    ]);
  });

  test('an arc that climbs is a helix: its way is that of circle and climb together', () => {
    expect(burned('G1 F600 X0\nG3 X0 Y20 I0 J10')).toBeCloseTo(10 * Math.PI, 6);
    const helix = (from: number, to: number) =>
      burned(`G0 Z${from}\nG1 F600\nG3 X0 Y20 Z${to} I0 J10`);
    expect(helix(0, 6)).toBeCloseTo(Math.hypot(10 * Math.PI, 6), 6);
    expect(helix(4, 10)).toBeCloseTo(Math.hypot(10 * Math.PI, 6), 6);
    expect(helix(10, 4)).toBeCloseTo(Math.hypot(10 * Math.PI, 6), 6);
  });

  test('centres that are absolute stay so until they are said to be relative', () => {
    const half = (words: string) => burned(`G0 X10 Y0\nG1 F600\n${words}`);
    expect(half('G3 X10 Y20 I0 J10')).toBeCloseTo(10 * Math.PI, 6);
    expect(half('G90.1\nG3 X10 Y20 I10 J10')).toBeCloseTo(10 * Math.PI, 6);
    expect(half('G90.1\nG91.1\nG3 X10 Y20 I0 J10')).toBeCloseTo(10 * Math.PI, 6);
  });

  test('an arc moves with the beam off too, and burns nothing then', () => {
    const off = read('M3 S500 G1 F600 X10\nX0\nM5\nG3 X0 Y20 I0 J10');
    expect(off.burnedMm).toBe(20);
    expect(off.travelMm).toBeCloseTo(10 * Math.PI, 6);
  });
});
