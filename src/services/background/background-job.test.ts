import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { spawn } from 'node:child_process';
import type * as childProcess from 'node:child_process';
import { log } from '../log';
import { askApart, forkWorker, givesWay, othersTurn } from './background-job';

let mockStart: (real: typeof childProcess) => childProcess.ChildProcess;
jest.mock('node:child_process', () => {
  const real = jest.requireActual<typeof childProcess>('node:child_process');
  return { ...real, fork: () => mockStart(real) };
});

test('a process that cannot be started is an answer in words, not the end of the server', async () => {
  mockStart = (real) => real.fork('none.js', [], { execPath: '/nowhere/node' });
  const logged = jest.spyOn(log, 'error').mockImplementation(() => undefined);
  const answer = await askApart('calendar-process.ts', {}, { seconds: 5, memoryMb: 64 });
  expect(answer).toMatchObject({ ok: false, error: expect.stringMatching(/failed/) });
  expect(logged.mock.calls[0]?.[1]).toContain('calendar-process.ts');
  logged.mockRestore();
});

describe('the time of a process', () => {
  const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-apart-'));
  afterAll(() => fs.rmSync(dir, { recursive: true }));
  /** A process that is two seconds in coming, and then answers or never does. */
  const slow = (answers: boolean) => {
    const script = path.join(dir, `${answers}.js`);
    const answer = answers ? `process.send('told', () => process.disconnect());` : '';
    fs.writeFileSync(
      script,
      `process.on('message', () => {});
       setTimeout(() => { process.send('ready'); ${answer} }, 2000);`,
    );
    mockStart = (real) => real.fork(script, [], { execArgv: [] });
  };

  it('begins when it is there: a busy computer is no fault of what it reads', async () => {
    slow(true);
    const answer = await askApart('calendar-process.ts', {}, { seconds: 1, memoryMb: 64 });
    expect(answer).toEqual({ ok: true, value: 'told' });
  });

  it('ends it when it does not answer', async () => {
    slow(false);
    const answer = await askApart('calendar-process.ts', {}, { seconds: 1, memoryMb: 64 });
    expect(answer).toEqual({ ok: false, error: 'It took longer than 1 s to read.' });
  });
});

describe('who comes first on the processor', () => {
  const script = path.join(os.tmpdir(), `bitacora-waits-${process.pid}.js`);
  beforeAll(() => fs.writeFileSync(script, 'setInterval(() => {}, 1000);'));
  afterAll(() => fs.rmSync(script));

  it.each([
    ['work that only reads is pushed aside', false, os.constants.priority.PRIORITY_BELOW_NORMAL],
    ['work that holds the book is not: all who write would wait with it', true, os.getPriority()],
  ])('%s', (_, writes, priority) => {
    mockStart = (real) => real.fork(script, [], { execArgv: [] });
    const child = forkWorker('import-process.ts', { writes });
    expect(os.getPriority(child.pid)).toBe(priority);
    child.kill('SIGKILL');
  });

  it.each([
    ['rests where others took the processor meanwhile', 100_000, true],
    ['goes on where nobody did', 990_000, false],
  ])('such work %s', async (_, spent, rests) => {
    const begun = Date.now();
    const now = jest.spyOn(performance, 'now').mockReturnValue(0);
    jest.spyOn(process, 'cpuUsage').mockReturnValue({ user: spent, system: 0 });
    const turn = givesWay();
    now.mockReturnValue(1000);
    await turn();
    jest.restoreAllMocks();
    expect(Date.now() - begun >= 290).toBe(rests);
  });
});

test('work ends with the server that began it, also where it hears nothing', async () => {
  const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-orphan-'));
  const busy = path.join(dir, 'busy.mjs');
  const ends = path.resolve('scripts/ends-with-server.mjs');
  fs.writeFileSync(
    busy,
    `await import(${JSON.stringify(ends)}); process.send(process.pid, () => { for (;;); });`,
  );
  const server = spawn(process.execPath, [
    '-e',
    `require('node:child_process').fork(${JSON.stringify(busy)}).on('message', (pid) => console.log(pid))`,
  ]);
  const pid = await new Promise<number>((resolve) => {
    server.stdout.once('data', (said: Buffer) => resolve(Number(said.toString())));
  });
  const alive = () => {
    try {
      // one that ended and that nobody asked after is a zombie
      return !fs.readFileSync(`/proc/${pid}/stat`, 'utf8').includes(') Z ');
    } catch {
      return false;
    }
  };
  expect(alive()).toBe(true);
  server.kill('SIGKILL');
  const until = Date.now() + 5000;
  while (alive() && Date.now() < until) await new Promise((resolve) => setTimeout(resolve, 50));
  const orphaned = alive();
  if (orphaned) process.kill(pid, 'SIGKILL');
  fs.rmSync(dir, { recursive: true });
  expect(orphaned).toBe(false);
}, 20_000);

test('between pieces of long work a request that goes round the loop a few times is answered', async () => {
  const answered: string[] = [];
  const request = async () => {
    for (let turn = 0; turn < 3; turn++) await new Promise((resolve) => setImmediate(resolve));
    answered.push('answered');
  };
  void request();
  await othersTurn();
  expect(answered).toEqual(['answered']);
});
