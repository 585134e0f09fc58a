import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type * as childProcess from 'node:child_process';
import { log } from './log';
import { askApart } from './background-job';

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
