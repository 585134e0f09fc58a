/** @jest-environment jsdom */
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Refusal } from '../../services/shop';
import { packed } from '../shared/packed';
import { show } from '../shared/testing/show';
import { CarePlanTasks, type CarePlanTask } from './CarePlanTasks';

let sent: [action: string, input: object][] = [];
let refusal: Refusal | null = null;
const keep = (action: string) => async (input: object) => {
  sent.push([action, input]);
  return refusal
    ? { ok: false as const, error: refusal }
    : { ok: true as const, value: null as never };
};
beforeEach(() => {
  sent = [];
  refusal = null;
});

const wipe: CarePlanTask = {
  stationId: 's1',
  station: 'Focus lens',
  task: 'wipe',
  name: 'wipe the focus lens',
  limits: [{ kind: 'soil', value: 5 }],
  basis: { from: 'school', reason: null, since: null },
  own: false,
};
const draw = (change: Partial<CarePlanTask> = {}) =>
  show(
    <CarePlanTasks
      tasks={packed([{ ...wipe, ...change }])}
      zone="Europe/Oslo"
      now={Date.UTC(2026, 10, 25)}
      change={keep('change') as never}
      removeOwn={keep('remove') as never}
    />,
  );
async function open() {
  await userEvent.click(
    screen.getByRole('button', { name: 'Change the limits of Focus lens: wipe the focus lens' }),
  );
  return within(await screen.findByRole('dialog', { name: 'Focus lens: wipe the focus lens' }));
}
const save = async (form: ReturnType<typeof within>) =>
  userEvent.click(form.getByRole('button', { name: 'Set these limits' }));

it('sets a limit, another that comes first, and one that must be reached too', async () => {
  draw();
  const form = await open();
  const soil = form.getByRole('textbox', { name: 'Due after so many soil hours' });
  await userEvent.clear(soil);
  await userEvent.type(soil, '8');
  await userEvent.selectOptions(
    form.getByRole('combobox', { name: 'Another limit, whichever comes first' }),
    'run hours',
  );
  const waits = form.getByRole('combobox', { name: 'But not before, where both must be reached' });
  // a kind is counted once
  expect(within(waits).queryByRole('option', { name: 'run hours' })).toBeNull();
  await userEvent.selectOptions(waits, 'days');
  const days = form.getByRole('textbox', { name: 'But not before so many days' });
  await userEvent.clear(days);
  await userEvent.type(days, '30');
  await userEvent.click(form.getByRole('radio', { name: 'from the manual' }));
  await userEvent.type(form.getByRole('textbox', { name: 'Why' }), 'page 7');
  await save(form);
  expect(sent).toEqual([
    [
      'change',
      expect.objectContaining({
        stationId: 's1',
        task: 'wipe',
        limits: [
          { kind: 'soil', value: 8 },
          { kind: 'run', value: 10 },
          { kind: 'days', value: 30, notBefore: true },
        ],
        basis: 'manual',
        reason: 'page 7',
      }),
    ],
  ]);
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
});

it('offers nothing to wait for where nothing makes it due, and takes a limit away', async () => {
  draw({ limits: [{ kind: 'soil', value: 5 }] });
  const form = await open();
  await userEvent.click(form.getByRole('button', { name: 'Remove' }));
  expect(form.queryByRole('textbox', { name: /so many/ })).toBeNull();
  expect(form.queryByRole('combobox', { name: /But not before/ })).toBeNull();
});

it('keeps what was typed where it is refused, and says why at its field', async () => {
  refusal = { field: 'reason', message: 'Say why these limits.' } as Refusal;
  draw();
  const form = await open();
  await save(form);
  expect(await form.findByText('Say why these limits.')).toBeTruthy();
  expect(sent).toHaveLength(1);
});

it('goes back to the school’s, which is offered only where it is not in force', async () => {
  draw({ basis: { from: 'manual', reason: 'page 7', since: Date.UTC(2026, 9, 1) } });
  expect(screen.getByText(/from the manual, .*: page 7/)).toBeTruthy();
  const form = await open();
  await userEvent.click(form.getByRole('button', { name: /Back to the school/ }));
  expect(sent[0]![1]).toMatchObject({ limits: null });
});

it('settles by one press who is right of two', async () => {
  draw({
    basis: {
      from: 'manual',
      reason: 'two opinions',
      since: Date.UTC(2026, 9, 1),
      unconfirmed: { by: 'Marit', other: [{ kind: 'soil', value: 20 }], otherBy: 'the maker' },
    },
  });
  expect(screen.getByText(/5 soil hours says Marit; 20 soil hours says the maker/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'It is as the maker says' }));
  expect(sent).toEqual([
    [
      'change',
      {
        stationId: 's1',
        task: 'wipe',
        limits: [{ kind: 'soil', value: 20 }],
        basis: 'manual',
        reason: 'confirmed, as the maker said',
      },
    ],
  ]);
});

it('takes a task of the shop’s own away, and no other', async () => {
  const { unmount } = draw();
  expect(screen.queryByRole('button', { name: 'Remove' })).toBeNull();
  unmount();
  draw({ own: true });
  expect(screen.getByText("the shop's own task")).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Remove' }));
  expect(sent).toEqual([['remove', { stationId: 's1', task: 'wipe' }]]);
});
