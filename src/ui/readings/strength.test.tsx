/** @jest-environment jsdom */
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { dueMachines } from '../../services/care/due';
import { findMachine } from '../../services/machines/machine-view';
import { recordBurn } from '../../services/readings/strength/burns';
import { cleaningChoice, strengthViews } from '../../services/readings/strength/strength';
import { addWithRecipe } from '../../services/testing/recipe';
import { eachTestShop, must, tester } from '../../services/testing/shop';
import { packed } from '../shared/packed';
import { show } from '../shared/testing/show';
import { Strength } from './Strength';

// the chart, which asks for a size that the tests' browser has none of
jest.mock('next/dynamic', () => () => () => null);

const shop = eachTestShop();
let machineId: string;
let recipeId: string;
beforeEach(() => {
  ({ machineId, recipeId } = addWithRecipe(shop));
});

/** A burn whose fastest cut that went through is at a speed, mm/s; each a day after the one before. */
function burn(fastest: number, baseline = false) {
  shop.clock.now += 24 * 3_600_000;
  must(
    recordBurn(shop, tester, {
      key: crypto.randomUUID(),
      machineId,
      recipeId,
      cuts: [
        { speed: fastest, through: true },
        { speed: fastest + 1, through: false },
      ],
      thickness: 4,
      baseline,
    }),
  );
}

function draw() {
  const [machine] = dueMachines(shop);
  show(
    <Strength
      machineId={machineId}
      view={packed(strengthViews(shop, findMachine(shop, machineId)!)[0]!)}
      choice={cleaningChoice(shop, machine!)}
      floor={shop.strengthFloor}
      now={shop.now()}
      zone={shop.zone}
      record={async (input) => recordBurn(shop, tester, input)}
      drop={async () => ({ ok: true, value: null })}
    />,
  );
}

test('without a baseline it asks for one, and says no strength', () => {
  draw();
  expect(screen.getByRole('status').textContent).toMatch(/^No baseline yet/);
  expect(screen.queryByText(/%$/)).toBeNull();
});

test('the strength is held against the baseline, and marked where it is under the floor', () => {
  burn(30, true);
  burn(15);
  draw();
  const figure = screen.getByText('50 %');
  expect(figure.getAttribute('data-low')).toBe('true');
});

test('what was burned is drawn when it is asked for, the newest first', async () => {
  burn(30, true);
  burn(27);
  burn(24);
  draw();
  expect(document.querySelectorAll('li')).toHaveLength(0);
  await userEvent.click(screen.getByText('Test burns so far: 3'));
  const lines = await within(await screen.findByRole('list')).findAllByRole('listitem');
  expect(lines.map((line) => /(24|27|30) mm\/s/.exec(line.textContent!)![0])).toEqual([
    '24 mm/s',
    '27 mm/s',
    '30 mm/s',
  ]);
  expect(lines[2]!.textContent).toContain('baseline');
});
