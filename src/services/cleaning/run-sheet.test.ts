import fc from 'fast-check';
import { families } from '../../catalogue/families';
import { stationKind } from '../../catalogue/catalogue';
import type { Family } from '../../catalogue/schema';
import { rung } from '../../core/care/depth';
import { arrange, linesOf, sheetTasks, wayOf, type RunSheet } from '../../core/cleaning/run';
import { ruleWords } from '../../core/cleaning/rules';
import { buildRun } from './run-sheet';
import type { SheetPlace } from './run-parts';
import { placeId } from './run-parts';

const noWays = new Map<string, string>();

const place = (
  slug: string,
  kind: string,
  key: string,
  more: Partial<SheetPlace> = {},
): SheetPlace => ({
  stationId: slug,
  stationKind: kind,
  station: stationKind(kind).name,
  task: stationKind(kind).tasks.find((task) => task.key === key)!,
  methods: [],
  harmful: () => false,
  schools: new Set(),
  learned: null,
  ...more,
});

const family = (id: string) => families.find((one) => one.id === id)!;

/** Every station of a family at its deepest, as a strip-clean of the whole machine takes it. */
function fullStrip({ stations }: Family): SheetPlace[] {
  return stations.flatMap(({ slug, kind }) => {
    const tasks = stationKind(kind).tasks.filter(
      ({ depth }) => depth !== 'drain' && kind !== 'whole' && kind !== 'debris',
    );
    const deepest = Math.max(-1, ...tasks.map(({ depth }) => rung(depth) ?? -1));
    return tasks
      .filter(({ depth }) => (rung(depth) ?? deepest) === deepest)
      .map(({ key }) => place(slug, kind, key));
  });
}

function orderOf(run: RunSheet) {
  const { steps } = arrange(run, noWays, null);
  return {
    steps,
    begins: (id: string) => steps.find(({ task, part }) => task === id && part === 'active')!.start,
    ends: (id: string) => steps.findLast(({ task }) => task === id)!.end,
  };
}

