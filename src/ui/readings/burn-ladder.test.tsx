/** @jest-environment jsdom */
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { findMachine } from '../../services/machines/machine-view';
import { burnsOf, currentStrength, recordBurn } from '../../services/readings/strength/burns';
import { strengthViews } from '../../services/readings/strength/strength';
import { addWithRecipe } from '../../services/testing/recipe';
import { must, eachTestShop, tester } from '../../services/testing/shop';
import { show } from '../shared/testing/show';
import { BurnLadder } from './BurnLadder';

const shop = eachTestShop();
let machineId: string;
let recipeId: string;
beforeEach(() => {
  ({ machineId, recipeId } = addWithRecipe(shop));
});

function draw() {
  const { recipe, baseline } = strengthViews(shop, findMachine(shop, machineId)!)[0]!;
  show(
    <BurnLadder
      machineId={machineId}
      recipe={recipe}
      lead={baseline?.fastest ?? recipe.speed}
      hasBaseline={baseline !== null}
      lastBatch=""
      record={async (input) => recordBurn(shop, tester, input)}
    />,
  );
}
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));
const says = () => screen.getByRole('status').textContent;
/** Cuts as a machine does that just cuts through at a speed, mm/s. */
async function cutsThroughAt(limit: number): Promise<number> {
  let cuts = 0;
  for (; says()!.startsWith('Cut '); cuts++) {
    const speed = Number(/: ([\d.]+) mm\/s/.exec(says()!)![1]);
    await press(speed <= limit ? 'It fell out' : 'It held');
  }
  return cuts;
}
const baseline = () => screen.getByRole<HTMLInputElement>('checkbox', { name: /new baseline/ });

test('the first baseline is sought until a cut fails, and kept', async () => {
  draw();
  await press('Make a test burn');
  expect(screen.getByText(/^Eyewear on, guard closed, draught on/)).toBeTruthy();
  await cutsThroughAt(31);
  const found = Number(/just succeeds at ([\d.]+) mm\/s/.exec(says()!)![1]);
  expect(found).toBeLessThanOrEqual(31);
  expect(found).toBeGreaterThan(31 * 0.95);
  expect(baseline().checked).toBe(true);
  await press('Save the test burn');
  await waitFor(() => expect(burnsOf(shop, machineId).get(recipeId)).toHaveLength(1));
  expect(strengthViews(shop, findMachine(shop, machineId)!)[0]!.baseline!.fastest).toBe(found);
  // the form is closed and begins anew
  expect(screen.getByRole('button', { name: 'Make a test burn' })).toBeTruthy();
});

test('against a baseline six cuts find how strong it is', async () => {
  const cuts = [
    { speed: 20, through: true },
    { speed: 21, through: false },
  ];
  const key = 'the-first-baseline';
  must(recordBurn(shop, tester, { machineId, recipeId, cuts, thickness: 4, baseline: true, key }));
  shop.clock.now += 3_600_000;
  draw();
  await press('Make a test burn');
  expect(await cutsThroughAt(14)).toBeLessThanOrEqual(6);
  expect(says()).toMatch(/: (6[6-9]|70) %\.$/);
  expect(baseline().checked).toBe(false);
  await press('Save the test burn');
  await waitFor(() => expect(currentStrength(shop, machineId)!.strength).toBeCloseTo(0.69, 1));
});

test('the last cut is taken back; a slow machine takes more passes at a faster speed', async () => {
  draw();
  await press('Make a test burn');
  await press('It held');
  expect(screen.getAllByRole('listitem')).toHaveLength(1);
  await press('Take the last cut back');
  expect(screen.queryAllByRole('listitem')).toHaveLength(0);
  expect(says()).toContain('20 mm/s');
  const passes = screen.getByLabelText('Passes of this cut');
  await userEvent.clear(passes);
  await userEvent.type(passes, '2');
  // the same energy a millimetre
  expect(says()).toMatch(/40 mm\/s, 2 passes/);
  await press('Not now');
  expect(screen.getByRole('button', { name: 'Make a test burn' })).toBeTruthy();
});

test('other stock is said at once not to compare', async () => {
  draw();
  await press('Make a test burn');
  const thickness = screen.getByLabelText('Thickness of this piece, measured, mm');
  await userEvent.clear(thickness);
  await userEvent.type(thickness, '6');
  expect(screen.getByText('Other stock: it will be kept, but not compared.')).toBeTruthy();
});
