/** @jest-environment jsdom */
import { screen, within } from '@testing-library/react';
import type { CostRow, ShopCosts } from '../../services/evidence/costs';
import type { PartLives } from '../../services/evidence/part-lives';
import { show } from '../shared/testing/show';
import { CostsView } from './CostsView';

const row = (name: string, change: Partial<CostRow> = {}): CostRow => ({
  name,
  materials: 25,
  repairs: 30.5,
  total: 55.5,
  perClean: 3.125,
  perBeamHour: 1.11,
  cleans: 8,
  beamHours: 50,
  unpriced: [],
  ...change,
});
const costs: ShopCosts = {
  days: 365,
  machines: [
    { machineId: 'm1', ...row('Heron') },
    { machineId: 'm2', ...row('Wren', { cleans: 0, perClean: null, perBeamHour: null }) },
  ],
  shop: row('All machines'),
  unpriced: ['Gloves', 'Grease'],
};
const life: PartLives = {
  name: 'Protective window',
  bySerial: false,
  ended: 2,
  running: 1,
  runHours: 100,
  mean: 50,
  lower: 15.9,
  upper: 281.4,
  lowerOneSided: 18.8,
  median: 40,
};
const cells = (name: RegExp) =>
  within(screen.getByRole('row', { name }))
    .getAllByRole('cell')
    .map(({ textContent }) => textContent);

it('shows each machine and all of them, and nothing where nothing can be told', () => {
  show(<CostsView costs={costs} lives={[]} />);
  expect(cells(/^Heron/)).toEqual([
    'Heron',
    '25.00',
    '30.50',
    '55.50',
    '8',
    '3.13',
    '50 h',
    '1.11',
  ]);
  expect(cells(/^Wren/).slice(4)).toEqual(['0', '', '50 h', '']);
  expect(cells(/^All machines/)).toHaveLength(8);
  expect(screen.getByText(/Without a price.*Gloves, Grease/)).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Stores' })).toBeTruthy();
  expect(screen.getByText(/Nothing was replaced yet/)).toBeTruthy();
});

it('leads to the stores only who may change them, and only where a price is wanting', () => {
  const { unmount } = show(<CostsView costs={costs} lives={[]} />, 'helper');
  expect(screen.queryByRole('link', { name: 'Stores' })).toBeNull();
  unmount();
  show(<CostsView costs={{ ...costs, unpriced: [] }} lives={[]} />);
  expect(screen.queryByText(/Without a price/)).toBeNull();
});

it('says of parts what is known: a mean with its limits, or only what it lies above', () => {
  const none = { ...life, ended: 0, mean: null, upper: null, median: null, bySerial: true };
  show(
    <CostsView
      costs={costs}
      lives={[life, { ...none, name: 'Lens' }, { ...none, name: 'Laser tube', runHours: 0 }]}
    />,
  );
  expect(cells(/^Protective window/)).toEqual([
    'Protective window',
    '2',
    '1',
    '100 h',
    '50 h (16 to 281 h)',
    '40 h',
  ]);
  expect(cells(/^Lens/).slice(4)).toEqual(['above 19 h (90 %)', 'cannot tell yet']);
  expect(cells(/^Laser tube by serial number/)[4]).toBe('no use yet');
});
