/** @jest-environment jsdom */
import { act, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { RunSheet } from '../../core/cleaning/run';
import { listStations, machineById } from '../../records/machines';
import { draftRun } from '../../services/cleaning/sheets';
import { sheetMachine } from '../../services/cleaning/sheet-machine';
import { addTestMachine, must, eachTestShop } from '../../services/testing/shop';
import { show } from '../shared/testing/show';
import { SheetWork } from './SheetWork';

jest.mock(
  'next/navigation',
  () => jest.requireActual<{ navigation: object }>('../shared/testing/router').navigation,
);

const shop = eachTestShop();
beforeEach(() => {
  Element.prototype.scrollIntoView = () => undefined;
});
afterEach(() => {
  jest.useRealTimers();
  jest.restoreAllMocks();
});

/** A sheet of a machine drawn as a dry run: presses count here and are sent nowhere. */
function draw(
  family: string,
  picked: [slug: string, task: string][],
  as: (run: RunSheet) => RunSheet = (run) => run,
) {
  const machine = machineById(shop.db, addTestMachine(shop, 'Wren', family).id)!;
  const station = (slug: string) =>
    listStations(shop.db, machine.id).find((one) => one.slug === slug)!.id;
  const run = must(
    draftRun(
      shop,
      machine.id,
      picked.map(([slug, task]) => ({ stationId: station(slug), task })),
    ),
  );
  show(
    <SheetWork
      sheetId={null}
      machine={sheetMachine(shop, machine)}
      run={as(run)}
      initial={[]}
      now={shop.now()}
      person="Ragna"
      zone={shop.zone}
      wanting={[]}
      actions={null}
    />,
  );
  return run;
}
const card = () => document.getElementById('current')!.textContent;
const button = (name: string | RegExp) => screen.getByRole('button', { name });
const press = (name: string | RegExp) => userEvent.click(button(name));
/** Presses through what the card has, until another card stands there. */
async function through(): Promise<void> {
  await press(/^All \d+ are done$|^Done$/);
}
/** A stretch in the order of the sheet. */
const inOrder = (title: string) =>
  within(screen.getByRole('region', { name: 'In this order' })).getByText(title);
const step = () => screen.getByRole('listitem', { current: 'step' }).textContent!;

test('one step at a time: the current one is large, Enter does it, and it can be taken back', async () => {
  draw('enclosed-diode', [['window', 'wipe']]);
  expect(card()).toBe('Make it safe');
  const first = step();
  await press('Done, next');
  expect(step()).not.toBe(first);
  await press('Back one step');
  expect(step()).toBe(first);
  await userEvent.keyboard('{Enter}');
  expect(step()).not.toBe(first);
  // the last step of a card leads to the next card
  await through();
  expect(card()).toBe('Lay out tools and supplies');
});

test('nothing is worked before the machine is safe, and the card says what comes first', async () => {
  const run = draw('enclosed-diode', [['window', 'wipe']]);
  await userEvent.click(inOrder('Protective window: wipe'));
  expect(card()).toBe('Protective window: wipe');
  expect(button(/^Done/).hasAttribute('disabled')).toBe(true);
  expect(screen.queryByRole('button', { name: /^All/ })).toBeNull();
  const [way] = run.tasks[0]!.ways;
  expect(document.body.textContent).toContain(way!.active[0]!.text);
  await press('Make it safe');
  expect(card()).toBe('Make it safe');
});

test('a connector waits for the machine’s own minutes, counted down, and no press goes round it', async () => {
  jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'nextTick', 'setImmediate'] });
  const begun = Date.now();
  jest.spyOn(performance, 'now').mockImplementation(() => Date.now() - begun);
  const user = userEvent.setup({ advanceTimers: jest.advanceTimersByTime });
  const run = draw('enclosed-diode', [['window', 'strip-clean']]);
  expect(run.isolationMinutes).toBe(10);
  await user.click(button(/^All \d+ are done$/));
  const waits = screen.getByRole('group', { name: 'Running waits' });
  expect(within(waits).getByText('Wait before connectors')).toBeTruthy();
  await user.click(button(/^All \d+ are done$/));
  expect(card()).toBe('Head off');
  expect(button(/^Done/).hasAttribute('disabled')).toBe(true);
  expect(screen.queryByRole('button', { name: /^All/ })).toBeNull();
  await act(() => jest.advanceTimersByTimeAsync(9 * 60_000));
  expect(button(/^Done/).hasAttribute('disabled')).toBe(true);
  await act(() => jest.advanceTimersByTimeAsync(61_000));
  expect(screen.queryByRole('group', { name: 'Running waits' })).toBeNull();
  expect(button(/^Done/).hasAttribute('disabled')).toBe(false);
  // with the first step of it the head and its plug lie on the tray
  await user.click(button('Done, next'));
  const tray = screen.getByRole('region', { name: 'On the tray' });
  expect(within(tray).getByText('Head plug')).toBeTruthy();
});

