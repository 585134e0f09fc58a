/** @jest-environment jsdom */
import { cleanup, createEvent, fireEvent, render, screen } from '@testing-library/react';
import { SoftLinks } from './SoftLinks';

const push = jest.fn();
jest.mock('next/navigation', () => ({ useRouter: () => ({ push }) }));

beforeEach(() => {
  push.mockClear();
  window.scrollY = 0;
});
afterEach(cleanup);

/**
 * Presses what says "press".
 * @param html with the link
 * @param stop what else hears of the press does with it
 * @returns whether the browser would follow the link itself
 */
function press(html: string, init: MouseEventInit = {}, stop?: (event: Event) => void): boolean {
  render(
    <>
      <SoftLinks />
      <div dangerouslySetInnerHTML={{ __html: html }} />
    </>,
  );
  const target = screen.getByText('press');
  if (stop) target.addEventListener('click', stop);
  let left = false;
  const atLast = (event: Event) => {
    left = !event.defaultPrevented;
    event.preventDefault(); // there is nowhere to go in a test
  };
  window.addEventListener('click', atLast, { once: true });
  fireEvent(target, createEvent.click(target, { button: 0, cancelable: true, ...init }));
  return left;
}

test.each([
  ['a page', '<a href="/plan?week=3#lanes">press</a>', '/plan?week=3#lanes', true],
  ['what stands within a link', '<a href="/plan"><b>press</b></a>', '/plan', true],
  ['a link in this very window', '<a href="/plan" target="_self">press</a>', '/plan', true],
  ['the same page, near its top', '<a href="?station=lens">press</a>', '/?station=lens', false],
  ['a link that keeps the place', '<a href="/plan" data-stay>press</a>', '/plan', false],
  ['a drawing', '<svg><a href="/faults/1"><text>press</text></a></svg>', '/faults/1', true],
])('follows %s', (_what, html, to, scroll) => {
  expect(press(html)).toBe(false);
  expect(push.mock.calls).toEqual([[to, { scroll }]]);
});

test.each([
  [200, false],
  [201, true],
])('%d pixels below the top of the same page, goes there: %p', (scrolled, scroll) => {
  window.scrollY = scrolled;
  press('<a href="?station=lens">press</a>');
  expect(push.mock.calls).toEqual([['/?station=lens', { scroll }]]);
});

test.each([
  ['a file of the server', '<a href="/api/book?kind=care">press</a>'],
  ['a file to keep', '<a href="/record.csv" download>press</a>'],
  ['another address', '<a href="http://elsewhere.test/plan">press</a>'],
  ['a letter', '<a href="mailto:marit@shop.test">press</a>'],
  ['what the page made itself', `<a href="blob:${location.origin}/1">press</a>`],
  ['another window', '<a href="/plan" target="_blank">press</a>'],
  ['a place on the page', '<a href="#place">press</a>'],
  ['what is no link', '<p>press</p>'],
  ['a link without an address', '<a>press</a>'],
])('leaves %s to the browser', (_what, html) => {
  expect(press(html)).toBe(true);
  expect(push).not.toHaveBeenCalled();
});

test.each<MouseEventInit>([
  { ctrlKey: true },
  { metaKey: true },
  { shiftKey: true },
  { altKey: true },
  { button: 1 },
])('leaves a press with %p to the browser', (init) => {
  expect(press('<a href="/plan">press</a>', init)).toBe(true);
  expect(push).not.toHaveBeenCalled();
});

test('follows no press that something else has stopped', () => {
  expect(press('<a href="/plan">press</a>', {}, (event) => event.preventDefault())).toBe(false);
  expect(push).not.toHaveBeenCalled();
});
