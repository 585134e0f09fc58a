/** @jest-environment jsdom */
import { screen } from '@testing-library/react';
import { show } from '../shared/testing/show';
import { SearchFields } from './SearchFields';

jest.mock('next/navigation', () => ({ useRouter: () => ({ push: () => undefined }) }));

test('the field has the focus, though it comes after the dialog it lies in', () => {
  show(<SearchFields search={async () => ({ ok: true, value: [] })} close={() => undefined} />);
  expect(document.activeElement).toBe(screen.getByRole('combobox', { name: 'Search' }));
});
