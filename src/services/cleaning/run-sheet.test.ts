import fc from 'fast-check';
import { families } from '../../catalogue/families';
import { stationKind } from '../../catalogue/catalogue';
import { features, featuresOf } from '../../catalogue/builds/build';
import { methodQuestions } from '../../catalogue/methods';
import { compose } from '../../catalogue/steps/compose';
import { exposes, openings } from '../../catalogue/openings';
import { writtenOpening } from '../../catalogue/steps/openings';
import { minutesOpen } from '../../core/cleaning/exposure';
import {
  arrange,
  layOutOf,
  linesOf,
  minutesOf,
  sheetTasks,
  type RunSheet,
} from '../../core/cleaning/run';
import { ruleWords } from '../../core/cleaning/rules';
import { ourWays } from '../../core/cleaning/sheet-rules';
import type { SheetPlace } from './run-parts';
import {
  buildFor,
  everyPlace,
  family,
  fullStrip,
  idOf,
  placeOn,
  placesOn,
  runOn,
  type Imagined,
} from './testing/sheets';

const noWays = new Map<string, string>();

function orderOf(run: RunSheet) {
  const { steps } = arrange(run, noWays, null);
  return {
    steps,
    begins: (id: string) => steps.find(({ task, part }) => task === id && part === 'active')!.start,
    ends: (id: string) => steps.findLast(({ task }) => task === id)!.end,
  };
}

describe.each(families.map((one) => [one.id, one] as const))('the full strip of a %s', (_, one) => {
  const machine = { family: one.id };
  const run = runOn(machine, fullStrip(machine));
  const { steps, begins, ends } = orderOf(run);

  test('begins by making it safe and ends by proving it', () => {
    expect(steps[0]!.task).toBe('isolate');
    expect(steps[1]!.task).toBe('layout');
    expect(steps.at(-2)!.task).toBe('checks');
    expect(steps.at(-1)!.task).toBe('proof');
  });

  test('opens what it needs once, closes all of it, and touches no connector before the wait is over', () => {
    const opened = run.pieces.filter(({ kind }) => kind === 'open').map(({ id }) => id);
    expect(new Set(opened).size).toBe(opened.length);
    for (const id of opened) {
      const closed = id.replace('open:', 'close:');
      expect(begins(closed)).toBeGreaterThanOrEqual(ends(id));
      if (/head-off|rear-off|panels-off|coolant-open/.test(id)) {
        expect(begins(id)).toBeGreaterThanOrEqual(2 + run.isolationMinutes);
      }
    }
  });

  test('raises no dust after glass, and puts nothing back before it is dry', () => {
    const dusty = run.tasks.filter((task) => task.dusty && task.wait.place === null);
    for (const glass of run.tasks.filter((task) => task.glass)) {
      for (const dust of dusty) expect(begins(glass.id)).toBeGreaterThanOrEqual(ends(dust.id));
    }
    for (const piece of run.pieces.filter(({ kind }) => kind === 'close')) {
      for (const { id, rule } of piece.after.filter(({ rule }) => rule === 'dry')) {
        expect(ruleWords[rule]).toBeDefined();
        const task = run.tasks.find((candidate) => candidate.id === id);
        const { passive, drying = 0 } = minutesOf(task!, noWays);
        const first = steps.find((step) => step.task === id)!;
        const last = steps.findLast((step) => step.task === id)!;
        expect(begins(piece.id)).toBeGreaterThanOrEqual(first.end + passive);
        expect(begins(piece.id)).toBeGreaterThanOrEqual(last.end + drying);
      }
    }
  });

  test('has written steps, a stopping test and what goes wrong for every task', () => {
    expect(run.tasks.length).toBeGreaterThan(5);
    for (const task of run.tasks) {
      expect(task.stop.length).toBeGreaterThan(10);
      expect(task.wrong.length).toBeGreaterThan(0);
      for (const way of task.ways) {
        expect(way.active.length).toBeGreaterThan(0);
        if (way.minutes.finishing > 0) expect(way.finishing.length).toBeGreaterThan(0);
      }
    }
    for (const step of steps) {
      if (step.task === 'checks' || step.task === 'proof') continue;
      if (run.pieces.find(({ id }) => id === step.task)?.kind === 'layout') continue;
      expect(linesOf(run, step, noWays).length).toBeGreaterThan(0);
    }
    const ids = steps.flatMap((step) => linesOf(run, step, noWays).map(({ id }) => id));
    expect(new Set(ids).size).toBe(ids.length);
  });

  test('saves time and says whether it is the soonest', () => {
    const { finish, sequential } = arrange(run, noWays, null);
    expect(finish).toBeLessThan(sequential);
    const work = sheetTasks(run).reduce((sum, task) => sum + task.active + task.finishing, 0);
    expect(finish).toBeGreaterThanOrEqual(work);
    expect(run.exact).toBe(true);
  });
});

/** Any machine: any variant of each feature, any answer to each question, any of our ways turned round. */
const anyMachine: fc.Arbitrary<Imagined> = fc
  .record({
    one: fc.constantFrom(...families),
    variants: fc.array(fc.nat(20), { minLength: features.length, maxLength: features.length }),
    methods: fc.array(fc.nat(20), {
      minLength: methodQuestions.length,
      maxLength: methodQuestions.length,
    }),
    turned: fc.subarray(ourWays.map(({ id }) => id as string)),
    warm: fc.boolean(),
  })
  .map(({ one, variants, methods, turned, warm }) => ({
    family: one.id,
    variants: Object.fromEntries(
      featuresOf(one.id).map(({ id, variants: all }, i) => [
        id,
        all[variants[i]! % all.length]!.id,
      ]),
    ),
    methods: Object.fromEntries(
      methodQuestions.map(({ id, schools }, i) => [id, schools[methods[i]! % schools.length]!.id]),
    ),
    turned,
    warm,
  }));

