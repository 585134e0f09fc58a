/** @jest-environment jsdom */
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Role } from '../../core/people/roles';
import { listStations } from '../../records/machines';
import { deferTask } from '../../services/care/call-or-defer';
import { startSheet } from '../../services/cleaning/sheets';
import { reportFault } from '../../services/faults/report';
import { shopBoard } from '../../services/today/board';
import { inMinutes, type InMinutes } from '../../services/today/choice';
import {
  addTestMachine,
  cutPlywood,
  must,
  eachTestShop,
  tester,
} from '../../services/testing/shop';
import { packed } from '../shared/packed';
import { show } from '../shared/testing/show';
import { machineLines, Today } from './Today';

jest.mock(
  'next/navigation',
  () => jest.requireActual<{ navigation: object }>('../shared/testing/router').navigation,
);

const shop = eachTestShop();
const asked: number[] = [];
beforeEach(() => {
  asked.length = 0;
});

function draw(role: Role = 'technician') {
  const board = shopBoard(shop);
  show(
    <Today
      board={board}
      zone={shop.zone}
      lines={packed(
        machineLines(board, shop.zone, {
          'enclosed-diode': 'Enclosed diode',
          'co2-glass-tube': 'CO2 glass tube',
        }),
      )}
      inMinutes={role === 'technician' ? packed(inMinutes(shop, board, 25)) : null}
      askMinutes={async (minutes) => {
        asked.push(minutes);
        return { ok: true, value: inMinutes(shop, board, minutes) };
      }}
      putRight={async () => ({ ok: true, value: null as never })}
      keeping={null}
      setup={null}
    />,
    role,
  );
  return board;
}
const panel = (name: string | RegExp) => screen.getByRole('region', { name });
const station = (machineId: string, slug: string) =>
  listStations(shop.db, machineId).find((one) => one.slug === slug)!.id;

test('an empty shop leads to its first machine', () => {
  draw();
  expect(screen.getByRole('link', { name: 'Add a machine' }).getAttribute('href')).toBe(
    '/machines/new',
  );
  expect(screen.queryByRole('region', { name: 'Stopped or broken' })).toBeNull();
});

test('a shop where nothing is due says so, under the ribbons', () => {
  addTestMachine(shop);
  draw();
  expect(screen.getByText(/1 machine · 0 due/)).toBeTruthy();
  expect(within(panel('Stopped or broken')).getByText(/Nothing is held/)).toBeTruthy();
  expect(within(panel('Due, by danger')).getByText('Nothing is due.')).toBeTruthy();
  expect(within(panel(/^I have/)).getByText(/Nothing is due or nearly due/)).toBeTruthy();
  expect(screen.queryByRole('group', { name: 'Put off' })).toBeNull();
  const ribbon = screen.getByRole('list', { name: 'Stations of Wren' });
  expect(within(ribbon).getAllByRole('listitem').length).toBeGreaterThan(10);
});

test('what is due stands by danger, four at most, and the rest are counted', () => {
  const { id } = addTestMachine(shop);
  cutPlywood(shop, id, 45);
  const board = draw();
  const due = panel('Due, by danger');
  expect(board.due.length).toBeGreaterThan(5);
  const rows = within(due).getAllByRole('listitem');
  expect(rows).toHaveLength(4);
  // what can burn comes first, each row leads to its cleaning
  expect(rows[0]!.textContent).toMatch(/fire/);
  for (const [at, row] of rows.entries()) {
    const { station: of, task } = board.due[at]!;
    expect(row.textContent).toContain(of.name);
    const clean = within(row).getByRole('link', { name: `Clean: Wren, ${of.name}` });
    expect(clean.getAttribute('href')).toBe(`/clean?machine=${id}&pick=${of.id}.${task.task.key}`);
  }
  expect(due.textContent).toContain(`and ${board.due.length - 4} more`);
  expect(
    screen.getByText(new RegExp(`${board.dueCount} due, ${board.pastDueCount} of them past`)),
  ).toBeTruthy();
});

test('a machine that is held or being cleaned says why, and how to go on', () => {
  const wren = addTestMachine(shop).id;
  const heron = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
  must(reportFault(shop, tester, { machineId: heron, signs: ['stutter'], key: 'of-today-1' }));
  const sheet = must(
    startSheet(shop, tester, {
      machineId: wren,
      tasks: [{ stationId: station(wren, 'frame'), task: 'wipe' }],
    }),
  );
  draw();
  const stopped = panel('Stopped or broken');
  const [first, second] = within(stopped).getAllByRole('listitem');
  const ofHeron = first!.textContent!.includes('Heron') ? first! : second!;
  const ofWren = ofHeron === first ? second! : first!;
  expect(ofHeron.textContent).toMatch(/HOLD.*Head jerks/);
  expect(within(ofHeron).getByRole('link', { name: 'Open' }).getAttribute('href')).toMatch(
    /^\/faults\//,
  );
  expect(ofWren.textContent).toMatch(/being cleaned.*0 of 1 tasks done/);
  expect(within(ofWren).getByRole('link', { name: 'Resume' }).getAttribute('href')).toBe(
    `/clean/${sheet.row.id}`,
  );
});

test('what was put off stands by itself with its reason, and not among the due', () => {
  const { id } = addTestMachine(shop);
  cutPlywood(shop, id, 45);
  const wipe = shopBoard(shop).due.find(({ task }) => task.task.criticality !== 'fire')!;
  must(
    deferTask(shop, tester, {
      stationId: wipe.station.id,
      task: wipe.task.task.key,
      reason: 'a big order leaves first',
      until: { kind: 'date', at: shop.clock.now + 86_400_000 },
    }),
  );
  const board = draw();
  expect(screen.getByRole('group', { name: 'Put off' }).textContent).toMatch(
    new RegExp(`${wipe.station.name}.*a big order leaves first`),
  );
  expect(
    board.due.some(
      ({ station: of, task }) => of.id === wipe.station.id && task.task.key === wipe.task.task.key,
    ),
  ).toBe(false);
});

test('other minutes ask anew and say what fits into them', async () => {
  const { id } = addTestMachine(shop);
  cutPlywood(shop, id, 45);
  const board = draw();
  const have = panel(/^I have/);
  const said = (answer: InMinutes) => `${answer.offers[0]!.handsOn} min hands-on`;
  expect(have.textContent).toContain(said(inMinutes(shop, board, 25)));
  await userEvent.click(within(have).getByRole('button', { name: '60' }));
  await waitFor(() => expect(have.textContent).toContain(said(inMinutes(shop, board, 60))));
  expect(asked).toEqual([60]);
  expect(within(have).getByRole('button', { name: '60' }).getAttribute('aria-pressed')).toBe(
    'true',
  );
  const field = within(have).getByLabelText<HTMLInputElement>('Minutes I have');
  expect(field.value).toBe('60');
  await userEvent.clear(field);
  await userEvent.type(field, '2');
  await within(have).findByText(/Nothing that is due fits into that/);
  expect(asked.at(-1)).toBe(2);
  const start = () => within(have).queryByRole('link', { name: /^Start this on/ });
  expect(start()).toBeNull();
});

test('a reader sees what stands, and no way to begin anything', () => {
  const { id } = addTestMachine(shop);
  cutPlywood(shop, id, 45);
  draw('reader');
  expect(within(panel('Due, by danger')).getAllByRole('listitem')).toHaveLength(4);
  expect(screen.queryByRole('link', { name: /^Clean:/ })).toBeNull();
  expect(screen.queryByRole('region', { name: /^I have/ })).toBeNull();
});
