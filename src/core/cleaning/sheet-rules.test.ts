import type { ourWays } from './sheet-rules';
import { kindsApart, sheetRules, withoutShallower, type WorkTraits } from './sheet-rules';

const work = (id: string, more: Partial<WorkTraits> = {}): WorkTraits => ({
  id,
  stationId: id,
  openings: [],
  dusty: false,
  leaves: false,
  glass: false,
  wet: false,
  vacuums: false,
  debris: false,
  outside: false,
  fresh: false,
  depth: 'clean',
  mirror: null,
  shield: false,
  connectors: false,
  headOn: false,
  extraction: false,
  duct: false,
  handsIn: false,
  whole: false,
  standsIn: false,
  ...more,
});

const opening = (id: string, more = {}) => ({
  id,
  under: [],
  connectors: false,
  exposes: false,
  dusty: false,
  ...more,
});

/** Rules as "what: rule: before what until". */
const said = (rules: ReturnType<typeof sheetRules>, id: string) =>
  (
    rules.works.get(id) ??
    rules.opens.get(id) ??
    rules.closes.get(id.replace('close:', '')) ??
    []
  ).map(({ rule, id: before, until }) => `${rule}: ${before} ${until}`);

test('a deeper task swallows the shallower at its station, never what stands beside the ladder', () => {
  const tasks = [
    { stationId: 'window', depth: 'wipe' },
    { stationId: 'window', depth: 'strip-clean' },
    { stationId: 'rail', depth: 'clean' },
    { stationId: 'rail', depth: 'lubricate' },
    { stationId: 'other', depth: 'wipe' },
    { stationId: 'coolant', depth: 'inspect' },
    { stationId: 'coolant', depth: 'drain' },
  ] as const;
  expect(withoutShallower(tasks).map(({ stationId, depth }) => `${stationId} ${depth}`)).toEqual([
    'window strip-clean',
    'rail clean',
    'rail lubricate',
    'other wipe',
    'coolant drain',
  ]);
});

test('loose debris, then dust, then grease and glass; what soaks elsewhere raises dust at its beginning only', () => {
  const rules = sheetRules(
    [
      work('debris', { debris: true, dusty: true }),
      work('comb', { dusty: true, leaves: true }),
      work('plate', { dusty: true }),
      work('grease', { fresh: true, depth: 'lubricate' }),
      work('glass', { glass: true }),
    ],
    [],
  );
  expect(said(rules, 'plate')).toContain('debris: debris over');
  expect(said(rules, 'debris').some((rule) => rule.startsWith('debris'))).toBe(false);
  expect(said(rules, 'glass')).toEqual(
    expect.arrayContaining(['dust: comb begun', 'dust: plate over']),
  );
  expect(said(rules, 'grease')).toEqual(
    expect.arrayContaining(['fresh: comb begun', 'fresh: plate over']),
  );
});

test('housing outside before it is opened; flakes while the extraction runs', () => {
  const rules = sheetRules(
    [
      work('frame', { outside: true }),
      work('plate', { dusty: true, extraction: true }),
      work('duct', { dusty: true, duct: true }),
    ],
    [opening('nozzle-off', { exposes: true }), opening('rear-off', { dusty: true })],
  );
  expect(said(rules, 'nozzle-off')).toEqual(
    expect.arrayContaining([
      'outside: frame over',
      'shut: plate over',
      'shut: open:rear-off begun',
    ]),
  );
  expect(said(rules, 'rear-off')).toContain('extraction: plate over');
  expect(said(rules, 'duct')).toContain('extraction: plate over');
});

test('glass waits until what is full of dust has been opened, unless it lies in there', () => {
  const dusts = (traits: Partial<WorkTraits>) =>
    said(
      sheetRules(
        [work('glass', traits)],
        [opening('rear-off', { dusty: true }), opening('lid-up')],
      ),
      'glass',
    ).filter((rule) => rule.startsWith('dust'));
  expect(dusts({ glass: true })).toEqual(['dust: open:rear-off begun']);
  expect(dusts({})).toEqual([]);
  expect(dusts({ glass: true, openings: ['rear-off'] })).toEqual([]);
});

