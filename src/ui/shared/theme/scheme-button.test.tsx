/** @jest-environment jsdom */
import { MantineProvider } from '@mantine/core';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { SchemeButton } from './SchemeButton';

/** The button on a device whose own scheme is this, where nobody has chosen one. */
function on(own: 'light' | 'dark') {
  localStorage.clear();
  delete document.documentElement.dataset['eyewear'];
  window.matchMedia = (media) =>
    ({
      matches: media.includes('dark') === (own === 'dark'),
      media,
      addEventListener: () => undefined,
      removeEventListener: () => undefined,
    }) as unknown as MediaQueryList;
  render(
    <MantineProvider defaultColorScheme="auto">
      <SchemeButton />
    </MantineProvider>,
  );
}
const offered = () => screen.getByRole('button').textContent;
const press = () => userEvent.click(screen.getByRole('button'));

test('by day it goes on to night, eyewear and day again', async () => {
  on('light');
  expect(offered()).toBe('Night');
  await press();
  expect(offered()).toBe('Eyewear');
  await press();
  expect(offered()).toBe('Day');
  expect(document.documentElement.dataset).toHaveProperty('eyewear');
  await press();
  expect(offered()).toBe('Night');
  expect(document.documentElement.dataset).not.toHaveProperty('eyewear');
});

test('a device that is dark by itself is not offered the night it shows already', () => {
  on('dark');
  expect(offered()).toBe('Eyewear');
});
