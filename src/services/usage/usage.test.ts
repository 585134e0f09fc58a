import fc from 'fast-check';
import { countersSince } from '../../core/care/testing/plain-counters';
import { presences } from '../../core/parts/presence';
import { eachSessionHours } from '../../core/usage/session-hours';
import { perGroup } from '../../core/usage/soil';
import { sessionsBetween } from '../../records/usage/sessions';
import { allHours, allOdometers, clearDerived, hoursBetween } from '../../records/usage/totals';
import { strikeEntry } from '../audit-log/audit-log';
import { recordCare } from '../care/care';
import { dueMachines } from '../care/due';
import { addModule, listModules, moveModule } from '../parts/parts';
import { correctSession, logSession } from './sessions';
import { shopWeights } from './soil-weights-read';
import { changeWeight } from './soil-weights';
import { addTestMachine, dropTestShop, must, openTestShop, tester } from '../testing/shop';
import { deriveUsage, rebuildUsage } from './usage';

const day = 86_400_000;
const now = Date.UTC(2026, 10, 24, 12);

const anyUse = fc.record({
  ago: fc.integer({ min: 1, max: 260 * 24 * 60 }), // minutes: back-dated freely, over both clock changes
  runSeconds: fc.integer({ min: 60, max: 4 * 3600 }),
  material: fc.option(fc.constantFrom('plywood', 'cork', 'pine', 'slate'), { freq: 2 }),
  airAssist: fc.option(fc.boolean()),
  draught: fc.option(fc.constantFrom('full' as const, 'weak' as const, 'off' as const)),
});
const ago = fc.integer({ min: 0, max: 250 * 24 * 60 });
const which = fc.integer({ min: 0, max: 1 });
const anyStep = fc.oneof(
  {
    weight: 8,
    arbitrary: fc.tuple(anyUse, which).map(([use, machine]) => ({
      step: 'log' as const,
      machine,
      ...use,
    })),
  },
  { weight: 2, arbitrary: anyUse.map((use) => ({ step: 'correct' as const, ...use })) },
  { weight: 1, arbitrary: fc.record({ step: fc.constant('strike' as const) }) },
  { weight: 1, arbitrary: fc.record({ step: fc.constant('clean' as const), machine: which, ago }) },
  {
    weight: 1,
    arbitrary: fc.record({
      step: fc.constant('weigh' as const),
      ago: fc.option(ago),
      material: fc.constantFrom('plywood', 'cork'),
      weight: fc.double({ min: 0, max: 4, noNaN: true }),
    }),
  },
  {
    weight: 4,
    arbitrary: fc.record({
      step: fc.constant('swap' as const),
      ago,
      head: which,
      to: fc.option(which),
    }),
  },
);

test('law: after any history the kept totals equal the rebuilt, and counters equal the plain definition', () => {
  let swapped = 0;
  fc.assert(
    fc.property(fc.array(anyStep, { minLength: 1, maxLength: 70 }), (steps) => {
      const shop = openTestShop(now);
      try {
        const ids = [
          addTestMachine(shop).id,
          addTestMachine(shop, 'Sparrow', 'open-frame-diode').id,
        ];
        const heads = ids.map((machineId, i) =>
          must(
            addModule(shop, tester, {
              kind: 'head',
              serial: `H${i}`,
              machineId,
              at: now - 270 * day,
            }),
          ),
        );
        const windows = dueMachines(shop, now).map(
          ({ stations }) => stations.find(({ slug }) => slug === 'window')!.id,
        );
        const everything = () =>
          ids.flatMap((id) => sessionsBetween(shop.db, id, -Infinity, Infinity));
        for (const [n, step] of steps.entries()) {
          const standing = everything();
          const target = standing[n % Math.max(1, standing.length)];
          const content = (one: Extract<typeof step, { runSeconds: number }>) => ({
            start: now - one.ago * 60_000 - 4 * 3_600_000,
            runSeconds: one.runSeconds,
            material: one.material,
            airAssist: one.airAssist,
            draught: one.draught,
            beamSeconds: null,
            process: null,
            operator: null,
            note: null,
          });
          switch (step.step) {
            case 'clean':
              must(
                recordCare(shop, tester, {
                  stationId: windows[step.machine]!,
                  task: 'wipe',
                  at: now - step.ago * 60_000,
                }),
              );
              break;
            case 'strike':
              if (target) must(strikeEntry(shop, tester, 'technician', target.entryId, 'law'));
              break;
            case 'correct':
              // an overlap may refuse it: then nothing changed, which the law covers as well
              if (target)
                correctSession(shop, tester, {
                  entryId: target.entryId,
                  reason: 'law',
                  change: content(step),
                });
              break;
            case 'weigh':
              must(
                changeWeight(shop, tester, {
                  what: {
                    change: 'work',
                    name: step.material,
                    process: 'cut',
                    weight: perGroup(() => step.weight),
                  },
                  from: step.ago === null ? null : now - step.ago * 60_000,
                  reason: 'law',
                }),
              );
              break;
            case 'swap': {
              // a move that cannot be is refused, and changes nothing
              const moved = moveModule(shop, tester, {
                moduleId: heads[step.head]!.id,
                machineId: step.to === null ? null : ids[step.to]!,
                at: now - step.ago * 60_000,
              });
              if (moved.ok) swapped += 1;
              break;
            }
            case 'log':
              must(
                logSession(
                  shop,
                  tester,
                  { ...content(step), machineId: ids[step.machine]!, key: `law-key-${n}` },
                  { allowOverlap: true },
                ),
              );
          }
        }
        const kept = () => ({
          odometers: allOdometers(shop.db),
          hours: ids.map((id) => hoursBetween(shop.db, id, -Infinity, Infinity)),
        });
        const before = kept();
        const machines = dueMachines(shop, now);
        rebuildUsage(shop);
        expect(kept()).toEqual(before);

        const counted = new Map(
          ids.map((id) => {
            const sessions = sessionsBetween(shop.db, id, -Infinity, Infinity);
            const hours = eachSessionHours(sessions, shopWeights(shop));
            return [id, sessions.map((session, i) => ({ ...session, ...hours[i]! }))];
          }),
        );
        const modules = listModules(shop);
        for (const { id, stations } of machines) {
          for (const { slug, module, tasks } of stations) {
            const stays = module
              ? presences(modules.find(({ serial }) => serial === module.serial)!.moves)
              : [{ machineId: id, from: -Infinity, to: Infinity }];
            const soiling = stays.flatMap(({ machineId, from, to }) =>
              counted.get(machineId)!.filter(({ start }) => start >= from && start < to),
            );
            for (const { task, counters, since } of tasks) {
              const plain = countersSince(soiling, task.group, since, now, shop.zone);
              expect({ slug, ...counters }).toEqual({ slug, ...plain });
            }
          }
        }
      } finally {
        dropTestShop(shop);
      }
    }),
    { numRuns: 40 },
  );
  expect(swapped).toBeGreaterThan(10);
});