/** Words of a step, and what lies ready where it says them. */
const doneWith: readonly (readonly [RegExp, RegExp])[] = [
  [/hand driver|hex key/, /hand drivers/],
  [/powered driver/, /powered driver/],
  [/\btorch\b/i, /torch/],
  [/\bvacuum\b/i, /vacuum|soft brush/],
  [/lens tissue/, /lens tissue/],
  [/thin swab/i, /thin swabs/],
  [/\bswab\b/i, /swab|tissue|wipes/],
  [/wooden stick/, /wooden stick/],
  [/bin bag/i, /bin bag/],
  [/respirator/i, /respirator/],
  [/goggles/i, /goggles/],
  // what is sticky only is laid in degreaser: that is nobody's list
  [/degreaser (on|all)/i, /degreaser|soap/],
  [/scraper/i, /scraper/],
  [/dowel/, /dowel/],
  [/canned gas/i, /canned gas/],
  [/grease,/, /grease/],
  [/alcohol/i, /alcohol/],
  [/isopropyl/i, /isopropyl/],
  [/acetone/i, /acetone/],
];

/** A machine and some of its tasks by their ids, so that a failure is short to read. */
const anySheet = anyMachine.chain((machine) =>
  fc.record({
    machine: fc.constant(machine),
    picked: fc
      .shuffledSubarray(everyPlace(machine).map(idOf), { minLength: 1 })
      .map((ids) => ids.slice(0, 9)),
    way: fc.nat(3),
  }),
);

/** What a sheet in its found order does wrong, in words: checked by code of its own, not by its rules. */
function wrongs(machine: Imagined, places: readonly SheetPlace[], run: RunSheet): string[] {
  const build = buildFor(machine);
  const { steps } = arrange(run, noWays, null);
  const at = (task: string, part: 'active' | 'finishing' = 'active') =>
    steps.find((step) => step.task === task && step.part === part);
  const wrong: string[] = [];
  const opened = run.pieces.filter(({ kind }) => kind === 'open').map(({ id }) => id.slice(5));
  const span = (opening: string) => ({
    from: at(`open:${opening}`)!.end,
    to: at(`close:${opening}`)!.start,
  });
  // physical nesting: what lies behind something else is open only while that is off
  const inside: Record<string, string[]> = {
    'nozzle-off':
      build.variants['shield'] && build.variants['shield'] !== 'none' ? ['shield-off'] : [],
    'module-top-off': build.variants['bench'] === 'bench' ? ['head-off'] : [],
  };
  for (const opening of opened) {
    for (const outer of inside[opening] ?? []) {
      if (!opened.includes(outer)) wrong.push(`${opening} without ${outer}`);
      else if (span(outer).from > span(opening).from || span(outer).to < span(opening).to) {
        wrong.push(`${opening} is not within ${outer}`);
      }
    }
    if (span(opening).to < span(opening).from)
      wrong.push(`${opening} is closed before it is opened`);
  }
  const glass = places.filter(({ work }) => work.written.glass);
  for (const place of glass) {
    const behind =
      place.stationKind === 'window' &&
      place.work.openings.some((one) => one === 'nozzle-off' || one === 'shield-off');
    const last = steps.findLast(({ task }) => task === idOf(place))!.end;
    for (const opening of ['nozzle-off', 'shield-off']) {
      if (!behind || !opened.includes(opening)) continue;
      if (!place.work.openings.includes(opening)) continue;
      if (at(idOf(place))!.start < span(opening).from)
        wrong.push(`${idOf(place)} before ${opening}`);
      if (last > span(opening).to) wrong.push(`${idOf(place)} after ${opening} was closed`);
    }
  }
  // dust: before any glass, and never while something delicate stands open around it
  const raised = [
    ...places
      .filter(({ work }) => work.written.dusty)
      .flatMap((place) => {
        const id = idOf(place);
        const leaves = Boolean(place.work.written.wait?.place);
        return [at(id)!, ...(!leaves && at(id, 'finishing') ? [at(id, 'finishing')!] : [])].map(
          (step) => ({ id, step, openings: place.work.openings }),
        );
      }),
    ...['bed-out', 'rear-off']
      .filter((opening) => opened.includes(opening))
      .map((opening) => ({ id: opening, step: at(`open:${opening}`)!, openings: [opening] })),
  ];
  for (const { id, step, openings } of raised) {
    if (id.startsWith('debris')) continue;
    for (const opening of opened.filter((one) => exposes(build, one))) {
      if (openings.includes(opening)) continue;
      const { from, to } = span(opening);
      if (step.start < to && step.end > from) wrong.push(`${id} raises dust while ${opening}`);
    }
    for (const place of glass) {
      if (place.work.openings.includes(id)) continue;
      if (at(idOf(place))!.start < step.end && idOf(place) !== id) {
        wrong.push(`${id} raises dust after ${idOf(place)}`);
      }
    }
  }
  // loose debris first of all that is opened or worked
  const debris = at('debris.clear');
  if (debris) {
    for (const step of steps) {
      if (['isolate', 'layout', 'debris.clear'].includes(step.task)) continue;
      if (step.start < debris.end) wrong.push(`${step.task} before loose debris`);
    }
  }
  // new grease after dust
  for (const place of places.filter(({ work }) => work.task.depth === 'lubricate')) {
    for (const { id, step } of raised) {
      if (!['bed-out', 'rear-off'].includes(id) && at(idOf(place))!.start < step.end) {
        wrong.push(`${idOf(place)} is greased before ${id}`);
      }
    }
  }
  return wrong;
}

test('any tasks of any machine in any method: nesting, dust, waits and closing hold, and nothing is longer than one after another', () => {
  fc.assert(
    fc.property(anySheet, ({ machine, picked, way }) => {
      const some = everyPlace(machine).filter((place) => picked.includes(idOf(place)));
      const run = runOn(machine, some);
      expect(wrongs(machine, some, run)).toEqual([]);
      const ways = new Map(
        run.tasks.map((task) => [task.id, task.ways[way % task.ways.length]!.id]),
      );
      const { steps, finish, sequential, broken } = arrange(run, ways, null);
      expect(broken).toEqual([]);
      expect(finish).toBeLessThanOrEqual(sequential);
      const tasks = new Map(sheetTasks(run, ways).map((task) => [task.id, task]));
      const first = (id: string) => steps.find(({ task }) => task === id)!;
      for (const [id, { after = [] }] of tasks) {
        for (const { id: other, until } of after) {
          const { passive, finishing, drying = 0 } = tasks.get(other)!;
          const begun = first(other).end;
          const last = steps.findLast(({ task }) => task === other)!;
          const over = (finishing > 0 ? last.end : begun + passive) + drying;
          const need = { begun, worked: last.end, over }[until];
          expect(first(id).start).toBeGreaterThanOrEqual(need);
        }
      }
      const opened = run.pieces.filter(({ kind }) => kind === 'open');
      expect(run.pieces.filter(({ kind }) => kind === 'close')).toHaveLength(opened.length);
      // what a step is done with is on the cloth
      const said = steps.flatMap((step) => [...linesOf(run, step, ways)].map(({ text }) => text));
      const ready = layOutOf(run, ways).join(', ');
      for (const text of said) {
        for (const [word, tool] of doneWith) {
          if (word.test(text)) expect([text, tool, tool.test(ready)]).toEqual([text, tool, true]);
        }
      }
      // no sentence is left half composed
      for (const { text } of steps.flatMap((step) => [...linesOf(run, step, ways)])) {
        expect(text).toMatch(/^[A-Z“].*[.!?]$/);
        expect(text).not.toMatch(/undefined|null|  |,\.|\.\./);
      }
    }),
    { numRuns: 250 },
  );
});

