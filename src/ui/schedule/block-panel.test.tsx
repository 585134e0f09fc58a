/** @jest-environment jsdom */
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { fastSchedule } from '../../core/schedule/search';
import { dueMachines } from '../../services/care/due';
import { weighMove, type ScheduleChange } from '../../services/schedule/changes';
import { dueMarks } from '../../services/schedule/marks';
import { keepSchedule, scheduleView } from '../../services/schedule/schedules';
import { setWeek } from '../../services/schedule/time';
import {
  addTestMachine,
  cutPlywood,
  eachTestShop,
  must,
  tester,
} from '../../services/testing/shop';
import { show } from '../shared/testing/show';
import { BlockPanel } from './BlockPanel';
import { planView } from './plan-view';

// Tuesday 24 November 2026, 13:00 in Oslo
const shop = eachTestShop();
const view = () => scheduleView(shop, dueMachines(shop));
const shown = () => planView(view(), dueMarks(shop, dueMachines(shop), view().weeks));
beforeEach(() => {
  cutPlywood(shop, addTestMachine(shop).id, 60);
  const windows = [1, 3].map((weekday) => ({ weekday, start: 18 * 60, minutes: 120 }));
  must(setWeek(shop, tester, { windows, closed: [6] }));
  const { weeks } = view();
  keepSchedule(shop, tester, weeks, fastSchedule(weeks.problem), { words: 'planned anew' });
});

function open(role: 'technician' | 'operator' = 'technician') {
  const { blocks, state } = shown();
  const block = blocks.find(({ lines }) => lines.length > 1)!;
  const asked: (string[] | null)[] = [];
  const changed: ScheduleChange[] = [];
  show(
    <BlockPanel
      nickname="Wren"
      block={block}
      zone={shop.zone}
      now={shop.now()}
      change={async (change) => {
        changed.push(change);
        return { ok: true, value: null };
      }}
      weigh={async (id, tasks) => {
        asked.push(tasks);
        return weighMove(view(), { version: state.id!, block: id, tasks });
      }}
    />,
    role,
  );
  return { block, asked, changed };
}
const places = () => screen.getByRole('combobox', { name: /Move/ });

test('says of each task how far it is, and offers every window with what the server says it costs', async () => {
  const { block, asked, changed } = open();
  const panel = screen.getByRole('region', { name: /^Wren/ });
  const [line] = block.lines;
  expect(within(panel).getByLabelText(line!.name)).toBeTruthy();
  expect(panel.textContent).toContain(line!.planned!.criticality);
  await waitFor(() =>
    expect(places().getAttribute('placeholder')).toBe('a window, with what it costs'),
  );
  expect(asked).toEqual([null]);
  await userEvent.click(places());
  const offered = screen.getAllByRole('option', { hidden: true });
  const other = view().weeks.windows.filter(({ id }) => id !== view().state.blocks[0]!.window);
  expect(offered).toHaveLength(other.length);
  const free = offered.find(({ textContent }) => /: (costs|saves) /.test(textContent))!;
  await userEvent.click(free);
  await userEvent.click(screen.getByRole('button', { name: 'Move' }));
  expect(changed[0]).toMatchObject({ kind: 'move', block: block.key, tasks: null });
});

test('leaving a task out asks again for the rest alone', async () => {
  const { block, asked } = open();
  const [line, ...rest] = block.lines;
  await userEvent.click(screen.getByLabelText(line!.name));
  await waitFor(() => expect(asked.at(-1)).toEqual(rest.map(({ id }) => id)));
  expect(screen.getByRole('button', { name: 'Split' })).toBeTruthy();
});

test('who may not plan is asked nothing and moves nothing', () => {
  const { asked } = open('operator');
  expect(asked).toEqual([]);
  expect(screen.queryByRole('combobox')).toBeNull();
});

test('the page carries what it shows and not what it was reckoned from', () => {
  const text = JSON.stringify(shown());
  expect(text).not.toContain('"fillings"');
  expect(text.length).toBeLessThan(JSON.stringify(view()).length / 2);
  const { ground, sum, often } = shown();
  expect(ground.days).toBe(28);
  expect(sum.cost.total).toBeGreaterThan(0);
  expect(often.flatMap(({ what }) => what)).toHaveLength(view().weeks.often.length);
  // what falls due is named on its day
  const due = ground.lanes[0]!.due.flatMap(({ what }) => what);
  expect(due.length).toBeGreaterThan(0);
});

test('what comes up too often for the windows stands by machine, and what can burn is said', () => {
  addTestMachine(shop, 'Heron');
  addTestMachine(shop, 'Swift');
  const before = view();
  const [one] = before.weeks.tasks;
  const [wren, heron, swift] = before.weeks.lanes.map(({ id }) => id) as [string, string, string];
  const task = { ...one!, station: 'Duct', task: 'clean', machineId: wren };
  const often = [
    { ...task, criticality: 'fire' as const, everyDays: 0.7 },
    { ...task, station: 'Frame', criticality: 'housekeeping' as const, everyDays: 1.3 },
  ];
  const ofOthers = [
    { ...often[1]!, machineId: heron, everyDays: 0.5 },
    { ...often[0]!, machineId: swift, everyDays: 0.9 },
    { ...often[0]!, machineId: heron, everyDays: 1.4 },
  ];
  expect(
    planView({ ...before, weeks: { ...before.weeks, often: [...often, ...ofOthers] } }, {}).often,
  ).toEqual([
    {
      nicknames: ['Wren', 'Heron'],
      what: ['Duct, clean (can burn)', 'Frame, clean'],
      everyDays: { least: 0.5, most: 1.4 },
    },
    {
      nicknames: ['Swift'],
      what: ['Duct, clean (can burn)'],
      everyDays: { least: 0.9, most: 0.9 },
    },
  ]);
});
