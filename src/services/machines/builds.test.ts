import { strikeEntry } from '../audit-log/audit-log';
import { entryWords } from '../audit-log/entry-words';
import { moveModule, addModule } from '../parts/parts';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import { recordCare } from '../care/care';
import { changeLimits } from '../care/care-plans';
import { dueMachines } from '../care/due';
import { buildView } from './build-view';
import {
  addBuiltMachine,
  buildFinder,
  chooseVariant,
  connectorWaitFinder,
  orderRules,
  setConnectorWait,
  turnOrderRule,
} from './builds';
import { standingEntries } from '../../records/audit-log';
import { machineById, machineByNickname } from '../../records/machines';

const shop = eachTestShop();
let wren: ReturnType<typeof addTestMachine>;

beforeEach(() => {
  wren = addTestMachine(shop);
});

const variantOf = (feature: string, machine = wren) => buildFinder(shop)(machine).variants[feature];
const choose = (feature: string, variant: string, machineId = wren.id) =>
  chooseVariant(shop, tester, { machineId, feature, variant });

test('a machine is built as most of its family, until something else is chosen; the last word stands', () => {
  expect(variantOf('held')).toBe('two-screws');
  must(choose('held', 'latch'));
  must(choose('held', 'domed-nuts'));
  expect(variantOf('held')).toBe('domed-nuts');
  expect(refusal(choose('held', 'glue'))).toMatch(/not one of its variants/);
  expect(refusal(choose('mirrors', 'fixed'))).toMatch(/no such feature/);
});

test('a machine is added with its build: what differs is in the book, what is as most is not; all or nothing', () => {
  const add = (variants: Record<string, string>) =>
    addBuiltMachine(shop, tester, { nickname: 'Finch', family: 'enclosed-diode', variants });
  expect(refusal(add({ held: 'latch', hose: 'no-such-thing' }))).toMatch(/not one of its/);
  expect(machineByNickname(shop.db, 'Finch')).toBeNull();
  const { machine, said } = must(add({ held: 'latch', shield: 'none', nozzle: 'none' }));
  expect(variantOf('held', machine)).toBe('latch');
  expect(said.join(' ')).toMatch(/has neither/);
  expect(standingEntries(shop.db, ['machine build'], { machineId: machine.id })).toHaveLength(3);
  const usual = must(
    addBuiltMachine(shop, tester, {
      nickname: 'Siskin',
      family: 'enclosed-diode',
      variants: { held: 'two-screws' },
    }),
  );
  expect(usual.said).toEqual([]);
  expect(standingEntries(shop.db, ['machine build'], { machineId: usual.machine.id })).toEqual([]);
});

test('what cannot be is kept and said at once, so that the next choice puts it right', () => {
  must(choose('shield', 'none'));
  must(choose('reach', 'behind'));
  expect(must(choose('nozzle', 'none')).said.join(' ')).toMatch(/has neither/);
  expect(must(choose('reach', 'in-front')).said).toEqual([]);
});

test('a variant in own words is offered from then on; one without a step is refused', () => {
  const own = { name: 'a bayonet', undo: ['Press the pin, turn left.'], redo: ['Turn right.'] };
  const input = { machineId: wren.id, feature: 'held', own };
  must(chooseVariant(shop, tester, input));
  const view = buildView(shop, machineById(shop.db, wren.id)!);
  const held = view.features.find(({ id }) => id === 'held')!;
  expect(held.variants.find(({ id }) => id === held.chosen)).toMatchObject({
    name: 'a bayonet',
    own: true,
  });
  const head = view.openings.find(({ id }) => id === 'head-off')!;
  expect(head.undo).toContain('Press the pin, turn left.');
  expect(head.redo[0]).toBe('Turn right.');
  must(choose('held', 'latch'));
  must(choose('held', held.chosen));
  expect(variantOf('held')).toBe(held.chosen);
  expect(
    refusal(chooseVariant(shop, tester, { ...input, own: { ...own, undo: [], redo: [] } })),
  ).toMatch(/at least one step/);
});

test('what is said of a head travels with it; what is said of the machine stays', () => {
  const finch = addTestMachine(shop, 'Finch');
  const head = must(
    addModule(shop, tester, {
      kind: 'head',
      serial: 'H-1',
      name: 'blue head',
      hadHours: 0,
      machineId: wren.id,
      at: null,
    }),
  );
  must(choose('nozzle', 'grub-screw'));
  must(choose('bed', 'slats'));
  expect([variantOf('nozzle'), variantOf('bed')]).toEqual(['grub-screw', 'slats']);
  shop.clock.now += 60_000;
  must(moveModule(shop, tester, { moduleId: head.id, machineId: finch.id }));
  expect([variantOf('nozzle'), variantOf('bed')]).toEqual(['pulls-off', 'slats']);
  expect([variantOf('nozzle', finch), variantOf('bed', finch)]).toEqual(['grub-screw', 'framed']);
});

test('the wait before connectors is the machine’s own figure with its source', () => {
  expect(connectorWaitFinder(shop)(wren)).toEqual({ minutes: 10, source: null });
  const set = (minutes: number, source: string) =>
    setConnectorWait(shop, tester, { machineId: wren.id, minutes, source });
  expect(refusal(set(20, ' '))).toMatch(/where the figure is from/);
  expect(refusal(set(-1, 'label'))).toMatch(/Not less/);
  must(set(20, 'label at the plug'));
  expect(connectorWaitFinder(shop)(wren)).toEqual({ minutes: 20, source: 'label at the plug' });
});

