import { spawn } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { makeCopy, putCopyBack, readCopy } from './copies';
import { createTechnician, openAuth, signIn } from '../people/auth';
import { reportFault } from '../faults/report';
import { followToken } from '../faults/follow';
import { changePost, postSettings } from '../mail/letters';
import { keepPhoto, photoBytes, readPhoto } from '../audit-log/photos';
import { closeShop, holdFolder, openShop } from '../shop';
import {
  addTestMachine,
  dropTestShop,
  must,
  openTestShop,
  refusal,
  tester,
  type TestShop,
} from '../testing/shop';

const right = { name: 'Åse', password: 'herring-and-rye' };
let shop: TestShop;
let target: string;
let photo: string;
let fault: string;
beforeEach(async () => {
  shop = openTestShop(Date.now());
  target = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-copies-'));
  must(await createTechnician(shop, openAuth(shop), right));
  const machineId = addTestMachine(shop).id;
  fault = must(
    reportFault(shop, tester, { machineId, signs: ['weak'], key: 'backup-key' }),
  ).faultId;
  const picture = await sharp({
    create: { width: 60, height: 40, channels: 3, background: '#345678' },
  })
    .jpeg()
    .toBuffer();
  photo = must(keepPhoto(shop, fault, must(await readPhoto(picture))));
  must(
    changePost(shop, tester, {
      host: 'mail.quay.invalid',
      port: 25,
      secure: false,
      user: '',
      password: 'tide',
      from: 'shop@quay.invalid',
    }),
  );
});
afterEach(() => {
  dropTestShop(shop);
  fs.rmSync(target, { recursive: true });
});

test('a shop is copied whole while it is open, and comes back after its folder was deleted', async () => {
  const { folder } = must(makeCopy(shop, target));
  const link = followToken(shop, fault);
  const book = shop.db.$client.prepare('select * from entry order by id').all();
  expect(fs.statSync(folder).mode & 0o777).toBe(0o700);
  expect(fs.statSync(path.join(folder, 'secret')).mode & 0o777).toBe(0o600);
  closeShop(shop);
  fs.rmSync(shop.dataDir, { recursive: true });
  const { aside } = must(putCopyBack(folder, shop.dataDir, shop.clock.now));
  expect(aside).toBeNull();
  const back = openShop(shop.dataDir);
  expect(back.db.$client.prepare('select * from entry order by id').all()).toEqual(book);
  must(await signIn(back, openAuth(back), right));
  expect(photoBytes(back, photo)).not.toBeNull();
  expect(followToken(back, fault)).toBe(link);
  expect(postSettings(back)?.password).toBe('tide');
  closeShop(back);
  Object.assign(shop, { db: openShop(shop.dataDir).db });
});

test('what is there now is moved aside whole, with what is not yet folded into its file', () => {
  const { folder } = must(makeCopy(shop, target));
  addTestMachine(shop, 'Heron');
  expect(fs.existsSync(path.join(shop.dataDir, 'bitacora.sqlite-wal'))).toBe(true);
  const names = fs.readdirSync(shop.dataDir).sort();
  const { aside } = must(putCopyBack(folder, shop.dataDir, shop.clock.now));
  expect(fs.readdirSync(aside!).sort()).toEqual(names);
  const machines = (dir: string) => {
    const one = openShop(dir);
    const rows = one.db.$client.prepare('select nickname from machine order by 1').pluck().all();
    closeShop(one);
    return rows;
  };
  expect(machines(shop.dataDir)).toEqual(['Wren']);
  expect(machines(aside!)).toEqual(['Heron', 'Wren']);
  fs.rmSync(aside!, { recursive: true });
});

test.each<[string, (folder: string) => void, RegExp]>([
  [
    'half of it',
    (folder) => fs.rmSync(path.join(folder, 'secret')),
    /not whole: secret is missing/,
  ],
  [
    'one that was changed',
    (folder) => fs.appendFileSync(path.join(folder, 'bitacora.sqlite'), 'x'),
    /damaged: bitacora.sqlite/,
  ],
  [
    'one whose list points outside',
    (folder) => {
      const file = path.join(folder, 'copy.json');
      fs.writeFileSync(file, fs.readFileSync(file, 'utf8').replace('"secret"', '"../secret"'));
    },
    /outside itself/,
  ],
  ['any folder', (folder) => fs.rmSync(path.join(folder, 'copy.json')), /no copy made by/],
])('%s is not put back, and nothing is touched', (_, harm, words) => {
  const { folder } = must(makeCopy(shop, target));
  harm(folder);
  const names = fs.readdirSync(shop.dataDir).sort();
  expect(refusal(readCopy(folder))).toMatch(words);
  expect(refusal(putCopyBack(folder, shop.dataDir, 0))).toMatch(words);
  expect(fs.readdirSync(shop.dataDir).sort()).toEqual(names);
});

test('nothing is put back under a server that runs; one that died holds nothing', () => {
  const { folder } = must(makeCopy(shop, target));
  const held = `require('better-sqlite3')(process.argv[1], { timeout: 0 }).exec('begin exclusive');
    process.stdout.write('held'); setInterval(() => {}, 1000);`;
  const other = spawn(process.execPath, ['-e', held, path.join(shop.dataDir, 'server.lock')]);
  fs.writeFileSync(path.join(shop.dataDir, 'server.pid'), String(other.pid));
  return new Promise<void>((resolve, reject) => {
    other.stdout.once('data', () => {
      expect(refusal(putCopyBack(folder, shop.dataDir, 0))).toContain(`process ${other.pid}`);
      expect(() => holdFolder(shop.dataDir)).toThrow(`process ${other.pid}`);
      other.kill('SIGKILL');
    });
    other.once('error', reject);
    other.once('exit', () => {
      const { aside } = must(putCopyBack(folder, shop.dataDir, 0));
      fs.rmSync(aside!, { recursive: true });
      const lock = holdFolder(shop.dataDir);
      expect(() => holdFolder(shop.dataDir)).toThrow('Another server');
      lock.release();
      holdFolder(shop.dataDir).release();
      resolve();
    });
  });
});