describe.each(families.map((one) => [one.id] as const))('the full strip of a %s', (id) => {
  test('does nothing wrong', () => {
    const machine = { family: id };
    const places = fullStrip(machine);
    expect(wrongs(machine, places, runOn(machine, places))).toEqual([]);
  });
});

test('one task under two covers is no longer than by itself', () => {
  const machine = { family: 'enclosed-diode' };
  const run = runOn(machine, placesOn(machine, ['module', 'strip-clean']));
  const { finish, sequential } = arrange(run, noWays, null);
  // by hand: isolate 2 and 10 of discharge (3 of them laying out), head and cover off 2 + 2, strip 20,
  // air out 15, refit 5, cover and head on 2 + 3, checks 3, tests 7; laying out is 3 more by itself
  expect(finish).toBe(71);
  expect(sequential).toBe(74);
});

/** A head whose top comes off for a brush-out too. */
const topOff = { 'head-brush': 'top-off' };

test('the cover of a head is undone on the bench: the head comes off first and goes on last', () => {
  const machine = { family: 'enclosed-diode', methods: topOff };
  const run = runOn(machine, placesOn(machine, ['module', 'clean']));
  const { begins } = orderOf(run);
  expect(begins('open:head-off')).toBeLessThan(begins('open:module-top-off'));
  expect(begins('close:module-top-off')).toBeLessThan(begins('close:head-off'));
  expect(run.checks.map(({ id }) => id)).toEqual(
    expect.arrayContaining(['plugs', 'earth', 'screws', 'cables', 'dry', 'tools-counted']),
  );
});

describe('small jobs stay small (common practice, no source)', () => {
  const jobs: [string, Imagined, [string, string][], number, { between?: boolean }][] = [
    ['window wipe', { family: 'enclosed-diode' }, [['window', 'wipe']], 6, {}],
    ['window out by hand', { family: 'open-frame-diode' }, [['window', 'strip-clean']], 6, {}],
    [
      'between two cuts',
      { family: 'enclosed-diode', variants: { reach: 'in-front' } },
      [['window', 'strip-clean']],
      5,
      { between: true },
    ],
    [
      'end of the day, galvo',
      { family: 'galvo-desktop' },
      [
        ['field-lens', 'wipe'],
        ['hood-inside', 'wipe'],
        ['hood-outside', 'wipe'],
        ['slide-rails', 'wipe'],
      ],
      10,
      {},
    ],
    [
      'mirrors and lens in place',
      { family: 'co2-glass-tube', methods: { 'lens-place': 'lens-in' } },
      [
        ['mirror-1', 'wipe'],
        ['mirror-2', 'wipe'],
        ['mirror-3', 'wipe'],
        ['lens', 'wipe'],
      ],
      8,
      {},
    ],
    ['brush-out of a head', { family: 'open-frame-diode' }, [['module', 'clean']], 15, {}],
    // a head that must be unplugged to be opened is brushed out where it hangs
    ['brush-out of a plugged head', { family: 'enclosed-diode' }, [['module', 'clean']], 15, {}],
  ];
  test.each(jobs)('%s', (...[, machine, picked, most, mode]) => {
    const run = runOn(machine, placesOn(machine, ...picked), mode);
    expect(arrange(run, noWays, null).finish).toBeLessThanOrEqual(most);
    // what opens no connector waits for none
    expect(run.isolationMinutes).toBe(0);
  });

  test('a head that comes off its plug waits for the discharge; the wait is the machine’s own figure', () => {
    const connectorWait = { minutes: 25, source: 'label' };
    const machine = { family: 'enclosed-diode', connectorWait, methods: topOff };
    const run = runOn(machine, placesOn(machine, ['module', 'clean']));
    expect(run.isolationMinutes).toBe(25);
    expect(orderOf(run).begins('open:head-off')).toBe(27);
    expect(run.pieces[0]!.cautions).toContain('25 min before connectors: label');
  });

  test('a head is opened for a brush-out where it is off its plug anyway, or the shop says so', () => {
    const way = (machine: Imagined, ...more: [string, string][]) => {
      const run = runOn(machine, placesOn(machine, ['module', 'clean'], ...more));
      const { ways } = run.tasks.find(({ id }) => id === 'module.clean')!;
      return [ways[0]!.id, run.pieces.some(({ id }) => id === 'open:module-top-off')];
    };
    const plugged = { family: 'enclosed-diode' };
    expect(way(plugged)).toEqual(['outside', false]);
    expect(way(plugged, ['window', 'wipe'])).toEqual(['outside', false]);
    expect(way(plugged, ['window', 'strip-clean'])).toEqual(['usual', true]);
    expect(way({ ...plugged, methods: topOff })).toEqual(['usual', true]);
    expect(way({ ...plugged, methods: { 'fan-out': 'out' } })).toEqual(['out', true]);
    const onMachine = { family: 'open-frame-diode' };
    expect(way(onMachine)).toEqual(['usual', true]);
    expect(way({ ...onMachine, methods: { 'head-brush': 'outside' } })).toEqual(['outside', false]);
    // where nothing covers the fan there is nothing to open, and nothing to ask
    expect(way({ ...onMachine, variants: { top: 'open' }, methods: topOff })).toEqual([
      'usual',
      false,
    ]);
  });

  test('between two cuts nothing is switched off, asked or tested, and the job goes on', () => {
    const machine = { family: 'enclosed-diode' };
    const run = runOn(machine, placesOn(machine, ['window', 'wipe']), { between: true });
    const words = run.pieces.flatMap(({ lines }) => lines.map(({ text }) => text)).join(' ');
    expect(words).toMatch(/paused.*stays on.*Key out.*The job goes on/);
    expect(words).not.toMatch(/Switched off|plug pulled/);
    expect([run.checks, run.proofs]).toEqual([[], []]);
  });
});

