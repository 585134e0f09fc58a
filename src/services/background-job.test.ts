import { log } from './log';
import type * as childProcess from 'node:child_process';
import { askApart } from './background-job';

jest.mock('node:child_process', () => {
  const real = jest.requireActual<typeof childProcess>('node:child_process');
  return {
    ...real,
    fork: (script: string, args: string[], options: childProcess.ForkOptions) =>
      real.fork(script, args, { ...options, execPath: '/nowhere/node' }),
  };
});

test('a process that cannot be started is an answer in words, not the end of the server', async () => {
  const logged = jest.spyOn(log, 'error').mockImplementation(() => undefined);
  const answer = await askApart('calendar-process.ts', {}, { seconds: 5, memoryMb: 64 });
  expect(answer).toMatchObject({ ok: false, error: expect.stringMatching(/failed/) });
  expect(logged.mock.calls[0]?.[1]).toContain('calendar-process.ts');
  logged.mockRestore();
});