test('only our own ways are turned round, each with its reason, and back again', () => {
  const turn = (rule: string, turned: boolean, reason = 'slate dust') =>
    turnOrderRule(shop, tester, { machineId: wren.id, rule, turned, reason });
  expect(refusal(turn('dust', true))).toMatch(/safety or physics/);
  expect(refusal(turn('vacuum', true, ''))).toMatch(/Say why/);
  must(turn('vacuum', true));
  const vacuum = () => orderRules(shop, wren.id).find(({ id }) => id === 'vacuum')!;
  expect(vacuum().turned).toMatchObject({ reason: 'slate dust', by: 'Tester' });
  must(turn('vacuum', false, 'wood again'));
  expect(vacuum().turned).toBeNull();
});

test('where two say different things of an order, both are kept until it is settled', () => {
  const say = (more: { turned?: boolean; saidBy?: string; otherBy?: string }) =>
    turnOrderRule(shop, tester, {
      machineId: wren.id,
      rule: 'vacuum',
      turned: true,
      reason: 'the manual is not clear',
      ...more,
    });
  const vacuum = () => orderRules(shop, wren.id).find(({ id }) => id === 'vacuum')!;
  expect(refusal(say({ saidBy: 'the manual' }))).toMatch(/Say who says otherwise/);
  expect(refusal(say({ otherBy: 'Ragna' }))).toMatch(/Say who says that it is done so/);
  expect(vacuum().unconfirmed).toBeNull();
  must(say({ saidBy: 'the manual', otherBy: 'Ragna' }));
  expect(vacuum()).toMatchObject({
    turned: { reason: 'the manual is not clear' },
    unconfirmed: { by: 'the manual', otherBy: 'Ragna' },
  });
  const [line] = standingEntries(shop.db, ['order rule']).slice(-1);
  expect(entryWords(shop, line!)).toMatch(/to be confirmed: Ragna differs$/);
  must(say({ turned: false }));
  expect(vacuum()).toMatchObject({ turned: null, unconfirmed: null });
});

test('the grease map knows each rail, what greases it, and which are never greased', () => {
  const bittern = addTestMachine(shop, 'Bittern', 'co2-metal-tube');
  const rows = buildView(shop, machineById(shop.db, bittern.id)!).grease;
  const of = (station: RegExp) => rows.find((row) => station.test(row.station))!;
  expect(of(/linear bearing/)).toMatchObject({ lubricant: 'white lithium grease', greased: null });
  expect(of(/round rails/)).toMatchObject({ lubricant: null, greased: null });

  const bearing = dueMachines(shop, shop.now(), bittern.id)[0]!.stations.find(({ name }) =>
    /linear bearing/.test(name),
  )!;
  const grease = () =>
    buildView(shop, machineById(shop.db, bittern.id)!).grease.find(
      ({ stationId }) => stationId === bearing.id,
    )!;
  const did = (depth: string, result: 'done' | 'put-off') => {
    shop.clock.now += 3_600_000;
    const { key } = bearing.tasks.find(({ task }) => task.depth === depth)!.task;
    return must(
      recordCare(shop, tester, {
        stationId: bearing.id,
        task: key,
        at: shop.clock.now,
        result,
        note: result === 'done' ? null : 'no grease left',
      }),
    );
  };
  const { entryId } = did('lubricate', 'done');
  const at = shop.clock.now;
  expect(grease()).toMatchObject({ greased: at });
  // put off it is not greased; what was struck never was
  did('lubricate', 'put-off');
  expect(grease()).toMatchObject({ greased: at });
  must(strikeEntry(shop, tester, 'technician', entryId, 'that was Dipper'));
  expect(grease()).toMatchObject({ greased: null });
});

test('an industrial head lets lens and mirrors go longer, in the care plan and with its reason; a small one does not', () => {
  const heron = addTestMachine(shop, 'Heron', 'co2-glass-tube');
  const limits = () =>
    dueMachines(shop, shop.now(), heron.id)[0]!
      .stations.filter(({ kind }) => ['lens', 'mirror'].includes(kind))
      .map(({ tasks }) => tasks[0]!.task.limits);
  const before = limits();
  must(choose('lens-head', 'industrial', heron.id));
  expect(limits()).toEqual(
    before.map(() => [
      { kind: 'soil', value: 15 },
      { kind: 'days', value: 7 },
    ]),
  );
  must(choose('lens-head', 'small', heron.id));
  expect(limits()).toEqual(before);
  // a head in own words is no industrial one: what the shop set itself stays
  const { id: lens } = dueMachines(shop, shop.now(), heron.id)[0]!.stations.find(
    ({ kind }) => kind === 'lens',
  )!;
  const ours = [{ kind: 'days', value: 3 }] as const;
  must(
    changeLimits(shop, tester, {
      stationId: lens,
      task: 'wipe',
      limits: [...ours],
      reason: 'resin',
    }),
  );
  const own = { name: 'a brass cone', undo: ['Off by hand.'], redo: [] };
  must(chooseVariant(shop, tester, { machineId: heron.id, feature: 'lens-head', own }));
  expect(limits()).toContainEqual([...ours]);
});
