// From a fresh clone to a filled Today: installs, fills the made-up workshop if nothing is there,
// builds, starts.
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { bin, compileDriver, fail, installPackages, root, runBeside } from './common.mjs';

installPackages();
await Promise.all([build(), compileDriver().then(fill)]);
const mailPage = process.env.MAIL_PAGE || '2580';
const mailbox = spawn(
  process.execPath,
  ['scripts/program.mjs', 'standins/mailbox.ts', '--page', mailPage],
  { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] },
);
process.on('exit', () => mailbox.kill());
const host = process.env.HOST || '127.0.0.1';
const port = process.env.PORT || '3000';
console.log(`
Bitacora: http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}
Sign in as Marit with the password net-loft-lantern (technician), as Tomasz with tarred-marlin-spike
(helper) or as Ines with clove-hitch-harbour (operator). What it mails is read at
http://127.0.0.1:${mailPage}/ and goes nowhere else.

To try a label from a phone: start with HOST=0.0.0.0 and PUBLIC_URL=http://ADDRESS:${port}, where
ADDRESS is this computer's in your network; then open a machine, "Print the label", and scan it.
`);
await import('./start.mjs');

async function build() {
  if (upToDate()) return;
  console.log('Building, about a minute.');
  const { code, printed } = await runBeside(bin('next'), ['build']);
  if (code !== 0) fail(`${printed}The build failed. See above.`);
}

async function fill() {
  console.log('Filling the made-up workshop, if nothing is there yet.');
  const seed = ['scripts/program.mjs', 'cli/main.ts', 'seed-demo'];
  const { code, printed } = await runBeside(process.execPath, seed);
  if (code !== 0) fail(`${printed}The demo could not be filled. See above.`);
}

/** Whether the build is newer than everything it was made of. */
function upToDate() {
  const built = path.join(root, '.next', 'BUILD_ID');
  if (!fs.existsSync(built)) return false;
  const { mtimeMs } = fs.statSync(built);
  const newest = (file) => {
    const stat = fs.statSync(file);
    if (!stat.isDirectory()) return stat.mtimeMs;
    return Math.max(0, ...fs.readdirSync(file).map((name) => newest(path.join(file, name))));
  };
  return ['src', 'package-lock.json', 'next.config.ts'].every(
    (name) => newest(path.join(root, name)) < mtimeMs,
  );
}
