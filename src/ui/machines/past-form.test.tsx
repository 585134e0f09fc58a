/** @jest-environment jsdom */
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { pastPage, sayPast } from '../../services/care/past';
import { addMachine } from '../../services/machines/machines';
import { dueMachines } from '../../services/care/due';
import { must, eachTestShop, tester } from '../../services/testing/shop';
import { pushed } from '../shared/testing/router';
import { show } from '../shared/testing/show';
import { PastForm } from './PastForm';

jest.mock(
  'next/navigation',
  () => jest.requireActual<{ navigation: object }>('../shared/testing/router').navigation,
);

const shop = eachTestShop();
let id: string;
beforeEach(() => {
  const teal = { nickname: 'Teal', family: 'galvo-desktop', past: 'used' } as const;
  id = must(addMachine(shop, tester, teal)).id;
});

function draw() {
  show(
    <PastForm
      machine={{ id, nickname: 'Teal' }}
      page={pastPage(shop, id)}
      now={shop.now()}
      zone={shop.zone}
      say={async (input) => sayPast(shop, tester, input)}
    />,
  );
}
const lines = () => screen.getAllByRole<HTMLInputElement>('textbox', { name: /: last done$/ });
const reading = (line: HTMLElement) =>
  within(line.closest('tr')!).getAllByRole('cell').at(-1)!.textContent;
const save = () => userEvent.click(screen.getByRole('button', { name: 'Save' }));
const known = () =>
  dueMachines(shop)[0]!.stations.flatMap(({ tasks }) => tasks.filter((one) => one.known));

test('a machine that came used: what is written stands beside its line as it is read', async () => {
  draw();
  const before = known().length;
  const [first, second, third] = lines();
  await userEvent.type(first!, '3 Mar 2026');
  expect(reading(first!)).toBe('last done Tue 3 Mar');
  await userEvent.type(second!, '400 h');
  expect(reading(second!)).toMatch(/about 400 run hours before/);
  await userEvent.type(third!, 'one day');
  expect(reading(third!)).toBe('not read: see the examples above');
  // nothing is taken in while a line cannot be read; what was typed stays
  await save();
  await waitFor(() => expect(third!.getAttribute('aria-invalid')).toBe('true'));
  expect([pushed, first!.value, known().length]).toEqual([[], '3 Mar 2026', before]);
  await userEvent.clear(third!);
  await userEvent.type(third!, '?');
  await userEvent.type(screen.getByLabelText('Run hours so far'), '900');
  await save();
  await waitFor(() => expect(pushed).toEqual([`/machines/${id}`]));
  expect(pastPage(shop, id).machine).toMatchObject({ isNew: false, hours: 900 });
  // told lines are known, the others are not
  expect(known().length).toBeGreaterThanOrEqual(2);
  expect(known().length).toBeLessThan(lines().length);
});

test('one date for every line that is empty, and no other', async () => {
  draw();
  const [first] = lines();
  await userEvent.type(first!, 'never');
  const fill = screen.getByRole<HTMLButtonElement>('button', {
    name: /^Fill the \d+ empty lines$/,
  });
  expect(fill.disabled).toBe(true);
  await userEvent.type(screen.getByLabelText('The same for many'), '5 Nov 2026');
  await userEvent.click(fill);
  const values = lines().map(({ value }) => value);
  expect(values[0]).toBe('never');
  expect(values.filter((value) => value === '5 Nov 2026').length).toBeGreaterThan(3);
  expect(fill.disabled).toBe(true);
});

test('a date that reads two ways asks which, and is read so', async () => {
  draw();
  const [first] = lines();
  await userEvent.type(first!, '3/4/2026');
  expect(reading(first!)).toBe('last done Fri 3 Apr');
  await userEvent.click(screen.getByRole('radio', { name: 'month first' }));
  expect(reading(first!)).toBe('last done Wed 4 Mar');
  // one that reads one way only asks nothing
  await userEvent.clear(first!);
  await userEvent.type(first!, '30/4/2026');
  expect(screen.queryByRole('radio', { name: 'month first' })).toBeNull();
});

test('new into this book: hours before it are not asked for', async () => {
  draw();
  await userEvent.click(screen.getByRole('radio', { name: 'used, or a while ago' }));
  await userEvent.type(screen.getByLabelText('Run hours so far'), '400');
  await userEvent.click(screen.getByRole('radio', { name: 'new, into this book' }));
  expect(screen.queryByLabelText('Run hours so far')).toBeNull();
  await save();
  await waitFor(() => expect(pushed).toHaveLength(1));
  expect(pastPage(shop, id).machine).toMatchObject({ isNew: true });
});
