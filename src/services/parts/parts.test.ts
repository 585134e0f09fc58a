import { moveRefusal, placeAt, presences, within } from '../../core/parts/presence';
import { listStations, machineById } from '../../records/machines';
import { recordCare } from '../care/care';
import { dueMachines } from '../care/due';
import { callTask } from '../care/call-or-defer';
import { addModule, endModule, lifeSeconds, listModules, moveModule, replaceModule } from './parts';
import { machineSlots, moduleViews } from './module-views';
import { logSession } from '../usage/sessions';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';

describe('stays', () => {
  const moves = [
    { at: 10, machineId: 'a' },
    { at: 20, machineId: null },
    { at: 30, machineId: 'b' },
  ];
  test('follow the moves', () => {
    expect(presences(moves)).toEqual([
      { machineId: 'a', from: 10, to: 20 },
      { machineId: 'b', from: 30, to: Infinity },
    ]);
    expect([9, 10, 19, 20, 30].map((at) => placeAt(moves, at))).toEqual([
      null,
      'a',
      'a',
      null,
      'b',
    ]);
    expect(within(presences(moves), 15, 32)).toEqual([
      { machineId: 'a', from: 15, to: 20 },
      { machineId: 'b', from: 30, to: 32 },
    ]);
  });
  test('a move that leads nowhere is refused, back-dated ones too', () => {
    expect(moveRefusal(moves, { at: 40, machineId: 'b' })).toMatch(/in that machine already/);
    expect(moveRefusal(moves, { at: 25, machineId: null })).toMatch(/drawer already/);
    expect(moveRefusal(moves, { at: 25, machineId: 'b' })).toMatch(/lead nowhere/);
    expect(moveRefusal(moves, { at: 30, machineId: 'c' })).toMatch(/very time/);
    expect(moveRefusal(moves, { at: 25, machineId: 'c' })).toBeNull();
  });
});

