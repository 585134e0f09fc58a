/** @jest-environment jsdom */
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Pickable } from '../../services/cleaning/pick';
import { pushed } from '../shared/testing/router';
import { show } from '../shared/testing/show';
import { PickTasks } from './PickTasks';

jest.mock(
  'next/navigation',
  () => jest.requireActual<{ navigation: object }>('../shared/testing/router').navigation,
);

const one = (station: string, change: Partial<Pickable> = {}): Pickable => ({
  stationId: station.toLowerCase(),
  task: 'clean',
  station,
  name: 'Clean it',
  minutes: 10,
  used: 1.1,
  first: { kind: 'run', left: -1 },
  state: 'due',
  counts: true,
  criticality: 'housekeeping',
  whole: false,
  openings: [],
  uses: {},
  ...change,
});
const tasks = [
  one('Bed', { uses: { swabs: 4 }, openings: ['Bed out'] }),
  one('Lens', { minutes: 7, uses: { swabs: 2 } }),
  one('Rail', { state: 'clear', used: 0.2, minutes: 3, openings: ['Bed out'] }),
  one('Plate', { state: 'clear', used: 0.6, minutes: 5, openings: ['Bed out'] }),
  one('Fan', { state: 'clear', used: 0.9, minutes: 5, openings: ['Rear off'] }),
  one('Machine', { task: 'strip', whole: true, state: 'clear', minutes: 99 }),
];
const started: unknown[] = [];
const draw = (has = 20) =>
  show(
    <PickTasks
      subject={{ machineId: 'heron' }}
      tasks={tasks}
      whole={['bed.clean', 'lens.clean', 'rail.clean']}
      picked={['bed.clean', 'lens.clean']}
      shelf={[{ item: 'swabs', name: 'Swabs', unit: 'pieces', has, reorderAt: 5 }]}
      minutesOf={async (_, picked) => ({
        ok: true,
        value: { handsOn: 10 * picked.length, back: 15 * picked.length },
      })}
      now={Date.UTC(2026, 10, 27, 12, 0)}
      zone="UTC"
      start={async (input) => {
        started.push(input);
        return { ok: true, value: { row: { id: 'sheet1' } } as never };
      }}
    />,
  );
const box = (station: string) => screen.getByRole('checkbox', { name: new RegExp(`^${station}`) });
const begin = () => screen.getByRole('button', { name: /^(Start|Clean|Begin)/ });

beforeEach(() => {
  started.length = 0;
});

it('what is due is chosen; what is clear is shown when it is asked for', async () => {
  draw();
  expect(screen.getAllByRole('checkbox')).toHaveLength(2);
  await userEvent.click(screen.getByRole('button', { name: 'Show every task' }));
  expect(screen.getAllByRole<HTMLInputElement>('checkbox').map(({ checked }) => checked)).toEqual([
    true,
    true,
    false,
    false,
    false,
    false,
  ]);
});

it('what it takes is what the sheet of what is chosen takes', async () => {
  draw();
  expect(await screen.findByText(/20 min hands-on, back at 12:30/)).toBeTruthy();
  await userEvent.click(box('Bed'));
  expect(await screen.findByText(/10 min hands-on, back at 12:15/)).toBeTruthy();
});

it('the stores are held against what is chosen', async () => {
  draw(5);
  expect(screen.getByText(/Swabs: not enough in the stores/)).toBeTruthy();
  await userEvent.click(box('Bed'));
  expect(screen.queryByText(/not enough/)).toBeNull();
  const low = screen.getByText(/Swabs: low/).closest('li')!;
  expect(within(low).getByText(/2 needed/)).toBeTruthy();
});

it('starts with what is chosen, and goes to the sheet', async () => {
  draw();
  await userEvent.click(box('Lens'));
  await userEvent.click(begin());
  expect(started).toEqual([{ machineId: 'heron', tasks: [{ stationId: 'bed', task: 'clean' }] }]);
  expect(pushed).toEqual(['/clean/sheet1']);
});

it('what is open anyway serves what is half way to its limit, by one press', async () => {
  draw();
  const anyway = screen.getByRole('region', { name: 'Open anyway' });
  // not the rail, which is far from it, nor the fan, for which nothing is opened
  expect(within(anyway).getAllByRole('listitem')).toHaveLength(1);
  expect(anyway.textContent).toContain('Plate clean it bed out, 5 min more');
  await userEvent.click(within(anyway).getByRole('button', { name: 'Add it' }));
  expect((box('Plate') as HTMLInputElement).checked).toBe(true);
  expect(screen.queryByRole('region', { name: 'Open anyway' })).toBeNull();
  await userEvent.click(box('Plate'));
  await userEvent.click(box('Bed'));
  expect(screen.queryByRole('region', { name: 'Open anyway' })).toBeNull();
});
