import { inPercent } from '../core/units/percent';
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import readline from 'node:readline';
import { parseArgs } from 'node:util';
import { families } from '../catalogue/families';
import { findings } from '../core/care/care';
import { readJob } from '../core/usage/gcode/job';
import { formatDuration } from '../core/units/duration';
import { recordsFile } from '../services/safekeeping/copies';
import { dueMachines } from '../services/care/due';
import { dueRows } from '../services/care/due-rows';
import { controllerOf } from '../services/usage/job-files';
import { addMachine, requireMachine } from '../services/machines/machines';
import { renewSecret } from '../services/people/secret';
import {
  closeShop,
  defaultDataDir,
  openShop,
  troubleWords,
  type Actor,
  type Shop,
} from '../services/shop';
import { done, out, required, Unusable, unusable } from './output';
import { calcCommand, calculationNames } from './calc';
import { cleanCommand, openingCommand } from './care';
import { diagnoseFaultCommand, diagnoseInput } from './diagnose';
import { importCommand } from './import';
import {
  archiveCommand,
  backupCommand,
  checkCommand,
  restoreCommand,
  takeInCommand,
} from './safekeeping';
import { sheetCommand } from './sheet';
import { instantOf, readFile } from './values';
import { changeSetting, settingNames, type SettingName } from '../services/setup/settings';

const actor: Actor = { id: null, name: 'command line', source: 'command line' };

const usage = `Bitacora on the command line. DATA_DIR names the folder of the data (now ${defaultDataDir()}).

  add machine NAME --family FAMILY [--new]  add a machine with the stations of its family; a new one has
                                            nothing behind it, of any other nothing is known until it is said
  opening MACHINE --station S --task T --last DATE|never|new|unknown [--hours H] [--sure H] [--dates dmy|mdy|iso]
                                            when a task was last done before this book, and how many run
                                            hours it has had since
  import sessions FILE [--dry-run] [--allow-overlap] [--json] [--rejected FILE]
                                            log the sessions of a CSV file (docs/formats.md)
  import care|faults|readings|sessions FILE [--map MAP.json] [--dates dmy|mdy|iso] [--dry-run] [--json]
                                            take a history in, whatever its headings
  clean MACHINE --station S --task T --at ISO [--finding F] [--note TEXT]
                                            record a completed care task
  sheet MACHINE --tasks STATION:TASK[,...] [--method QUESTION=CHOICE]... [--between-cuts] [--json]
                                            the sheet that would be made, without making it
  due [--machine NAME] [--now ISO] [--json] what is due, and how far along everything is
  job FILE --machine NAME [--json]          what a job file comes to on a machine
  set timezone ZONE | set name NAME         settings of the shop
  backup [FOLDER]                           copy the shop whole, also while the server runs, and test the copy
  restore COPY|ARCHIVE                      put a copy or an archive back; the present data is moved aside
  check [--json]                            read the book through: file, references, entries, counters, pictures
  archive FILE [--machine NAME]             the whole shop, or one machine with its history, as one open file
  take-in FILE                              an archive into this shop: a whole one into an empty one
  password NAME                             set somebody's password (asked for, or a line of input)
  new-secret                                make the secret anew that was lost
  calc NAME < input.json                    a figure from a formula, as JSON (docs/formats.md)
  diagnose FAULT | diagnose < case.json     what is likely behind a fault, and what to check next, as JSON
  seed-demo                                 fill the made-up workshop, if nothing is there yet
  help                                      this text

Calculations: ${calculationNames.join(', ')}
Families: ${families.map(({ id }) => id).join(', ')}
Findings: ${findings.join(', ')}
Exit codes: 0 done, 1 some rows refused, 2 unusable input.`;

