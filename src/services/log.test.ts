import { spawnSync } from 'node:child_process';
import path from 'node:path';

const script = `
  const { log } = require('${path.resolve(__dirname, 'log.ts')}');
  log.info({ password: 'tide', person: { token: 'abc', name: 'Åse' } }, 'signed in');
  log.error({ err: new Error('the disk is full') }, 'No copy was made.');
  log.debug('not at this level');
`;

test('each line is an object with its level and time, and says no secret', () => {
  const { stderr } = spawnSync(process.execPath, ['--import', 'tsx', '-e', script], {
    encoding: 'utf8',
    env: { ...process.env, LOG_LEVEL: 'info' },
  });
  const lines = stderr
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as object);
  expect(lines).toMatchObject([
    { level: 30, person: { name: 'Åse' }, msg: 'signed in' },
    { level: 50, err: { message: 'the disk is full' }, msg: 'No copy was made.' },
  ]);
  expect(stderr).not.toMatch(/tide|abc/);
});
