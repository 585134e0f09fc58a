/** @jest-environment jsdom */
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import {
  changeStoreItem,
  dropStoreItem,
  itemHistory,
  moveStock,
  shelf,
  storeItem,
} from '../../services/inventory/inventory';
import { must, eachTestShop, tester } from '../../services/testing/shop';
import { pushed } from '../shared/testing/router';
import { show } from '../shared/testing/show';
import { Stores } from './Stores';

jest.mock(
  'next/navigation',
  () => jest.requireActual<{ navigation: object }>('../shared/testing/router').navigation,
);

const shop = eachTestShop();

const stores = (item: string | null) => {
  const items = shelf(shop);
  return (
    <Stores
      items={items}
      open={items.find((one) => one.item === item) ?? null}
      history={item ? itemHistory(shop, item) : []}
      now={shop.now()}
      zone={shop.zone}
      move={async (input) => moveStock(shop, tester, input)}
      change={async (input) => changeStoreItem(shop, tester, input)}
      drop={async (input) => dropStoreItem(shop, tester, input)}
    />
  );
};
const cells = (name: string) =>
  within(screen.getByRole('row', { name: new RegExp(`^${name}`) }))
    .getAllByRole('cell')
    .map(({ textContent }) => textContent);
const count = (item: string, quantity: number) =>
  must(moveStock(shop, tester, { item, kind: 'count', quantity }));

test('each item with what is on the shelf and whether to order; what is short stands first', () => {
  count('gloves', 10);
  count('filter', 0);
  count('swabs', 200);
  show(stores(null));
  expect(cells('Nitrile gloves')).toEqual(['Nitrile gloves', '10 pairs', '1 pair', '15', 'order']);
  expect(cells('Filter')).toEqual(['Filter', '0 pieces', '1 piece', '1', 'none left']);
  expect(cells('Mirror').slice(1)).toEqual(['', '1 piece', '1', 'not kept']);
  const names = screen.getAllByRole('link').map(({ textContent }) => textContent);
  expect(names.slice(0, 2)).toEqual(['Filter', 'Nitrile gloves']);
  expect(screen.getByText(/^Open an item to count it/)).toBeTruthy();
});

test('the first count begins an item; a delivery adds a pack; each movement stands with who and when', async () => {
  const { rerender } = show(stores('gloves'));
  expect(screen.getByText('None yet: count it to begin.')).toBeTruthy();
  await userEvent.type(screen.getByLabelText('On the shelf, pairs'), '12');
  await userEvent.click(screen.getByRole('button', { name: 'Record it' }));
  await waitFor(() => expect(itemHistory(shop, 'gloves')).toHaveLength(1));
  rerender(stores('gloves'));
  expect(cells('Nitrile gloves')[1]).toBe('12 pairs');
  await userEvent.click(screen.getByRole('radio', { name: 'Received' }));
  expect(screen.getByText('a pack holds 50 pairs')).toBeTruthy();
  await userEvent.type(screen.getByLabelText('How much, pairs'), '50');
  await userEvent.type(screen.getByLabelText('Note'), 'from the corner shop');
  await userEvent.click(screen.getByRole('button', { name: 'Record it' }));
  await waitFor(() => expect(itemHistory(shop, 'gloves')).toHaveLength(2));
  rerender(stores('gloves'));
  expect(cells('Nitrile gloves')[1]).toBe('62 pairs');
  const [last] = screen.getAllByRole('listitem');
  expect(last!.textContent).toMatch(/received 50 pairs from the corner shop\s*Tester, just now/);
});

test('what nobody can count is refused at its field, and what was typed stays', async () => {
  show(stores('gloves'));
  const field = screen.getByLabelText<HTMLInputElement>('On the shelf, pairs');
  await userEvent.click(screen.getByRole('button', { name: 'Record it' }));
  await waitFor(() => expect(field.getAttribute('aria-invalid')).toBe('true'));
  expect(itemHistory(shop, 'gloves')).toEqual([]);
});

test('an item of the shop’s own is added, opened, and removed from the list', async () => {
  const { rerender } = show(stores(null));
  await userEvent.click(screen.getByRole('button', { name: 'Add an item' }));
  await userEvent.type(screen.getByLabelText('Name'), 'Microfibre cloth');
  await userEvent.clear(screen.getByLabelText('Counted in'));
  await userEvent.type(screen.getByLabelText('Counted in'), 'sheets');
  await userEvent.type(screen.getByLabelText('Used by tasks whose tools name'), 'microfibre');
  await userEvent.click(screen.getByRole('button', { name: 'Add it' }));
  await waitFor(() => expect(pushed).toHaveLength(1));
  const key = pushed[0]!.split('item=')[1]!;
  expect(storeItem(shop, key)).toMatchObject({
    name: 'Microfibre cloth',
    unit: 'sheets',
    own: true,
  });
  rerender(stores(key));
  expect(screen.getByRole('heading', { name: 'Microfibre cloth' })).toBeTruthy();
  await userEvent.click(screen.getByText('How it is kept'));
  await userEvent.click(screen.getByRole('button', { name: 'Remove it from the list' }));
  await waitFor(() => expect(storeItem(shop, key)).toBeNull());
});