test('the wait for drying has its place and season, and holds the bed, unless the machine runs on slats', () => {
  const machine: Imagined = { family: 'co2-glass-tube', methods: { drying: 'sun' } };
  const finish = (more: Partial<Imagined>) => {
    const one = { ...machine, ...more };
    return arrange(runOn(one, placesOn(one, ['honeycomb', 'clean'])), noWays, null).finish;
  };
  // by hand, no connector: safe 2, lay out 3, bed out 1, begin 10, soak 60, brush and rinse 15, then dry;
  // bed in 1, checks 1, travel 2
  const without = 2 + 3 + 1 + 10 + 60 + 15 + 1 + 1 + 2;
  expect(finish({})).toBe(without + 60);
  // in winter nothing dries outdoors: the window takes four hours
  expect(finish({ warm: false })).toBe(without + 240);
  expect(finish({ methods: { drying: 'indoors' } })).toBe(without + 480);
  expect(finish({ methods: { drying: 'blown' } })).toBe(without + 120);
  const slats = { variants: { 'stand-in': 'slats' } };
  expect(finish(slats)).toBe(without);
  const one = { ...machine, ...slats };
  const run = runOn(one, placesOn(one, ['honeycomb', 'clean']));
  expect(run.tasks[0]!.standIn).toBe('slats or prisms');
  // wiped instead, nothing dries: the honeycomb itself goes back in, and no step of the slats counts for it
  const closingIn = (way: string) =>
    linesOf(run, { task: 'close:bed-out', part: 'active' }, new Map([[run.tasks[0]!.id, way]]));
  const words = (way: string) =>
    closingIn(way)
      .map(({ text }) => text)
      .join(' ');
  expect(words('usual')).toMatch(/Slats or prisms in/);
  expect(words('wipe')).not.toMatch(/[Ss]lats|put-back/);
  expect(words('wipe')).toMatch(/honeycomb|bed/i);
  const ids = (way: string) => closingIn(way).map(({ id }) => id);
  expect(ids('wipe').filter((id) => ids('usual').includes(id))).toEqual([]);
  const closing = run.pieces.find(({ id }) => id === 'close:bed-out')!;
  expect(closing.lines.map(({ text }) => text).join(' ')).toMatch(/Slats or prisms in/);
});

test('glass and boards stand open for as short as the soonest finish allows', () => {
  const machine = { family: 'enclosed-diode' };
  const run = runOn(
    machine,
    placesOn(
      machine,
      ['nozzle', 'clean'],
      ['window', 'strip-clean'],
      ['belts', 'inspect'],
      ['rails', 'clean'],
      ['honeycomb', 'clean'],
    ),
  );
  // the nozzle is off for the window, its wait (in which the nozzle itself is cleaned) and its end
  expect(minutesOpen(arrange(run, noWays, null), run.exposures!)).toBe(8 + 5 + 3);
});

test('a rule of our own way is turned round where the shop says so; a must is not', () => {
  const at = (turned: string[]) => {
    const machine = { family: 'enclosed-diode', turned };
    return orderOf(
      runOn(
        machine,
        placesOn(machine, ['window', 'strip-clean'], ['shield', 'clean'], ['under-bed', 'vacuum']),
      ),
    );
  };
  const ours = at([]);
  expect(ours.begins('open:head-off')).toBeLessThan(ours.begins('open:bed-out'));
  expect(ours.begins('shield.clean')).toBeLessThan(ours.begins('close:shield-off'));
  const turned = at(['bed-catches', 'shield-apart', 'dust']);
  expect(turned.begins('open:bed-out')).toBeLessThan(turned.begins('open:head-off'));
  expect(turned.begins('shield.clean')).toBeGreaterThanOrEqual(turned.ends('close:shield-off'));
  expect(turned.begins('under-bed.vacuum')).toBeLessThan(turned.begins('window.strip-clean'));
});

test('from isopropyl, foam, in place to acetone, cotton, circles, out: words, lay-out, cautions all change', () => {
  const picked: [string, string][] = [
    ['mirror-2', 'wipe'],
    ['lens', 'wipe'],
    ['lid-window', 'wipe'],
  ];
  const sheet = (methods: Record<string, string>) => {
    const machine = { family: 'co2-glass-tube', methods };
    return runOn(machine, placesOn(machine, ...picked));
  };
  const words = (run: RunSheet, id: string) => {
    const task = run.tasks.find((one) => one.id === id)!;
    return [...task.ways[0]!.active, ...task.ways[0]!.finishing].map(({ text }) => text).join(' ');
  };
  const mild = sheet({ 'lens-place': 'lens-in' });
  expect(words(mild, 'mirror-2.wipe')).toMatch(/foam swab with two drops of isopropyl.*zig-zag/);
  expect(words(mild, 'mirror-2.wipe')).not.toMatch(/acetone|covered/i);
  expect(mild.layOut).toEqual(expect.arrayContaining(['isopropyl alcohol 99 %', 'lens swabs']));
  expect(mild.pieces.some(({ id }) => id === 'open:nozzle-off')).toBe(false);
  const strong = sheet({
    'optic-liquid': 'acetone',
    'optic-carrier': 'cotton',
    'optic-stroke': 'circles',
    'mirror-place': 'mirrors-out',
    'lens-place': 'lens-out',
  });
  expect(words(strong, 'mirror-2.wipe')).toMatch(
    /turned out.*lid, shield and plastic housing nearby: covered.*cotton swab with one drop of acetone.*in circles/,
  );
  expect(strong.layOut).toEqual(
    expect.arrayContaining(['acetone', 'cotton swabs', 'dry cloth to cover plastics']),
  );
  expect(strong.layOut).not.toContain('isopropyl alcohol 99 %');
  const cautions = strong.tasks.find(({ id }) => id === 'mirror-2.wipe')!.cautions.join(' ');
  expect(cautions).toMatch(/No acetone on coated plastics/);
  expect(strong.pieces.some(({ id }) => id === 'open:nozzle-off')).toBe(true);
  // what was out is proved
  expect(strong.proofs.find(({ id }) => id === 'dots')!.because).toContain('mirror-2.wipe@out');
  // the acrylic lid itself is not wiped with it
  expect(words(strong, 'lid-window.wipe')).toMatch(/soap/);
});

