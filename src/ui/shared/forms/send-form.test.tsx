/** @jest-environment jsdom */
import { NumberInput, TextInput } from '@mantine/core';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Outcome } from '../../../services/shop';
import { show } from '../testing/show';
import { SendForm } from './SendForm';
import { figure, instantIn, useSendForm } from './use-send-form';

type Send = (input: { item: { name: string; minutes: number } }) => Promise<Outcome<string>>;

function Form({ send, clears = false }: { send: Send; clears?: boolean }) {
  const form = useSendForm(send, {
    initial: { name: '', minutes: '' as number | '' },
    input: ({ name, minutes }) => ({ item: { name, minutes: figure(minutes) } }),
    said: (value: string) => `Kept ${value}.`,
    clears,
  });
  return (
    <SendForm of={form} button="Keep">
      <TextInput label="Name" {...form.field('name')} />
      <NumberInput label="Minutes" {...form.field('minutes')} />
    </SendForm>
  );
}

const draw = (send: Send, clears?: boolean) => show(<Form send={send} clears={clears} />);
const refusing =
  (error: object): Send =>
  async () => ({ ok: false, error: error as never });
/** Presses once the button takes it: while an answer is awaited it takes none. */
async function press(): Promise<void> {
  const button = screen.getByRole<HTMLButtonElement>('button', { name: 'Keep' });
  await waitFor(() => expect(button.disabled).toBe(false));
  await userEvent.click(button);
}

it('every wrong field says so at once, and the first is focused', async () => {
  const fields = { 'item.name': 'Give it a name.', 'item.minutes': 'Give the minutes.' };
  draw(refusing({ field: 'item', message: 'Give it a name.', fields }));
  await press();
  expect(await screen.findByText('Give it a name.')).toBeTruthy();
  expect(screen.getByText('Give the minutes.')).toBeTruthy();
  const name = screen.getByLabelText('Name');
  expect(document.activeElement).toBe(name);
  expect(name.getAttribute('aria-invalid')).toBe('true');
  // each is said at its field, and nowhere else
  expect(screen.getByRole('alert').textContent).toBe('');
});

it.each([null, 'tide'])(
  'what belongs to no field that is shown (%s) stands above the button',
  async (field) => {
    draw(refusing({ field, message: 'Not while the tide is out.' }));
    await press();
    expect((await screen.findByText('Not while the tide is out.')).getAttribute('role')).toBe(
      'alert',
    );
  },
);

it('what was typed is sent, and stays; it is said what became of it', async () => {
  const sent: unknown[] = [];
  draw(async (input) => {
    sent.push(input);
    return { ok: true, value: 'it' };
  });
  await userEvent.type(screen.getByLabelText('Name'), 'Wren');
  await userEvent.type(screen.getByLabelText('Minutes'), '12');
  await press();
  expect(await screen.findByText('Kept it.')).toBeTruthy();
  expect(sent).toEqual([{ item: { name: 'Wren', minutes: 12 } }]);
  expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Wren');
});

it('clears its fields once it is done, where it is asked to, and not when it was refused', async () => {
  let refuse = true;
  draw(
    async () =>
      refuse ? { ok: false, error: { field: null, message: 'No.' } } : { ok: true, value: 'x' },
    true,
  );
  const name = screen.getByLabelText<HTMLInputElement>('Name');
  await userEvent.type(name, 'Wren');
  await press();
  await screen.findByText('No.');
  expect(name.value).toBe('Wren');
  refuse = false;
  await press();
  await waitFor(() => expect(name.value).toBe(''));
  expect(screen.getByRole('alert').textContent).toBe('');
});

it('a line that is cut leaves what was typed, and says so', async () => {
  draw(() => Promise.reject(new Error('offline')));
  await userEvent.type(screen.getByLabelText('Name'), 'Wren');
  await press();
  expect(await screen.findByText(/could not be reached/)).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Wren');
});

it('an empty figure and a time that is none are sent as no number, not as nothing', () => {
  expect([figure(''), figure('7'), figure(0)]).toEqual([NaN, 7, 0]);
  expect(instantIn('Europe/Oslo', '2026-12-03T18:00')).toBe(Date.UTC(2026, 11, 3, 17));
  expect(instantIn('Europe/Oslo', '')).toBeNaN();
});

describe('a form whose changes are not to be lost', () => {
  function Guarded({ send }: { send: Send }) {
    const form = useSendForm(send, {
      initial: { name: 'Wren', minutes: 5 as number | '' },
      input: ({ name, minutes }) => ({ item: { name, minutes: figure(minutes) } }),
      guarded: true,
    });
    return (
      <>
        <SendForm of={form} button="Keep">
          <TextInput label="Name" {...form.field('name')} />
        </SendForm>
        <a href="/elsewhere">Elsewhere</a>
        <a href="#here">Here</a>
        <a href="/file" download>
          File
        </a>
      </>
    );
  }
  const asked = jest.fn<boolean, [string?]>();
  const followed = jest.fn();
  const follow = (event: Event) => {
    if (!(event.target instanceof HTMLAnchorElement)) return;
    event.preventDefault();
    followed();
  };
  const unload = () => {
    const event = new Event('beforeunload', { cancelable: true });
    window.dispatchEvent(event);
    return event.defaultPrevented;
  };
  const go = (name: string) => userEvent.click(screen.getByRole('link', { name }));
  beforeEach(() => {
    window.confirm = asked.mockReset().mockReturnValue(false);
    followed.mockReset();
    document.body.addEventListener('click', follow);
  });
  afterEach(() => document.body.removeEventListener('click', follow));

  it('asks before a link or a closed page takes what was typed', async () => {
    show(<Guarded send={async () => ({ ok: true, value: '' })} />);
    await go('Elsewhere');
    expect([asked.mock.calls.length, followed.mock.calls.length, unload()]).toEqual([0, 1, false]);

    await userEvent.type(screen.getByLabelText('Name'), ' two');
    expect(unload()).toBe(true);
    followed.mockReset();
    await go('Elsewhere');
    expect([asked.mock.calls.length, followed.mock.calls.length]).toEqual([1, 0]);
    asked.mockReturnValue(true);
    await go('Elsewhere');
    expect([asked.mock.calls.length, followed.mock.calls.length]).toEqual([2, 1]);
    // what leaves nothing behind is not asked about
    await go('Here');
    await go('File');
    expect(asked).toHaveBeenCalledTimes(2);
  });

  it('asks no more once it is saved, or is as it was', async () => {
    show(<Guarded send={async () => ({ ok: true, value: '' })} />);
    const name = screen.getByLabelText('Name');
    await userEvent.type(name, '!');
    expect(unload()).toBe(true);
    await userEvent.type(name, '{Backspace}');
    expect(unload()).toBe(false);
    await userEvent.type(name, '!');
    await press();
    await waitFor(() => expect(unload()).toBe(false));
    await userEvent.type(name, '?');
    expect(unload()).toBe(true);
  });
});