test('derived in pieces it is what it is derived at once', () => {
  const shop = openTestShop(now);
  const { id } = addTestMachine(shop);
  for (let n = 0; n < 70; n++) {
    // several of a day, and materials that take the mean of those before them
    must(
      logSession(shop, tester, {
        machineId: id,
        start: now - day * 30 + n * 4_000_000,
        runSeconds: 60 + n,
        material: n % 3 === 0 ? null : n % 3 === 1 ? 'plywood' : 'cork',
        process: n % 3 === 0 ? null : 'cut',
        key: `of-the-pieces-${n}`,
      }),
    );
  }
  const kept = () => [allHours(shop.db), allOdometers(shop.db)];
  const whole = kept();
  for (const atOnce of [1, 2, 7, 50, 69, 70, 71]) {
    clearDerived(shop.db);
    deriveUsage(shop, id, now - day * 40, now, atOnce);
    expect(kept()).toEqual(whole);
  }
  dropTestShop(shop);
});

test('back-dated entries give the same counters as entries in order', () => {
  const uses = fc.sample(anyUse, { numRuns: 60, seed: 7 });
  const countersOf = (order: typeof uses) => {
    const shop = openTestShop(now);
    const { id } = addTestMachine(shop);
    for (const { ago, ...use } of order) {
      const start = now - ago * 60_000 - 5 * 3_600_000;
      must(
        logSession(
          shop,
          tester,
          { ...use, machineId: id, start, key: `order-${ago}-${use.runSeconds}` },
          { allowOverlap: true },
        ),
      );
    }
    const [machine] = dueMachines(shop, now, id);
    const found = machine!.stations.map(({ slug, tasks }) => [
      slug,
      tasks.map(({ counters }) => counters),
    ]);
    dropTestShop(shop);
    return found;
  };
  const inOrder = [...uses].sort((a, b) => b.ago - a.ago);
  expect(countersOf(uses)).toEqual(countersOf(inOrder));
  expect(countersOf([...inOrder].reverse())).toEqual(countersOf(inOrder));
});

test('counters can be asked for an earlier day', () => {
  const shop = openTestShop(now);
  const { id } = addTestMachine(shop);
  for (const ago of [10, 5]) {
    must(
      logSession(shop, tester, {
        machineId: id,
        start: now - ago * day,
        runSeconds: 3600,
        key: `ago-key-${ago}`,
      }),
    );
  }
  const jobs = (at: number) => dueMachines(shop, at, id)[0]!.stations[0]!.tasks[0]!.counters.jobs;
  expect([jobs(now), jobs(now - 5 * day), jobs(now - 6 * day), jobs(now - 11 * day)]).toEqual([
    2, 2, 1, 0,
  ]);
  dropTestShop(shop);
});
