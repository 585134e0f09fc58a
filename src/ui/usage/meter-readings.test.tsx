/** @jest-environment jsdom */
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import {
  acceptUnlogged,
  explainReading,
  meterView,
  takeReading,
} from '../../services/usage/meters';
import {
  addTestMachine,
  cutPlywood,
  must,
  eachTestShop,
  openTestShop,
  tester,
} from '../../services/testing/shop';
import { show } from '../shared/testing/show';
import { Readings } from './MeterReadings';

jest.mock(
  'next/navigation',
  () => jest.requireActual<{ navigation: object }>('../shared/testing/router').navigation,
);

const hour = 3600;
const shop = eachTestShop(() => openTestShop(Date.now()));
let machineId: string;
let keys = 0;
beforeEach(() => {
  machineId = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
});

const read = (daysAgo: number, hours: number) =>
  must(
    takeReading(shop, tester, {
      machineId,
      at: shop.now() - daysAgo * 24 * hour * 1000,
      seconds: hours * hour,
      key: `meter-reading-${keys++}`,
    }),
  );
const readings = () => (
  <Readings
    machineId={machineId}
    view={meterView(shop, machineId)}
    now={shop.now()}
    zone={shop.zone}
    take={async (input) => takeReading(shop, tester, input)}
    explain={async (input) => explainReading(shop, tester, input)}
    accept={async (input) => acceptUnlogged(shop, tester, input)}
  />
);
const save = () => userEvent.click(screen.getByRole('button', { name: 'Save the reading' }));
const type = (hours: string) => userEvent.type(screen.getByLabelText('It shows, in hours'), hours);

test('the first reading begins, the second holds the log against it', async () => {
  const { rerender } = show(readings());
  expect(screen.getByText(/^No reading yet\./)).toBeTruthy();
  read(10, 400);
  rerender(readings());
  expect(screen.getByText(/^One reading so far: 400\.0 h\./)).toBeTruthy();
  cutPlywood(shop, machineId, 3);
  await type('403');
  await save();
  await waitFor(() => expect(meterView(shop, machineId).lines).toHaveLength(1));
  rerender(readings());
  const [line] = screen.getAllByRole('listitem');
  expect(line!.textContent).toContain('400.0 h → 403.0 h');
  expect(line!.textContent).toContain('3.0 h metered, 3.0 h logged');
  expect(line!.textContent).toContain('log and meter agree');
});

test('what was used and not logged is taken in by one press', async () => {
  read(5, 400);
  read(1, 406.5);
  const { rerender } = show(readings());
  const [line] = screen.getAllByRole('listitem');
  expect(line!.textContent).toContain('used, but not logged');
  await userEvent.click(
    within(line!).getByRole('button', { name: 'Take in 6 h 30 as unlogged use' }),
  );
  await waitFor(() => expect(meterView(shop, machineId).lines[0]!.verdict).toBe('agrees'));
  rerender(readings());
  expect(screen.queryByRole('button', { name: /^Take in/ })).toBeNull();
});

test('a lower figure is not taken without a reason; with one the counter starts again', async () => {
  read(5, 400);
  show(readings());
  expect(screen.queryByRole('radio')).toBeNull();
  await type('2');
  await save();
  const asked = await screen.findByRole('radiogroup', { name: 'Why is it lower than before?' });
  expect(meterView(shop, machineId).last).toMatchObject({ seconds: 400 * hour });
  await userEvent.click(within(asked).getByRole('radio', { name: 'Reset' }));
  await save();
  await waitFor(() => expect(meterView(shop, machineId).last).toMatchObject({ seconds: 2 * hour }));
  expect(meterView(shop, machineId).lines[0]!.verdict).toBe('starts again');
});

test('where it rolled over is asked for, and its top', async () => {
  read(5, 9998);
  show(readings());
  await type('3');
  await save();
  await userEvent.click(await screen.findByRole('radio', { name: 'Rolled over' }));
  await userEvent.type(screen.getByLabelText('It rolled over at, in hours'), '10000');
  await save();
  await waitFor(() => expect(meterView(shop, machineId).lines).toHaveLength(1));
  expect(meterView(shop, machineId).lines[0]!.meteredSeconds).toBe(5 * hour);
});
