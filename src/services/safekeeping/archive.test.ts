import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { keepPhoto, photoBytes, readPhoto } from '../audit-log/photos';
import { dueMachines } from '../care/due';
import { dueRows } from '../care/due-rows';
import { recordCare } from '../care/care';
import { reportFault } from '../faults/report';
import { closeShop, openShop, type Shop } from '../shop';
import { logSession } from '../usage/sessions';
import {
  addTestMachine,
  dropTestShop,
  must,
  openTestShop,
  refusal,
  tester,
  type TestShop,
} from '../testing/shop';
import { packArchive, takeArchiveIn } from './archive';

const hour = 3_600_000;
let shop: TestShop;
let other: TestShop;
/** a folder in which nobody has begun a book */
let empty: Shop;
let folder: string;
let photo: string;
const sumOf = (name: string) => createHash('sha256').update(fs.readFileSync(name)).digest('hex');
let keys = 0;
const file = (name = 'shop.tar.gz') => path.join(folder, name);

const use = (of: TestShop, machineId: string, minutes: number) =>
  must(
    logSession(of, tester, {
      machineId,
      start: of.clock.now - 3 * hour,
      runSeconds: minutes * 60,
      beamSeconds: null,
      material: 'birch plywood',
      process: 'cut',
      airAssist: true,
      draught: 'full',
      operator: 'Åse',
      note: 'edge “burnt”, twice\n— see the tray',
      key: `archive-key-${keys++}`,
    }),
  );