test('a mirror comes out as it is held: slid out of a bracket, turned out of its ring, from under its cover', () => {
  const out = (mirrors: string) => {
    const machine = {
      family: 'co2-glass-tube',
      variants: { mirrors },
      methods: { 'mirror-place': 'mirrors-out' },
    };
    const run = runOn(machine, placesOn(machine, ['mirror-2', 'wipe']));
    const [way] = run.tasks[0]!.ways;
    return {
      id: way!.id,
      words: [...way!.active, ...way!.finishing].map(({ text }) => text).join(' '),
      parts: way!.parts.map(({ name }) => name),
    };
  };
  expect(out('slide-out')).toMatchObject({ id: 'out', parts: ['Mirror in its holder'] });
  expect(out('slide-out').words).toMatch(/Thumb screw loosened, holder slid out/);
  expect(out('fixed')).toMatchObject({ id: 'out', parts: ['Mirror glass'] });
  expect(out('fixed').words).toMatch(/Ring of the mirror turned out.*bright side to the beam/);
  expect(out('fixed').words).not.toMatch(/[Tt]humb screw|slid/);
  expect(out('covered').parts).toEqual(['Magnetic cover', 'Mirror in its holder']);
  expect(out('covered').words).toMatch(/^Magnetic cover off.*Magnetic cover on: it snaps flush\.$/);
});

test('every question of method changes a sheet, or says that it is advice only', () => {
  const machines = families.map(({ id }) => id);
  const all = (methods: Record<string, string>) =>
    JSON.stringify(
      machines.map((id) => {
        const machine = { family: id, methods };
        return runOn(machine, everyPlace(machine), { ordered: false });
      }),
    );
  const ours = all({});
  for (const { id, schools, standard, advice } of methodQuestions) {
    // asked where a sheet is begun, not on it
    if (id === 'between-cuts') continue;
    const others = schools.filter((school) => school.id !== standard);
    const changed = others.filter((school) => all({ [id]: school.id }) !== ours);
    if (advice) expect([id, changed.length]).toEqual([id, 0]);
    else expect([id, changed.length > 0]).toEqual([id, true]);
  }
});

test('every variant of every feature changes what is read, or is a note for who chooses it', () => {
  // what decides no step of a sheet, and says so by itself on the page
  const notes = new Set([
    'lens-head',
    'lens-size',
    'disarm',
    'exhaust',
    'stand-in',
    'held',
    'cable-run',
    'sensor',
  ]);
  for (const feature of features) {
    for (const id of Object.keys(feature.usual)) {
      const sheet = (variant: string) => {
        const machine = { family: id, variants: { [feature.id]: variant } };
        const build = buildFor(machine);
        return JSON.stringify([
          runOn(machine, everyPlace(machine), { ordered: false }),
          // also what only a task of the shop's own opens
          openings.map(({ id: opening }) => {
            const { open = [], close = [], parts = [] } = writtenOpening(build, opening) ?? {};
            const { by } = everyPlace(machine)[0]!.work;
            return [compose([...open, ...close], by), parts];
          }),
        ]);
      };
      const read = new Set(feature.variants.map((variant) => sheet(variant.id)));
      if (notes.has(feature.id)) continue;
      expect([feature.id, id, read.size > 1]).toEqual([feature.id, id, true]);
    }
  }
});

test('a sheet without glass or dismantling asks for no test burn', () => {
  const machine = { family: 'enclosed-diode' };
  const run = runOn(machine, placesOn(machine, ['belts', 'inspect']));
  expect(run.proofs).toEqual([]);
  expect(run.pieces.some(({ kind }) => kind === 'proof')).toBe(false);
  expect(run.checks.map(({ id }) => id)).toEqual(['dry', 'tools-counted']);
});

test('another way takes other steps and minutes; one that harms is not offered; the chosen one comes first', () => {
  const steel = { family: 'co2-glass-tube', card: { bed: 'steel' } };
  const run = runOn(steel, placesOn(steel, ['honeycomb', 'clean']));
  const [comb] = run.tasks;
  expect(comb!.ways.map(({ id }) => id)).toEqual([
    'usual',
    'wipe',
    'long-soak',
    'pressure',
    'cells',
  ]);
  const wiped = new Map([[comb!.id, 'wipe']]);
  expect(arrange(run, wiped, null).finish).not.toBe(arrange(run, noWays, null).finish);
  expect(linesOf(run, { task: comb!.id, part: 'active' }, wiped)[0]!.text).toMatch(/vapour/);
  const aluminium = { family: 'co2-glass-tube', methods: { honeycomb: 'long-soak' } };
  expect(
    runOn(aluminium, placesOn(aluminium, ['honeycomb', 'clean'])).tasks[0]!.ways.map(
      ({ id }) => id,
    ),
  ).toEqual(['long-soak', 'usual', 'wipe', 'cells']);
});

test('a lens that comes out stands on the tray with its drawing; wiped in place it does not', () => {
  const machine = { family: 'co2-glass-tube' };
  const [lens] = runOn(machine, placesOn(machine, ['lens', 'wipe'])).tasks;
  expect(lens!.ways.map(({ id, parts }) => [id, parts.length])).toEqual([
    ['usual', 1],
    ['in-place', 0],
  ]);
  expect(lens!.ways[0]!.parts[0]).toMatchObject({ name: 'Lens', lens: true });
  const glued = { ...machine, variants: { lens: 'glued' } };
  const run = runOn(glued, placesOn(glued, ['lens', 'wipe']));
  expect(run.tasks[0]!.ways.flatMap(({ parts }) => parts)).toEqual([]);
  expect(run.pieces.some(({ kind }) => kind === 'open')).toBe(false);
});