test('only the rear waits for the extraction, and only for what needs it', () => {
  const waits = (opens: string, traits: Partial<WorkTraits>) =>
    said(sheetRules([work('plate', { dusty: true, ...traits })], [opening(opens)]), opens).filter(
      (rule) => rule.startsWith('extraction'),
    );
  expect(waits('rear-off', { extraction: true })).toEqual(['extraction: plate over']);
  expect(waits('rear-off', {})).toEqual([]);
  expect(waits('bed-out', { extraction: true })).toEqual([]);
});

test.each<[string, Partial<WorkTraits>, string[]]>([
  ['what is washed', { wet: true }, ['wet-first: other begun']],
  ['what stays dry', {}, []],
  ['what is vacuumed itself', { wet: true, vacuums: true }, []],
  ['glass', { wet: true, glass: true }, []],
  ['what is made fresh', { wet: true, fresh: true }, []],
  ['what stands open', { wet: true, openings: ['nozzle-off'] }, []],
])('where a shop washes before it vacuums, it waits for: %s', (_, theirs, rules) => {
  const found = sheetRules(
    [work('ours', { vacuums: true }), work('other', theirs)],
    [opening('nozzle-off', { exposes: true })],
    new Set(['vacuum']),
  );
  expect(said(found, 'ours').filter((rule) => rule.startsWith('wet-first'))).toEqual(rules);
});

test('of two that stand open the one with dust in it comes first and is shut before glass is opened', () => {
  const rules = sheetRules(
    [
      work('glass', { glass: true, openings: ['nozzle-off'] }),
      work('fan', { dusty: true, openings: ['module-top-off'] }),
    ],
    // listed the other way round
    [opening('nozzle-off', { exposes: true }), opening('module-top-off', { exposes: true })],
  );
  expect(said(rules, 'nozzle-off')).toContain('shut: fan over');
  expect(said(rules, 'module-top-off').some((rule) => rule.startsWith('shut'))).toBe(false);
});

test.each([
  ['nothing comes off', [], [], []],
  ['the shield comes off', ['shield-off'], [], ['shield']],
  [
    'the shield comes off, and the shop does it after closing',
    ['shield-off'],
    ['shield-apart'],
    [],
  ],
  ['the head comes off', ['lid', 'head-off'], ['shield-apart'], ['diode-module']],
])('cleaned while apart: %s', (_, openings, turned, kinds) => {
  const picked = openings.map((one) => ({ work: { openings: [one] } }));
  expect([...kindsApart(picked, new Set(turned))]).toEqual(kinds);
});

test.each<[string, Partial<WorkTraits>, Partial<WorkTraits>, string[], string[]]>([
  ['what is washed', { wet: true }, { vacuums: true }, [], ['vacuum: other begun']],
  ['what stays dry', {}, { vacuums: true }, [], []],
  ['beside what is not vacuumed', { wet: true }, {}, [], []],
  ['what is vacuumed itself', { wet: true, vacuums: true }, { vacuums: true }, [], []],
  ['glass, which has rules of its own', { wet: true, glass: true }, { vacuums: true }, [], []],
  ['where the shop turned it round', { wet: true }, { vacuums: true }, ['vacuum'], []],
])('vacuumed before it is washed: %s', (_, ours, theirs, turned, rules) => {
  const found = sheetRules([work('ours', ours), work('other', theirs)], [], new Set(turned));
  expect(said(found, 'ours').filter((rule) => rule.startsWith('vacuum'))).toEqual(rules);
});

test('a station is greased after it was cleaned; nothing else waits for a cleaning for that', () => {
  const at = (id: string, depth: WorkTraits['depth'], stationId = 'rail') =>
    work(id, { depth, stationId });
  const rules = sheetRules(
    [
      at('clean', 'clean'),
      at('grease', 'lubricate'),
      at('wipe', 'wipe'),
      at('look', 'inspect'),
      at('screw', 'lubricate', 'screw'),
    ],
    [],
  );
  const waiting = (id: string) => said(rules, id).filter((rule) => rule.startsWith('clean-first'));
  expect(waiting('grease')).toEqual(['clean-first: clean over']);
  for (const other of ['clean', 'wipe', 'look', 'screw']) {
    expect([other, waiting(other)]).toEqual([other, []]);
  }
});

