import sharp from 'sharp';
import { keepPhoto, readPhoto } from '../audit-log/photos';
import { press, eventsOf } from '../cleaning/events';
import { sheetHold, startSheet } from '../cleaning/sheets';
import { dueMachines } from '../care/due';
import { addTestMachine, cutPlywood, must, eachTestShop, tester } from '../testing/shop';
import { picturesOfKind } from './pictures';

const shop = eachTestShop();

async function photographed(nickname: string, when: 'before' | 'after') {
  const machineId = addTestMachine(shop, nickname).id;
  cutPlywood(shop, machineId, 9);
  const station = dueMachines(shop, shop.now(), machineId)[0]!.stations.find(
    ({ slug }) => slug === 'window',
  )!;
  const sheet = must(
    startSheet(shop, tester, { machineId, tasks: [{ stationId: station.id, task: 'wipe' }] }),
  );
  const sheetId = sheet.row.id;
  const png = await sharp({ create: { width: 8, height: 6, channels: 3, background: '#777' } })
    .png()
    .toBuffer();
  const read = must(await readPhoto(png));
  const photo = must(keepPhoto(shop, sheetHold(shop, sheetId)!, read));
  must(press(shop, tester, sheetId, [{ kind: 'photo', of: `${station.id}.wipe`, when, photo }]));
  expect(eventsOf(shop, sheetId)).toHaveLength(1);
  return { station, photo };
}

it('lists the pictures of a part over all machines that have it, oldest first', async () => {
  const wren = await photographed('Wren', 'before');
  shop.clock.now += 60_000;
  const swift = await photographed('Swift', 'after');
  expect(picturesOfKind(shop, 'window')).toMatchObject([
    {
      photo: wren.photo,
      machine: 'Wren',
      when: 'before',
      stationId: wren.station.id,
      finding: null,
    },
    { photo: swift.photo, machine: 'Swift', when: 'after' },
  ]);
  expect(picturesOfKind(shop, 'honeycomb')).toEqual([]);
});