test('a task of the shop’s own has its note for a step', () => {
  const machine = { family: 'co2-glass-tube' };
  const task = { ...stationKind('honeycomb').tasks[0]!, key: 'own-mark', note: 'Mark the corner.' };
  const own = placeOn(machine, 'honeycomb', 'honeycomb', 'own-mark', { task });
  const [first] = runOn(machine, [own]).tasks;
  expect(first!.id).toBe('honeycomb.own-mark');
  expect(first!.ways[0]!.active[0]!.text).toBe('Mark the corner.');
});

test('a variant in own words opens and closes in them, and asks for what it loosens', () => {
  const own = {
    feature: 'held',
    id: 'own-1',
    name: 'a bayonet with a spring pin',
    undo: ['Press the pin, turn the head a quarter left.'],
    redo: ['Head in, a quarter right, until the pin springs out.'],
    screws: 0,
    plugs: 1,
    hoses: 0,
    lugs: 0,
    facing: 'Pin to the front',
    connectors: true,
  };
  const machine = {
    family: 'enclosed-diode',
    variants: { held: 'own-1' },
    own: [own],
    methods: topOff,
  };
  const run = runOn(machine, placesOn(machine, ['module', 'clean']));
  const lines = (id: string) =>
    run.pieces.find((piece) => piece.id === id)!.lines.map(({ text }) => text);
  expect(lines('open:head-off')).toContain('Press the pin, turn the head a quarter left.');
  expect(lines('close:head-off')[0]).toBe('Head in, a quarter right, until the pin springs out.');
  expect(
    run.pieces.find(({ id }) => id === 'open:head-off')!.parts.map(({ name }) => name),
  ).toContain('a bayonet with a spring pin');
});

test('a step in the shop’s own words stands in place of ours, and says so', () => {
  const machine = { family: 'enclosed-diode' };
  const instead = 'Fresh gloves on.';
  const words = { words: 'Cotton gloves on.', reason: 'nitrile tears here', by: 'Marit' };
  const run = runOn(
    { ...machine, ownWords: new Map([[instead, words]]) },
    placesOn(machine, ['window', 'wipe']),
  );
  const line = run.tasks[0]!.ways[0]!.active.find(({ ours }) => ours)!;
  expect([line.text, line.ours]).toEqual([
    'Cotton gloves on.',
    { instead, reason: 'nitrile tears here', by: 'Marit' },
  ]);
});

test('every rule that a sheet can carry has words', () => {
  const turned = ourWays.map(({ id }) => id);
  const rules = new Set(
    families.flatMap(({ id }) =>
      [{ family: id }, { family: id, turned }].flatMap((machine) => {
        const run = runOn(machine, everyPlace(machine), { ordered: false });
        return sheetTasks(run).flatMap(({ after }) => (after ?? []).map(({ rule }) => rule));
      }),
    ),
  );
  expect(rules.size).toBeGreaterThan(18);
  for (const rule of rules) expect([rule, ruleWords[rule]]).toEqual([rule, expect.any(String)]);
});

test('a mirror that is taken out asks for dots, and one whose mount was pressed', () => {
  for (const one of families) {
    const mirrors = one.stations.filter(({ kind }) => kind === 'mirror');
    if (mirrors.length === 0) continue;
    const machine = { family: one.id };
    const run = runOn(machine, placesOn(machine, [mirrors[0]!.slug, 'wipe']));
    const dots = run.proofs.find(({ id }) => id === 'dots')!;
    const at = `${mirrors[0]!.slug}.wipe`;
    expect([one.id, dots.because]).toEqual([one.id, [`${at}@out`, `${at}~pressed`]]);
  }
});

test('the trade, where a sheet would hurt a machine', () => {
  const words = (id: string, slug: string, key: string, variants = {}) => {
    const machine = { family: id, variants };
    return JSON.stringify(runOn(machine, placesOn(machine, [slug, key])));
  };
  // hood slides are greased along both edges
  expect(words('galvo-desktop', 'slide-rails', 'wipe')).toMatch(/front and the back edge/);
  expect(family('galvo-desktop').stations.map(({ kind }) => kind)).not.toContain('round-rails');
  // plain round rails never are, and nothing for it is laid out
  const dry = { family: 'co2-metal-tube' };
  expect(words('co2-metal-tube', 'round-rails', 'wipe')).toMatch(/No lubricant/);
  expect(runOn(dry, placesOn(dry, ['round-rails', 'wipe'])).layOut).toEqual(['microfibre']);
  // nor is a rod that this machine runs dry, whatever the shop greases others with
  const dryRods = words('co2-glass-tube', 'rails', 'clean', { 'x-rail': 'dry', 'y-rail': 'dry' });
  expect(dryRods).toMatch(/No lubricant/);
  expect(dryRods).not.toMatch(/silicone grease/);
  // the two odd holes are those of the grate over the module's fan
  for (const one of families) {
    const bed = one.stations.find(({ kind }) => kind === 'honeycomb' || kind === 'under-bed');
    if (!bed) continue;
    const key = stationKind(bed.kind).tasks[0]!.key;
    expect(words(one.id, bed.slug, key)).not.toMatch(/odd holes/);
  }
  expect(words('enclosed-diode', 'module', 'strip-clean')).toMatch(
    /grate over the module’s fan: its two odd holes/i,
  );
  // a sensor is pressed by nobody; one belt is not compared with another; a fan has no felt
  expect(words('enclosed-diode', 'distance-sensor', 'wipe')).not.toMatch(/come down by itself/);
  expect(words('co2-metal-tube', 'belt-x', 'inspect')).not.toMatch(/left and the right/);
  expect(words('co2-desktop', 'air-assist', 'clean')).not.toMatch(/its felt/);
  // only the first mirror begins by the tube
  expect(words('co2-glass-tube', 'mirror-1', 'wipe')).toMatch(/by the tube/);
  expect(words('co2-glass-tube', 'mirror-2', 'wipe')).not.toMatch(/by the tube/);
  // ports that are reached from inside do not force the rear off
  expect(words('co2-glass-tube', 'ports', 'clean')).not.toMatch(/open:rear-off/);
  expect(words('co2-metal-tube', 'ports', 'clean')).toMatch(/open:rear-off/);
});

