import { features } from '../../catalogue/builds/build';
import { methodQuestions } from '../../catalogue/methods';
import { dangerWords, faultTitle } from '../../catalogue/signs';
import { perGroup } from '../../core/usage/soil';
import { listStations } from '../../records/machines';
import type { EntryRow } from '../../records/audit-log';
import type { EntryKind } from '../../records/audit-log-data';
import { bookCsv, bookPage, strikeEntry } from './audit-log';
import { entryWords } from './entry-words';
import { addDevice, shutOutDevice } from '../device-api/devices';
import { changeStoreItem, moveStock } from '../inventory/inventory';
import { keepJob } from '../usage/job-files';
import { callTask, deferTask } from '../care/call-or-defer';
import { chooseMethod } from '../care/methods';
import { takeReading } from '../usage/meters';
import { addModule, endModule, moveModule } from '../parts/parts';
import { addOwnTask, changeLimits, changeSchool, removeOwnTask } from '../care/care-plans';
import { changeWeight } from '../usage/soil-weights';
import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';

const shop = eachTestShop();
let machineId: string;
const day = 86_400_000;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const station = (slug: string) =>
  listStations(shop.db, machineId).find((row) => row.slug === slug)!.id;
/** The newest lines of the book, in words. */
const newest = (count = 1) => bookPage(shop, {}, count).map(({ what }) => what);
const after = (step: () => unknown) => {
  shop.clock.now += 1000;
  step();
  return newest()[0];
};

test('everything that decides a number is said in words in the book', () => {
  const window = station('window');
  expect(after(() => must(changeSchool(shop, tester, { machineId, school: 'meter' })))).toBe(
    'Care plan: meter',
  );
  const limits = [
    { kind: 'soil' as const, value: 6 },
    { kind: 'days' as const, value: 9 },
  ];
  const change = { stationId: window, task: 'wipe', basis: 'manual' as const };
  expect(after(() => must(changeLimits(shop, tester, { ...change, limits, reason: 'p. 4' })))).toBe(
    'Limits of Protective window, wipe: 6 soil hours or 9 days (manual)',
  );
  expect(after(() => must(changeLimits(shop, tester, { ...change, limits: null })))).toBe(
    'Limits of Protective window, wipe: back to the school',
  );
  const own = {
    name: 'Sniff at it',
    depth: 'inspect' as const,
    group: 'air' as const,
    criticality: 'fire' as const,
    limits: [{ kind: 'days' as const, value: 2 }],
    minutes: 1,
  };
  expect(after(() => must(addOwnTask(shop, tester, { stationId: station('duct'), ...own })))).toBe(
    'Own task at Duct: Sniff at it',
  );
  expect(
    after(() =>
      must(removeOwnTask(shop, tester, { stationId: station('duct'), task: 'sniff-at-it' })),
    ),
  ).toBe('Own task taken away at Duct: sniff-at-it');
  expect(
    after(() =>
      must(callTask(shop, tester, { stationId: window, task: 'wipe', sign: 'faint lines' })),
    ),
  ).toBe('Called due: Protective window, wipe, because faint lines');
  const until = { kind: 'run' as const, hours: 3 };
  expect(
    after(() =>
      must(deferTask(shop, tester, { stationId: window, task: 'wipe', reason: 'fair', until })),
    ),
  ).toBe('Put off for 3 run hours: Protective window, wipe');
  expect(
    after(() =>
      must(
        changeWeight(shop, tester, {
          what: { change: 'factor', factor: 'airOff', weight: perGroup(() => 2) },
          from: null,
          reason: 'seen',
        }),
      ),
    ),
  ).toBe('Soil factor airOff for all of the past: optics 2, bed 2, motion 2, air 2');
  expect(
    after(() =>
      must(
        chooseMethod(shop, tester, { question: 'air', choice: 'compressor', stationId: window }),
      ),
    ),
  ).toBe('Method at Protective window: compressor');
  expect(after(() => must(addDevice(shop, tester, { name: 'Meter', machineId })))).toBe(
    'Device added: Meter',
  );
  const job = {
    machineId,
    hash: '0123456789abcdef',
    name: 'dial.nc',
    runSeconds: 125,
    beamSeconds: 60,
  };
  expect(after(() => must(keepJob(shop, tester, job)))).toMatch(/^Job file dial\.nc: 2 min/);
});

