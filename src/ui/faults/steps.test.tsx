/** @jest-environment jsdom */
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Refusal } from '../../services/shop';
import { show } from '../shared/testing/show';
import { Steps } from './Steps';
import type { StepsProps } from './steps-props';

type Sent = [action: string, input: object];
let sent: Sent[] = [];
let refusal: Refusal | null = null;
const keep = (action: string) => async (input: object) => {
  sent.push([action, input]);
  return refusal
    ? { ok: false as const, error: refusal }
    : { ok: true as const, value: 'x' as never };
};
beforeEach(() => {
  sent = [];
  refusal = null;
});

const fault: StepsProps['fault'] = {
  id: 'f1',
  stage: 'reported',
  cause: null,
  proofs: [
    { id: 'sign-gone', words: 'The sign is gone', because: 'always', passed: null, by: null },
    { id: 'burn', words: 'A test burn', because: 'the lens was out', passed: true, by: 'Asa' },
  ] as StepsProps['fault']['proofs'],
  returned: null,
  held: true,
  seen: 's9',
};
const draw = (change: Partial<StepsProps['fault']> = {}) =>
  show(
    <Steps
      fault={{ ...fault, ...change }}
      others={[{ id: 'f2', words: 'No beam' }]}
      parts={[{ item: 'lens', name: 'Focus lens' }]}
      strength={{ measured: 0.7, floor: 0.9, href: '/strength' }}
      bench={[
        {
          proof: 'draught',
          href: '/bench/draught',
          read: { words: '210 m³/h', state: 'as it was' },
        },
      ]}
      zone="Europe/Oslo"
      actions={{
        diagnose: keep('diagnose') as never,
        repair: keep('repair') as never,
        prove: keep('prove') as never,
        giveBack: keep('giveBack') as never,
        close: keep('close') as never,
      }}
    />,
  );
const tab = () => screen.getByRole('tab', { selected: true }).textContent;

it.each([
  ['reported', 'Diagnosis'],
  ['diagnosed', 'Repair'],
  ['waiting', 'Repair'],
  ['repaired', 'Proof and return'],
  ['proved', 'Proof and return'],
] as const)('a fault that is %s opens at what comes next', (stage, name) => {
  draw({ stage });
  expect(tab()).toBe(name);
});

it('one that is proved and returned only waits to be closed', () => {
  draw({ stage: 'proved', returned: { at: 1, restriction: null, strength: null } });
  expect(tab()).toBe('Close');
});

it('a diagnosis is sent with what was seen, and its fields are then empty', async () => {
  draw();
  const cause = screen.getByLabelText<HTMLInputElement>('Cause', { selector: 'input' });
  await userEvent.type(cause, 'a loose plug nobody listed');
  await userEvent.type(screen.getByLabelText('What speaks for it'), 'it wiggles');
  await userEvent.click(screen.getByRole('button', { name: 'Record the diagnosis' }));
  const input = {
    faultId: 'f1',
    seen: 's9',
    cause: 'a loose plug nobody listed',
    note: 'it wiggles',
  };
  expect(sent).toEqual([['diagnose', input]]);
  await waitFor(() => expect(cause.value).toBe(''));
});

it('a repair says at each field what is missing, and keeps what was typed', async () => {
  refusal = {
    field: 'action',
    message: 'Say what was done.',
    fields: { action: 'Say what was done.', 'parts.0.name': 'Name the part.' },
  };
  draw({ stage: 'diagnosed' });
  await userEvent.type(
    screen.getByLabelText('Found, and anything left temporary'),
    'soot behind it',
  );
  await userEvent.click(screen.getByRole('button', { name: 'Record the repair' }));
  const action = screen.getByLabelText<HTMLInputElement>('What was done', { selector: 'input' });
  await waitFor(() => expect(action.getAttribute('aria-invalid')).toBe('true'));
  expect(document.activeElement).toBe(action);
  // the part has no field of its own here: it is said above the button
  expect(screen.getByText('Name the part.').getAttribute('role')).toBe('alert');
  expect(
    screen.getByLabelText<HTMLTextAreaElement>('Found, and anything left temporary').value,
  ).toBe('soot behind it');
});

it('what only waits opens nothing and has a date', async () => {
  draw({ stage: 'diagnosed' });
  expect(screen.getByRole('group', { name: /What was opened/ })).toBeTruthy();
  await userEvent.type(
    screen.getByLabelText('What was done', { selector: 'input' }),
    'awaiting part',
  );
  expect(screen.queryByRole('group', { name: /What was opened/ })).toBeNull();
  expect(screen.getByLabelText('Which part')).toBeTruthy();
});

it('a test is answered by one press, with the note of it', async () => {
  draw({ stage: 'repaired' });
  await userEvent.type(screen.getByLabelText('Note with the next result'), 'ten cuts');
  await userEvent.click(screen.getByRole('button', { name: 'The sign is gone: failed' }));
  const input = {
    faultId: 'f1',
    seen: 's9',
    tested: 'The sign is gone',
    passed: false,
    proof: 'sign-gone',
    note: 'ten cuts',
  };
  expect(sent).toEqual([['prove', input]]);
  expect(screen.queryByRole('button', { name: /^Return it/ })).toBeNull();
});

it('below the floor it returns only with a restriction', async () => {
  const proofs = fault.proofs.map((one) => ({ ...one, passed: true }));
  draw({ stage: 'proved', proofs });
  expect(screen.getByText(/Strength is 70 %, under the floor of 90 %/)).toBeTruthy();
  await userEvent.type(screen.getByLabelText('Use it only so'), 'engraving only');
  await userEvent.click(screen.getByRole('button', { name: 'Return it and release' }));
  expect(sent).toEqual([['giveBack', { faultId: 'f1', restriction: 'engraving only' }]]);
});

it('a duplicate asks of which; held without a proof the note is the reason', async () => {
  draw();
  await userEvent.click(screen.getByRole('tab', { name: 'Close' }));
  const close = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Close the fault' });
  expect(close().disabled).toBe(true);
  await userEvent.click(screen.getByRole('radio', { name: 'duplicate' }));
  expect(screen.getByLabelText('Of which fault?', { selector: 'input' })).toBeTruthy();
  expect(screen.getByLabelText('Reason for its return without a proof')).toBeTruthy();
  await userEvent.click(close());
  expect(sent[0]![1]).toMatchObject({ as: 'duplicate', duplicateOf: null, seen: 's9' });
});