describe('a sheet as it stands under what it is made for', () => {
  const machine: Imagined = { family: 'enclosed-diode' };
  const strip: [string, string] = ['window', 'strip-clean'];
  const pieces = (run: RunSheet) => run.pieces.map(({ id }) => id.replace(/:.*/, ''));
  const isolate = (run: RunSheet) => run.pieces[0]!;

  test('on the bench nothing is waited for, tested or closed with a proof; its checks stay', () => {
    const run = runOn(machine, placesOn(machine, strip, ['module', 'clean']), { bench: true });
    expect(pieces(run)).not.toContain('proof');
    expect(run).toMatchObject({ bench: true, isolationMinutes: 0, proofs: [] });
    expect(run.between).toBeUndefined();
    expect(run.checks.length).toBeGreaterThan(0);
    expect(isolate(run)).toMatchObject({ title: 'Lay it on the bench', cautions: [] });
    expect(isolate(run).minutes).toEqual({ active: 1, passive: 0, finishing: 0 });
  });

  test('between two cuts nothing is checked or proved', () => {
    const inFront = { ...machine, variants: { reach: 'in-front' } };
    const run = runOn(inFront, placesOn(inFront, strip), { between: true });
    expect(pieces(run)).toEqual(['isolate', 'layout', 'checks']);
    expect(run).toMatchObject({ between: true, checks: [], proofs: [] });
    expect(run.bench).toBeUndefined();
    expect(run.pieces.map(({ minutes }) => minutes.active)).toEqual([1, 0, 0]);
    const off = runOn(inFront, placesOn(inFront, strip));
    expect([off.between, off.bench]).toEqual([undefined, undefined]);
    expect(off.checks.length).toBeGreaterThan(0);
    expect(pieces(runOn(machine, placesOn(machine, strip)))).toContain('proof');
  });

  test('breaker and who opens it are said where they are known, the wait where its source is', () => {
    const cautions = (more: Partial<Imagined>, mode = {}) => {
      const one = { ...machine, ...more };
      return isolate(runOn(one, placesOn(one, strip), mode)).cautions.filter((line) =>
        /^Breaker|^Opened|before connectors/.test(line),
      );
    };
    const card = { breaker: ' left of the door ', opens: ' Marit ' };
    expect(cautions({ card })).toEqual(['Breaker: left of the door', 'Opened by: Marit']);
    expect(cautions({ card: { breaker: ' ', opens: ' ' } })).toEqual([]);
    // there is no machine to switch off
    expect(cautions({ card }, { bench: true })).toEqual(['Opened by: Marit']);
    const connectorWait = { minutes: 25, source: 'label' };
    expect(cautions({ connectorWait })).toEqual(['25 min before connectors: label']);
    expect(cautions({ connectorWait: { minutes: 25, source: null } })).toEqual([]);
    expect(cautions({ connectorWait, variants: { reach: 'in-front' } })).toEqual([]);
  });

  test('it is made as safe as what is done asks, and lays out as much', () => {
    const begin = (one: Imagined, ...picked: [string, string][]) =>
      runOn(one, placesOn(one, ...picked))
        .pieces.slice(0, 2)
        .map(({ minutes }) => minutes.active);
    // off by its switch; a hood off by hand; isolated
    expect(begin(machine, ['frame', 'wipe'])).toEqual([1, 1]);
    expect(begin(machine, ['shield', 'clean'], ['nozzle', 'clean'])).toEqual([1, 2]);
    expect(begin(machine, strip)).toEqual([2, 3]);
    expect(begin(machine, ['cables', 'inspect'])).toEqual([2, 3]);
  });

  test('a driver lies ready where something is unscrewed, and only there', () => {
    const drivers = (more: Imagined, ...picked: [string, string][]) =>
      runOn(more, placesOn(more, ...picked)).layOut.filter((tool) => /driver/.test(tool));
    expect(drivers({ family: 'co2-metal-tube' }, ['ports', 'clean'])).toEqual(['hand drivers']);
    const grub = { ...machine, variants: { nozzle: 'grub-screw' } };
    expect(drivers(grub, ['nozzle', 'clean'])).toEqual(['hand drivers']);
    expect(drivers(machine, ['nozzle', 'clean'])).toEqual([]);
    expect(drivers(machine, strip)).toEqual(['hand drivers']);
    const byHand = { variants: { held: 'latch' } };
    expect(drivers({ ...machine, ...byHand }, strip)).toEqual([]);
    const inFront = { ...machine, variants: { reach: 'in-front' } };
    const between = runOn(inFront, placesOn(inFront, strip), { between: true });
    expect(between.layOut).not.toContain('hand drivers');
    const powered = { methods: { driver: 'powered' } };
    expect(drivers({ family: 'co2-metal-tube', ...powered }, ['ports', 'clean'])).toEqual([
      'hand drivers',
      'powered driver',
    ]);
    const own = (screws: number) => ({
      feature: 'held',
      id: 'own-1',
      name: 'two long bolts',
      undo: ['Both bolts out.'],
      redo: ['Both bolts in.'],
      screws,
      plugs: 0,
      hoses: 0,
      lugs: 0,
      facing: '',
      connectors: true,
    });
    const held = { ...machine, variants: { held: 'own-1' } };
    expect(drivers({ ...held, own: [own(2)] }, strip)).toEqual(['hand drivers']);
    expect(drivers({ ...held, own: [own(0)] }, strip)).toEqual([]);
  });

  test('what lies ready follows the way that is taken, and so does what may stand for it', () => {
    const run = runOn(machine, placesOn(machine, ['honeycomb', 'clean']));
    const [comb] = run.tasks;
    const readyFor = (way: string) => layOutOf(run, new Map([[comb!.id, way]]));
    expect(readyFor('usual')).toEqual(run.layOut);
    expect(readyFor('usual')).toContain('soaking tub');
    expect(readyFor('wipe')).toEqual([
      'denatured alcohol',
      'gloves and goggles',
      'microfibre',
      'vacuum with a fine filter',
    ]);
    expect(readyFor('cells')).toContain('cotton swabs');
    expect(run.instead!['cotton swabs']).toContain('lens swabs');
    const wiped = { ...machine, methods: { honeycomb: 'wipe' } };
    expect(runOn(wiped, placesOn(wiped, ['honeycomb', 'clean'])).layOut).toEqual(readyFor('wipe'));
  });

  test('what a step is done with lies ready', () => {
    const { layOut } = runOn(machine, placesOn(machine, strip, ['module', 'strip-clean']));
    expect(layOut).toEqual(
      expect.arrayContaining([
        'brush kept for optics',
        'canned gas',
        'isopropyl alcohol 99 %',
        'lens swabs',
        'lens tissue',
        'soft brush',
        'soft brush kept for boards',
        'thin swabs',
      ]),
    );
    // a brush that only an opening takes has nothing in its place: nobody has said what it touches
    const { instead } = runOn(machine, placesOn(machine, ['module', 'strip-clean']));
    expect(instead).not.toHaveProperty('soft brush');
  });

  test('the draught is read where it is won or lost, or the rear comes off; the table lowered for what lies below', () => {
    const words = (one: Imagined, ...picked: [string, string][]) =>
      isolate(runOn(one, placesOn(one, ...picked)))
        .lines.map(({ text }) => text)
        .join(' ');
    const tube: Imagined = { family: 'co2-glass-tube' };
    expect(words(tube, ['ports', 'clean'])).toMatch(/Draught felt or measured/);
    expect(words({ family: 'co2-desktop' }, ['rear-fan', 'clean'])).toMatch(/Draught felt/);
    expect(words(tube, ['rails', 'clean'])).not.toMatch(/Draught/);
    expect(words(tube, ['rails', 'clean'])).not.toMatch(/Table lowered/);
    expect(words(tube, ['honeycomb', 'clean'])).toMatch(/Table lowered/);
    expect(words(tube, ['mirror-1', 'wipe'])).toMatch(/Table lowered/);
  });

  test('what may stand for a tool is harmless and undisputed at every place where it is used', () => {
    const window: [string, string] = ['window', 'wipe'];
    const on = (tool: string, one: Imagined, ...picked: [string, string][]) =>
      runOn(one, placesOn(one, ...picked)).instead![tool];
    // acetone is disputed on glass, and melts plastic housings
    expect(on('isopropyl alcohol 99 %', machine, window, ['nozzle', 'clean'])).toEqual([
      'denatured alcohol',
      "maker's optics fluid",
    ]);
    // a compressor's trap is not trusted on a board by all: what serves pump and board is neither's
    const desktop: Imagined = { family: 'co2-desktop' };
    const pump: [string, string] = ['air-assist', 'clean'];
    const fan: [string, string] = ['head-fan', 'clean'];
    expect(on('canned gas', desktop, pump)).toEqual(['compressor line with trap']);
    for (const picked of [[fan], [pump, fan], [fan, pump]]) {
      expect(on('canned gas', desktop, ...picked)).toBeUndefined();
      const { layOut } = runOn(desktop, placesOn(desktop, ...picked));
      expect(layOut).toContain('canned gas');
    }
    const { instead, layOut } = runOn(machine, placesOn(machine, window, ['frame', 'wipe']));
    expect(Object.keys(instead!).every((tool) => layOut.includes(tool))).toBe(true);
    expect(instead).not.toHaveProperty('nitrile gloves');
    expect(layOut).toEqual([...layOut].sort());
    expect(new Set(layOut).size).toBe(layOut.length);
  });

  test('ways turned round that go in a circle together are set aside, and the sheet says which', () => {
    const turned = ['shield-apart', 'vacuum'];
    const all = everyPlace(machine);
    const run = runOn({ ...machine, turned }, all);
    expect(run.setAside).toEqual(turned);
    const straight = runOn(machine, all);
    expect(straight.setAside).toBeUndefined();
    expect(run).toEqual({ ...straight, tasks: run.tasks, setAside: turned });
    for (const one of turned) {
      expect(runOn({ ...machine, turned: [one] }, all).setAside).toBeUndefined();
    }
  });

  test('of what is left where every station went only the frame is', () => {
    const run = runOn(machine, []);
    expect(pieces(run)).toEqual(['isolate', 'layout', 'checks']);
    expect(run).toMatchObject({ tasks: [], layOut: [], proofs: [], instead: {} });
    expect(isolate(run).lines.length).toBeGreaterThan(0);
  });

  test('without an order the sheet has its parts and no sequence', () => {
    const places = placesOn(machine, strip, ['belts', 'inspect']);
    const run = runOn(machine, places, { ordered: false });
    expect([run.sequence, run.exact]).toEqual([[], false]);
    const ordered = runOn(machine, places);
    expect(ordered.sequence.length).toBeGreaterThan(run.tasks.length);
    expect({ ...run, sequence: ordered.sequence, exact: ordered.exact }).toEqual(ordered);
  });

  test('another way is there where the sheet opens for it, and what was learned of a soak goes with it', () => {
    const tube: Imagined = { family: 'co2-glass-tube' };
    const [task] = runOn(tube, placesOn(tube, ['honeycomb', 'clean'])).tasks;
    const [usual, wiped] = task!.ways;
    expect(usual).toMatchObject({ id: 'usual', soaksLearned: 0 });
    expect(usual!.minutes.drying).toBe(1);
    expect(wiped).toMatchObject({ id: 'wipe' });
    expect(wiped!.soaksLearned).toBeUndefined();
    expect(wiped!.minutes.drying).toBeUndefined();
    expect(wiped!.active[0]!.id).toBe('honeycomb.clean#wipe-a1');
    expect(usual!.active[0]!.id).toBe('honeycomb.clean#a1');
    expect(task!.dryings!.map(({ place }) => place)).toContain('window');
    const [lens] = runOn(tube, placesOn(tube, ['lens', 'wipe'])).tasks;
    expect(lens!.dryings).toBeUndefined();
    expect([lens!.mount, task!.mount]).toEqual([undefined, undefined]);
    expect(runOn(tube, placesOn(tube, ['mirror-1', 'wipe'])).tasks[0]!.mount).toBe(true);
  });

  test('glass and boards that stand open are told by where they are opened and closed', () => {
    const run = runOn(machine, placesOn(machine, strip, ['honeycomb', 'clean']));
    expect(run.exposures!.map(({ open, close }) => [open, close])).toContainEqual([
      'open:nozzle-off',
      'close:nozzle-off',
    ]);
    expect(run.exposures!.map(({ open }) => open)).not.toContain('open:bed-out');
  });
});
