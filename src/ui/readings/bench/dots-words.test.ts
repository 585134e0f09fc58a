import { judgeDots, type Bench } from '../../../core/readings/dots/advice';
import { displacement, type Both } from '../../../core/readings/dots/mirrors';
import { adviceWords, wayWords } from './dots-words';

const bench: Bench = {
  lead: { first: 150, second: 120 },
  mount: { pitch: 0.7, lever: 40 },
  tolerance: 0.3,
  readingError: 0.1,
};
const places = [
  { place: 'rear left', x: 0, y: 400 },
  { place: 'rear right', x: 600, y: 400 },
  { place: 'middle', x: 300, y: 200 },
  { place: 'front left', x: 0, y: 0 },
  { place: 'front right', x: 600, y: 0 },
];
const none: Both = { h: 0, v: 0 };
const said = (tilts: readonly [Both, Both], offset = none) =>
  adviceWords(
    judgeDots(
      places.map((at) => ({
        ...at,
        ...displacement(bench.lead, tilts, offset, at),
        clipped: null,
      })),
      bench,
    ),
  );

it('says the screw, the turn, where the dot goes, and how sure that is', () => {
  const { is, do: todo } = said([none, { h: 2, v: 0 }]);
  expect(is).toBe('Out of line. Furthest 2.88 mm, rear right.');
  // 2 mrad on 40 mm of lever and 0.7 mm a turn
  expect(todo).toEqual([
    'Mirror 2, the screw that sends the beam sideways: 0.11 turn (41°), so that the dot rear right goes 2.88 mm to the left. It is out by 2.00 ± 0.08 mrad.',
    'Fire all the dots again.',
  ]);
});

it('says what no screw sets right, and which way the mount goes', () => {
  const { is, do: todo } = said([none, none], { h: 1.2, v: -0.4 });
  expect(is).toContain('no mirror does that');
  expect(todo[0]).toContain('go 1.2 mm to the left and 0.4 mm up');
  const both = said([none, { h: 2, v: 0 }], { h: 0, v: 0.8 });
  expect(both.do.at(-2)).toContain('0.8 mm up of the middle');
});

it('says that all is inside, and asks nothing', () => {
  expect(said([none, none])).toEqual({ is: 'Inside. Furthest 0 mm, rear left.', do: [] });
  expect(wayWords({ h: 0.01, v: 0 })).toBe('nowhere');
});
