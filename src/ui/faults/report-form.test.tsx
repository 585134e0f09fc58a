/** @jest-environment jsdom */
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { readFault } from '../../services/faults/faults';
import {
  reportFault,
  reportGround,
  reportSame,
  type Reported,
  type ReportInput,
} from '../../services/faults/report';
import type { Actor } from '../../services/shop';
import {
  addTestMachine,
  cutPlywood,
  must,
  eachTestShop,
  tester,
} from '../../services/testing/shop';
import { show } from '../shared/testing/show';
import { ReportForm, type ReportMachine } from './ReportForm';

const phone: Actor = { id: null, name: 'somebody at the machine', source: 'label' };
const shop = eachTestShop();
let heron: string;
let reported: Reported[] = [];
let kept: ReportInput[] = [];
let lost = 0;
beforeEach(() => {
  heron = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
  reported = [];
  kept = [];
  lost = 0;
});

function draw(machineIds = [heron], offline = false) {
  const machine = (id: string): ReportMachine => ({
    id,
    nickname: id === heron ? 'Heron' : 'Wren',
    ...reportGround(shop, id),
  });
  show(
    <ReportForm
      stop="Pull the red plug, step back"
      machines={machineIds.map(machine)}
      initial={null}
      report={async (input) => {
        if (offline) return { ok: true, value: 'kept' };
        if (lost-- > 0) throw new TypeError('no connection');
        return reportFault(shop, phone, input);
      }}
      same={async (input) => reportSame(shop, phone, input)}
      onReported={(one) => reported.push(one)}
      onKept={(input) => kept.push(input)}
    />,
  );
}
const send = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Report it' });
const sign = (name: RegExp) =>
  userEvent.click(
    within(screen.getByRole('group', { name: 'What do you notice?' })).getByRole('button', {
      name,
    }),
  );
const advice = () => document.querySelector('p[data-danger]')?.textContent ?? null;
const written = () => readFault(shop, reported[0]!.faultId)!;

test('nothing is sent without a sign; with one it says what to do before it is sent', async () => {
  draw();
  expect([send().disabled, advice()]).toEqual([true, null]);
  await sign(/^Old burnt smell/);
  expect(send().disabled).toBe(false);
  expect(advice()).toContain('Carry on');
  // the gravest of what is seen decides
  await sign(/^Flame, glow/);
  expect(advice()).toMatch(/Pull the red plug, step back/);
  await sign(/^Flame, glow/);
  expect(advice()).toContain('Carry on');
  await sign(/^Old burnt smell/);
  expect([send().disabled, advice()]).toEqual([true, null]);
});

test('a report is written with its signs, words and last job; danger holds the machine', async () => {
  cutPlywood(shop, heron, 2);
  draw();
  await sign(/^Head jerks/);
  await userEvent.type(screen.getByLabelText('In your words'), 'behind the third tab');
  await userEvent.click(send());
  await waitFor(() => expect(reported).toHaveLength(1));
  expect(reported[0]).toMatchObject({ danger: 'pause', held: true });
  expect(written()).toMatchObject({
    machine: 'Heron',
    signs: ['stutter'],
    note: 'behind the third tab',
    material: 'plywood',
    person: 'somebody at the machine',
  });
  expect(written().job).toMatch(/cut.*air assist on/);
});

test('whoever stands there may say that it is worse than it looks, never that it is less', async () => {
  draw();
  await sign(/^Everything moves, but no beam/);
  expect(advice()).toMatch(/^Pause/);
  await userEvent.click(screen.getByRole('radio', { name: /^It can wait/ }));
  expect(advice()).toMatch(/^Pause/);
  await userEvent.click(screen.getByRole('radio', { name: /^No: dangerous/ }));
  expect(advice()).toMatch(/Pull the red plug/);
  await userEvent.click(send());
  await waitFor(() => expect(reported[0]?.danger).toBe('stop'));
});

test('what somebody reported already is offered, and joined instead of reported twice', async () => {
  const first = must(
    reportFault(shop, tester, { machineId: heron, signs: ['stutter'], key: 'of-the-form-1' }),
  );
  draw();
  expect(screen.queryByText('Known already:')).toBeNull();
  await sign(/^Head jerks/);
  await userEvent.click(screen.getByRole('button', { name: 'Same as this' }));
  await waitFor(() => expect(reported).toHaveLength(1));
  expect(reported[0]!.faultId).toBe(first.faultId);
  expect(written().steps.map(({ kind }) => kind)).toContain('again');
});

test('a line that is cut is tried again with the same key: one report, not two', async () => {
  draw();
  lost = 1;
  await sign(/^Old burnt smell/);
  await userEvent.click(send());
  await waitFor(() => expect(reported).toHaveLength(1), { timeout: 6000 });
  expect(reportGround(shop, heron).known).toHaveLength(1);
}, 20_000);

test('what is kept on the device is told of, with all of it', async () => {
  draw([heron], true);
  await sign(/^More smoke/);
  await userEvent.type(screen.getByLabelText('In your words'), 'since lunch');
  await userEvent.click(send());
  await waitFor(() => expect(kept).toHaveLength(1));
  expect(kept[0]).toMatchObject({ machineId: heron, signs: ['smoke'], note: 'since lunch' });
  expect(reported).toEqual([]);
});

test('of several machines the one that is meant is asked for', async () => {
  const wren = addTestMachine(shop).id;
  draw([heron, wren]);
  await sign(/^Old burnt smell/);
  expect(send().disabled).toBe(true);
  await userEvent.click(screen.getByRole('radio', { name: 'Wren' }));
  await userEvent.click(send());
  await waitFor(() => expect(reported).toHaveLength(1));
  expect(written().machineId).toBe(wren);
});

test('anything else needs words: the refusal stands at the field, and what was typed stays', async () => {
  draw();
  await sign(/^Anything else/);
  await userEvent.click(send());
  const words = screen.getByLabelText<HTMLTextAreaElement>('In your words');
  await waitFor(() => expect(words.getAttribute('aria-invalid')).toBe('true'));
  expect(reported).toEqual([]);
  await userEvent.type(words, 'a bird sits in the duct');
  await waitFor(() => expect(send().disabled).toBe(false));
  await userEvent.click(send());
  await waitFor(() => expect(reported).toHaveLength(1));
  expect(written().note).toBe('a bird sits in the duct');
});
