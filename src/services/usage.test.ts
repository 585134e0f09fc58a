import fc from 'fast-check';
import { startingWeights } from '../catalogue/materials';
import { countersSince } from '../core/care/counters';
import { eachSessionHours } from '../core/usage/session-hours';
import { sessionsBetween } from '../records/sessions';
import { allOdometers, hoursBetween } from '../records/usage';
import { strikeEntry } from './book';
import { recordCare } from './care';
import { dueMachines } from './due';
import { correctSession, logSession } from './sessions';
import { addTestMachine, dropTestShop, must, openTestShop, tester } from './testing/shop';
import { rebuildUsage } from './usage';

const day = 86_400_000;
const now = Date.UTC(2026, 10, 24, 12);

const anyUse = fc.record({
  ago: fc.integer({ min: 1, max: 260 * 24 * 60 }), // minutes: back-dated freely, over both clock changes
  runSeconds: fc.integer({ min: 60, max: 4 * 3600 }),
  material: fc.option(fc.constantFrom('plywood', 'cork', 'pine', 'slate'), { freq: 2 }),
  airAssist: fc.option(fc.boolean()),
  draught: fc.option(fc.constantFrom('full' as const, 'weak' as const, 'off' as const)),
});
const anyStep = fc.oneof(
  { weight: 6, arbitrary: anyUse.map((use) => ({ step: 'log' as const, ...use })) },
  { weight: 2, arbitrary: anyUse.map((use) => ({ step: 'correct' as const, ...use })) },
  { weight: 1, arbitrary: fc.record({ step: fc.constant('strike' as const), ago: fc.integer() }) },
  {
    weight: 1,
    arbitrary: fc.record({
      step: fc.constant('clean' as const),
      ago: fc.integer({ min: 0, max: 250 * 24 * 60 }),
    }),
  },
);

test('law: after any history the kept totals equal the rebuilt, and counters equal the plain definition', () => {
  fc.assert(
    fc.property(fc.array(anyStep, { minLength: 1, maxLength: 70 }), (steps) => {
      const shop = openTestShop(now);
      try {
        const { id } = addTestMachine(shop);
        const comb = dueMachines(shop, now, id)[0]!.stations.find(
          ({ slug }) => slug === 'honeycomb',
        )!;
        let n = 0;
        for (const step of steps) {
          const standing = sessionsBetween(shop.db, id, -Infinity, Infinity);
          const target = standing[n % Math.max(1, standing.length)];
          n += 1;
          if (step.step === 'clean') {
            must(
              recordCare(shop, tester, {
                stationId: comb.id,
                task: 'clean',
                at: now - step.ago * 60_000,
              }),
            );
          } else if (step.step === 'strike') {
            if (target) must(strikeEntry(shop, tester, target.entryId, 'law'));
          } else {
            const { ago, step: kind, ...use } = step;
            const session = {
              ...use,
              start: now - ago * 60_000 - 4 * 3_600_000,
              beamSeconds: null,
              process: null,
              operator: null,
              note: null,
            };
            if (kind === 'correct') {
              // an overlap may refuse it: then nothing changed, which the law covers as well
              if (target) correctSession(shop, tester, target.entryId, 'law', session);
            } else {
              must(
                logSession(
                  shop,
                  tester,
                  { ...session, machineId: id, key: `law-key-${n}` },
                  { allowOverlap: true },
                ),
              );
            }
          }
        }
        const kept = {
          odometers: allOdometers(shop.db),
          hours: hoursBetween(shop.db, id, -Infinity, Infinity),
        };
        const [machine] = dueMachines(shop, now, id);
        rebuildUsage(shop);
        expect({
          odometers: allOdometers(shop.db),
          hours: hoursBetween(shop.db, id, -Infinity, Infinity),
        }).toEqual(kept);

        const sessions = sessionsBetween(shop.db, id, -Infinity, Infinity);
        const hours = eachSessionHours(sessions, () => startingWeights);
        const counted = sessions.map((session, i) => ({ ...session, ...hours[i]! }));
        for (const station of machine!.stations) {
          for (const { task, counters, since } of station.tasks) {
            const plain = countersSince(counted, task.group, since, now, shop.zone);
            expect({ station: station.slug, ...counters }).toEqual({
              station: station.slug,
              ...plain,
              useDays:
                counters.useDays === plain.useDays ? plain.useDays : `plain ${plain.useDays}`,
            });
          }
        }
      } finally {
        dropTestShop(shop);
      }
    }),
    { numRuns: 40 },
  );
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
