// What every command of the project needs first: packages, and for browser tests a Chromium.
import { spawn, spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromiumProgram } from './chromium.mjs';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');

/** Runs a command to its end with its output shown; returns its exit code. */
export function run(command, args, env = {}) {
  const { status, error } = spawnSync(command, args, {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
  });
  if (error) console.error(`${command}: ${error.message}`);
  return status ?? 1;
}

/** Runs a command beside others; resolves with its exit code and what it printed. */
export function runBeside(command, args, env = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
    });
    let printed = '';
    for (const stream of [child.stdout, child.stderr]) {
      stream.on('data', (piece) => (printed += piece));
    }
    child.on('error', (error) => resolve({ code: 1, printed: `${command}: ${error.message}\n` }));
    child.on('close', (code) => resolve({ code: code ?? 1, printed }));
  });
}

export function fail(message) {
  console.error(message);
  process.exit(1);
}

/**
 * Installs the packages of the lock file when they are not there, or older than it. The database driver is compiled
 * apart, beside what needs no database: `compileDriver`.
 */
export function installPackages() {
  const stamp = path.join(root, 'node_modules', '.package-lock.json');
  const lock = path.join(root, 'package-lock.json');
  if (fs.existsSync(stamp) && fs.statSync(stamp).mtimeMs >= fs.statSync(lock).mtimeMs) return;
  console.log('Installing packages: about a minute the first time.');
  const code = run('npm', ['ci', '--no-audit', '--no-fund', '--include=dev', '--ignore-scripts'], {
    NODE_ENV: '',
  });
  if (code !== 0) fail('The packages could not be installed. See above.');
  fs.utimesSync(stamp, new Date(), new Date());
}

/** Compiles the database driver where it is not yet, beside other work: more than a minute of one core. */
export async function compileDriver() {
  const driver = 'node_modules/better-sqlite3/build/Release/better_sqlite3.node';
  if (fs.existsSync(path.join(root, driver))) return;
  // Node's own headers, where they were installed with it, spare a download
  const prefix = path.resolve(process.execPath, '..', '..');
  const headers = fs.existsSync(path.join(prefix, 'include', 'node', 'node.h'));
  const { code, printed } = await runBeside('npm', ['rebuild', 'better-sqlite3'], {
    ...(headers && { npm_config_nodedir: prefix }),
  });
  if (code !== 0) fail(`${printed}The database driver could not be compiled. See above.`);
}

/** Installs Chromium from the distribution's packages when absent and allowed to. */
export function installChromium() {
  if (fs.existsSync(chromiumProgram)) return;
  if (process.env.CHROMIUM || process.getuid?.() !== 0) {
    fail(`Browser tests need ${chromiumProgram}: install it, or set CHROMIUM to one.`);
  }
  console.log('Installing Chromium for the browser tests.');
  run('apt-get', ['update', '-qq']);
  const installed = ['chromium-headless-shell', 'chromium'].some((name) => {
    const code = run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name], {
      DEBIAN_FRONTEND: 'noninteractive',
    });
    return code === 0;
  });
  if (!installed) fail('Chromium could not be installed. See above.');
}

/** A program of node_modules/.bin. */
export function bin(name) {
  return path.join(root, 'node_modules', '.bin', name);
}
