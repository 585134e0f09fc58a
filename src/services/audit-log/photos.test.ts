import fs from 'node:fs';
import path from 'node:path';
import sharp from 'sharp';
import { readFault } from '../faults/faults';
import { addReportPhoto } from '../faults/pictures';
import { reportFault } from '../faults/report';
import { keepPhoto, photoBytes, readPhoto } from './photos';
import { addTestMachine, eachTestShop, must, refusal, tester } from '../testing/shop';

const picture = () =>
  sharp({ create: { width: 2400, height: 300, channels: 3, background: '#345678' } }).withMetadata({
    exif: { IFD0: { Copyright: 'a secret' }, IFD3: { GPSLatitude: '59/1 54/1 0/1' } },
  });

test.each(['jpeg', 'png', 'webp'] as const)(
  'a %s is encoded anew, smaller, without metadata',
  async (format) => {
    const bytes = await picture().toFormat(format).toBuffer();
    const ready = must(await readPhoto(bytes));
    const meta = await sharp(ready.jpeg).metadata();
    expect([meta.format, meta.width, meta.height, meta.exif]).toEqual([
      'jpeg',
      1600,
      200,
      undefined,
    ]);
    expect(ready.jpeg.includes('a secret')).toBe(false);
  },
);

test.each([
  ['HTML in disguise', Buffer.from('<html><script>alert(1)</script></html>'), 'not a picture'],
  [
    'SVG',
    Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"></svg>'),
    'Only JPEG',
  ],
  ['nothing', Buffer.alloc(0), 'not a picture'],
  ['HEIC', Buffer.from('\0\0\0\u0018ftypheic\0\0\0\0mif1heic', 'latin1'), 'JPEG'],
  ['too much', Buffer.alloc(10 * 1024 * 1024 + 1), '10 MB'],
])('%s is refused', async (_, bytes, reason) => {
  expect(refusal(await readPhoto(bytes))).toContain(reason);
});

test('a picture is told by its pixels before any of it is decoded', async () => {
  // 9,000 × 9,000 pixels in some kilobytes: decoded it would take 240 MB
  const bomb = await sharp({
    create: { width: 9_000, height: 9_000, channels: 3, background: '#000' },
    limitInputPixels: false,
  })
    .png({ compressionLevel: 9, palette: true, colours: 2 })
    .toBuffer();
  expect(bomb.length).toBeLessThan(1_000_000);
  const before = process.memoryUsage().rss;
  expect(refusal(await readPhoto(bomb))).toContain('81 megapixels');
  expect(process.memoryUsage().rss - before).toBeLessThan(200_000_000);
}, 60_000);

test('half a picture is refused', async () => {
  const bytes = await picture().png().toBuffer();
  expect(refusal(await readPhoto(bytes.subarray(0, bytes.length / 2)))).toContain('not a picture');
});

describe('of a report', () => {
  const shop = eachTestShop();

  test('a picture is kept with its entry and read back; an unknown one is not', async () => {
    const { id } = addTestMachine(shop);
    const { faultId } = must(
      reportFault(shop, tester, { machineId: id, signs: ['weak'], key: 'photo-key-1' }),
    );
    const ready = must(await readPhoto(await picture().jpeg().toBuffer()));
    const photoId = must(keepPhoto(shop, faultId, ready));
    expect(photoBytes(shop, photoId)!.equals(ready.jpeg)).toBe(true);
    expect(photoBytes(shop, '../secret')).toBeNull();
    expect(refusal(keepPhoto(shop, 'no-entry', ready))).toContain('not in the book');
  });

  test('pictures follow their report by its link, each once however often it is sent', async () => {
    const { id } = addTestMachine(shop);
    const { faultId, follow } = must(
      reportFault(shop, tester, { machineId: id, signs: ['fire'], key: 'photo-key-2' }),
    );
    const bytes = await picture().jpeg().toBuffer();
    for (const key of ['picture-1', 'picture-1', 'picture-2', 'picture-1']) {
      must(await addReportPhoto(shop, follow, bytes, key));
    }
    expect(readFault(shop, faultId)!.photos).toHaveLength(2);
    expect(fs.readdirSync(path.join(shop.dataDir, 'photos'))).toHaveLength(2);
    expect(fs.statSync(path.join(shop.dataDir, 'photos')).mode & 0o777).toBe(0o700);
    expect(refusal(await addReportPhoto(shop, `${faultId}.guess`, bytes, 'picture-3'))).toContain(
      'not in the book',
    );
    expect(refusal(await addReportPhoto(shop, follow, Buffer.from('x'), 'picture-3'))).toContain(
      'not a picture',
    );
    shop.clock.now += 25 * 3_600_000;
    expect(refusal(await addReportPhoto(shop, follow, bytes, 'picture-3'))).toContain('over a day');
  });
});
