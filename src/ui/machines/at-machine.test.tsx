/** @jest-environment jsdom */
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { reportFault, reportGround, reportSame } from '../../services/faults/report';
import { openFaults } from '../../services/faults/faults';
import { watched } from '../../services/faults/watch';
import { actorAtLabel, type Who } from '../../services/machines/labels';
import { readiness } from '../../services/machines/readiness';
import { changeSetting } from '../../services/setup/settings';
import { allWorks, logChoices } from '../../services/usage/log-choices';
import { logSession, recentSessions } from '../../services/usage/sessions';
import type { LabelAsks } from '../../services/shop';
import {
  addTestMachine,
  cutPlywood,
  eachTestShop,
  must,
  openTestShop,
  tester,
} from '../../services/testing/shop';
import { show } from '../shared/testing/show';
import { AtMachine } from './AtMachine';

jest.mock(
  'next/navigation',
  () => jest.requireActual<{ navigation: object }>('../shared/testing/router').navigation,
);
// a browser keeps what is to be sent; the tests' one has no place for it
jest.mock('../shared/outbox/device-store', () => ({
  deviceStore: () => {
    const kept = new Map<string, { key: string }>();
    return {
      all: async () => [...kept.values()],
      put: async (one: { key: string }) => void kept.set(one.key, one),
      drop: async (key: string) => void kept.delete(key),
    };
  },
}));

const shop = eachTestShop(() => openTestShop(Date.now()));
let id: string;
beforeEach(() => {
  localStorage.clear();
  id = addTestMachine(shop, 'Wren').id;
});

const by = async (who: Who, danger = false) => {
  const actor = await actorAtLabel(shop, who, danger);
  return actor.ok ? actor.value : null;
};
const refused = { ok: false as const, error: { field: null, message: 'Choose your name.' } };

function draw(asks: LabelAsks = 'nothing', names: string[] = []) {
  const { rerender } = show(page());
  return () => rerender(page());
  function page() {
    return (
      <AtMachine
        machine={{ id, nickname: 'Wren', ...reportGround(shop, id) }}
        readiness={readiness(shop, id)}
        choices={{ ...logChoices(shop, id), operator: null }}
        works={allWorks(shop)}
        zone={shop.zone}
        stop="Pull the red plug, step back"
        asks={asks}
        names={names}
        watched={watched(shop, id)}
        token="label"
        actions={{
          log: async (_token, who, input) => {
            const actor = await by(who);
            return actor ? logSession(shop, actor, input) : refused;
          },
          logTimer: async () => refused,
          undo: async () => ({ ok: true, value: null }),
          report: async (_token, who, input) => reportFault(shop, (await by(who, true))!, input),
          same: async (_token, who, input) =>
            reportSame(shop, (await by(who, true))!, { ...input, machineId: id }),
          startTimer: async () => refused,
          dropTimer: async () => refused,
          watch: async () => ({ ok: true, value: null }),
        }}
      />
    );
  }
}
const choose = (name: RegExp) => userEvent.click(screen.getByRole('button', { name }));
const verdict = () => document.querySelector('[data-verdict]');

test('three choices and nothing else of the shop; whether it is ready says why', async () => {
  draw();
  expect(screen.getAllByRole('button').map(({ textContent }) => textContent!.slice(0, 9))).toEqual([
    'I used it',
    'Something',
    'Is it rea',
    expect.any(String),
  ]);
  await choose(/Is it ready/);
  expect(verdict()!.getAttribute('data-verdict')).toBe('yes');
  expect(verdict()!.textContent).toContain('Eyewear on, lid closed, stay beside it');
  await choose(/^Back/);
  expect(verdict()).toBeNull();
});

test('used: the hours are in the book under the name, which the phone remembers', async () => {
  cutPlywood(shop, id, 1);
  const again = draw();
  await choose(/I used it/);
  await userEvent.click(screen.getByRole('radio', { name: '30 min' }));
  await userEvent.type(screen.getByLabelText('Your name'), 'Odd');
  await choose(/^Log it/);
  await screen.findByText(/^Logged: Wren, 30 min, cut plywood/);
  expect(recentSessions(shop, id, 1)[0]).toMatchObject({ runSeconds: 1800 });
  again();
  await choose(/^Back/);
  await choose(/I used it/);
  expect(screen.getByLabelText<HTMLInputElement>('Your name').value).toBe('Odd');
});

test('a list of names refuses who is not on it; danger is taken from anybody', async () => {
  must(changeSetting(shop, tester, { name: 'label-asks', value: 'name' }));
  draw('name', ['Nina']);
  await choose(/I used it/);
  await userEvent.click(screen.getByRole('radio', { name: '30 min' }));
  await choose(/^Log it/);
  await screen.findByText('Choose your name.');
  expect(recentSessions(shop, id, 1)).toEqual([]);
  await choose(/^Back/);
  await choose(/Something is wrong/);
  await choose(/^Flame, glow/);
  expect(document.querySelector('p[data-danger]')!.textContent).toContain('Pull the red plug');
  await choose(/^Report it/);
  await screen.findByText('Reported. Thank you');
  expect(screen.getByText(/Wren is on hold now: nobody should use it/)).toBeTruthy();
  expect(openFaults(shop)).toMatchObject([{ danger: 'stop' }]);
});

test('a machine on hold is not ready, and says so before anything is chosen', async () => {
  must(reportFault(shop, tester, { machineId: id, signs: ['fire'], key: 'a-report-of-fire' }));
  draw();
  expect(screen.getByText(/Do not use it\.$/)).toBeTruthy();
  await choose(/Is it ready/);
  expect(verdict()!.getAttribute('data-verdict')).toBe('no');
  expect(within(verdict() as HTMLElement).getAllByRole('listitem').length).toBeGreaterThan(0);
});