test('meters and modules too; a page of the record and its export say the same', () => {
  const read = (hours: number, key: string, jump?: object) =>
    must(
      takeReading(shop, tester, {
        machineId,
        at: shop.clock.now,
        seconds: hours * 3600,
        key,
        ...(jump && { jump: jump as never }),
      }),
    );
  expect(after(() => read(990, 'words-one'))).toBe('Meter read: 990.0 h');
  after(() => read(4, 'words-two', { how: 'rolled over', atSeconds: 1000 * 3600 }));
  expect(newest(2).sort()).toEqual(['Meter read: 4.0 h', 'Meter rolled over at 1000.0 h']);
  let id = '';
  after(() => {
    id = must(
      addModule(shop, tester, {
        kind: 'head',
        serial: 'H-1',
        name: '20 W',
        hadHours: 12,
        machineId: null,
        at: shop.clock.now,
      }),
    ).id;
  });
  expect(newest()[0]).toBe('Module added: 20 W H-1, 12 h old');
  expect(after(() => must(moveModule(shop, tester, { moduleId: id, machineId })))).toBe(
    '20 W H-1 fitted',
  );
  expect(after(() => must(moveModule(shop, tester, { moduleId: id, machineId: null })))).toBe(
    '20 W H-1 into the drawer',
  );
  expect(after(() => must(endModule(shop, tester, { moduleId: id, why: 'dropped' })))).toBe(
    '20 W H-1 ended: dropped',
  );
  const csv = [...bookCsv(shop, {})].join('');
  for (const line of newest(8)) expect(csv).toContain(line);
});

test('a mistaken call is struck through and calls nothing any more', () => {
  const window = station('window');
  const { entryId } = must(
    callTask(shop, tester, { stationId: window, task: 'wipe', sign: 'faint' }),
  );
  must(strikeEntry(shop, tester, 'technician', entryId, 'it was the focus'));
  const line = bookPage(shop, {}, 5).find(({ id }) => id === entryId)!;
  expect(line.struck).toMatchObject({ reason: 'it was the focus' });
  // a second call is a first one again
  shop.clock.now += day;
  must(callTask(shop, tester, { stationId: window, task: 'wipe', sign: 'now it is' }));
  const id = must(addDevice(shop, tester, { name: 'Screen', machineId: null })).id;
  must(shutOutDevice(shop, tester, id));
  must(shutOutDevice(shop, tester, id));
  expect(newest(9).filter((words) => words === 'Device revoked: Screen')).toHaveLength(1);
});

