// Everything that is checked: lint, types, boundaries, unit and service tests, browser tests. The last
// line counts them together: N passed, N failed.
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { bin, compileDriver, installChromium, installPackages, run, runBeside } from './common.mjs';

installPackages();
installChromium();

const reports = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-reports-'));
const totals = { passed: 0, failed: 0 };

/** One check after another, with others beside it: what each printed is shown when it has ended. */
async function inTurn(checks) {
  for (const [name, command, args] of checks) {
    const { code, printed } = await runBeside(command, args);
    totals[code === 0 ? 'passed' : 'failed'] += 1;
    console.log(`\n== ${name}\n${printed}${name}: ${code === 0 ? 'passed' : 'failed'}`);
  }
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

/** Titles of the browser tests that failed once and passed when their file was begun again. */
function flaky(suites) {
  return suites.flatMap(({ specs = [], suites: inner = [] }) => [
    ...specs
      .filter(({ tests }) => tests.some((test) => test.status === 'flaky'))
      .map(({ title }) => title),
    ...flaky(inner),
  ]);
}

run(bin('next'), ['typegen']);
// both cores are used: the lint takes as long as all the others, and none of them opens a database
await Promise.all([
  compileDriver(),
  inTurn([
    ['lint', bin('eslint'), ['.', '--max-warnings', '0']],
    ['format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
  ]),
  inTurn([
    ['types', bin('tsc'), ['--noEmit']],
    [
      'boundaries',
      bin('depcruise'),
      ['--config', '.dependency-cruiser.cjs', '--output-type', 'err', 'src'],
    ],
    ['nothing unused', bin('knip'), ['--no-progress']],
    ['build', bin('next'), ['build']],
  ]),
]);

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

const browserReport = path.join(reports, 'browser.json');
suite(
  'browser tests',
  bin('playwright'),
  ['test'],
  { PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport },
  browserReport,
  (report) => {
    const { stats } = report;
    for (const title of flaky(report.suites)) console.log(`passed only when begun again: ${title}`);
    return { passed: stats.expected + stats.flaky, failed: stats.unexpected };
  },
);

fs.rmSync(reports, { recursive: true, force: true });
console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed > 0 ? 1 : 0);
