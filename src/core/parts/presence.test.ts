import fc from 'fast-check';
import { moveRefusal, placeAt, presences, within, type Move } from './presence';

const move = (at: number, machineId: string | null): Move => ({ at, machineId });
const head = [move(10, 'Wren'), move(20, null), move(25, 'Heron'), move(40, 'Wren')];

test('a module is where its last move put it; from the instant of the move on', () => {
  const at = (instant: number) => placeAt(head, instant);
  expect([9, 10, 19, 20, 24, 25, 40, 999].map(at)).toEqual([
    null,
    'Wren',
    'Wren',
    null,
    null,
    'Heron',
    'Wren',
    'Wren',
  ]);
  expect(placeAt([], 5)).toBeNull();
});

test('its stays leave out the drawer; the last one lasts', () => {
  expect(presences(head)).toEqual([
    { machineId: 'Wren', from: 10, to: 20 },
    { machineId: 'Heron', from: 25, to: 40 },
    { machineId: 'Wren', from: 40, to: Infinity },
  ]);
  expect(within(presences(head), 15, 40)).toEqual([
    { machineId: 'Wren', from: 15, to: 20 },
    { machineId: 'Heron', from: 25, to: 40 },
  ]);
  expect(within(presences(head), 20, 25)).toEqual([]);
});

test('a move leads somewhere else, also one that is written late', () => {
  const refusal = (at: number, machineId: string | null) =>
    moveRefusal(head, move(at, machineId)) ?? 'taken';
  expect(refusal(20, 'Heron')).toMatch(/that very time/);
  expect(refusal(15, 'Wren')).toMatch(/in that machine already/);
  expect(refusal(22, null)).toMatch(/in the drawer already/);
  expect(refusal(5, null)).toMatch(/in the drawer already/);
  expect(refusal(22, 'Heron')).toMatch(/later move would lead nowhere/);
  expect(refusal(22, 'Swift')).toBe('taken');
  expect(refusal(50, null)).toBe('taken');
  expect(moveRefusal([], move(1, 'Wren'))).toBeNull();
});

test('whatever moves are taken: stays never overlap and say at each instant what its place is', () => {
  const moves = fc.array(
    fc.record({
      at: fc.nat(30),
      machineId: fc.constantFrom<(string | null)[]>('Wren', 'Heron', null),
    }),
    { maxLength: 12 },
  );
  fc.assert(
    fc.property(moves, (offered) => {
      const taken: Move[] = [];
      for (const one of offered) {
        if (moveRefusal(taken, one) !== null) continue;
        taken.push(one);
        taken.sort((a, b) => a.at - b.at);
      }
      taken.forEach((one, index) =>
        expect(one.machineId).not.toBe(taken[index - 1]?.machineId ?? null),
      );
      const stays = presences(taken);
      for (let instant = 0; instant <= 31; instant++) {
        const there = stays.filter(({ from, to }) => from <= instant && instant < to);
        expect(there.map(({ machineId }) => machineId)).toEqual(
          [placeAt(taken, instant)].filter((place) => place !== null),
        );
      }
    }),
  );
});
