import fc from 'fast-check';
import { junctionSpeed, segmentSeconds, type Direction, type Segment } from './motion';

const along = (degrees: number): Direction => [
  Math.cos((degrees * Math.PI) / 180),
  Math.sin((degrees * Math.PI) / 180),
  0,
];
const segment = (degrees: number, speed = 100): Segment => ({
  length: 10,
  speed,
  starts: along(degrees),
  ends: along(degrees),
  power: 0,
  scaled: false,
});

/** Plays the profile in small steps: as fast as the limit, the start and the end allow at each place. */
function played(length: number, enter: number, leave: number, speed: number, acceleration: number) {
  const steps = 200_000;
  const step = length / steps;
  let seconds = 0;
  for (let i = 0; i < steps; i++) {
    const at = (i + 0.5) * step;
    const rising = Math.sqrt(enter * enter + 2 * acceleration * at);
    const falling = Math.sqrt(leave * leave + 2 * acceleration * (length - at));
    seconds += step / Math.min(speed, rising, falling);
  }
  return seconds;
}

test('the trapezoid takes the time that a step by step play of it takes', () => {
  const speeds = fc.double({ min: 1, max: 200, noNaN: true });
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 300, noNaN: true }),
      speeds,
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 50, max: 5000, noNaN: true }),
      (length, speed, in_, out, acceleration) => {
        const enter = in_ * speed;
        // a leave that can be reached from there
        const [least, most] = [-1, 1].map((sign) =>
          Math.sqrt(Math.max(0, enter * enter + sign * 2 * acceleration * length)),
        ) as [number, number];
        const leave = Math.min(speed, least + out * (Math.min(speed, most) - least));
        const exact = segmentSeconds(length, enter, leave, speed, acceleration);
        expect(exact / played(length, enter, leave, speed, acceleration)).toBeCloseTo(1, 2);
      },
    ),
    { numRuns: 40 },
  );
});

describe('a joint', () => {
  const speed = (turn: number, acceleration = 500) =>
    junctionSpeed(segment(0), segment(turn), acceleration);

  test('straight on costs nothing; a right angle or more is a stop', () => {
    expect(speed(0)).toBe(100);
    for (const turn of [90, 120, 180, -90, -135]) expect(speed(turn)).toBe(0);
  });

  test('a gentle turn is the arc that leaves the corner by 0.01 mm, on paper', () => {
    // r = δ cos(φ/2) / (1 − cos(φ/2)) for a turn of φ; v = √(a r)
    for (const turn of [20, 45, 60, 89]) {
      const half = Math.cos((turn * Math.PI) / 360);
      expect(speed(turn)).toBeCloseTo(Math.sqrt((500 * 0.01 * half) / (1 - half)), 9);
    }
  });

  test('the sharper the turn the slower, either way round; more acceleration is faster', () => {
    const speeds = [5, 10, 20, 40, 60, 80, 89].map((turn) => speed(turn));
    expect(speeds).toEqual([...speeds].sort((a, b) => b - a));
    expect(speed(40)).toBeCloseTo(speed(-40), 9);
    expect(speed(40, 2000)).toBeCloseTo(2 * speed(40, 500), 9);
  });

  test('a turn is one in space: up and down again is a stop, a slope is as gentle as it is steep', () => {
    const sloped = (degrees: number): Segment => {
      const radians = (degrees * Math.PI) / 180;
      const direction: Direction = [Math.cos(radians), 0, Math.sin(radians)];
      return { ...segment(0), starts: direction, ends: direction };
    };
    expect(junctionSpeed(sloped(60), sloped(-60), 500)).toBe(0);
    expect(junctionSpeed(sloped(20), sloped(65), 500)).toBeCloseTo(speed(45), 9);
    expect(junctionSpeed(sloped(0), sloped(45), 500)).toBeCloseTo(speed(45), 9);
    // across the bed too
    const aside = { ...segment(0), starts: along(80), ends: along(80) };
    expect(junctionSpeed(aside, segment(125), 500)).toBeCloseTo(speed(45), 9);
  });

  test('the slower of the two segments rules', () => {
    expect(junctionSpeed(segment(0, 30), segment(0, 80), 500)).toBe(30);
    expect(junctionSpeed(segment(0, 80), segment(0, 30), 500)).toBe(30);
  });
});
