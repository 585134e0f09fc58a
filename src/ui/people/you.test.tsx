/** @jest-environment jsdom */
import { act, fireEvent, screen } from '@testing-library/react';
import type { Person } from '../../services/people/people';
import { show } from '../shared/testing/show';
import { You } from './You';

const now = Date.UTC(2026, 10, 29, 12);
const self = (places: number): Person => ({
  id: 'p',
  name: 'Ana',
  role: 'technician',
  addedAt: 0,
  endedAt: null,
  account: true,
  invited: false,
  hasCode: false,
  places: Array.from({ length: places }, (_, at) => ({
    id: `place ${at}`,
    since: now - 3_600_000,
    lastSeen: now - at * 60_000,
    browser: 'browser',
  })),
});
const drawn = (places: number) => {
  const signOut = jest.fn(() => Promise.resolve({ ok: true as const, value: null }));
  const other = jest.fn();
  show(
    <You
      self={self(places)}
      now={now}
      zone="Europe/Oslo"
      actions={{ password: other, giveCode: other, dropCode: other, signOut }}
    >
      {null}
    </You>,
  );
  return signOut;
};

test.each([
  [1, 1, null],
  [12, 12, null],
  [13, 12, /and 1 older one:/],
  [80, 12, /and 68 older ones: a new password signs you out of all others/],
])('signed in in %i places: %i are listed', (places, listed, words) => {
  drawn(places);
  expect(screen.getAllByRole('button', { name: /Sign out of/ })).toHaveLength(listed);
  expect(screen.queryByText(/older one/)?.textContent ?? '').toMatch(words ?? /^$/);
});

test('signs out of the place that was pressed', async () => {
  const signOut = drawn(3);
  const [, second] = screen.getAllByRole('button', { name: /Sign out of/ });
  await act(async () => fireEvent.click(second!));
  expect(signOut).toHaveBeenCalledWith('place 1');
});
