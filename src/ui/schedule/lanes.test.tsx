/** @jest-environment jsdom */
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { rounds, searchSchedule } from '../../core/schedule/search';
import { sittings } from '../../core/schedule/problem';
import { formatLocal } from '../../core/units/instant';
import { dueMachines } from '../../services/care/due';
import { weeksAhead } from '../../services/schedule/problem';
import { keepSchedule, scheduleView } from '../../services/schedule/schedules';
import { setWeek } from '../../services/schedule/time';
import {
  addTestMachine,
  cutPlywood,
  must,
  eachTestShop,
  tester,
} from '../../services/testing/shop';
import { firstAndWoken } from '../shared/testing/first-and-woken';
import { show } from '../shared/testing/show';
import { draftBlocks, keptBlocks } from './blocks';
import { Lanes } from './Lanes';
import { groundOf } from './plan-view';

// Tuesday 24 November 2026, 13:00 in Oslo
type LanesProps = Parameters<typeof Lanes>[0];

const shop = eachTestShop();
let wren: string;
beforeEach(() => {
  wren = addTestMachine(shop).id;
  cutPlywood(shop, wren, 60);
  must(
    setWeek(shop, tester, {
      windows: [
        { weekday: 1, start: 18 * 60, minutes: 120 },
        { weekday: 3, start: 18 * 60, minutes: 120 },
      ],
      closed: [6],
    }),
  );
});

const ahead = () => weeksAhead(shop, dueMachines(shop), null);
function draft() {
  const weeks = ahead();
  const { plan } = searchSchedule(weeks.problem, { left: rounds(200) });
  return { weeks, plan, blocks: draftBlocks(weeks, plan) };
}
const lanes = (change: Pick<LanesProps, 'ground' | 'blocks'> & Partial<LanesProps>) => (
  <Lanes
    held={[]}
    zone={shop.zone}
    now={shop.now()}
    selected={null}
    select={() => undefined}
    movable
    over={() => undefined}
    drop={() => undefined}
    {...change}
  />
);
function draw(change: Partial<LanesProps> = {}) {
  const { weeks, blocks } = draft();
  const selected: string[] = [];
  show(
    lanes({
      ground: groundOf(weeks, {}),
      blocks,
      select: (key) => selected.push(key),
      ...change,
    }),
  );
  return { weeks, blocks: change.blocks ?? blocks, selected };
}
const ahead4 = () => screen.getByRole('region', { name: 'The weeks ahead' });
const tags = () => within(ahead4()).queryAllByRole('button');

test('a draft is laid window by window, one clean-down after another, with all its tasks once', () => {
  const { weeks, plan, blocks } = draft();
  expect(blocks.length).toBeGreaterThan(1);
  const planned = sittings(weeks.problem, plan);
  const idsOf = (lines: readonly { id: string }[]) => lines.map(({ id }) => id);
  expect(blocks.flatMap(({ lines }) => idsOf(lines)).sort()).toEqual(
    planned.flatMap(({ tasks }) => tasks.map((at) => weeks.tasks[at]!.id)).sort(),
  );
  for (const [window, { from }] of weeks.windows.entries()) {
    const own = blocks.filter((block) => block.window === window);
    let at = from;
    for (const block of own) {
      expect(block.from).toBe(at);
      at += block.minutes * 60_000;
      expect(block).toMatchObject({ state: 'coming', pinned: false, kept: false });
    }
  }
});

test('what can burn is told of its clean-down, and comes first in its window', () => {
  addTestMachine(shop, 'Heron', 'co2-glass-tube');
  const { weeks, blocks } = draft();
  const burns = new Set(
    weeks.tasks.filter(({ criticality }) => criticality === 'fire').map(({ id }) => id),
  );
  for (const block of blocks) {
    expect(block.fire).toBe(block.lines.some(({ id }) => burns.has(id)));
  }
  for (const [at, block] of blocks.entries()) {
    const before = blocks[at - 1];
    if (before?.window === block.window && block.fire) expect(before!.fire).toBe(true);
  }
});

test('each window says its time and how full it is; over full is marked', () => {
  const { weeks, blocks } = draw();
  const used = weeks.windows.map((_, at) =>
    blocks.filter(({ window }) => window === at).reduce((sum, { minutes }) => sum + minutes, 0),
  );
  for (const [at, { from }] of weeks.windows.entries()) {
    const figures = `${used[at]} / ${weeks.problem.windows[at]!.minutes}`;
    expect(within(ahead4()).getAllByText(figures).length).toBeGreaterThan(0);
    const clock = formatLocal(from, shop.zone).slice(11);
    expect(within(ahead4()).getAllByText(clock).length).toBeGreaterThan(0);
  }
  expect(document.querySelectorAll('[data-over]')).toHaveLength(0);
});

test('a clean-down past the minutes of its window marks the window', () => {
  const { blocks } = draft();
  const [first, ...rest] = blocks;
  const { weeks } = draw({ blocks: [{ ...first!, minutes: 500 }, ...rest] });
  expect(document.querySelectorAll('[data-over]')).toHaveLength(1);
  const there = weeks.problem.windows[first!.window!]!.minutes;
  expect(there).toBeLessThan(500);
});

test('a tag says machine, time, minutes and every task, and is chosen by a press', async () => {
  const { blocks, selected } = draw();
  expect(tags()).toHaveLength(blocks.length);
  const [block] = blocks;
  const tag = screen.getByRole('button', {
    name: `Wren, ${formatLocal(block!.from, shop.zone).slice(11)}, about ${block!.minutes} minutes: ${block!.lines.map(({ name }) => name).join('; ')}`,
  });
  // three lines at most, the rest are counted
  const more = block!.lines.length - 3;
  if (more > 1) expect(tag.textContent).toContain(`+ ${more}`);
  await userEvent.click(tag);
  expect(selected).toEqual([block!.key]);
});

test('a machine on hold says so, and a done or pinned clean-down is told apart', () => {
  const { blocks } = draft();
  draw({
    held: [wren],
    blocks: blocks.map((block, at) => ({
      ...block,
      pinned: at === 0,
      state: at === 1 ? 'done' : block.state,
    })),
  });
  expect(screen.getByText('on hold')).toBeTruthy();
  expect(screen.getAllByRole('button', { name: /; pinned$/ })).toHaveLength(1);
  expect(screen.getAllByRole('button', { name: /; done$/ })).toHaveLength(1);
});

test('a plan that is kept is drawn as it stands: past undone ones lie in no window', () => {
  const { weeks, plan } = draft();
  keepSchedule(shop, tester, weeks, plan, { words: 'planned anew' });
  const state = () => scheduleView(shop, dueMachines(shop));
  const kept = state();
  const blocks = keptBlocks(kept.weeks, kept.state!);
  expect(blocks.map(({ window }) => window).every((window) => window !== null)).toBe(true);
  // a window goes by and nothing was done in it
  shop.clock.now = blocks[0]!.from + 6 * 3_600_000;
  const later = state();
  const gone = keptBlocks(later.weeks, later.state!).find(({ key }) => key === blocks[0]!.key)!;
  expect(gone).toMatchObject({ state: 'not done', window: null });
});

test('of many machines six lanes are in the first picture, and the others follow as it wakes', async () => {
  for (let at = 0; at < 10; at++) addTestMachine(shop, `Heron ${at}`);
  const seen = await firstAndWoken(
    lanes({ ground: groundOf(ahead(), {}), blocks: [] }),
    () => document.querySelectorAll('[class=name]').length,
  );
  expect(seen).toEqual({ first: 6, woken: 11 });
});