describe.each(families.map((one) => [one.id, one] as const))('the full strip of a %s', (_, one) => {
  const places = fullStrip(one);
  const run = buildRun(one, places);
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
      if (/head-off|module-top-off|rear-off|panels-off|coolant-open/.test(id)) {
        expect(begins(id)).toBeGreaterThanOrEqual(2 + one.isolationMinutes);
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
        const wait = task ? wayOf(task, noWays).minutes.passive : 0;
        const first = steps.find((step) => step.task === id)!;
        expect(begins(piece.id)).toBeGreaterThanOrEqual(first.end + wait);
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

test('any choice of tasks, done in any way, keeps every rule and is no longer than one after another', () => {
  const anySheet = fc.constantFrom(...families).chain((one) => {
    const places = fullStrip(one);
    return fc.record({
      one: fc.constant(one),
      some: fc.subarray(places, { minLength: 1, maxLength: Math.min(8, places.length) }),
      way: fc.nat(3),
    });
  });
  fc.assert(
    fc.property(anySheet, ({ one, some, way }) => {
      const run = buildRun(one, some);
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
          const begun = first(other).end;
          const { passive, finishing } = tasks.get(other)!;
          const last = steps.findLast(({ task }) => task === other)!;
          const over = finishing > 0 ? last.end : begun + passive;
          expect(first(id).start).toBeGreaterThanOrEqual(until === 'begun' ? begun : over);
        }
      }
      // what was opened is closed, and every part that goes out can come back in
      const opened = run.pieces.filter(({ kind }) => kind === 'open');
      expect(run.pieces.filter(({ kind }) => kind === 'close')).toHaveLength(opened.length);
    }),
    { numRuns: 60 },
  );
});

test('one task under two covers is no longer than by itself', () => {
  const run = buildRun(family('open-frame-diode'), [
    place('module', 'diode-module', 'strip-clean'),
  ]);
  const { finish, sequential } = arrange(run, noWays, null);
  // by hand: isolate 2 and 10 of discharge (3 of them laying out), head and cover off 2 + 3, strip 20,
  // dry 5, refit 5, cover and head on 3 + 3, checks 3, test burn 7; laying out is 3 more by itself
  expect(finish).toBe(63);
  expect(sequential).toBe(66);
});

test('the cover of a head is undone on the bench: the head comes off first and goes on last', () => {
  const run = buildRun(family('enclosed-diode'), [place('module', 'diode-module', 'clean')]);
  const { begins } = orderOf(run);
  expect(begins('open:head-off')).toBeLessThan(begins('open:module-top-off'));
  expect(begins('close:module-top-off')).toBeLessThan(begins('close:head-off'));
  expect(run.checks.map(({ id }) => id)).toEqual(
    expect.arrayContaining(['plugs', 'earth', 'screws', 'cables', 'dry', 'tools-counted']),
  );
});

test('a sheet without glass or dismantling asks for no test burn', () => {
  const run = buildRun(family('enclosed-diode'), [place('belts', 'belts', 'inspect')]);
  expect(run.proofs).toEqual([]);
  expect(run.pieces.some(({ kind }) => kind === 'proof')).toBe(false);
  expect(run.checks.map(({ id }) => id)).toEqual(['dry', 'tools-counted']);
});

test('another way takes other steps and minutes; one that harms is not offered; the chosen one comes first', () => {
  const run = buildRun(family('co2-glass-tube'), [place('comb', 'honeycomb', 'clean')]);
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
  const aluminium = buildRun(family('co2-glass-tube'), [
    place('comb', 'honeycomb', 'clean', {
      harmful: (method) => method.includes('pressure'),
      schools: new Set(['honeycomb:long-soak']),
    }),
  ]);
  expect(aluminium.tasks[0]!.ways.map(({ id }) => id)).toEqual([
    'long-soak',
    'usual',
    'wipe',
    'cells',
  ]);
});

test('a lens that comes out stands on the tray with its drawing; wiped in place it does not', () => {
  const [lens] = buildRun(family('co2-glass-tube'), [place('lens', 'lens', 'wipe')]).tasks;
  expect(lens!.ways.map(({ id, parts }) => [id, parts.length])).toEqual([
    ['usual', 1],
    ['in-place', 0],
  ]);
  expect(lens!.ways[0]!.parts[0]).toMatchObject({ name: 'Lens', lens: true });
});

test('a task of the shop’s own has its note for a step', () => {
  const own = {
    ...place('comb', 'honeycomb', 'clean'),
    task: { ...stationKind('honeycomb').tasks[0]!, key: 'own-mark', note: 'Mark the corner.' },
  };
  const [task] = buildRun(family('co2-glass-tube'), [own]).tasks;
  expect(task!.id).toBe(placeId('comb', 'own-mark'));
  expect(task!.ways[0]!.active[0]!.text).toBe('Mark the corner.');
});

test('every rule that a sheet can carry has words', () => {
  const rules = new Set(
    families.flatMap((one) => {
      const run = buildRun(one, fullStrip(one));
      return sheetTasks(run).flatMap(({ after }) => (after ?? []).map(({ rule }) => rule));
    }),
  );
  expect(rules.size).toBeGreaterThan(8);
  for (const rule of rules) expect(ruleWords[rule]).toBeTruthy();
});

describe('nothing delicate stands open while dust is raised', () => {
  /** Openings behind which a lens seat, a mirror or a board stands open. */
  const exposing = ['nozzle-off', 'module-top-off', 'panels-off'];
  const dustyOpenings = ['open:bed-out', 'open:rear-off'];

  /** What a sheet in its found order does wrong, in words. */
  function wrongs(one: Family, places: readonly SheetPlace[]): string[] {
    const run = buildRun(one, places);
    const { steps, begins } = orderOf(run);
    const at = (task: string, part: 'active' | 'finishing' = 'active') =>
      steps.find((step) => step.task === task && step.part === part);
    const wrong: string[] = [];
    const dust = [
      ...run.tasks.flatMap((task) =>
        task.dusty && places.find((place) => placeId(place.stationId, place.task.key) === task.id)
          ? [
              { id: task.id, step: at(task.id)! },
              // what is rinsed and brushed at the wash place raises nothing in the machine
              ...(task.wait.place === null && at(task.id, 'finishing')
                ? [{ id: task.id, step: at(task.id, 'finishing')! }]
                : []),
            ]
          : [],
      ),
      ...dustyOpenings.flatMap((id) => (at(id) ? [{ id, step: at(id)! }] : [])),
    ];
    for (const opening of exposing) {
      const open = at(`open:${opening}`);
      if (!open) continue;
      const shut = at(`close:${opening}`)!;
      for (const { id, step } of dust) {
        const place = places.find((p) => placeId(p.stationId, p.task.key) === id);
        const inside = run.tasks
          .find((task) => task.id === id)
          ?.after.some((rule) => rule.id === `open:${opening}`);
        if (inside || place?.stationKind === 'whole') continue;
        if (step.start < shut.end && step.end > open.start) {
          wrong.push(`${id} raises dust while ${opening}`);
        }
      }
    }
    for (const { stationKind: kind, stationId, task } of places) {
      if (kind !== 'window' && kind !== 'lens') continue;
      const id = placeId(stationId, task.key);
      const end = steps.findLast((step) => step.task === id)!.end;
      const nozzle = at('close:nozzle-off');
      if (nozzle && nozzle.start < end) wrong.push(`${id} is not finished before the nozzle is on`);
      const shield = run.tasks.find(({ id: other }) => other.startsWith('shield.'));
      if (shield && begins(shield.id) < end) wrong.push(`${id} is not finished before the shield`);
    }
    return wrong;
  }

  test.each(families.map((one) => [one.id, one] as const))('the full strip of a %s', (_, one) => {
    expect(wrongs(one, fullStrip(one))).toEqual([]);
  });

  test('any set of tasks of any family', () => {
    fc.assert(
      fc.property(fc.constantFrom(...families), fc.infiniteStream(fc.boolean()), (one, chance) => {
        const every = one.stations.flatMap(({ slug, kind }) =>
          stationKind(kind).tasks.map(({ key }) => place(slug, kind, key)),
        );
        const some = every.filter(
          ({ stationKind: kind }) => kind !== 'whole' && chance.next().value,
        );
        if (some.length === 0 || some.length > 12) return;
        expect(wrongs(one, some)).toEqual([]);
      }),
      { numRuns: 120 },
    );
  });
});

test('a mirror that is taken out asks for dots, whichever family it is of', () => {
  for (const one of families) {
    const mirrors = one.stations.filter(({ kind }) => ['mirror', 'head-mirror'].includes(kind));
    if (mirrors.length === 0) continue;
    const [first] = mirrors;
    const run = buildRun(one, [place(first!.slug, first!.kind, 'wipe')]);
    const dots = run.proofs.find(({ id }) => id === 'dots')!;
    expect([one.id, dots.because]).toEqual([one.id, [`${first!.slug}.wipe@out`]]);
  }
});

test('the trade, where a sheet would hurt a machine', () => {
  const words = (one: Family, slug: string, kind: string, key: string) => {
    const run = buildRun(one, [place(slug, kind, key)]);
    return JSON.stringify(run);
  };
  // hood slides are greased along both edges
  const slides = words(family('galvo-desktop'), 'slide-rails', 'hood-slides', 'wipe');
  expect(slides).toMatch(/front and the back edge/);
  expect(family('galvo-desktop').stations.map(({ kind }) => kind)).not.toContain('round-rails');
  // plain round rails never are, and nothing for it is laid out
  const rails = words(family('co2-metal-tube'), 'round-rails', 'round-rails', 'wipe');
  expect(rails).toMatch(/No lubricant/);
  expect(buildRun(family('co2-metal-tube'), [place('r', 'round-rails', 'wipe')]).layOut).toEqual([
    'microfibre',
  ]);
  // the two odd holes are those of the grate over the module's fan
  for (const one of families) {
    const bed = one.stations.find(({ kind }) => kind === 'honeycomb' || kind === 'under-bed');
    if (!bed) continue;
    const key = stationKind(bed.kind).tasks[0]!.key;
    expect(words(one, bed.slug, bed.kind, key)).not.toMatch(/odd holes/);
  }
  const head = words(family('enclosed-diode'), 'module', 'diode-module', 'clean');
  expect(head).toMatch(/grate over the fan: its two odd holes/i);
});
