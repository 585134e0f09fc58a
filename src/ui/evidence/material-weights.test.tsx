/** @jest-environment jsdom */
import { screen, within } from '@testing-library/react';
import type { LearnedWeight } from '../../core/evidence/material-weights';
import { show } from '../shared/testing/show';
import { MaterialWeights } from './MaterialWeights';

const weight = (material: string, verdict: LearnedWeight['verdict']): LearnedWeight => ({
  material,
  verdict,
  factor: { p10: 1.123, p50: 1.456, p90: 1.789 },
  share: 0.4,
  cycles: 31,
});
const optics = {
  group: 'optics' as const,
  cycles: 120,
  materials: [weight('slate', 'more'), weight('cork', 'not enough')],
};

it('tells a factor with its range and what it means, opened where one is otherwise', () => {
  show(<MaterialWeights weights={[optics, { group: 'bed', cycles: 3, materials: [] }]} />);
  const cells = within(screen.getByRole('row', { name: /^slate/ }))
    .getAllByRole('cell')
    .map(({ textContent }) => textContent);
  expect(cells).toEqual(['slate', '31', '1.46', '1.12 to 1.79', 'more than its weight says']);
  expect(screen.getByText(/On optics: 1 otherwise than weighed/).closest('details')!.open).toBe(
    true,
  );
  expect(screen.getByRole('link', { name: /Change a weight/ })).toBeTruthy();
  expect(screen.queryByText(/On bed/)).toBeNull();
});

it('leads nowhere where nothing is otherwise, nor those who may not change it', () => {
  const fits = { ...optics, materials: [weight('slate', 'fits'), weight('cork', 'not enough')] };
  const { unmount } = show(<MaterialWeights weights={[fits]} />);
  expect(screen.getByText(/On optics: none otherwise/).closest('details')!.open).toBe(false);
  expect(screen.queryByRole('link')).toBeNull();
  unmount();
  show(<MaterialWeights weights={[optics]} />, 'helper');
  expect(screen.queryByRole('link')).toBeNull();
});

it('says what it takes where nothing can be told', () => {
  show(<MaterialWeights weights={[]} />);
  expect(screen.getByText(/Not enough yet/)).toBeTruthy();
});
