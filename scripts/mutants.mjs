/**
 * How many faults put into the code the tests notice: `npm run mutants [core|services] [lines] [seed]`.
 *
 * All of a room would take hours. So lines are drawn by chance, from a seed, and every fault that the tool can put
 * into one of them alone is tried; faults that take several lines (an emptied function) are left out: those are the
 * ones that any test notices. The interval is a bootstrap over the lines drawn. Whoever wrote tests from the survivors
 * of one seed measures with another.
 *
 * The tests of services open shops: all of them for each fault would take days. There a fault is tried against the
 * tests of its own subject alone, so that the figure is a lower bound: what only another subject's tests notice
 * counts as not noticed.
 *
 * What came of a group of lines is kept in `reports/mutants` under the state of `src` that it was tried in: a run that
 * was broken off goes on where it was.
 */
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';

const rooms = {
  core: { lines: 420, asked: 0.8, bySubject: false },
  services: { lines: 420, asked: 0.7, bySubject: true },
};

/** Numbers from 0 to below 1 (mulberry32). */
function chance(start) {
  let state = start >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** Lines of a room's code, as `file:line-line`. Imports, comments and closing brackets hold no fault. */
function linesOf(room) {
  const files = execFileSync('git', ['ls-files', `src/${room}/**/*.ts`, `src/${room}/*.ts`], {
    encoding: 'utf8',
  })
    .split('\n')
    .filter((file) => file && !file.endsWith('.test.ts') && !file.includes('/testing/'));
  return files.flatMap((file) =>
    fs
      .readFileSync(file, 'utf8')
      .split('\n')
      .flatMap((text, index) =>
        /^\s*($|\/\/|\*|\/\*|import |\} from |[)\]}]+[;,]?$|export (type|interface) )/.test(text)
          ? []
          : [`${file}:${index + 1}-${index + 1}`],
      ),
  );
}

function draw(all, count) {
  const random = chance(seed);
  const left = [...all];
  for (let at = left.length - 1; at > 0; at--) {
    const other = Math.floor(random() * (at + 1));
    [left[at], left[other]] = [left[other], left[at]];
  }
  return left.slice(0, count);
}

const noticed = new Set(['Killed', 'Timeout']);
const counted = new Set([...noticed, 'Survived', 'NoCoverage']);

/** Shares noticed over resampled lines: the 2.5th and 97.5th percentile. */
function interval(byLine) {
  const random = chance(seed + 1);
  const shares = Array.from({ length: 2000 }, () => {
    let killed = 0;
    let sum = 0;
    for (let n = 0; n < byLine.length; n++) {
      const line = byLine[Math.floor(random() * byLine.length)];
      killed += line.killed;
      sum += line.sum;
    }
    return killed / sum;
  }).sort((a, b) => a - b);
  return [shares[50], shares[1949]];
}

/** Lines drawn, by the folders whose tests are asked. */
function byTests(room, lines) {
  const groups = new Map();
  for (const line of lines) {
    const [subject, ...inner] = line.slice(`src/${room}/`.length).split('/');
    const own = inner.length > 0 ? `${room}/${subject}/**` : room;
    // the catalogue's tests ask core too
    const tests = rooms[room].bySubject ? own : `${room}/**,catalogue/**`;
    groups.set(tests, [...(groups.get(tests) ?? []), line]);
  }
  return groups;
}

/** Where what came of some lines is kept, for the sources as they lie here, committed or not. */
function keptAt(tests, lines) {
  const sources = ['ls-files', '--cached', '--others', '--exclude-standard', 'src'];
  const files = execFileSync('git', sources, { encoding: 'utf8' }).split('\n').filter(Boolean);
  const hash = createHash('sha256').update([tests, ...lines].join('\n'));
  for (const file of files)
    if (fs.existsSync(file)) hash.update(file).update(fs.readFileSync(file));
  return path.join('reports/mutants', `${hash.digest('hex').slice(0, 16)}.json`);
}

/** The files of the report of one run: what came of each fault in the lines, asked of the tests in folders. */
function tried(tests, lines) {
  const kept = keptAt(tests, lines);
  if (!fs.existsSync(kept)) tryOut(tests, lines, kept);
  return Object.entries(JSON.parse(fs.readFileSync(kept, 'utf8')).files);
}

/** Puts each fault of some lines in, asks the tests, and keeps the report. */
function tryOut(tests, lines, kept) {
  const work = fs.mkdtempSync(path.join(os.tmpdir(), 'mutants-'));
  const report = path.join(work, 'report.json');
  const config = path.join(work, 'stryker.json');
  fs.writeFileSync(
    config,
    JSON.stringify({
      testRunner: 'jest',
      jest: { projectType: 'custom', configFile: 'jest.mutants.mjs' },
      coverageAnalysis: 'perTest',
      mutate: lines,
      concurrency: Number(process.env.MUTANTS_AT_ONCE ?? Math.max(1, os.availableParallelism())),
      reporters: ['json', 'progress-append-only'],
      jsonReporter: { fileName: report },
      tempDirName: path.join(work, 'sandbox'),
      timeoutMS: 20_000,
      // a slow machine takes over the five minutes that are usual for all tests of a room
      dryRunTimeoutMinutes: 20,
      allowConsoleColors: false,
      ignorePatterns: ['/data', '/.next', '/docs/screenshots', '/test-results'],
    }),
  );
  try {
    execFileSync('npx', ['stryker', 'run', config], {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, MUTANTS_TESTS: tests },
    });
    fs.mkdirSync(path.dirname(kept), { recursive: true });
    fs.copyFileSync(report, kept);
  } finally {
    fs.rmSync(work, { recursive: true, force: true });
  }
}

function run(room, count) {
  const groups = [...byTests(room, draw(linesOf(room), count))];
  const files = groups.flatMap(([tests, lines]) => tried(tests, lines));
  const lines = new Map();
  const survivors = [];
  for (const [file, { mutants, source }] of files) {
    for (const { status, location, mutatorName, replacement } of mutants) {
      if (!counted.has(status)) continue;
      const at = `${file}:${location.start.line}`;
      const line = lines.get(at) ?? { killed: 0, sum: 0 };
      lines.set(at, line);
      line.sum += 1;
      if (noticed.has(status)) line.killed += 1;
      else {
        const text = source.split('\n')[location.start.line - 1].trim();
        survivors.push(`${at} ${status} ${mutatorName} -> ${replacement}\n    ${text}`);
      }
    }
  }
  fs.mkdirSync('reports', { recursive: true });
  fs.writeFileSync(`reports/survivors-${room}.txt`, survivors.sort().join('\n'));
  const byLine = [...lines.values()];
  const killed = byLine.reduce((sum, line) => sum + line.killed, 0);
  const sum = byLine.reduce((all, line) => all + line.sum, 0);
  const [low, high] = interval(byLine);
  const percent = (share) => `${(share * 100).toFixed(1)} %`;
  return `${room}: ${rooms[room].bySubject ? 'at least ' : ''}${percent(killed / sum)} of ${sum} faults noticed (95 % interval ${percent(low)} to ${percent(high)}; asked ${percent(rooms[room].asked)})`;
}

const [only, count, from] = process.argv.slice(2);
const seed = Number(from ?? 20260401);
const said = Object.keys(rooms)
  .filter((room) => !only || room === only)
  .map((room) => run(room, Number(count ?? rooms[room].lines)));
console.log(said.join('\n'));
