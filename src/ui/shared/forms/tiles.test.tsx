/** @jest-environment jsdom */
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { show } from '../testing/show';
import { Tiles } from './Tiles';

const tiles = [
  { value: 'on', label: 'on' },
  { value: 'weak', label: 'weak', hint: 'smoke stays' },
  { value: 'off', label: 'off' },
] as const;
type Value = (typeof tiles)[number]['value'];

function draw(options: { clearable?: boolean; onEnter?: () => void } = {}) {
  const sent = jest.fn();
  function Form() {
    const [value, setValue] = useState<Value | null>(null);
    return (
      <form
        onSubmit={(event) => {
          event.preventDefault();
          sent();
        }}
      >
        <Tiles<Value>
          legend="Draught"
          tiles={tiles}
          value={value}
          onChange={setValue}
          {...options}
        />
        <input aria-label="after" />
        <button type="submit">send</button>
      </form>
    );
  }
  show(<Form />);
  return sent;
}
const radio = (name: string) => screen.getByRole<HTMLInputElement>('radio', { name });
const chosen = () => tiles.filter(({ value }) => radio(value).checked).map(({ value }) => value);

test('one of the group by a press; the hint describes the tile and does not name it', async () => {
  draw();
  expect(screen.getByRole('radiogroup', { name: 'Draught' })).toBeTruthy();
  expect(chosen()).toEqual([]);
  await userEvent.click(screen.getByText('smoke stays'));
  expect(chosen()).toEqual(['weak']);
  expect(screen.getByRole('radio', { description: 'smoke stays' })).toBe(radio('weak'));
  await userEvent.click(radio('off'));
  expect(chosen()).toEqual(['off']);
  // once more changes nothing where a choice cannot be taken back
  await userEvent.click(radio('off'));
  expect(chosen()).toEqual(['off']);
});

test('a second press takes back what may be left open, by the space bar too', async () => {
  draw({ clearable: true });
  await userEvent.click(radio('on'));
  await userEvent.click(radio('on'));
  expect(chosen()).toEqual([]);
  await userEvent.click(radio('off'));
  await userEvent.keyboard(' ');
  expect(chosen()).toEqual([]);
});

test('one stop of Tab, arrows choose, Enter chooses and sends nothing', async () => {
  const entered = jest.fn();
  const sent = draw({ onEnter: entered, clearable: true });
  const user = userEvent.setup();
  await user.tab();
  expect(document.activeElement).toBe(radio('on'));
  await user.keyboard('{Enter}');
  expect(chosen()).toEqual(['on']);
  await user.keyboard('{ArrowDown}{ArrowDown}');
  expect(chosen()).toEqual(['off']);
  // Enter on what is chosen leaves it so
  await user.keyboard('{Enter}');
  expect(chosen()).toEqual(['off']);
  expect(entered).toHaveBeenCalledTimes(2);
  await user.tab();
  expect(document.activeElement).toBe(screen.getByLabelText('after'));
  expect(sent).not.toHaveBeenCalled();
});
