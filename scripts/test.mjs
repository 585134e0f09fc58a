// Everything that is checked: lint, types, boundaries, unit and service tests, browser tests. The last
// line counts them together: N passed, N failed.
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { bin, installChromium, installPackages, root, run } from './common.mjs';

installPackages();
installChromium();

const reports = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-reports-'));
const totals = { passed: 0, failed: 0 };

function check(name, command, args) {
  console.log(`\n== ${name}`);
  const ok = run(command, args) === 0;
  totals[ok ? 'passed' : 'failed'] += 1;
  console.log(`${name}: ${ok ? 'passed' : 'failed'}`);
}

/** Counts a runner's own report; a runner that died before writing one counts as a failure. */
function suite(name, command, args, env, report, count) {
  console.log(`\n== ${name}`);
  const code = run(command, args, env);
  let counted = { passed: 0, failed: 0 };
  try {
    counted = count(JSON.parse(fs.readFileSync(report, 'utf8')));
  } catch (error) {
    console.error(`${name}: no report (${error.message})`);
  }
  if (counted.failed === 0 && (code !== 0 || counted.passed === 0)) counted.failed = 1;
  totals.passed += counted.passed;
  totals.failed += counted.failed;
  console.log(`${name}: ${counted.passed} passed, ${counted.failed} failed`);
}

check('lint', bin('eslint'), ['.', '--max-warnings', '0']);
check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
run(bin('next'), ['typegen']);
check('types', bin('tsc'), ['--noEmit']);
check('boundaries', bin('depcruise'), [
  '--config',
  '.dependency-cruiser.cjs',
  '--output-type',
  'err',
  'src',
]);

check('nothing unused', bin('knip'), ['--no-progress']);

const unitReport = path.join(reports, 'unit.json');
suite(
  'unit and service tests',
  bin('jest'),
  ['--json', `--outputFile=${unitReport}`],
  {},
  unitReport,
  (report) => ({
    passed: report.numPassedTests,
    failed: report.numFailedTests + report.numRuntimeErrorTestSuites,
  }),
);

if (fs.existsSync(path.join(root, 'playwright.config.ts'))) {
  check('build', bin('next'), ['build']);
  const browserReport = path.join(reports, 'browser.json');
  suite(
    'browser tests',
    bin('playwright'),
    ['test'],
    { PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport },
    browserReport,
    ({ stats }) => ({ passed: stats.expected, failed: stats.unexpected + stats.flaky }),
  );
}

fs.rmSync(reports, { recursive: true, force: true });
console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed > 0 ? 1 : 0);