describe('modules in the shop', () => {
  const shop = eachTestShop();
  let wren: string;
  let swift: string;
  const hour = 3_600_000;
  const day = 24 * hour;
  let keys = 0;

  beforeEach(() => {
    shop.clock.now = Date.UTC(2026, 9, 1, 8);
    wren = addTestMachine(shop).id;
    swift = addTestMachine(shop, 'Sparrow', 'open-frame-diode').id;
  });

  const run = (machineId: string, hours: number) => {
    const start = shop.clock.now;
    shop.clock.now += hours * hour;
    must(
      logSession(shop, tester, {
        machineId,
        start,
        runSeconds: hours * 3600,
        material: 'plywood',
        process: 'cut',
        key: `module-test-${keys++}`,
      }),
    );
    shop.clock.now += hour;
  };
  const head = (serial: string, machineId: string | null) =>
    must(addModule(shop, tester, { kind: 'head', serial, machineId, at: shop.clock.now })).id;
  const windowOf = (machineId: string) => {
    const station = dueMachines(shop, shop.clock.now, machineId)[0]!.stations.find(
      ({ slug }) => slug === 'window',
    )!;
    const wipe = station.tasks.find(({ task }) => task.key === 'wipe')!;
    return {
      hours: wipe.counters.runSeconds / 3600,
      module: station.module?.serial,
      stationId: station.id,
      since: wipe.since,
      useDays: wipe.counters.useDays,
    };
  };

  test("soil and life travel with a head; the other's go on where they were", () => {
    const blue = head('B-1', wren);
    const red = head('R-1', null);
    run(wren, 3);
    expect(windowOf(wren)).toMatchObject({ hours: 3, module: 'B-1' });
    expect(must(moveModule(shop, tester, { moduleId: red, machineId: wren }))).toEqual({
      replaced: 'B-1',
    });
    expect(windowOf(wren)).toMatchObject({ hours: 0, module: 'R-1' });
    run(wren, 2);
    expect(windowOf(wren).hours).toBe(2);
    shop.clock.now += 1;
    must(moveModule(shop, tester, { moduleId: blue, machineId: swift }));
    run(swift, 4);
    // three hours in Wren and four in Sparrow
    expect(windowOf(swift)).toMatchObject({ hours: 7, module: 'B-1' });
    expect(windowOf(wren).hours).toBe(2);
    const life = (id: string) =>
      lifeSeconds(
        shop,
        listModules(shop).find((one) => one.id === id)!,
      ) / 3600;
    expect([life(blue), life(red)]).toEqual([7, 2]);
    // what stays with the machine counts on as before
    const rails = dueMachines(shop, shop.clock.now, wren)[0]!.stations.find(
      ({ slug }) => slug === 'rails',
    )!;
    expect(rails.tasks[0]!.counters.runSeconds).toBe(5 * 3600);
  });

  test('what was wiped in one machine is clean in the other', () => {
    const blue = head('B-1', wren);
    run(wren, 3);
    must(
      recordCare(shop, tester, {
        stationId: windowOf(wren).stationId,
        task: 'wipe',
        at: shop.clock.now,
      }),
    );
    run(wren, 1);
    must(moveModule(shop, tester, { moduleId: blue, machineId: swift }));
    run(swift, 2);
    expect(windowOf(swift).hours).toBe(3);
    must(
      recordCare(shop, tester, {
        stationId: windowOf(swift).stationId,
        task: 'wipe',
        at: shop.clock.now,
      }),
    );
    shop.clock.now += hour;
    must(moveModule(shop, tester, { moduleId: blue, machineId: wren }));
    expect(windowOf(wren).hours).toBe(0);
  });

  test('a sign that called a cleaning travels with the head, and stays with nobody else', () => {
    const blue = head('B-1', wren);
    head('R-1', swift);
    run(wren, 1);
    const { stationId } = windowOf(wren);
    must(callTask(shop, tester, { stationId, task: 'wipe', sign: 'faint lines' }));
    const called = (machineId: string) => {
      const due = dueMachines(shop, shop.clock.now, machineId)[0]!;
      const station = due.stations.find(({ slug }) => slug === 'window')!;
      return station.tasks.find(({ task }) => task.key === 'wipe')!.call?.sign ?? null;
    };
    const before = shop.clock.now;
    shop.clock.now += hour;
    must(moveModule(shop, tester, { moduleId: blue, machineId: swift }));
    expect([called(wren), called(swift)]).toEqual([null, 'faint lines']);
    // asked for the time before the move, it is where it was
    const then = dueMachines(shop, before, wren)[0]!.stations.find(
      ({ slug }) => slug === 'window',
    )!;
    expect(then.module?.serial).toBe('B-1');
    expect(then.worst!.call?.sign).toBe('faint lines');
    shop.clock.now += hour;
    must(
      recordCare(shop, tester, {
        stationId: windowOf(swift).stationId,
        task: 'wipe',
        at: shop.clock.now,
      }),
    );
    expect(called(swift)).toBeNull();
  });

  test('a day of use in two machines is one day', () => {
    const blue = head('B-1', wren);
    run(wren, 1);
    must(moveModule(shop, tester, { moduleId: blue, machineId: swift }));
    run(swift, 1);
    expect(windowOf(swift)).toMatchObject({ hours: 2, useDays: 1 });
    shop.clock.now += day;
    run(swift, 1);
    expect(windowOf(swift).useDays).toBe(2);
  });

  test('two heads in machines change places by one swap', () => {
    const blue = head('B-1', wren);
    head('B-2', swift);
    run(wren, 2);
    must(moveModule(shop, tester, { moduleId: blue, machineId: swift }));
    expect(windowOf(swift)).toMatchObject({ module: 'B-1', hours: 2 });
    expect(windowOf(wren)).toMatchObject({ module: 'B-2', hours: 0 });
  });

  test('a new one starts at zero; the old one keeps its history and what it died of', () => {
    const blue = head('B-1', wren);
    run(wren, 6);
    must(replaceModule(shop, tester, { moduleId: blue, why: 'source worn', serial: 'B-9' }));
    expect(windowOf(wren)).toMatchObject({ hours: 0, module: 'B-9' });
    const old = moduleViews(shop).find(({ serial }) => serial === 'B-1')!;
    expect(old).toMatchObject({
      lifeSeconds: 6 * 3600,
      place: null,
      ended: { why: 'source worn' },
    });
    expect(old.stays).toMatchObject([{ machine: 'Wren' }]);
    expect(refusal(moveModule(shop, tester, { moduleId: blue, machineId: swift }))).toMatch(
      /has ended/,
    );
    expect(refusal(endModule(shop, tester, { moduleId: blue, why: 'again' }))).toMatch(
      /ended already/,
    );
    expect(refusal(endModule(shop, tester, { moduleId: 'gone', why: 'worn' }))).toMatch(
      /not in the book/,
    );
    // a refused replacement changes nothing: the new serial is taken
    const now = machineSlots(shop, wren).find(({ kind }) => kind.id === 'head')!.fitted!;
    expect(
      refusal(replaceModule(shop, tester, { moduleId: now.id, why: 'dropped', serial: 'B-1' })),
    ).toMatch(/already/);
    expect(windowOf(wren).module).toBe('B-9');
  });

  test('each says since when it is where it is: since its last move, else since it is in the book', () => {
    const since = (id: string) => moduleViews(shop).find((one) => one.id === id)!.since;
    const begun = shop.clock.now;
    const [blue, red] = [head('B-1', wren), head('R-1', null)];
    shop.clock.now += day;
    must(moveModule(shop, tester, { moduleId: blue, machineId: swift }));
    expect([since(blue), since(red)]).toEqual([begun + day, begun]);
    shop.clock.now += day;
    must(moveModule(shop, tester, { moduleId: blue, machineId: null }));
    shop.clock.now += day;
    expect(moduleViews(shop).find(({ id }) => id === blue)).toMatchObject({
      place: null,
      since: begun + 2 * day,
    });
  });

  test('moves that cannot be are refused and change nothing', () => {
    const blue = head('B-1', wren);
    const red = head('R-1', null);
    shop.clock.now += day;
    const heron = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
    const moves = () => listModules(shop).map((one) => one.moves);
    const before = moves();
    const to = (moduleId: string, machineId: string | null, at?: number) =>
      refusal(moveModule(shop, tester, { moduleId, machineId, ...(at && { at }) }));
    expect(to(blue, wren)).toMatch(/in that machine already/);
    expect(to(red, null)).toMatch(/drawer already/);
    expect(to(blue, heron)).toMatch(/no place for a laser head/);
    expect(to(blue, red)).toMatch(/not into a module/);
    expect(to(blue, 'nowhere')).toMatch(/no machine/);
    expect(to(blue, swift, shop.clock.now + day)).toMatch(/future/);
    expect(to(red, wren, shop.clock.now - 10 * day)).toMatch(/in that machine at that time/);
    expect(
      refusal(
        addModule(shop, tester, {
          kind: 'head',
          serial: 'b-1',
          machineId: null,
          at: shop.clock.now,
        }),
      ),
    ).toMatch(/already a laser head/);
    expect(
      refusal(
        addModule(shop, tester, { kind: 'head', serial: 'X', machineId: wren, at: shop.clock.now }),
      ),
    ).toMatch(/Swap them/);
    expect(moves()).toEqual(before);
    expect(listStations(shop.db, wren).length).toBeGreaterThan(0);
  });

  test('a module that came with its machine has been there since anything of it is known', () => {
    run(wren, 1);
    const first = shop.clock.now - 2 * hour;
    must(
      logSession(shop, tester, {
        machineId: wren,
        start: first - 30 * day,
        runSeconds: 3600,
        key: 'module-test-long-ago',
      }),
    );
    const add = (serial: string, machineId: string | null) =>
      must(addModule(shop, tester, { kind: 'head', serial, machineId, at: null }));
    expect(add('B-1', wren).addedAt).toBe(first - 30 * day);
    expect(add('B-2', swift).addedAt).toBe(machineById(shop.db, swift)!.addedAt);
    expect(add('B-3', null).addedAt).toBe(shop.clock.now);
    const [one] = listModules(shop);
    expect(lifeSeconds(shop, one!)).toBe(2 * 3600);
  });

  test('is named as its kind where no name is given, and is as old as is said', () => {
    const part = must(
      addModule(shop, tester, {
        kind: 'head',
        serial: ' B-1 ',
        hadHours: 1.5,
        machineId: null,
        at: shop.clock.now,
      }),
    );
    expect(part).toMatchObject({ serial: 'B-1', name: part.kind.name, hadSeconds: 5400 });
    expect(listModules(shop)).toEqual([part]);
    expect(lifeSeconds(shop, part)).toBe(5400);
  });

  test('is where it was moved to last, since then; one that never moved since it was added', () => {
    const added = shop.clock.now;
    const blue = head('B-1', wren);
    const red = head('R-1', null);
    shop.clock.now += day;
    must(moveModule(shop, tester, { moduleId: blue, machineId: swift }));
    const moved = shop.clock.now;
    shop.clock.now += day;
    const view = (id: string) => moduleViews(shop).find((one) => one.id === id)!;
    expect(view(blue)).toMatchObject({ place: 'Sparrow', placeId: swift, since: moved });
    expect(view(red)).toMatchObject({ place: null, placeId: null, since: added });
    expect(view(blue).stays).toEqual([
      { machine: 'Wren', from: added, to: moved },
      { machine: 'Sparrow', from: moved, to: null },
    ]);
    // a move that lies a moment ahead is none yet
    must(
      moveModule(shop, tester, { moduleId: blue, machineId: wren, at: shop.clock.now + 60_000 }),
    );
    expect(view(blue)).toMatchObject({ place: 'Sparrow', since: moved });
  });

  test('what ends was there, has not ended, and was not moved since', () => {
    const blue = head('B-1', wren);
    const end = (moduleId: string, more: object = {}) =>
      endModule(shop, tester, { moduleId, why: 'dropped', ...more });
    expect(refusal(end('nowhere'))).toContain('not in the book');
    expect(refusal(end(blue, { why: ' ' }))).toContain('Say why it failed.');
    expect(refusal(end(blue, { at: shop.clock.now + day }))).toContain('in the future');
    shop.clock.now += day;
    must(moveModule(shop, tester, { moduleId: blue, machineId: swift }));
    expect(refusal(end(blue, { at: shop.clock.now - hour }))).toContain('moved after that time');
    must(end(blue));
    expect(listModules(shop)[0]).toMatchObject({ ended: { at: shop.clock.now, why: 'dropped' } });
    // and is offered to no machine
    for (const { fitted, others } of machineSlots(shop, wren)) {
      expect([fitted, ...others].map((one) => one?.id)).not.toContain(blue);
    }
    expect(listModules(shop)[0]!.moves.at(-1)).toEqual({ at: shop.clock.now, machineId: null });
    expect(refusal(end(blue))).toBe('B-1 has ended already (dropped).');
    expect(refusal(moveModule(shop, tester, { moduleId: blue, machineId: wren }))).toContain(
      'B-1 has ended (dropped).',
    );
    // one that lay in the drawer leaves no machine
    const red = head('R-1', null);
    must(end(red));
    expect(listModules(shop).find(({ id }) => id === red)!.moves).toEqual([]);
  });

  test('goes nowhere before it was here, and none that is not there is replaced', () => {
    const blue = head('B-1', wren);
    const move = { moduleId: blue, machineId: swift, at: shop.clock.now - day };
    expect(refusal(moveModule(shop, tester, move))).toContain('was not here yet at that time');
    expect(refusal(moveModule(shop, tester, { moduleId: 'gone', machineId: wren }))).toContain(
      'not in the book',
    );
    const replace = (moduleId: string, serial: string) =>
      replaceModule(shop, tester, { moduleId, why: 'cracked', serial });
    expect(refusal(replace('gone', 'X'))).toContain('not in the book');
    expect(refusal(replace(head('R-1', null), 'X'))).toBe('R-1 is not in a machine.');
    shop.clock.now += hour;
    expect(replace(blue, 'r-1').ok).toBe(false);
    expect(listModules(shop).find(({ id }) => id === blue)!.ended).toBeNull();
    must(replace(blue, 'B-2'));
    expect(windowOf(wren).module).toBe('B-2');
    expect(refusal(replace(blue, 'B-3'))).toBe('B-1 is not in a machine.');
  });
});