const options = {
  family: { type: 'string' },
  new: { type: 'boolean' },
  last: { type: 'string' },
  hours: { type: 'string' },
  sure: { type: 'string' },
  dates: { type: 'string' },
  map: { type: 'string' },
  'dry-run': { type: 'boolean' },
  'allow-overlap': { type: 'boolean' },
  json: { type: 'boolean' },
  rejected: { type: 'string' },
  station: { type: 'string' },
  task: { type: 'string' },
  at: { type: 'string' },
  finding: { type: 'string' },
  note: { type: 'string' },
  machine: { type: 'string' },
  now: { type: 'string' },
  tasks: { type: 'string' },
  method: { type: 'string', multiple: true },
  'between-cuts': { type: 'boolean' },
} as const;

type Values = ReturnType<typeof readArgs>['values'];

function readArgs(args: string[]) {
  try {
    return parseArgs({ args, options, allowPositionals: true });
  } catch (error) {
    throw new Unusable(`${(error as Error).message} See: help`);
  }
}

function addCommand(shop: Shop, [what, name]: string[], values: Values): number {
  if (what !== 'machine') throw new Unusable('Only "add machine NAME --family FAMILY" is known.');
  const added = addMachine(shop, actor, {
    nickname: required(name, 'The name of the machine'),
    family: required(values.family, '--family'),
    past: values.new ? 'new' : 'used',
  });
  if (!added.ok) throw new Unusable(added.error.message);
  out(`Added ${added.value.nickname} (${added.value.family}).`);
  return done;
}

function dueCommand(shop: Shop, values: Values): number {
  const now = values.now ? instantOf(values.now, shop) : shop.now();
  let machineId: string | undefined;
  if (values.machine) {
    const machine = requireMachine(shop, values.machine);
    if (!machine.ok) throw new Unusable(machine.error.message);
    machineId = machine.value.id;
  }
  const rows = dueRows(dueMachines(shop, now, machineId), shop.zone);
  if (values.json) {
    out(JSON.stringify(rows, null, 1));
    return done;
  }
  const shown = rows.filter(({ state }) => state !== 'clear').sort((a, b) => b.used - a.used);
  for (const row of shown) {
    out(
      `${row.machine.padEnd(12)} ${row.station.padEnd(18)} ${row.task.padEnd(12)} ${`${row.known ? '' : '≥ '}${inPercent(row.used)}`.padStart(8)}  ${row.state}`,
    );
  }
  out(
    shown.length === 0
      ? `All ${rows.length} tasks are clear.`
      : `${shown.length} of ${rows.length} tasks are soon, not known, due or past due.`,
  );
  return done;
}

function jobCommand(shop: Shop, [file]: string[], values: Values): number {
  const name = required(file, 'The name of the file');
  const machine = requireMachine(shop, required(values.machine, '--machine'));
  if (!machine.ok) throw new Unusable(machine.error.message);
  const job = readJob(readFile(name), controllerOf(machine.value));
  if (!job.ok) throw new Unusable(`${name}: ${job.error}`);
  const { heat, warnings, ...figures } = job.value;
  if (values.json) {
    out(JSON.stringify({ ...figures, bedShare: heat.share, warnings }));
    return done;
  }
  out(`run ${formatDuration(Math.round(figures.runSeconds))}`);
  out(`beam ${formatDuration(Math.round(figures.beamSeconds))}`);
  out(
    `burned ${(figures.burnedMm / 1000).toFixed(2)} m, ${(heat.share * 100).toFixed(1)} % of the bed`,
  );
  for (const { line, text, count } of warnings) {
    out(`line ${line}: ${text}${count > 1 ? `, ${count} times` : ''}`);
  }
  return done;
}

function setCommand(shop: Shop, [name, ...words]: string[]): number {
  if (!settingNames.some((known) => known === name)) {
    throw new Unusable(`Settings are: ${settingNames.join(', ')}.`);
  }
  const changed = changeSetting(shop, actor, { name: name as SettingName, value: words.join(' ') });
  if (!changed.ok) throw new Unusable(changed.error.message);
  out(`${name} is ${changed.value}.`);
  return done;
}