beforeEach(async () => {
  shop = openTestShop();
  other = openTestShop();
  empty = openShop(fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-empty-')), () => shop.clock.now);
  folder = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-archive-'));
  const wren = addTestMachine(shop, 'Wren');
  addTestMachine(shop, 'Heron', 'co2-glass-tube');
  use(shop, wren.id, 90);
  const [station] = dueMachines(shop)[0]!.stations;
  must(
    recordCare(shop, tester, {
      stationId: station!.id,
      task: station!.tasks[0]!.task.key,
      at: shop.clock.now - hour,
      result: 'done',
    }),
  );
  const { faultId } = must(
    reportFault(shop, tester, { machineId: wren.id, signs: ['weak'], key: 'archive-fault' }),
  );
  const picture = await sharp({
    create: { width: 40, height: 30, channels: 3, background: '#345678' },
  })
    .jpeg()
    .toBuffer();
  photo = must(keepPhoto(shop, faultId, must(await readPhoto(picture))));
});
afterEach(() => {
  dropTestShop(shop);
  dropTestShop(other);
  closeShop(empty);
  fs.rmSync(empty.dataDir, { recursive: true });
  fs.rmSync(folder, { recursive: true });
});

const due = (of: Shop) => dueRows(dueMachines(of, shop.clock.now), of.zone);
const book = (of: Shop) =>
  of.db.$client.prepare('select * from entry order by id').all() as { machine_id: string }[];

test('a whole shop goes out and into an empty one, and out again as the same bytes', async () => {
  const packed = must(await packArchive(shop, file()));
  expect(packed).toMatchObject({ machine: null, photos: 1, entries: book(shop).length });
  expect(must(await takeArchiveIn(empty, tester, file()))).toMatchObject({ photos: 1 });
  expect(book(empty)).toEqual(book(shop));
  expect(due(empty)).toEqual(due(shop));
  expect(photoBytes(empty, photo)).toEqual(photoBytes(shop, photo));
  must(await packArchive(empty, file('again.tar.gz')));
  expect(fs.readFileSync(file('again.tar.gz')).equals(fs.readFileSync(file()))).toBe(true);
  expect(refusal(await takeArchiveIn(empty, tester, file()))).toContain('holds a book already');
});

test('any tar and any JSON reader can read it, and no key of the door is in it', async () => {
  must(await packArchive(shop, file()));
  execFileSync('tar', ['xzf', file(), '-C', folder]);
  const lines = fs.readFileSync(path.join(folder, 'book/session.jsonl'), 'utf8').trim().split('\n');
  expect(lines.map((line) => JSON.parse(line) as object)).toMatchObject([
    {
      kind: 'session',
      note: 'edge “burnt”, twice\n— see the tray',
      says: { run_s: 5400, material: 'plywood', air_assist: true },
    },
  ]);
  const { files } = JSON.parse(fs.readFileSync(path.join(folder, 'archive.json'), 'utf8')) as {
    files: { name: string; sha256: string }[];
  };
  for (const { name, sha256 } of files) {
    const sum = sumOf(path.join(folder, name));
    expect([name, sum]).toEqual([name, sha256]);
  }
  const rules = JSON.parse(fs.readFileSync(path.join(folder, 'schema.json'), 'utf8')) as object;
  expect(Object.keys(rules)).toContain('book/session.jsonl');
  const all = files.map(({ name }) => fs.readFileSync(path.join(folder, name), 'latin1')).join('');
  for (const key of ['token_hash', 'code_hash', 'password']) expect(all).not.toContain(`"${key}":`);
});

test('one machine goes with its history into a shop that has others, and with a new label', async () => {
  const [wren] = dueMachines(shop).filter(({ nickname }) => nickname === 'Wren');
  must(await packArchive(shop, file(), wren));
  addTestMachine(other, 'Plover');
  use(other, dueMachines(other)[0]!.id, 30);
  expect(must(await takeArchiveIn(other, tester, file()))).toMatchObject({ machine: 'Wren' });
  const rows = due(other).filter(({ machine }) => machine === 'Wren');
  expect(rows).toEqual(due(shop).filter(({ machine }) => machine === 'Wren'));
  expect(due(other).some(({ machine }) => machine === 'Heron')).toBe(false);
  expect(photoBytes(other, photo)).toEqual(photoBytes(shop, photo));
  const token = (of: Shop) =>
    of.db.$client.prepare('select label_token from machine where id = ?').pluck().get(wren!.id);
  expect(String(token(other)).length).toBeGreaterThan(20);
  expect(token(other)).not.toBe(token(shop));
  expect(refusal(await takeArchiveIn(other, tester, file()))).toContain('in this book already');
});

describe('what is not fit is refused in words, and nothing is kept', () => {
  const held = () => [
    book(empty),
    fs.existsSync(path.join(empty.dataDir, 'photos', `${photo}.jpg`)),
  ];
  const repack = (change: () => void) => {
    const inside = path.join(folder, 'inside');
    fs.mkdirSync(inside);
    execFileSync('tar', ['xzf', file(), '-C', inside]);
    process.chdir(inside);
    try {
      change();
      execFileSync('tar', ['czf', file('changed.tar.gz'), ...fs.readdirSync('.')]);
    } finally {
      process.chdir(path.resolve(__dirname, '../../..'));
    }
    return file('changed.tar.gz');
  };
  const relist = (name: string) => {
    const list = JSON.parse(fs.readFileSync('archive.json', 'utf8')) as {
      files: { name: string; bytes: number; sha256: string }[];
    };
    const one = list.files.find((each) => each.name === name)!;
    const sum = sumOf(name);
    Object.assign(one, { bytes: fs.statSync(name).size, sha256: sum });
    fs.writeFileSync('archive.json', JSON.stringify(list));
  };
  const edit = (name: string, change: (text: string) => string) => {
    fs.writeFileSync(name, change(fs.readFileSync(name, 'utf8')));
  };

  test.each<[string, () => void, RegExp]>([
    ['a part that is missing', () => fs.rmSync('book/session.jsonl'), /not whole: book\/session/],
    [
      'a part that was changed',
      () => edit('book/session.jsonl', (text) => text.replace('5400', '5401')),
      /damaged: book\/session/,
    ],
    ['a file of its own', () => fs.writeFileSync('run.sh', 'echo'), /no place in it: run\.sh/],
    [
      'a line of the wrong form, listed as if it were right',
      () => {
        edit('book/session.jsonl', (text) => text.replace('5400', '"long"'));
        relist('book/session.jsonl');
      },
      /session\.jsonl, line 1: says\.run_s/,
    ],
    [
      'a line that is no JSON',
      () => {
        edit('tables/machine.jsonl', (text) => text.slice(0, -9));
        relist('tables/machine.jsonl');
      },
      /machine\.jsonl, line 2/,
    ],
    [
      'a row that names what is not there',
      () => {
        edit('tables/machine.jsonl', (text) => text.split('\n').slice(1).join('\n'));
        relist('tables/machine.jsonl');
      },
      /names a machine that is not there/,
    ],
    [
      'a newer form',
      () => edit('archive.json', (text) => text.replace('"version": 2', '"version": 3')),
      /newer version/,
    ],
    ['no list', () => fs.rmSync('archive.json'), /has no archive\.json/],
  ])('%s', async (_, change, words) => {
    must(await packArchive(shop, file()));
    const before = held();
    expect(refusal(await takeArchiveIn(empty, tester, repack(change)))).toMatch(words);
    expect(held()).toEqual(before);
    expect(fs.readdirSync(empty.dataDir).filter((name) => name.startsWith('coming-'))).toEqual([]);
  });

  test('an older form comes in whole: a care of it says no way', async () => {
    must(await packArchive(shop, file()));
    const older = repack(() => {
      edit('book/care.jsonl', (text) => text.replaceAll(/"way":(null|"[a-z-]*"),/g, ''));
      expect(fs.readFileSync('book/care.jsonl', 'utf8')).not.toContain('"way"');
      relist('book/care.jsonl');
      edit('archive.json', (text) => text.replace('"version":2', '"version":1'));
    });
    must(await takeArchiveIn(empty, tester, older));
    const cares = (of: Pick<TestShop, 'db'>) =>
      of.db.$client.prepare('select entry_id, task, minutes, way from care order by 1').all();
    expect(cares(shop).length).toBeGreaterThan(0);
    expect(cares(empty)).toEqual(cares(shop));
  });

  test('half a file, no archive at all, no file', async () => {
    must(await packArchive(shop, file()));
    const whole = fs.readFileSync(file());
    fs.writeFileSync(file('half.tar.gz'), whole.subarray(0, whole.length / 2));
    fs.writeFileSync(file('letter.txt'), 'Dear diary');
    expect(refusal(await takeArchiveIn(empty, tester, file('half.tar.gz')))).toMatch(/damaged/);
    expect(refusal(await takeArchiveIn(empty, tester, file('letter.txt')))).toMatch(/no archive/);
    expect(refusal(await takeArchiveIn(empty, tester, file('none')))).toMatch(/no file/);
    expect(refusal(await packArchive(shop, file()))).toMatch(/there already/);
  });
});
