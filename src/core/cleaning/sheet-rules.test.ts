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
  (rules.works.get(id) ?? rules.opens.get(id) ?? []).map(
    ({ rule, id: before, until }) => `${rule}: ${before} ${until}`,
  );

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