describe('ways that a shop may turn round', () => {
  const ways = (rules: ReturnType<typeof sheetRules>, id: string, ...which: string[]) =>
    said(rules, id).filter((rule) => which.some((one) => rule.startsWith(`${one}:`)));
  const bothWays = (
    works: WorkTraits[],
    openings: ReturnType<typeof opening>[],
    way: (typeof ourWays)[number]['id'],
  ) => [sheetRules(works, openings), sheetRules(works, openings, new Set([way]))] as const;

  test('the bed stays in while the head comes off, or comes out before; alone neither says anything', () => {
    const [ours, turned] = bothWays([], [opening('head-off'), opening('bed-out')], 'bed-catches');
    expect(ways(ours, 'bed-out', 'bed-catches', 'bed-first')).toEqual([
      'bed-catches: open:head-off begun',
    ]);
    expect(ways(ours, 'head-off', 'bed-catches', 'bed-first')).toEqual([]);
    expect(ways(ours, 'close:head-off', 'bed-catches')).toEqual([
      'bed-catches: close:bed-out begun',
    ]);
    expect(ways(ours, 'close:bed-out', 'bed-catches')).toEqual([]);
    expect(ways(turned, 'head-off', 'bed-catches', 'bed-first')).toEqual([
      'bed-first: open:bed-out begun',
    ]);
    expect(ways(turned, 'bed-out', 'bed-catches', 'bed-first')).toEqual([]);
    expect(ways(turned, 'close:head-off', 'bed-catches')).toEqual([]);
    for (const one of ['head-off', 'bed-out']) {
      for (const rules of bothWays([], [opening(one)], 'bed-catches')) {
        expect(ways(rules, one, 'bed-catches', 'bed-first')).toEqual([]);
        expect(ways(rules, `close:${one}`, 'bed-catches')).toEqual([]);
      }
    }
  });

  test('a shield is cleaned while it is off, or in place when it is on again', () => {
    const works = [work('shield', { shield: true }), work('plate')];
    const [ours, turned] = bothWays(works, [opening('shield-off')], 'shield-apart');
    expect(ways(ours, 'shield', 'shield-apart', 'shield-after')).toEqual([
      'shield-apart: open:shield-off begun',
    ]);
    expect(ways(turned, 'shield', 'shield-apart', 'shield-after')).toEqual([
      'shield-after: close:shield-off begun',
    ]);
    expect(ways(ours, 'plate', 'shield-apart', 'shield-after')).toEqual([]);
    // it is dry before it goes back on, where it was cleaned apart
    expect(ways(ours, 'close:shield-off', 'dry')).toEqual(['dry: shield over']);
    expect(ways(turned, 'close:shield-off', 'dry')).toEqual([]);
    for (const rules of bothWays(works, [], 'shield-apart')) {
      expect(ways(rules, 'shield', 'shield-apart', 'shield-after')).toEqual([]);
    }
  });

  test('the cleanest mirror first, or the dirtiest', () => {
    const works = [
      work('m1', { mirror: 1 }),
      work('m3', { mirror: 3 }),
      work('m2', { mirror: 2 }),
      work('no'),
    ];
    const [ours, turned] = bothWays(works, [], 'cleanest');
    const of = (rules: ReturnType<typeof sheetRules>) =>
      ['m1', 'm2', 'm3', 'no'].map((id) => ways(rules, id, 'cleanest', 'dirtiest'));
    expect(of(ours)).toEqual([
      [],
      ['cleanest: m1 begun'],
      ['cleanest: m1 begun', 'cleanest: m2 begun'],
      [],
    ]);
    expect(of(turned)).toEqual([
      ['dirtiest: m3 begun', 'dirtiest: m2 begun'],
      ['dirtiest: m3 begun'],
      [],
      [],
    ]);
  });

  test('optics after all other work in the machine, or before it', () => {
    const works = [work('glass', { glass: true }), work('belt', { handsIn: true }), work('lid')];
    const [ours, turned] = bothWays(works, [], 'optics-last');
    const of = (rules: ReturnType<typeof sheetRules>) =>
      ['glass', 'belt', 'lid'].map((id) => ways(rules, id, 'optics-last', 'optics-first'));
    expect(of(ours)).toEqual([['optics-last: belt begun'], [], []]);
    expect(of(turned)).toEqual([[], ['optics-first: glass over'], []]);
  });

  test('cables are tried with the head on: before it comes off, or where glass comes first when it is on again', () => {
    const cables = work('cables', { headOn: true, handsIn: true });
    const inside = work('inside', { headOn: true, openings: ['head-off'] });
    const works = [cables, inside, work('glass', { glass: true, openings: ['head-off'] })];
    const [ours, turned] = bothWays(
      works,
      [opening('head-off'), opening('bed-out')],
      'optics-last',
    );
    const of = (rules: ReturnType<typeof sheetRules>) =>
      ['cables', 'glass', 'head-off', 'bed-out'].map((id) => ways(rules, id, 'head-on'));
    expect(of(ours)).toEqual([[], [], ['head-on: cables over'], []]);
    expect(of(turned)).toEqual([['head-on: close:head-off begun'], [], [], []]);
    for (const rules of bothWays(works, [opening('bed-out')], 'optics-last')) {
      expect(of(rules)).toEqual([[], [], [], []]);
    }
  });

  test('vacuumed before it is washed', () => {
    const works = [
      work('wash', { wet: true }),
      work('hose', { vacuums: true }),
      work('both', { wet: true, vacuums: true }),
      work('glass', { wet: true, glass: true }),
    ];
    const [ours, turned] = bothWays(works, [], 'vacuum');
    expect(ways(ours, 'wash', 'vacuum')).toEqual(['vacuum: hose begun', 'vacuum: both begun']);
    for (const id of ['hose', 'both', 'glass']) expect(ways(ours, id, 'vacuum')).toEqual([]);
    expect(ways(turned, 'wash', 'vacuum')).toEqual([]);
  });
});

