/** @jest-environment jsdom */
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Outcome } from '../../services/shop';
import type { LogChoices } from '../../services/usage/log-choices';
import type { SessionInput } from '../../services/usage/session-input';
import { show } from '../shared/testing/show';
import { LogForm } from './LogForm';

type Logged = Outcome<{ duplicate: boolean } | 'kept'>;
let sent: SessionInput[] = [];
let undone: object[] = [];
let timers: string[] = [];
let answer: () => Promise<Logged>;
const choices = (machineId: string, change: Partial<LogChoices> = {}): LogChoices => ({
  machineId,
  work: { material: 'plywood', process: 'cut' },
  airAssist: true,
  draught: 'full',
  operator: null,
  usual: [
    { material: 'plywood', process: 'cut' },
    { material: 'acrylic', process: 'engrave' },
  ],
  timerStartedAt: null,
  jobs: [],
  ...change,
});
beforeEach(() => {
  localStorage.clear();
  sent = [];
  undone = [];
  timers = [];
  answer = async () => ({ ok: true, value: { duplicate: false } });
});

const wren = { id: 'wren', nickname: 'Wren', held: false };
const heron = { id: 'heron', nickname: 'Heron', held: true };
function draw(machines = [wren], change: Partial<LogChoices> = {}) {
  const form = (refused: string[]) => (
    <LogForm
      refused={refused}
      machines={machines}
      choices={machines.map(({ id }) => choices(id, change))}
      works={[
        { material: 'plywood', process: 'cut' },
        { material: 'leather', process: 'engrave' },
      ]}
      initial={null}
      zone="Europe/Oslo"
      actions={{
        log: (input) => {
          sent.push(input);
          return answer();
        },
        undo: async (input) => {
          undone.push(input);
          return { ok: true, value: null };
        },
        startTimer: async (machineId) => {
          timers.push(`start ${machineId}`);
          throw new TypeError('no connection');
        },
        dropTimer: async (machineId) => {
          timers.push(`drop ${machineId}`);
          return { ok: true, value: null };
        },
        logTimer: async () => {
          timers.push('log');
          return { ok: true, value: { duplicate: false } };
        },
      }}
    />
  );
  const { rerender } = show(form([]));
  return (refused: string[]) => rerender(form(refused));
}
const button = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name });
const tile = (name: string | RegExp) => screen.getByRole('radio', { name });
/** Presses once the button takes it: while an answer is awaited it takes none. */
async function logIt(): Promise<void> {
  await waitFor(() => expect(button('Log it').disabled).toBe(false));
  await userEvent.click(button('Log it'));
}
const other = () => screen.getByLabelText('Other duration, in minutes or h:mm');

test('three presses log what was worked last; it says what, and can be taken back', async () => {
  draw([wren, heron]);
  expect(screen.queryByRole('button', { name: 'Log it' })).toBeNull();
  expect(screen.getByRole('radio', { name: 'Heron', description: 'on hold' })).toBeTruthy();
  await userEvent.click(tile(/^Wren/));
  await userEvent.click(tile('45 min'));
  await logIt();
  const [session] = sent;
  expect(session).toMatchObject({
    machineId: 'wren',
    runSeconds: 2700,
    material: 'plywood',
    process: 'cut',
    airAssist: true,
    draught: 'full',
  });
  expect(Math.abs(session!.start + 2_700_000 - Date.now())).toBeLessThan(60_000);
  const said = await screen.findByText(/^Logged: Wren, 45 min, cut plywood, /);
  expect(said.textContent).toMatch(/\d\d:\d\d–\d\d:\d\d/);
  await userEvent.click(screen.getAllByRole('button', { name: 'Undo' })[0]!);
  await waitFor(() => expect(undone).toEqual([{ key: session!.key }]));
});

test('each session has a key of its own; a form that was refused keeps its key and what was typed', async () => {
  draw();
  await userEvent.click(tile('10 min'));
  answer = async () => ({ ok: false, error: { field: null, message: 'Wren is retired.' } });
  await logIt();
  await screen.findByText('Wren is retired.');
  expect(screen.queryByText(/^Logged:/)).toBeNull();
  answer = async () => ({ ok: true, value: { duplicate: false } });
  await logIt();
  await screen.findByText(/^Logged: Wren, 10 min/);
  await userEvent.click(tile('20 min'));
  await logIt();
  await waitFor(() => expect(sent).toHaveLength(3));
  expect(sent[1]!.key).toBe(sent[0]!.key);
  expect(sent[2]!.key).not.toBe(sent[0]!.key);
});

