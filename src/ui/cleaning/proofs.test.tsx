/** @jest-environment jsdom */
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { progressOf, type SheetEventWhat } from '../../core/cleaning/progress';
import type { ProofWanted, RunSheet } from '../../core/cleaning/run';
import { show } from '../shared/testing/show';
import { Proofs } from './Checks';
import type { SheetContext } from './context';

const proof = (id: string, name: string): ProofWanted => ({
  id,
  name,
  how: 'As it is done.',
  caution: null,
  because: ['lens.wipe'],
});

/** The tests of a sheet drawn, and what was pressed on them. */
function draw(...wanted: ProofWanted[]): SheetEventWhat[] {
  const pressed: SheetEventWhat[] = [];
  const context = {
    run: {} as RunSheet,
    store: { progress: progressOf([]), press: (what: SheetEventWhat) => pressed.push(what) },
    machine: { id: 'heron', nickname: 'Heron', lens: null, recipe: null },
  } as unknown as SheetContext;
  show(<Proofs context={context} wanted={wanted} />);
  return pressed;
}

const place = (name: string) => screen.getByRole('button', { name: new RegExp(`^${name}`) });

test('five dots that are looked at say by themselves that the test is passed', async () => {
  const hand = userEvent.setup();
  const pressed = draw(proof('dots', 'Corner dots'));
  for (const name of ['rear left', 'rear right', 'middle', 'front left']) {
    await hand.click(place(name));
  }
  expect(pressed).toEqual([]);
  await hand.click(place('front right'));
  expect(pressed).toMatchObject([
    { kind: 'proof', proof: 'dots', passed: true, words: 'all five round' },
  ]);
});

test('a crescent fails it, names the place and says where to look; a press more turns it on', async () => {
  const hand = userEvent.setup();
  const pressed = draw(proof('dots', 'Corner dots'));
  for (const name of ['rear left', 'rear right', 'middle', 'front left', 'front right']) {
    await hand.click(place(name));
  }
  await hand.click(place('rear right'));
  expect(pressed.at(-1)).toMatchObject({
    passed: false,
    words: 'crescent rear right; round elsewhere',
    dots: { 'rear right': 'crescent', middle: 'round' },
  });
  expect(screen.getByText(/a mirror is out of line/)).toBeTruthy();
  for (let turns = 0; turns < 3; turns++) await hand.click(place('rear right'));
  expect(pressed.at(-1)).toMatchObject({ passed: true });
});

test('a test without dots keeps what was typed with the answer', async () => {
  const hand = userEvent.setup();
  const pressed = draw(proof('frame', 'Frame run'));
  expect(screen.queryByRole('group', { name: /The dots/ })).toBeNull();
  await hand.type(screen.getByRole('textbox', { name: /Frame run/ }), 'touches at the left');
  await hand.click(screen.getByRole('button', { name: 'failed' }));
  expect(pressed.at(-1)).toEqual({
    kind: 'proof',
    proof: 'frame',
    passed: false,
    words: 'touches at the left',
  });
});
