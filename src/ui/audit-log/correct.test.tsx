/** @jest-environment jsdom */
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { bookPage, strikeEntry } from '../../services/audit-log/audit-log';
import { correctCare, recordCare } from '../../services/care/care';
import { listStations } from '../../records/machines';
import { correctSession, recentSessions } from '../../services/usage/sessions';
import {
  addTestMachine,
  cutPlywood,
  must,
  eachTestShop,
  tester,
} from '../../services/testing/shop';
import { show } from '../shared/testing/show';
import { Correct } from './Correct';

jest.mock(
  'next/navigation',
  () => jest.requireActual<{ navigation: object }>('../shared/testing/router').navigation,
);

const shop = eachTestShop();
let wren: string;
let heron: string;
beforeEach(() => {
  wren = addTestMachine(shop, 'Wren').id;
  heron = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
});

const book = () => bookPage(shop, {}, 50);
async function open(kind: 'session' | 'care') {
  const line = book().find((one) => one.kind === kind && !one.struck)!;
  show(
    <Correct
      line={line}
      zone={shop.zone}
      materials={['plywood', 'acrylic']}
      machines={[
        { value: wren, label: 'Wren' },
        { value: heron, label: 'Heron' },
      ]}
      actions={{
        strike: async (id, reason) => strikeEntry(shop, tester, 'technician', id, reason),
        session: async (input) => correctSession(shop, tester, input),
        care: async (input) => correctCare(shop, tester, input),
      }}
    />,
  );
  await userEvent.click(screen.getByRole('button', { name: /^Correct: / }));
  await screen.findByRole('dialog', { name: 'Correct this entry' });
  return line;
}
const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label);
const save = () => userEvent.click(screen.getByRole('button', { name: 'Save the correction' }));
const struck = (id: string) => book().find((one) => one.id === id)!.struck;

test('a correction asks why; without a reason nothing changes', async () => {
  cutPlywood(shop, wren, 1);
  const line = await open('session');
  await save();
  await waitFor(() =>
    expect(field('Why is it corrected?').getAttribute('aria-invalid')).toBe('true'),
  );
  expect(struck(line.id)).toBeNull();
});

test('the wrong machine and the wrong time are put right; the old entry stays struck through', async () => {
  cutPlywood(shop, wren, 1);
  const line = await open('session');
  await userEvent.type(field('Why is it corrected?'), 'it was the other one');
  await userEvent.selectOptions(field('Machine'), 'Heron');
  await userEvent.clear(field('Run, in minutes or h:mm'));
  await userEvent.type(field('Run, in minutes or h:mm'), '1:30');
  await userEvent.selectOptions(field('Material'), 'acrylic');
  await save();
  await waitFor(() => expect(struck(line.id)).toMatchObject({ reason: 'it was the other one' }));
  expect(recentSessions(shop, wren, 3)).toEqual([]);
  expect(recentSessions(shop, heron, 3)).toMatchObject([
    { runSeconds: 5400, material: 'acrylic', airAssist: true },
  ]);
});

test('what is left as it is keeps its seconds, which no field shows', async () => {
  cutPlywood(shop, wren, 1);
  const [before] = recentSessions(shop, wren, 3);
  await open('session');
  await userEvent.type(field('Why is it corrected?'), 'other stock');
  await userEvent.selectOptions(field('Material'), 'acrylic');
  await save();
  await waitFor(() => expect(recentSessions(shop, wren, 3)[0]!.material).toBe('acrylic'));
  expect(recentSessions(shop, wren, 3)).toMatchObject([
    { start: before!.start, runSeconds: before!.runSeconds },
  ]);
});

test('a cleaning that never was is struck through; a look that is none cannot become one', async () => {
  const { id: stationId } = listStations(shop.db, wren).find(({ slug }) => slug === 'honeycomb')!;
  must(
    recordCare(shop, tester, {
      stationId,
      task: 'clean',
      at: shop.now() - 60_000,
      result: 'done',
      finding: 'haze',
      minutes: 20,
      key: 'a-care-of-the-honeycomb',
    }),
  );
  const line = await open('care');
  const results = within(field('Result'))
    .getAllByRole('option')
    .map(({ textContent }) => textContent);
  expect(results).toContain('replaced');
  expect(results).not.toContain('looked fine');
  expect([field('Found').value, field('Minutes').value]).toEqual(['haze', '20']);
  await userEvent.type(field('Why is it corrected?'), 'pressed by mistake');
  await userEvent.click(screen.getByRole('button', { name: /^Strike it through/ }));
  await waitFor(() => expect(struck(line.id)).toMatchObject({ reason: 'pressed by mistake' }));
});
