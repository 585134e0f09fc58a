import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { addMachine } from '../machines/machines';
import { allInOrder } from '../../core/cleaning/ending';
import { noMarks, progressOf, type Marks } from '../../core/cleaning/progress';
import { millisecondsPerDay } from '../../core/units/time';
import { logSession } from '../usage/sessions';
import { press, eventsOf } from '../cleaning/events';
import { runOf } from '../cleaning/sheets';
import { openRecords, recordsFile } from '../../records/database';
import { closeShop, openShop, type Actor, type Outcome, type Shop } from '../shop';
import { changeSetting } from '../setup/settings';

export const tester: Actor = { id: null, name: 'Tester', source: 'hand' };

/** A shop on a real file in a folder of its own, with a clock that tests set. */
export interface TestShop extends Shop {
  clock: { now: number };
}

export function openTestShop(now = Date.UTC(2026, 10, 24, 12), zone = 'Europe/Oslo'): TestShop {
  const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-test-'));
  const clock = { now };
  fs.writeFileSync(path.join(dir, recordsFile), (empty ??= emptyRecords()));
  const shop = Object.assign(
    openShop(dir, () => clock.now),
    { clock },
  );
  // no test pulls the plug
  shop.db.$client.pragma('synchronous = OFF');
  must(changeSetting(shop, tester, { name: 'timezone', value: zone }));
  return shop;
}

/** Records without a line, brought up to date once for a file of tests: that takes longer than most of them. */
let empty: Uint8Array | null = null;

function emptyRecords(): Uint8Array {
  const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-empty-'));
  openRecords(dir).$client.close();
  const bytes = fs.readFileSync(path.join(dir, recordsFile));
  fs.rmSync(dir, { recursive: true });
  return bytes;
}

export function dropTestShop(shop: Shop): void {
  closeShop(shop);
  fs.rmSync(shop.dataDir, { recursive: true });
}

/**
 * A shop of its own for each test: opened before it, and dropped when the next begins or all have ended, so that what a
 * file does after each still has it. What is returned stands for the one of the test that runs.
 */
export function eachTestShop(open: () => TestShop = openTestShop): TestShop {
  let current: TestShop | null = null;
  const drop = () => {
    if (current) dropTestShop(current);
    current = null;
  };
  beforeEach(() => {
    drop();
    current = open();
  });
  afterAll(drop);
  const now = (): TestShop => {
    if (!current) throw new Error('There is no shop outside of a test.');
    return current;
  };
  return new Proxy({} as TestShop, {
    get: (_, name) => Reflect.get(now(), name) as unknown,
    set: (_, name, value) => Reflect.set(now(), name, value),
    has: (_, name) => Reflect.has(now(), name),
    ownKeys: () => Reflect.ownKeys(now()),
    getOwnPropertyDescriptor: (_, name) => Reflect.getOwnPropertyDescriptor(now(), name),
  });
}

/** The value of an outcome that must be a success. */
export function must<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw new Error(`expected a success, got: ${outcome.error.message}`);
  return outcome.value;
}

/** The message of an outcome that must be a failure: in words, as is all that it says of fields. */
export function refusal(outcome: Outcome<unknown>): string {
  if (outcome.ok) throw new Error('expected a refusal');
  const { message, fields = {} } = outcome.error;
  const unsaid = [message, ...Object.values(fields)].find(
    (said) => !/^\S+ \S[^]*[.?!)]$/.test(said),
  );
  if (unsaid !== undefined) throw new Error(`a refusal is a sentence, not "${unsaid}"`);
  return message;
}

export function addTestMachine(shop: Shop, nickname = 'Wren', family = 'enclosed-diode') {
  return must(addMachine(shop, tester, { nickname, family, past: 'new' }));
}

/** An hour of cut plywood on each of so many days on end, the last of them yesterday. */
export function cutPlywood(shop: TestShop, machineId: string, days: number): void {
  for (let ago = days; ago >= 1; ago--) {
    const start = shop.clock.now - ago * millisecondsPerDay;
    must(
      logSession(shop, tester, {
        machineId,
        start,
        runSeconds: 3600,
        beamSeconds: null,
        material: 'plywood',
        process: 'cut',
        airAssist: true,
        draught: 'full',
        operator: null,
        note: null,
        key: `plywood-${machineId}-${start}`,
      }),
    );
  }
}

/** Presses whatever stands between a sheet and its sign-off, as somebody who finds all in order. */
export function pressAllInOrder(shop: Shop, sheetId: string): void {
  const progress = progressOf(eventsOf(shop, sheetId));
  must(press(shop, tester, sheetId, allInOrder(runOf(shop, sheetId)!, progress)));
}

/** Marks one task of a sheet. */
export function markOn(
  shop: Shop,
  sheetId: string,
  stationId: string,
  task: string,
  marks: Partial<Marks>,
) {
  return must(
    press(shop, tester, sheetId, [
      { kind: 'mark', task: `${stationId}.${task}`, change: { ...noMarks, ...marks } },
    ]),
  );
}
