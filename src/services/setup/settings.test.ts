import { readSetting } from '../../records/settings';
import { entryData, standingEntries } from '../../records/audit-log';
import { dueMachines } from '../care/due';
import { logSession } from '../usage/sessions';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import { changeSetting, type SettingName } from './settings';

const shop = eachTestShop();
const set = (name: SettingName, value: string) => changeSetting(shop, tester, { name, value });
const noted = () => standingEntries(shop.db, ['setting']).map((row) => entryData(row, 'setting'));

test.each<[SettingName, taken: string[], refused: string[], words: string]>([
  ['timezone', ['Europe/Oslo', 'UTC', 'Asia/Kathmandu'], ['Oslo', 'CET'], 'IANA time zone'],
  ['label-asks', ['nothing', 'name', 'code'], ['everything', 'Name'], 'a name or a code'],
  [
    'code-roles',
    ['helper', 'operator, helper', 'nobody'],
    ['captain', 'helper,operator', 'helper, captain'],
    'Name roles, with a comma between: technician, helper, operator, reader; or nobody.',
  ],
  [
    'training-first',
    ['nothing', 'dots', 'drill, order, touch'],
    ['dance', 'dots, dance'],
    'Name exercises, with a comma between: dots, drill, order, touch, facing; or nothing.',
  ],
  [
    'address',
    ['http://192.0.2.7:3000', 'https://shop.example'],
    ['192.0.2.7', 'ftp://a.b'],
    'http',
  ],
  ['undo-hours', ['0', '24', '168'], ['169', '-1', '1.5', '1000', 'a day'], 'a week'],
  ['accepted-risk', ['5', '20', '50'], ['4', '51', '100', '9.5', 'some'], 'From 5 to 50 percent'],
  ['fire-hold', ['0', '100', '500'], ['99', '501', '1000', '00'], '100 to 500 percent'],
  ['strength-floor', ['10', '87.5', '100'], ['9.9', '100.1', 'high'], '10 to 100 percent'],
  ['name', ['Tern Quay Workshop', 'x'.repeat(300)], ['', '   ', 'x'.repeat(301)], ''],
  ['stop-instruction', ['Press the red knob.'], [''], 'must not be empty'],
])('%s takes %j and refuses %j', (name, taken, refused, words) => {
  for (const value of taken) {
    must(set(name, value));
    expect(readSetting(shop.db, name)).toBe(value);
  }
  const before = noted();
  for (const value of refused) expect(refusal(set(name, value))).toContain(words);
  expect(readSetting(shop.db, name)).toBe(taken.at(-1));
  expect(noted()).toEqual(before);
});

test('each change stands in the book once, with what it was before', () => {
  const before = noted().length;
  must(set('name', 'Loft'));
  must(set('name', 'Loft'));
  must(set('name', ' Pier '));
  expect(noted().slice(before)).toEqual([
    { name: 'name', from: null, to: 'Loft' },
    { name: 'name', from: 'Loft', to: 'Pier' },
  ]);
});

test('another time zone counts the days of use anew', () => {
  const machineId = addTestMachine(shop).id;
  // 22:30 and 23:30 in Oslo are one day there, and two in Kathmandu (UTC+5:45): 03:15 and 04:15, and 17:00 before
  for (const [key, hour] of [
    ['a', 11.5],
    ['b', 21.5],
    ['c', 22.5],
  ] as const) {
    const start = Date.UTC(2026, 10, 23) + hour * 3_600_000;
    must(logSession(shop, tester, { machineId, start, runSeconds: 60, key: `zone-use-${key}` }));
  }
  const useDays = () =>
    dueMachines(shop)[0]!.stations.flatMap(({ tasks }) => tasks)[0]!.counters.useDays;
  expect(useDays()).toBe(1);
  must(set('timezone', 'Asia/Kathmandu'));
  expect(useDays()).toBe(2);
});
