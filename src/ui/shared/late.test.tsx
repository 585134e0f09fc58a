/** @jest-environment jsdom */
import { act, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { late } from './late';

const Form = ({ name }: { name: string }) => <p>form of {name}</p>;

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());
const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));

test('a part that does not come says so and is asked for until it does; later ones are there at once', async () => {
  let line = false;
  const asked = jest.fn(() => (line ? Promise.resolve(Form) : Promise.reject(new Error('lost'))));
  const Part = late(asked);
  const { unmount } = render(<Part name="Wren" />);
  expect(screen.queryByRole('status')).toBeNull();
  await pass(0);
  expect(screen.getByRole('status').textContent).toMatch(/has not come yet/);
  await pass(3000);
  expect(asked).toHaveBeenCalledTimes(2);
  line = true;
  await pass(3000);
  expect(screen.getByText('form of Wren')).toBeTruthy();
  expect(screen.queryByRole('status')).toBeNull();
  await pass(10_000);
  expect(asked).toHaveBeenCalledTimes(3);
  unmount();
  render(<Part name="Heron" />);
  expect(screen.getByText('form of Heron')).toBeTruthy();
  expect(asked).toHaveBeenCalledTimes(3);
});

test('what must be said is said where the part does not come, and by the part once it does', async () => {
  const asked = jest.fn(() => Promise.reject<typeof Form>(new Error('lost')));
  const Part = late(asked, ({ name }) => <p>stop {name}</p>);
  render(<Part name="Wren" />);
  expect(screen.queryByText('stop Wren')).toBeNull();
  await pass(0);
  expect(screen.getByText('stop Wren')).toBeTruthy();
  asked.mockImplementation(() => Promise.resolve(Form));
  await pass(3000);
  expect(screen.getByText('form of Wren')).toBeTruthy();
  expect(screen.queryByText('stop Wren')).toBeNull();
});

test('what is put away before it comes asks no more', async () => {
  const asked = jest.fn(() => Promise.reject(new Error('lost')));
  const Part = late<object>(asked);
  const { unmount } = render(<Part />);
  await pass(0);
  unmount();
  await pass(10_000);
  expect(asked).toHaveBeenCalledTimes(1);
});

test('the rest of the page keeps what it has', async () => {
  const Part = late<object>(() => Promise.reject(new Error('lost')));
  const Page = () => {
    const [text, setText] = useState('typed before');
    return (
      <>
        <input value={text} onChange={(event) => setText(event.target.value)} />
        <Part />
      </>
    );
  };
  render(<Page />);
  await pass(7000);
  expect(screen.getByRole<HTMLInputElement>('textbox').value).toBe('typed before');
});
