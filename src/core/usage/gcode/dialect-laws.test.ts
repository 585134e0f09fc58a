import fc from 'fast-check';
import { readJob, type JobFigures } from './job';
import type { Controller } from './controller';

const controller: Controller = {
  acceleration: 1200,
  maxFeed: 300,
  bedWidth: 500,
  bedHeight: 500,
  fullPower: 255,
  dynamicPower: true,
};
const read = (lines: string[]): JobFigures => {
  const job = readJob(new TextEncoder().encode(lines.join('\n')), controller);
  if (!job.ok) throw new Error(job.error);
  return job.value;
};
/** Corners of a path on the bed, in whole tenths, with a power for each way. */
const path = fc.array(
  fc.record({
    x: fc.integer({ min: 0, max: 4990 }),
    y: fc.integer({ min: 0, max: 4990 }),
    s: fc.integer({ min: 0, max: 255 }),
  }),
  { minLength: 1, maxLength: 40 },
);
type Corner = { x: number; y: number; s: number };
const start = ['M4', 'G0 X0 Y0', 'G1 F9000', 'X50 S100', 'S0 X0'];
const absolute = (corners: Corner[]) => [
  'G21 G90',
  ...start,
  ...corners.map(({ x, y, s }) => `X${x / 10} Y${y / 10} S${s}`),
];
const figures = ({
  runSeconds,
  beamSeconds,
  fullPowerSeconds,
  burnedMm,
  travelMm,
  heat,
}: JobFigures) =>
  [runSeconds, beamSeconds, fullPowerSeconds, burnedMm, travelMm, heat.share].map(
    (figure) => Math.round(figure * 1e4) / 1e4,
  );

/** All but the share: rounding may put a point on the other side of a square's edge. */
const most = (job: JobFigures) => figures(job).slice(0, 5);

test('relative moves say the same as absolute ones', () => {
  fc.assert(
    fc.property(path, (corners) => {
      let [px, py] = [0, 0];
      const relative = corners.map(({ x, y, s }) => {
        const line = `X${(x - px) / 10} Y${(y - py) / 10} S${s}`;
        [px, py] = [x, y];
        return line;
      });
      const other = read(['G21 G90', ...start, 'G91', ...relative]);
      expect(most(other)).toEqual(most(read(absolute(corners))));
      expect(other.warnings).toEqual([]);
    }),
  );
});

test('inches say the same as millimetres', () => {
  const inch = (tenths: number) => (tenths / 254).toFixed(9);
  fc.assert(
    fc.property(path, (corners) => {
      const inches = [
        'G20 G90 M4',
        'G0 X0 Y0',
        `G1 F${(9000 / 25.4).toFixed(9)}`,
        `X${inch(500)} S100`,
        'S0 X0',
        ...corners.map(({ x, y, s }) => `X${inch(x)} Y${inch(y)} S${s}`),
      ];
      most(read(inches)).forEach((figure, i) =>
        expect(figure).toBeCloseTo(most(read(absolute(corners)))[i]!, 3),
      );
    }),
  );
});

test('spaces, case, line numbers and comments say nothing', () => {
  fc.assert(
    fc.property(path, fc.array(fc.nat(3), { minLength: 60, maxLength: 60 }), (corners, dress) => {
      const plain = absolute(corners);
      const dressed = plain.map((line, i) => {
        switch (dress[i % dress.length]) {
          case 0:
            return line.toLowerCase();
          case 1:
            return `N${i * 10} ${line} ; ${line}`;
          case 2:
            return line.replace(/ /g, '');
          default:
            return `  ${line.replace(/ /g, '   ')} (X1 Y1)\r`;
        }
      });
      expect(figures(read(dressed))).toEqual(figures(read(plain)));
      expect(read(dressed).warnings).toEqual([]);
    }),
  );
});

test('a job run twice in one file takes twice as long, but for the stop between', () => {
  fc.assert(
    fc.property(path, (corners) => {
      const closed = [...corners, { x: 0, y: 0, s: 0 }];
      const lines = absolute(closed);
      const once = read([...lines, 'G4 P0']);
      const twice = read([...lines, 'G4 P0', ...lines, 'G4 P0']);
      expect(twice.runSeconds).toBeCloseTo(2 * once.runSeconds, 6);
      expect(twice.burnedMm).toBeCloseTo(2 * once.burnedMm, 6);
      expect(twice.heat.share).toBe(once.heat.share);
    }),
  );
});
