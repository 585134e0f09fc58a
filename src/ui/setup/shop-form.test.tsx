/** @jest-environment jsdom */
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { changeSetting } from '../../services/setup/settings';
import { eachTestShop, tester } from '../../services/testing/shop';
import { show } from '../shared/testing/show';
import { ShopForm } from './ShopForm';

const shop = eachTestShop();

const draw = () =>
  show(
    <ShopForm
      name={shop.name}
      timezone={shop.zone}
      stop={shop.stopInstruction}
      figures={{
        'strength-floor': Math.round(shop.strengthFloor * 100),
        'accepted-risk': Math.round(shop.acceptedRisk * 100),
        'fire-hold': 0,
        'undo-hours': shop.undoHours,
      }}
      address=""
      addresses={['http://192.168.1.20:3000']}
      change={async (input) => changeSetting(shop, tester, input)}
    />,
  );

/** Types over a field and saves that setting alone. */
async function save(label: string, typed: string) {
  const field = screen.getByLabelText<HTMLInputElement>(label);
  await userEvent.clear(field);
  await userEvent.type(field, typed);
  const button = field.closest('form')!.querySelector('button[type=submit]')!;
  await userEvent.click(button);
  await waitFor(() => expect((button as HTMLButtonElement).disabled).toBe(false));
}

it.each([
  ['Floor of strength, % of the baseline', '85', () => shop.strengthFloor, 0.85],
  ['May be found soiled, percent of cleanings', '15', () => shop.acceptedRisk, 0.15],
  ['Hold a machine from this fire load on, % of the limit', '150', () => shop.fireHold, 1.5],
  ['Undo what one logged oneself, hours', '12', () => shop.undoHours, 12],
  ['Name of the shop', 'Gull Bay', () => shop.name, 'Gull Bay'],
  ['Fire, sparks, broken guard', 'Big red button, then out.', () => shop.stopInstruction, null],
] as const)('%s is kept by itself', async (label, typed, kept, expected) => {
  const before = { name: shop.name, floor: shop.strengthFloor, undo: shop.undoHours };
  draw();
  await save(label, typed);
  expect(kept()).toBe(expected ?? typed);
  const changed = [
    shop.name !== before.name,
    shop.strengthFloor !== before.floor,
    shop.undoHours !== before.undo,
  ].filter(Boolean);
  expect(changed.length).toBeLessThanOrEqual(1);
});

it('proposes the time zones the browser knows, once one is to be typed', async () => {
  draw();
  expect(screen.queryByRole('option')).toBeNull();
  const field = screen.getByRole('combobox', { name: 'Time zone' });
  await userEvent.clear(field);
  await userEvent.type(field, 'europe/o');
  expect((await screen.findAllByRole('option')).map(({ textContent }) => textContent)).toEqual([
    'Europe/Oslo',
  ]);
});

it('says that a figure was saved', async () => {
  draw();
  await save('Undo what one logged oneself, hours', '0');
  expect(await screen.findByText(/^Saved: 0/)).toBeTruthy();
});

it.each([
  ['Floor of strength, % of the baseline', '5', () => shop.strengthFloor],
  ['Hold a machine from this fire load on, % of the limit', '40', () => shop.fireHold],
] as const)('%s is refused outside its range, and what stood stays', async (label, typed, kept) => {
  const before = kept();
  draw();
  await save(label, typed);
  expect(kept()).toBe(before);
});

it('says no figure in a range that the shop would refuse', () => {
  draw();
  const allowed = (name: string, value: number) =>
    changeSetting(shop, tester, { name: name as 'undo-hours', value: String(value) }).ok;
  expect([allowed('strength-floor', 10), allowed('strength-floor', 100)]).toEqual([true, true]);
  expect([allowed('accepted-risk', 5), allowed('accepted-risk', 50)]).toEqual([true, true]);
  expect([allowed('undo-hours', 0), allowed('undo-hours', 168)]).toEqual([true, true]);
  expect([allowed('fire-hold', 0), allowed('fire-hold', 500)]).toEqual([true, true]);
});