test('only countdowns are drawn anew every second, the rest when a minute is full or something is pressed', async () => {
  jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'nextTick', 'setImmediate'] });
  const begun = Date.now();
  jest.spyOn(performance, 'now').mockImplementation(() => Date.now() - begun);
  const user = userEvent.setup({ advanceTimers: jest.advanceTimersByTime });
  let drawn = 0;
  draw('enclosed-diode', [['window', 'strip-clean']], (run) => ({
    ...run,
    get exact() {
      drawn++;
      return run.exact;
    },
  }));
  await user.click(button(/^All \d+ are done$/));
  const wait = () => screen.getByRole('group', { name: 'Running waits' }).textContent;
  const [before, at] = [wait(), drawn];
  const seconds = async (count: number) => {
    for (let n = 0; n < count; n++) await act(() => jest.advanceTimersByTimeAsync(1000));
  };
  await seconds(20);
  expect(wait()).not.toBe(before);
  expect(drawn - at).toBeLessThanOrEqual(1);
  await seconds(60);
  expect(drawn - at).toBeGreaterThanOrEqual(1);
  expect(drawn - at).toBeLessThanOrEqual(2);
  const pressed = drawn;
  await user.click(button(/^All \d+ are done$/));
  expect(drawn).toBeGreaterThan(pressed);
});

test('another way of a task changes its steps, its minutes and what is said of it', async () => {
  const run = draw('co2-glass-tube', [['mirror-2', 'wipe']]);
  const [task] = run.tasks;
  await through();
  await through();
  expect(card()).toBe('Mirror 2: wipe');
  const [usual, out] = task!.ways;
  expect(step()).toContain(usual!.active[0]!.text);
  const back = () => /(\d+) min until the machine is back/.exec(document.body.textContent!)![1];
  const inPlace = Number(back());
  await userEvent.selectOptions(screen.getByLabelText('Way'), out!.id);
  expect(step()).toContain(out!.active[0]!.text);
  expect(Number(back())).toBeGreaterThan(inPlace);
  const ready = () => screen.queryByText('Ready for this way:')?.parentElement!.textContent;
  expect(ready()).toBe(`Ready for this way: ${out!.tools!.join(', ')}`);
  await userEvent.selectOptions(screen.getByLabelText('Way'), usual!.id);
  expect(step()).toContain(usual!.active[0]!.text);
  expect(ready()).toBeUndefined();
  expect(Number(back())).toBe(inPlace);
});

test('a finding, a result: the task is over, and what is asked at the end follows', async () => {
  draw('enclosed-diode', [['window', 'wipe']]);
  await through();
  await through();
  expect(card()).toBe('Protective window: wipe');
  const haze = screen.getByRole<HTMLInputElement>('radio', { name: 'haze' });
  await userEvent.click(haze);
  expect(haze.checked).toBe(true);
  await through();
  await press('It is: done');
  expect(card()).not.toBe('Protective window: wipe');
  const row = inOrder('Protective window: wipe').closest('li')!;
  expect(row.hasAttribute('data-done')).toBe(true);
});

test('steps are moved by handles, or by keys; what breaks a rule says why not', async () => {
  draw('enclosed-diode', [
    ['frame', 'wipe'],
    ['belts', 'inspect'],
  ]);
  const list = () => within(screen.getByRole('region', { name: 'In this order' }));
  const steps = () =>
    list()
      .getAllByRole('listitem')
      .map((item) => item.textContent);
  expect(list().queryByRole('button', { name: /^Move / })?.textContent).toBe('Move steps');
  await userEvent.click(list().getByRole('button', { name: 'Move steps' }));
  expect(await list().findAllByRole('button', { name: /^Move / })).toHaveLength(steps().length);
  const before = steps();
  inOrder('Belts: inspect').closest('button')!.focus();
  await userEvent.keyboard('{Alt>}{ArrowUp}{/Alt}');
  const after = steps();
  expect(after).not.toEqual(before);
  expect(list().getByText(/Takes as long|min longer|min sooner/)).toBeTruthy();
  await userEvent.click(list().getByRole('button', { name: 'Done moving' }));
  expect(list().queryByRole('button', { name: /^Move B/ })).toBeNull();
  expect(steps()).toEqual(after);
  // the first of all, and nothing before it
  list().getAllByRole('listitem')[0]!.querySelector('button')!.focus();
  await userEvent.keyboard('{Alt>}{ArrowUp}{/Alt}');
  expect(steps()).toEqual(after);
});

test('the drawing marks what an opening takes out, and of a task its own part', async () => {
  draw('enclosed-diode', [
    ['nozzle', 'clean'],
    ['window', 'strip-clean'],
    ['shield', 'clean'],
  ]);
  const marked = () =>
    /marked: (.*)$/.exec(screen.getByLabelText(/^Wren, drawn/).getAttribute('aria-label')!)?.[1];
  await screen.findByRole('region', { name: 'In this order' });
  for (const [step, part] of [
    ['Shield off', 'Shield'],
    ['Nozzle off', 'Nozzle / air cone'],
    ['Nozzle back on', 'Nozzle / air cone'],
    ['Head off', 'Laser module'],
    ['Protective window: strip clean', 'Protective window'],
  ] as const) {
    await userEvent.click(inOrder(step));
    expect([step, marked()]).toEqual([step, part]);
  }
});