/** A line typed unseen, or the first of what is piped in. */
async function askPassword(): Promise<string> {
  const lines = readline.createInterface({ input: process.stdin, terminal: false });
  if (process.stdin.isTTY) {
    process.stderr.write('New password (it is not shown): ');
    spawnSync('stty', ['-echo'], { stdio: ['inherit', 'ignore', 'ignore'] });
  }
  try {
    for await (const line of lines) return line;
    return '';
  } finally {
    lines.close();
    if (process.stdin.isTTY) {
      spawnSync('stty', ['echo'], { stdio: ['inherit', 'ignore', 'ignore'] });
      process.stderr.write('\n');
    }
  }
}

async function passwordCommand(shop: Shop, [name]: string[]): Promise<number> {
  const whose = required(name, 'The name of the person');
  // the weight of signing in is loaded by who needs it
  const { openAuth } = await import('../services/people/auth');
  const { setPassword } = await import('../services/people/people');
  const set = await setPassword(shop, openAuth(shop), actor, whose, await askPassword());
  if (!set.ok) throw new Unusable(set.error.message);
  out(
    set.value === 'changed'
      ? `The password of ${whose} is changed; they are signed out everywhere.`
      : `${whose} can sign in now.`,
  );
  return done;
}

/** Commands that do not open the shop first: it may be what is wrong. */
function closedCommand(command: string, rest: string[]): number | Promise<number> | null {
  if (command === 'calc') return calcCommand(rest);
  if (command === 'diagnose' && rest.length === 0) return diagnoseInput();
  if (command === 'restore') return restoreCommand(actor, rest);
  if (command === 'new-secret') {
    renewSecret(defaultDataDir());
    out('There is a new secret. Everybody signs in anew; give label codes and links anew.');
    return done;
  }
  const file = path.join(defaultDataDir(), recordsFile);
  if (['backup', 'check', 'archive'].includes(command) && !fs.existsSync(file)) {
    throw new Unusable(`There is no shop in ${defaultDataDir()}: nothing was done.`);
  }
  return null;
}

async function run(args: string[]): Promise<number> {
  const { positionals, values } = readArgs(args);
  const [command, ...rest] = positionals;
  if (!command || command === 'help') {
    out(usage);
    return done;
  }
  const closed = closedCommand(command, rest);
  if (closed !== null) return await closed;
  const commands: Record<string, (shop: Shop) => number | Promise<number>> = {
    add: (shop) => addCommand(shop, rest, values),
    import: (shop) => importCommand(shop, actor, rest, values),
    clean: (shop) => cleanCommand(shop, actor, rest, values),
    opening: (shop) => openingCommand(shop, actor, rest, values),
    sheet: (shop) => sheetCommand(shop, rest, values),
    diagnose: (shop) => diagnoseFaultCommand(shop, rest),
    due: (shop) => dueCommand(shop, values),
    job: (shop) => jobCommand(shop, rest, values),
    set: (shop) => setCommand(shop, rest),
    backup: (shop) => backupCommand(shop, rest),
    check: (shop) => checkCommand(shop, values),
    archive: (shop) => archiveCommand(shop, rest, values),
    'take-in': (shop) => takeInCommand(shop, actor, rest),
    password: (shop) => passwordCommand(shop, rest),
    'seed-demo': async (shop) => {
      const { seedDemo } = await import('../demo/seed');
      out(await seedDemo(shop, (line) => process.stderr.write(`${line}\n`)));
      return done;
    },
  };
  const chosen = commands[command];
  if (!chosen) throw new Unusable(`There is no command "${command}". See: help`);
  const shop = openShop(defaultDataDir());
  try {
    return await chosen(shop);
  } finally {
    closeShop(shop);
  }
}

run(process.argv.slice(2)).then(
  (code) => {
    process.exitCode = code;
  },
  (error: unknown) => {
    const message =
      error instanceof Unusable
        ? error.message
        : (troubleWords(error) ?? `Failed: ${(error as Error).stack}`);
    fs.writeSync(2, `${message}\n`);
    process.exitCode = unusable;
  },
);