describe('what a line says, by its kind', () => {
  /** A line as the book would have it. */
  const words = (kind: EntryKind, data: object, more: Partial<EntryRow> = {}) =>
    entryWords(shop, {
      id: 'a-line',
      kind,
      machineId,
      subjectId: null,
      at: Date.UTC(2026, 10, 2, 8),
      recordedAt: Date.UTC(2026, 10, 2, 8),
      personId: null,
      person: 'Bo',
      source: 'hand',
      key: null,
      note: null,
      data,
      supersedes: null,
      reason: null,
      ...more,
    });

  const recipe = {
    recipeId: 'r',
    material: 'plywood',
    thickness: 3,
    power: 80,
    speed: 5,
    passes: 1,
    airAssist: true,
    gone: false,
  };
  const fault = { signs: ['weak'], stillHappens: true, careEntryId: null };
  const burn = { recipeId: 'r', power: 80, passes: 1, thickness: 3 };
  const cut = { speed: 9, through: true };
  const noParts = { screws: 0, plugs: 0, hoses: 0, lugs: 0 };
  const swabs = {
    item: 'swabs',
    name: 'Swabs',
    unit: 'pieces',
    pack: 50,
    reorderAt: 5,
    perTask: 2,
    tool: null,
    gone: false,
  };

  test.each<[EntryKind, object, string]>([
    [
      'fault',
      { ...fault, danger: 'pause', material: 'plywood' },
      `Fault reported (${dangerWords.pause}): ${faultTitle(['weak'], null)}, on plywood`,
    ],
    [
      'fault',
      { ...fault, danger: 'stop', material: null },
      `Fault reported (${dangerWords.stop}): ${faultTitle(['weak'], null)}`,
    ],
    ['fault showing', { when: 'after a while', where: null }, 'It shows: after a while'],
    ['fault showing', { when: null, where: null }, 'It shows: not said'],
    ['fault cause', { words: 'the plug' }, 'Cause thought of: the plug'],
    [
      'fault repair',
      {
        action: 'new belt',
        part: 'belt',
        parts: [
          { item: null, name: 'GT2', serial: 'B-1', quantity: 1 },
          { item: null, name: 'clip', serial: '', quantity: 1 },
        ],
        minutes: 20,
        cost: 1250,
      },
      'Repair: new belt, belt, GT2 B-1, clip, 20 min, cost 12.50',
    ],
    [
      'fault repair',
      { action: 'plug in', part: null, parts: [], minutes: 1, cost: 0 },
      'Repair: plug in, 1 min',
    ],
    ['fault proof', { tested: 'Test burn', passed: true }, 'Proof: Test burn, passed'],
    ['fault proof', { tested: 'Test burn', passed: false }, 'Proof: Test burn, failed'],
    ['fault again', {}, 'Fault met again by somebody else'],
    ['fault again', { reporter: 'worse' }, 'Whoever reported the fault says that it got worse'],
    ['fault again', { reporter: 'taken back' }, 'Whoever reported the fault takes it back'],
    [
      'fault return',
      { restriction: 'slow', strength: 0.934 },
      'Returned to use with a restriction: slow; strength 93 %',
    ],
    ['fault return', { restriction: null, strength: null }, 'Returned to use without restriction'],
    ['restriction lifted', { how: 'cleaned' }, 'Restriction lifted: cleaned'],
    ['watch answer', { seen: true }, 'On watch: seen again in a session'],
    ['watch answer', { seen: false }, 'On watch: not seen in a session'],
    ['accepted mark', { stationId: null, words: 'a scratch' }, 'Known and accepted: a scratch'],
    ['accepted mark gone', { how: 'new glass' }, 'No longer an accepted mark: new glass'],
    ['recipe', recipe, 'Recipe: plywood 3 mm, 80 %, 5 mm/s, 1 pass'],
    ['recipe', { ...recipe, passes: 2 }, 'Recipe: plywood 3 mm, 80 %, 5 mm/s, 2 passes'],
    ['recipe', { ...recipe, gone: true }, 'Recipe dropped: plywood 3 mm'],
    [
      'test burn',
      { ...burn, fastest: 9, baseline: true, cuts: [cut] },
      'Baseline: through at 9 mm/s, 1 cut',
    ],
    [
      'test burn',
      { ...burn, fastest: null, baseline: false, cuts: [cut, cut] },
      'Test burn: not through at any speed, 2 cuts',
    ],
    ['fault closed', { as: 'no fault', duplicateOf: null }, 'Fault closed: no fault'],
    ['hold', { why: 'by hand', words: 'smells' }, 'On hold: smells'],
    ['release', { how: 'reason', words: 'aired' }, 'Released: aired'],
    ['clean-down started', { sheetId: 'a', tasks: 1 }, 'Clean-down started, 1 task'],
    [
      'clean-down started',
      { sheetId: 'a', tasks: 2, module: 'H-1' },
      'Clean-down of head H-1 at the bench started, 2 tasks',
    ],
    [
      'clean-down signed off',
      {
        sheetId: 'a',
        done: 3,
        left: ['Belts: inspect'],
        proofs: [
          { name: 'Burn', passed: true, words: '' },
          { name: 'Dots', passed: false, words: '' },
        ],
      },
      'Clean-down signed off, 3 recorded; still open: Belts: inspect; Burn passed, Dots failed',
    ],
    [
      'clean-down signed off',
      { sheetId: 'a', done: 1, left: [], proofs: [] },
      'Clean-down signed off, 1 recorded',
    ],
    ['clean-down abandoned', { sheetId: 'a', marks: [] }, 'Clean-down abandoned'],
    [
      'clean-down abandoned',
      { sheetId: 'a', marks: ['a', 'b'] },
      'Clean-down abandoned; had been marked: a; b',
    ],
    ['put back', { sheetId: 'a', what: 'the tape', until: 0 }, 'To put right: the tape'],
    ['put back done', { how: 'new clamp' }, 'Put right: new clamp'],
    ['store item', swabs, 'Stores: Swabs, 2 pieces a task, order at 5'],
    ['store item', { ...swabs, gone: true }, 'Stores: Swabs taken off the list'],
    ['machine', { change: 'renamed', from: 'Wren', to: 'Tern' }, 'Machine renamed: Wren to Tern'],
    ['machine', { change: 'retired', from: null, to: 'sold' }, 'Machine retired: sold'],
    ['machine', { change: 'label renewed', from: null, to: null }, 'Machine label renewed'],
    ['setting', { name: 'name', from: 'Loft', to: 'Pier' }, 'Setting name: Loft to Pier'],
    ['setting', { name: 'name', from: null, to: 'Pier' }, 'Setting name: Pier'],
    ['strike', { of: 'care' }, 'Struck through: a care entry'],
    [
      'proposal declined',
      { stationId: 'gone', task: 'wipe', proposed: 6, cycles: 5 },
      'Limit left as it is: removed station, wipe, 6 was proposed',
    ],
    [
      'connector wait',
      { minutes: 12, source: 'manual' },
      'Wait before connectors: 12 min (manual)',
    ],
    ['step words', { instead: 'Wipe', words: null }, 'Step as it was: Wipe'],
    ['step words', { instead: 'Wipe', words: 'Dab' }, 'Step in own words: Dab'],
    ['day without use', { day: 20789 }, 'Stood still that day'],
    [
      'module',
      { moduleId: 'm', kind: 'tube', serial: 'T-1', name: 'Tube', hadSeconds: 0 },
      'Module added: Tube T-1',
    ],
    ['module ended', { moduleId: 'gone', why: 'cracked' }, 'Module ended: cracked'],
    [
      'technician week',
      { windows: [{ weekday: 0, start: 1050, minutes: 90 }], closed: [6] },
      "Technician's week: Monday 17:30 to 19:00; closed Sunday",
    ],
    ['technician week', { windows: [], closed: [] }, "Technician's week: no windows"],
    [
      'technician days',
      { from: 20789, to: 20789, what: 'closed', windows: [] },
      'Shop closed 2026-12-02',
    ],
    [
      'technician days',
      { from: 20789, to: 20790, what: 'windows', windows: [{ start: 540, minutes: 60 }] },
      'Technician there 2026-12-02 to 2026-12-03, 09:00 to 10:00',
    ],
    [
      'booking',
      { end: Date.UTC(2026, 10, 2, 10), weeks: 1 },
      'Booked 2026-11-02 09:00 to 2026-11-02 11:00',
    ],
    [
      'booking',
      { end: Date.UTC(2026, 10, 2, 10), weeks: 3 },
      'Booked 2026-11-02 09:00 to 2026-11-02 11:00, 3 weeks on end',
    ],
    [
      'calendar',
      { name: 'Fair', change: 'read again', events: 4 },
      'Calendar Fair read again, 4 bookings',
    ],
    ['calendar', { name: 'Fair', change: 'removed', events: 0 }, 'Calendar Fair removed'],
    [
      'soil weights',
      {
        from: Date.UTC(2026, 9, 1),
        what: {
          change: 'material',
          name: 'birch bark',
          aliases: [],
          works: [{ process: 'cut', weight: perGroup(() => 1) }],
        },
      },
      'Material added: birch bark, from 2026-10-01',
    ],
    [
      'machine past',
      { isNew: true, inUseSince: null, hours: null, sure: null },
      'Before this book: nothing, all of it is new',
    ],
    [
      'machine past',
      { isNew: false, inUseSince: Date.UTC(2021, 4, 1), hours: 900, sure: 100 },
      'Before this book: in use since 2021-05-01, about 900 ± 100 run hours',
    ],
    [
      'machine past',
      { isNew: false, inUseSince: null, hours: null, sure: null },
      'Before this book: used, nothing more is known',
    ],
    [
      'fault check',
      { check: 'plugs', answer: 'yes' },
      'Checked: Was a plug, hose or earth lead not fully home? Yes',
    ],
    ['fault check', { check: 'of old', answer: 'warm' }, 'Checked: of old warm'],
    ['diagnosis reset', {}, 'Diagnosis: confirmed cases no longer count'],
    ['fault diagnosis', { cause: 'of our own' }, 'Diagnosis: of our own'],
    [
      'training',
      { exercise: 'drill', score: 7, passed: true },
      'Practised: find the cause, passed, 7 minutes',
    ],
    [
      'training',
      { exercise: 'order', score: 2, passed: false },
      'Practised: put a sheet in order, not passed, 2 mistakes',
    ],
    ['care plan', { change: 'school', school: 'calendar' }, 'Care plan: calendar'],
    [
      'care plan',
      {
        change: 'limits',
        station: 'gone',
        task: 'wipe',
        limits: [{ kind: 'days', value: 9 }],
        basis: 'manual',
        reason: '',
        unconfirmed: { by: 'Bo', otherBy: 'Ada', other: [{ kind: 'days', value: 7 }] },
      },
      'Limits of removed station, wipe: 9 days (manual), to be confirmed: Ada differs',
    ],
    [
      'deferral',
      {
        stationId: 'gone',
        task: 'wipe',
        reason: '',
        until: { kind: 'date', at: Date.UTC(2026, 10, 5, 7, 30) },
      },
      'Put off until 2026-11-05 08:30: removed station, wipe',
    ],
    [
      'task past',
      {
        stationId: 'gone',
        task: 'wipe',
        last: { kind: 'look', finding: 'caked' },
        hours: null,
        sure: null,
        soil: perGroup(() => 1),
      },
      'First look: removed station, wipe, found caked',
    ],
    [
      'task past',
      {
        stationId: 'gone',
        task: 'wipe',
        last: { kind: 'date', at: Date.UTC(2026, 2, 3) },
        hours: 40,
        sure: 5,
        soil: perGroup(() => 1),
      },
      'Before this book: removed station, wipe, last done 2026-03-03, about 40 ± 5 run hours since',
    ],
    [
      'machine build',
      { feature: 'of old', variant: 'bolted', own: null, moduleId: null },
      'Build: of old: bolted',
    ],
    [
      'machine build',
      {
        feature: 'of old',
        variant: 'own',
        own: { ...noParts, name: 'two clips', undo: [], redo: [], facing: '', connectors: false },
        moduleId: 'm',
      },
      'Build of its head: of old: two clips (in own words)',
    ],
    [
      'after fire',
      {
        burned: 'felt',
        settings: '80 %, 5 mm/s',
        depth: 'deep',
        parts: [
          { part: 'bed', found: 'sooty', note: null },
          { part: 'of old', found: 'damaged', note: null },
          { part: 'debris', found: 'sooty', note: null },
        ],
      },
      'Looked over after a fire of felt (80 %, 5 mm/s); damaged: of old; sooty: bed, debris; deep clean',
    ],
    [
      'after fire',
      {
        burned: 'felt',
        settings: 'fast',
        depth: 'ordinary',
        parts: [{ part: 'bed', found: 'whole', note: null }],
      },
      'Looked over after a fire of felt (fast); ordinary clean',
    ],
    [
      'order rule',
      { rule: 'bed-catches', turned: false },
      'Order of work: The bed stays in while the head comes off',
    ],
    [
      'order rule',
      { rule: 'bed-catches', turned: true, unconfirmed: { by: 'Bo', otherBy: 'Ada' } },
      'Order of work: The bed comes out before the head comes off, to be confirmed: Ada differs',
    ],
    ['order rule', { rule: 'of old', turned: true }, 'Order of work: of old'],
    ['meter reading', {}, 'Meter read: 0.0 h'],
    ['meter explained', { how: 'replaced', atSeconds: null }, 'Meter replaced'],
    [
      'module',
      { moduleId: 'm', kind: 'tube', serial: 'T-1', name: 'Tube', hadSeconds: 90_000 },
      'Module added: Tube T-1, 25 h old',
    ],
    ['module moved', { moduleId: 'gone', machineId: null }, 'Module fitted'],
    ['device', { deviceId: 'd', name: 'Meter', change: 'revoked' }, 'Device revoked: Meter'],
    [
      'technician days',
      { from: 20789, to: 20791, what: 'away', windows: [] },
      'Technician away 2026-12-02 to 2026-12-04',
    ],
    [
      'soil weights',
      {
        from: null,
        what: {
          change: 'work',
          process: 'cut',
          name: 'felt',
          weight: { optics: 1, bed: 2, motion: 0.5, air: 3 },
        },
      },
      'Soil weight of cut felt for all of the past: optics 1, bed 2, motion 0.5, air 3',
    ],
    [
      'machine past',
      { isNew: false, inUseSince: null, hours: 900, sure: null },
      'Before this book: about 900 run hours',
    ],
    ['machine', { change: 'brought back', from: 'Wren', to: null }, 'Machine brought back: Wren'],
    ['stock', {}, 'Stores'],
  ])('%s %j', (kind, data, said) => {
    expect(words(kind, data)).toBe(said);
  });

  test.each([
    ['added', 'Bo added as helper'],
    ['invited', 'Bo was given a link to choose a password'],
    ['joined', 'Bo chose a password and came in as helper'],
    ['role', 'Bo is now helper'],
    ['password', 'Bo: password changed'],
    ['code', 'Bo: code for labels changed'],
    ['signed out', 'Bo was signed out'],
    ['ended', 'Bo has left'],
    ['back', 'Bo is back as helper'],
  ])('a person %s', (change, said) => {
    expect(words('person', { name: 'Bo', role: 'helper', change, personId: 'bo' })).toBe(said);
  });

  test('where a method was chosen, and that a disputed one was settled', () => {
    const choice = { question: 'air', choice: 'compressor', stationId: null };
    expect(words('method choice', choice)).toBe('Method on this machine: compressor');
    expect(words('method choice', choice, { machineId: null })).toBe('Method: compressor');
    const settled = { question: 'disputed:acetone-on-glass', choice: 'ours', stationId: null };
    expect(words('method choice', settled)).toBe('Disputed method settled: acetone on glass');
  });

  test('a fault keeps the words it was reported in, a build the names of the catalogue', () => {
    const fault = { signs: ['other'], stillHappens: true, careEntryId: null, danger: 'pause' };
    const said = { ...fault, material: null };
    expect(words('fault', said, { note: 'hums at rest' })).toBe(
      `Fault reported (${dangerWords.pause}): ${faultTitle(['other'], 'hums at rest')}`,
    );
    const [feature] = features;
    const [variant] = feature!.variants;
    const made = { feature: feature!.id, variant: variant!.id, own: null, moduleId: null };
    expect(words('machine build', made)).toBe(`Build: ${feature!.name}: ${variant!.name}`);
    const [question] = methodQuestions;
    const [school] = question!.schools;
    expect(
      words('method choice', { question: question!.id, choice: school!.id, stationId: null }),
    ).toBe(`Method on this machine: ${school!.name}`);
  });

  test('what went in and out of the stores, by the name that the item has', () => {
    const item = must(
      changeStoreItem(shop, tester, {
        name: 'Lint wipes',
        unit: 'wipes',
        pack: 50,
        reorderAt: 5,
        perTask: 1,
        tool: null,
      }),
    );
    const moved = (kind: 'receipt' | 'use' | 'count', quantity: number) =>
      after(() => must(moveStock(shop, tester, { item, kind, quantity, note: null })));
    expect(moved('receipt', 50)).toBe('Received: Lint wipes, 50 wipes');
    expect(moved('use', 2.5)).toBe('Used: Lint wipes, 2.5 wipes');
    expect(moved('count', 40)).toBe('Counted: Lint wipes, 40 wipes');
  });
});