test('made safe first: what touches plugs waits for the discharge, all else for the switch', () => {
  const rules = sheetRules(
    [work('board', { connectors: true }), work('bed')],
    [opening('head-off', { connectors: true }), opening('lid-up', { under: ['head-off'] })],
  );
  const first = (id: string) => said(rules, id).slice(0, 2);
  expect([first('board'), first('bed'), first('head-off'), first('lid-up')]).toEqual([
    ['discharge: isolate over', 'tools: layout begun'],
    ['isolate: isolate begun', 'tools: layout begun'],
    ['discharge: isolate over', 'tools: layout begun'],
    ['isolate: isolate begun', 'tools: layout begun'],
  ]);
  expect(said(rules, 'lid-up')).toContain('opening: open:head-off begun');
  expect(said(rules, 'close:head-off')).toEqual([
    'opening: open:head-off begun',
    'nested: close:lid-up begun',
  ]);
});

test('a task that stands for the whole machine comes last, and holds nothing up', () => {
  const rules = sheetRules(
    [
      work('whole', { whole: true, dusty: true, extraction: true, outside: true }),
      work('glass', { glass: true, openings: ['nozzle-off'] }),
      work('debris', { debris: true }),
    ],
    [opening('nozzle-off', { exposes: true }), opening('rear-off')],
  );
  expect(said(rules, 'whole').slice(2)).toEqual(['whole: glass over', 'whole: debris over']);
  for (const id of ['glass', 'nozzle-off', 'rear-off']) {
    expect(said(rules, id).filter((rule) => rule.includes('whole'))).toEqual([]);
  }
});

test('grease goes onto what is clean, at its own station; what goes on while it dries elsewhere is only worked', () => {
  const rules = sheetRules(
    [
      work('oil', { stationId: 'rail', depth: 'lubricate' }),
      work('rail', { stationId: 'rail' }),
      work('other', { stationId: 'rod' }),
      work('slats', { openings: ['bed-out'], standsIn: true }),
      work('comb', { openings: ['bed-out'] }),
    ],
    [opening('bed-out')],
  );
  expect(said(rules, 'oil').filter((rule) => rule.startsWith('clean-first'))).toEqual([
    'clean-first: rail over',
  ]);
  expect(said(rules, 'close:bed-out')).toEqual([
    'opening: open:bed-out begun',
    'dry: slats worked',
    'dry: comb over',
  ]);
});

test('dust in the second of two that stand open waits until the first is shut', () => {
  const exposing = { exposes: true };
  const rules = sheetRules(
    [
      work('fan', { dusty: true, openings: ['module-top-off'] }),
      work('board', { dusty: true, openings: ['nozzle-off'] }),
      work('plain', { openings: ['nozzle-off'] }),
    ],
    [opening('module-top-off', exposing), opening('nozzle-off', exposing)],
  );
  expect(said(rules, 'board')).toContain('shut: close:module-top-off begun');
  expect(said(rules, 'fan').filter((rule) => rule.startsWith('shut'))).toEqual([]);
  expect(said(rules, 'plain').filter((rule) => rule.startsWith('shut'))).toEqual([]);
});
