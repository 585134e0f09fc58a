import { createHash } from 'node:crypto';
import { causes } from '../../catalogue/causes';
import { signs } from '../../catalogue/signs';
import type { CatalogueTask } from '../../catalogue/schema';
import { findings } from '../../core/care/care';
import { rung } from '../../core/care/depth';
import { plain, readFigure } from '../../core/import/mapping';
import { readingName, type Reading } from '../../core/readings/reading';
import { memoized } from '../../core/units/memoized';
import { fail, ok, type Result } from '../../core/units/result';
import { readDate, upToNow, type DateOrder } from '../../core/units/written-date';
import { insertEntry } from '../../records/audit-log';
import { insertCare } from '../../records/care';
import { listMachines, listStations, type StationRow } from '../../records/machines';
import { carePlanFinder, tasksUnder } from '../care/care-plans';
import { stamp, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { readingInput } from '../readings/bench/reading-input';
import { takeReading } from '../usage/meters';
import { nearest } from '../usage/nearest';

/** A line that can be written: its own key, and what writes it. */
export interface ReadyRow {
  key: string;
  machine: string;
  at: number;
  words: string;
  write: () => Outcome<unknown>;
}

type Cell = (field: string) => string;
type RowReader = (cell: Cell) => Result<ReadyRow[]>;
type MakeReader = (shop: Shop, actor: Actor, order: DateOrder) => RowReader;

/** A key of its content: the same row twice is one. */
const keyOf = (kind: string, ...parts: unknown[]) =>
  `past:${kind}:${createHash('sha256').update(JSON.stringify(parts)).digest('base64url').slice(0, 32)}`;

/** Finds machines as people write them. */
function machineFinder(shop: Shop) {
  const machines = listMachines(shop.db, { retired: true });
  const names = machines.map(({ nickname }) => nickname);
  return (written: string): Result<(typeof machines)[number]> => {
    if (!written) return fail('the machine is missing');
    const found = machines.find(({ nickname }) => nickname.toLowerCase() === written.toLowerCase());
    if (found) return ok(found);
    const guess = nearest(written, names);
    return fail(`unknown machine "${written}"${guess ? `: did you mean ${guess}?` : ''}`);
  };
}

/** Reads a date of the past. A day that is today stands for now. */
function pastDate(shop: Shop, order: DateOrder) {
  const now = shop.now();
  return (written: string, what = 'date'): Result<number> => {
    if (!written) return fail(`the ${what} is missing`);
    const read = readDate(written, order, shop.zone);
    if (!read.ok) return fail(`${what}: ${read.error}`);
    const at = upToNow(read.value, now);
    return at <= now ? ok(at) : fail(`${what}: "${written}" is still to come`);
  };
}

const most = (text: string, count: number) => text.slice(0, count);

/** The station that somebody means, by its name, its short one or its word in the command line. */
function stationOf(stations: readonly StationRow[], written: string): Result<StationRow> {
  const wanted = plain(written);
  const names = (row: StationRow) => [row.name, row.slug, row.short, row.kind].map(plain);
  const found =
    stations.find((row) => names(row).includes(wanted)) ??
    stations.find((row) =>
      names(row).some((name) => name.length > 3 && ` ${wanted} `.includes(` ${name} `)),
    );
  if (found) return ok(found);
  const guess = nearest(wanted, stations.flatMap(names));
  const near = guess && stations.find((row) => names(row).includes(guess));
  return fail(
    `unknown station "${written}"${near ? `: did you mean ${near.name}?` : `: it has ${stations.map(({ name }) => name).join(', ')}`}`,
  );
}

/** The task that somebody means; where nothing is written, the station's clean, else its lightest care. */
function taskOf(
  tasks: readonly CatalogueTask[],
  written: string,
  station: string,
): Result<CatalogueTask> {
  if (tasks.length === 0) return fail(`${station} has no care task`);
  const wanted = plain(written);
  if (!wanted) {
    const byDepth = [...tasks].sort((a, b) => (rung(a.depth) ?? 9) - (rung(b.depth) ?? 9));
    return ok(
      tasks.find(({ depth }) => depth === 'clean') ??
        byDepth.find(({ depth }) => (rung(depth) ?? 0) > 0) ??
        byDepth[0]!,
    );
  }
  const words = (task: CatalogueTask) => [task.key, task.depth, task.name].map(plain);
  const found =
    tasks.find((task) => words(task).includes(wanted)) ??
    tasks.find((task) => words(task).some((name) => ` ${wanted} `.includes(` ${name} `))) ??
    tasks.find((task) => wanted.startsWith(plain(task.depth)));
  if (found) return ok(found);
  return fail(
    `${station} has no task "${written}": it has ${tasks.map(({ key }) => key).join(', ')}`,
  );
}

const isReplaced = (written: string) => /\b(replaced?|new|changed|exchanged)\b/i.test(written);

const careReader: MakeReader = (shop, actor, order) => {
  const machineOf = machineFinder(shop);
  const dateOf = pastDate(shop, order);
  const planOf = carePlanFinder(shop, shop.now());
  // a notebook has thousands of rows of few machines
  const stationsOf = memoized((machineId: string) => listStations(shop.db, machineId));
  return (cell) => {
    const machine = machineOf(cell('machine'));
    if (!machine.ok) return machine;
    const at = dateOf(cell('date'));
    if (!at.ok) return at;
    if (!cell('station')) return fail('the station is missing');
    const { id: machineId, nickname } = machine.value;
    const stations = stationsOf(machineId);
    const found = plain(cell('finding'));
    const finding = findings.find((one) => one === found) ?? null;
    const minutes = readFigure(cell('minutes'));
    const note = most(
      [
        cell('note'),
        found && !finding && `found: ${cell('finding')}`,
        cell('by') && `done by ${cell('by')}`,
      ]
        .filter(Boolean)
        .join('; '),
      500,
    );
    const rows: ReadyRow[] = [];
    for (const written of cell('station').split(/[,;+&/]| and | und | og /)) {
      if (!written.trim()) continue;
      const station = stationOf(stations, written.trim());
      if (!station.ok) return station;
      const row = station.value;
      const task = taskOf(tasksUnder(planOf(machineId), row), cell('task'), row.name);
      if (!task.ok) return task;
      const { key: taskKey, depth, name } = task.value;
      const key = keyOf('care', row.id, taskKey, at.value, finding);
      rows.push({
        key,
        machine: nickname,
        at: at.value,
        words: `${row.name}, ${name.toLowerCase()}${finding ? `, found ${finding}` : ''}`,
        write: () => {
          const entryId = insertEntry(shop.db, {
            kind: 'care',
            machineId,
            ...stamp(shop, actor, at.value),
            key,
            note: note || null,
          });
          insertCare(shop.db, {
            entryId,
            machineId,
            stationId: row.id,
            task: taskKey,
            depth,
            at: at.value,
            result: isReplaced(cell('task')) ? 'replaced' : 'done',
            finding,
            method: null,
            way: null,
            minutes: minutes === null ? null : Math.min(1440, Math.round(minutes)),
            sheetId: null,
            moduleId: null,
          });
          return ok(null);
        },
      });
    }
    return ok(rows);
  };
};

const faultReader: MakeReader = (shop, actor, order) => {
  const machineOf = machineFinder(shop);
  const dateOf = pastDate(shop, order);
  return (cell) => {
    const machine = machineOf(cell('machine'));
    if (!machine.ok) return machine;
    const at = dateOf(cell('date'), 'day of the report');
    if (!at.ok) return at;
    const what = most(cell('what'), 1000);
    if (!what) return fail('what was wrong is missing');
    const closed = cell('closed') ? dateOf(cell('closed'), 'day of the end') : ok(at.value);
    if (!closed.ok) return closed;
    if (closed.value < at.value) return fail('it was closed before it was reported');
    const { id: machineId, nickname } = machine.value;
    const sign = signs.find(({ id, words }) =>
      [id, words].some((one) => plain(one) === plain(what)),
    );
    const key = keyOf('fault', machineId, at.value, plain(what));
    return ok([
      {
        key,
        machine: nickname,
        at: at.value,
        words: `${sign?.words ?? what}${cell('closed') ? '' : ', taken as closed the same day'}`,
        write: () => {
          writeFault(shop, actor, {
            machineId,
            at: at.value,
            closed: closed.value,
            key,
            cell,
            sign: sign?.id ?? null,
          });
          return ok(null);
        },
      },
    ]);
  };
};

/** A fault of the past with what was found, done and when it ended. It holds nothing and tells nobody. */
function writeFault(
  shop: Shop,
  actor: Actor,
  {
    machineId,
    at,
    closed,
    key,
    cell,
    sign,
  }: {
    machineId: string;
    at: number;
    closed: number;
    key: string;
    cell: Cell;
    sign: string | null;
  },
): void {
  const note = [
    sign ? '' : most(cell('what'), 1000),
    cell('note'),
    cell('by') && `by ${cell('by')}`,
  ];
  const faultId = writeEntry(shop, actor, {
    kind: 'fault',
    machineId,
    at,
    key,
    note: note.filter(Boolean).join('; ') || null,
    data: {
      signs: [sign ?? 'other'],
      danger: 'degraded',
      material: null,
      stillHappens: null,
      careEntryId: null,
    },
  });
  const step = { machineId, subjectId: faultId, at: closed };
  const written = cell('cause');
  if (written) {
    const cause = causes.find(({ id, words }) =>
      [id, words].some((one) => plain(one) === plain(written)),
    );
    writeEntry(shop, actor, {
      kind: 'fault diagnosis',
      ...step,
      data: { cause: cause?.id ?? most(written, 200) },
    });
  }
  if (cell('repair')) {
    writeEntry(shop, actor, {
      kind: 'fault repair',
      ...step,
      data: {
        action: most(cell('repair'), 200),
        part: null,
        minutes: Math.min(10_000, Math.round(readFigure(cell('minutes')) ?? 0)),
        opened: [],
        parts: [],
        fan: null,
        cost: Math.round((readFigure(cell('cost')) ?? 0) * 100),
        expected: null,
      },
    });
  }
  writeEntry(shop, actor, {
    kind: 'fault closed',
    ...step,
    data: { as: 'fixed', duplicateOf: null },
  });
}

const readingReader: MakeReader = (shop, actor, order) => {
  const machineOf = machineFinder(shop);
  const dateOf = pastDate(shop, order);
  return (cell) => {
    const machine = machineOf(cell('machine'));
    if (!machine.ok) return machine;
    const at = dateOf(cell('date'));
    if (!at.ok) return at;
    const { id: machineId, nickname } = machine.value;
    const place = { machine: nickname, at: at.value };
    const what = cell('what');
    const rows: ReadyRow[] = [];
    const counter = cell('hours') || (isCounter(what) ? cell('figure') : '');
    if (counter || isCounter(what)) {
      const hours = readFigure(counter);
      if (hours === null) return fail(`"${counter}" is no figure of hours`);
      const seconds = Math.round(hours * 3600);
      const key = keyOf('reading', machineId, at.value, seconds);
      const note = most(cell('note'), 300);
      rows.push({
        ...place,
        key: `meter:${key}`,
        words: `${hours} h`,
        write: () => takeReading(shop, actor, { machineId, at: at.value, seconds, note, key }),
      });
    }
    if (!isCounter(what) && (cell('figure') || rows.length === 0)) {
      const read = takenOf(what, cell);
      if (!read.ok) return read;
      const taken = read.value;
      const key = `reading:${keyOf('bench', machineId, at.value, taken)}`;
      const note = most(cell('note'), 500) || null;
      const data = { taken, baseline: false };
      rows.push({
        ...place,
        key,
        words: `${readingName(taken)}: ${cell('figure')} ${cell('unit')}`.trim(),
        // what it once said calls for nothing now
        write: () =>
          ok(
            writeEntry(shop, actor, { kind: 'reading', machineId, at: at.value, key, note, data }),
          ),
      });
    }
    return ok(rows);
  };
};

/** Whether a reading is of the hour counter: nothing else is named. */
const isCounter = (what: string) =>
  /^((run |hour |operating )?(hours?|counter|meter|timer)|zählerstand|betriebsstunden)?$/.test(
    plain(what),
  );

/** A figure that may be below zero, and the unit written behind it. */
function readQuantity(written: string): [number | null, string] {
  const [, minus, figure, unit] = /^([-−])?([\d.,'\s]+)(.*)$/.exec(written.trim()) ?? [];
  const size = readFigure(figure ?? '');
  return [size !== null && minus ? -size : size, unit?.trim() ?? ''];
}

/** What was read beside the hours, as the bench keeps it: what it knows by name, else a figure with its name and unit. */
function takenOf(what: string, cell: Cell): Result<Reading> {
  const [value, own] = readQuantity(cell('figure'));
  if (value === null) return fail(`"${cell('figure')}" is no figure of ${what}`);
  const unit = cell('unit') || own;
  const name = plain(what);
  const isCoolant = /^(coolant|cooling water|water|chiller)( temp(erature)?)?$/.test(name);
  const isFilter = /\bfilter\b/.test(name) && /\bpressure\b/.test(name);
  const unknown = { room: null, humidity: null, conductivity: null, flow: null, level: null };
  const [low, high] = ['low', 'high'].map((field) => readQuantity(cell(field))[0]);
  for (const [field, limit] of [
    ['low', low],
    ['high', high],
  ] as const) {
    if (cell(field) && limit === null) return fail(`"${cell(field)}" is no limit of ${what}`);
  }
  const read = readingInput.safeParse(
    isCoolant && /^(°?\s*c|)$/i.test(unit)
      ? { instrument: 'coolant', water: value, ...unknown }
      : isFilter && /^(pa|)$/i.test(unit)
        ? { instrument: 'filter', pressure: value, flow: null }
        : { instrument: 'gauge', name: what, unit, value, low, high },
  );
  return read.success ? ok(read.data) : fail(read.error.issues[0]!.message);
}

/** What reads the rows of each kind of history. */
export const rowReaders = {
  care: careReader,
  faults: faultReader,
  readings: readingReader,
} as const satisfies Record<string, MakeReader>;