test.each([
  ['25', 1500],
  ['1:10', 4200],
  ['90 min', 5400],
  ['2 h', 7200],
])('%s is %i seconds', async (typed, seconds) => {
  draw();
  await userEvent.type(other(), typed);
  await logIt();
  await waitFor(() => expect(sent[0]?.runSeconds).toBe(seconds));
});

test('a figure that may be minutes or hours is asked about, and never guessed', async () => {
  draw();
  await userEvent.type(other(), '1,5');
  await logIt();
  expect(await screen.findByText(/Nothing is logged yet: is 1,5 minutes or hours\?/)).toBeTruthy();
  expect(sent).toEqual([]);
  const asked = screen.getByRole('radiogroup', { name: 'Is 1,5 minutes or hours?' });
  await userEvent.click(within(asked).getByRole('radio', { name: /^hours/ }));
  await logIt();
  await waitFor(() => expect(sent[0]?.runSeconds).toBe(5400));
});

test('without a duration nothing is sent, and the form says what is missing', async () => {
  draw();
  await logIt();
  expect(await screen.findByText('Choose how long it ran.')).toBeTruthy();
  await userEvent.type(other(), 'a while');
  await logIt();
  expect(screen.queryByText('Choose how long it ran.')).toBeNull();
  expect(screen.getAllByRole('alert').some(({ textContent }) => textContent !== '')).toBe(true);
  expect(sent).toEqual([]);
});

test('another work, without air, with the debris cleared', async () => {
  draw();
  await userEvent.click(tile('30 min'));
  await userEvent.click(tile(/acrylic/));
  const group = (name: RegExp) => screen.getByRole('radiogroup', { name });
  await userEvent.click(within(group(/^Air assist/)).getByRole('radio', { name: /^off|^no/ }));
  await userEvent.click(within(group(/loose debris/)).getByRole('radio', { name: /^yes/i }));
  await logIt();
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({
    material: 'acrylic',
    process: 'engrave',
    airAssist: false,
    debrisCleared: true,
  });
});

test('loose debris is cleared only by who says so', async () => {
  draw();
  await userEvent.click(tile('30 min'));
  await logIt();
  await waitFor(() => expect(sent[0]?.debrisCleared).toBe(false));
});

test('kept on this device, logged before, and a server that is not there are told apart', async () => {
  draw();
  answer = async () => ({ ok: true, value: 'kept' });
  await userEvent.click(tile('20 min'));
  await logIt();
  await screen.findByText(/^Kept on this phone, sent when the server answers: Wren, 20 min/);
  answer = async () => ({ ok: true, value: { duplicate: true } });
  await userEvent.click(tile('20 min'));
  await logIt();
  await screen.findByText(/was logged before; nothing was added/);
  answer = () => Promise.reject(new TypeError('no connection'));
  await userEvent.click(tile('30 min'));
  await logIt();
  await screen.findByText(/^The server could not be reached/);
  // an old success does not stand beside it
  expect(screen.queryByText(/was logged before/)).toBeNull();
});

test('what was kept and not taken after all no longer stands as kept', async () => {
  const refuse = draw();
  answer = async () => ({ ok: true, value: 'kept' });
  await userEvent.click(tile('20 min'));
  await logIt();
  await screen.findByText(/^Kept on this phone/);
  refuse(['another']);
  expect(screen.queryByText(/^Kept on this phone/)).toBeTruthy();
  refuse([sent[0]!.key!]);
  expect(screen.queryByText(/^Kept on this phone/)).toBeNull();
});

test('a timer that cannot start says so; a running one is logged or dropped', async () => {
  draw();
  await userEvent.click(button('Start a timer'));
  await screen.findByText(/^The server could not be reached/);
  expect(timers).toEqual(['start wren']);
});

test('a running timer stands in place of the duration', async () => {
  draw([wren], { timerStartedAt: Date.now() - 3_723_000 });
  await waitFor(() => expect(screen.getByRole('timer').textContent).toMatch(/^01:02:0\d$/));
  expect(screen.queryByRole('button', { name: 'Log it' })).toBeNull();
  await userEvent.click(button('Drop the timer'));
  await userEvent.click(button('Stop and log'));
  await screen.findByText(/^Logged: Wren, the timer/);
  expect(timers).toEqual(['drop wren', 'log']);
});
