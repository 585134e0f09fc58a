import { stationKind } from '../../catalogue/catalogue';
import { entryData, standingEntries } from '../../records/audit-log';
import { listStations, machineById } from '../../records/machines';
import { startSheet } from '../cleaning/sheets';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import {
  addMachine,
  addStation,
  bringBackMachine,
  changeCard,
  removeStation,
  renameMachine,
  renameStation,
  renewLabel,
  requireMachine,
  restoreStation,
  retireMachine,
} from './machines';

const shop = eachTestShop();
let id: string;
beforeEach(() => {
  ({ id } = addTestMachine(shop));
});

/** What the book says of machines, oldest first: what was done, from what, to what. */
const noted = () =>
  standingEntries(shop.db, ['machine']).map((row) => {
    const { change, from, to } = entryData(row, 'machine');
    return [change, from, to];
  });
const stations = () => listStations(shop.db, id);
const station = (slug: string) => stations().find((one) => one.slug === slug)!;
const sheetOpen = () =>
  must(
    startSheet(shop, tester, {
      machineId: id,
      tasks: [{ stationId: station('window').id, task: 'wipe' }],
    }),
  );

describe('a machine', () => {
  test('has every station of its family, in order, and a past that is said', () => {
    expect(stations().map(({ position }) => position)).toEqual(stations().map((_, n) => n));
    expect(stations().every(({ countsFrom, removedAt }) => countsFrom === null && !removedAt)).toBe(
      true,
    );
    // a name that fits stands on the ribbon; a long one as its kind is short
    for (const { name, short, kind } of stations()) {
      expect(short.length).toBeLessThanOrEqual(11);
      if (name.length <= 11 && name !== stationKind(kind).name) expect(short).toBe(name);
    }
    expect(noted()).toEqual([['added (Enclosed diode)', null, 'Wren']]);
    expect(standingEntries(shop.db, ['machine past']).map((row) => row.machineId)).toEqual([id]);
    must(addMachine(shop, tester, { nickname: 'Robin', family: 'enclosed-diode', past: 'used' }));
    expect(standingEntries(shop.db, ['machine past'])).toHaveLength(1);
  });

  test('is added at the time that is given, with its card', () => {
    const added = must(
      addMachine(shop, tester, {
        nickname: ' Heron ',
        family: 'co2-glass-tube',
        card: { serial: 'T-7' },
        past: 'new',
        at: 5000,
      }),
    );
    expect(machineById(shop.db, added.id)).toMatchObject({
      nickname: 'Heron',
      card: { serial: 'T-7' },
      addedAt: 5000,
      retiredAt: null,
    });
    const past = standingEntries(shop.db, ['machine past']).find(
      (row) => row.machineId === added.id,
    )!;
    expect(entryData(past, 'machine past')).toMatchObject({ isNew: true, inUseSince: 5000 });
  });

  test.each([
    ['enclosed-dioda', 'did you mean enclosed-diode? Families: '],
    ['zzzzzzzzzzzzzzzz', 'There is no family "zzzzzzzzzzzzzzzz". Families: '],
  ])('of no known family is refused: %s', (family, words) => {
    const refused = addMachine(shop, tester, { nickname: 'Robin', family });
    expect(refusal(refused)).toContain(words);
    expect(refused).toMatchObject({ error: { field: 'family' } });
  });

  test('is found by its id or its name, and not once it is retired', () => {
    expect(must(requireMachine(shop, 'Wren')).id).toBe(id);
    expect(must(requireMachine(shop, id)).nickname).toBe('Wren');
    expect(refusal(requireMachine(shop, 'Gull'))).toBe('There is no machine called "Gull".');
    must(retireMachine(shop, tester, { machineId: id, reason: 'sold' }));
    expect(refusal(requireMachine(shop, id))).toBe('Wren is retired.');
    expect(noted().at(-1)).toEqual(['retired: sold', 'Wren', null]);
    expect(machineById(shop.db, id)!.retiredAt).toBe(shop.now());
  });

  test('keeps a name of its own', () => {
    addTestMachine(shop, 'Robin');
    const again = addMachine(shop, tester, { nickname: 'wren', family: 'enclosed-diode' });
    expect(refusal(again)).toBe('There is already a machine called wren. Nothing was added.');
    const taken = renameMachine(shop, tester, { machineId: id, nickname: 'Robin' });
    expect(refusal(taken)).toContain('The name was kept.');
    expect(taken).toMatchObject({ error: { field: 'nickname' } });
    // its own in other letters is no other's
    expect(must(renameMachine(shop, tester, { machineId: id, nickname: 'WREN' })).nickname).toBe(
      'WREN',
    );
    expect(machineById(shop.db, id)!.nickname).toBe('WREN');
    expect(noted().at(-1)).toEqual(['renamed', 'Wren', 'WREN']);
  });

  test('is not retired, nor loses a station, while it is being cleaned', () => {
    sheetOpen();
    expect(refusal(retireMachine(shop, tester, { machineId: id, reason: 'sold' }))).toContain(
      'A clean-down is open on it',
    );
    expect(refusal(removeStation(shop, tester, station('frame').id))).toContain(
      'A clean-down is open on this machine',
    );
    expect(machineById(shop.db, id)!.retiredAt).toBeNull();
    expect(station('frame').removedAt).toBeNull();
  });

  test('that is there is brought back by doing nothing, one that is not by saying so', () => {
    const before = noted();
    const { labelToken } = machineById(shop.db, id)!;
    must(bringBackMachine(shop, tester, id));
    expect(machineById(shop.db, id)!.labelToken).toBe(labelToken);
    expect(noted()).toEqual(before);
    expect(refusal(bringBackMachine(shop, tester, 'gone'))).toContain('not in the book');
    must(retireMachine(shop, tester, { machineId: id, reason: 'lent' }));
    must(bringBackMachine(shop, tester, id));
    expect(noted().at(-1)).toEqual(['brought back', null, 'Wren']);
  });

  test('has a card of which each change stands in the book, by its label', () => {
    const card = () => machineById(shop.db, id)!.card;
    must(changeCard(shop, tester, { machineId: id, card: { serial: 'A1', bed: '400 × 300 mm' } }));
    must(changeCard(shop, tester, { machineId: id, card: { serial: 'A2' } }));
    expect(card()).toEqual({ serial: 'A2', bed: '400 × 300 mm' });
    must(changeCard(shop, tester, { machineId: id, card: { bed: '' } }));
    expect(card()).toEqual({ serial: 'A2' });
    expect(noted().slice(1)).toEqual([
      ['card: Serial number', null, 'A1'],
      ['card: Bed size and metal', null, '400 × 300 mm'],
      ['card: Serial number', 'A1', 'A2'],
      ['card: Bed size and metal', '400 × 300 mm', null],
    ]);
    must(changeCard(shop, tester, { machineId: id, card: { serial: 'A2', fan: '' } }));
    expect(noted()).toHaveLength(5);
  });

  test('that is retired or unknown takes no change', () => {
    const gone = addTestMachine(shop, 'Robin').id;
    must(retireMachine(shop, tester, { machineId: gone, reason: 'sold' }));
    const before = noted();
    for (const machineId of [gone, 'nowhere']) {
      for (const refused of [
        renameMachine(shop, tester, { machineId, nickname: 'Gull' }),
        retireMachine(shop, tester, { machineId, reason: 'twice' }),
        changeCard(shop, tester, { machineId, card: { serial: '1' } }),
        renewLabel(shop, tester, machineId),
        addStation(shop, tester, { machineId, kind: 'window', name: 'Second window' }),
      ]) {
        expect(refused).toMatchObject({ ok: false, error: { field: 'machine' } });
      }
    }
    expect(noted()).toEqual(before);
  });
});

describe('a station', () => {
  const add = (kind: string, name = '') => addStation(shop, tester, { machineId: id, kind, name });

  test('comes after the last of its part of the path, and moves what follows on', () => {
    const before = stations().map(({ slug }) => slug);
    const part = (kind: string) => stationKind(kind).part;
    const last = stations().findLast(({ kind }) => part(kind) === part('window'))!;
    const added = must(add('window', 'Second window'));
    expect(added).toMatchObject({
      slug: 'second-window',
      short: stationKind('window').short,
      position: last.position + 1,
      countsFrom: shop.now(),
    });
    const wanted = [...before];
    wanted.splice(before.indexOf(last.slug) + 1, 0, 'second-window');
    expect(stations().map(({ slug }) => slug)).toEqual(wanted);
    expect(stations().map(({ position }) => position)).toEqual(wanted.map((_, n) => n));
    expect(noted().at(-1)).toEqual(['station added', null, 'Second window']);
  });

  test('of a part that the machine does not have comes last', () => {
    const parts = new Set(stations().map(({ kind }) => stationKind(kind).part));
    expect(parts.has(stationKind('mirror').part)).toBe(false);
    expect(must(add('mirror', 'Mirror')).position).toBe(stations().length - 1);
  });

  test('is named as its kind where no name is given, with a short name of its own where it fits', () => {
    must(removeStation(shop, tester, station('window').id));
    expect(must(add('window')).name).toBe(stationKind('window').name);
    expect(must(add('window', 'Left glass')).short).toBe('Left glass');
    expect(must(add('window', 'Twelve chars')).short).toBe(stationKind('window').short);
  });

  test('has a slug that no other has, also where its name has no letter for one', () => {
    expect(must(add('window', 'Glas №1')).slug).toBe('glas-no1');
    expect(must(add('window', 'Glas no1!')).slug).toBe('glas-no1-2');
    expect(must(add('window', 'Glas no1?')).slug).toBe('glas-no1-3');
    expect(must(add('window', 'Crème')).slug).toBe('creme');
    expect(must(add('window', '窓')).slug).toMatch(/^window-\d$/);
  });

  test.each([
    ['windoww', 'Any', 'kind', 'There is no kind of station "windoww".'],
    ['window', 'frame', 'name', 'There is already a station called frame on this machine.'],
  ])('of %s called %s is refused', (kind, name, field, message) => {
    expect(station('frame').name).not.toBe('frame');
    must(renameStation(shop, tester, { stationId: station('frame').id, name: 'FRAME' }));
    expect(add(kind, name)).toEqual({ ok: false, error: { field, message } });
  });

  test('is renamed, and its short name with it where the new one fits', () => {
    const { id: stationId, name, short } = station('window');
    must(renameStation(shop, tester, { stationId, name: 'Front glass of the head' }));
    expect(station('window')).toMatchObject({ name: 'Front glass of the head', short });
    must(renameStation(shop, tester, { stationId, name: 'Front glass' }));
    expect(station('window')).toMatchObject({ name: 'Front glass', short: 'Front glass' });
    expect(noted().slice(1)).toEqual([
      ['station renamed', name, 'Front glass of the head'],
      ['station renamed', 'Front glass of the head', 'Front glass'],
    ]);
    const taken = renameStation(shop, tester, { stationId, name: station('frame').name });
    expect(refusal(taken)).toContain('There is already a station called');
    // its own in other letters is no other's
    must(renameStation(shop, tester, { stationId, name: 'FRONT GLASS' }));
    expect(station('window').name).toBe('FRONT GLASS');
  });

  test('that is gone is neither renamed nor removed again; an unknown one is not brought back', () => {
    const { id: stationId } = station('window');
    must(removeStation(shop, tester, stationId));
    expect(noted().at(-1)![0]).toBe('station removed');
    for (const gone of [stationId, 'nowhere']) {
      expect(refusal(renameStation(shop, tester, { stationId: gone, name: 'Any' }))).toBe(
        'That station is no longer there.',
      );
      expect(refusal(removeStation(shop, tester, gone))).toBe('That station is no longer there.');
    }
    expect(refusal(restoreStation(shop, tester, 'nowhere'))).toBe(
      'That station is not in the book.',
    );
    must(restoreStation(shop, tester, stationId));
    expect(noted().at(-1)![0]).toBe('station brought back');
    const before = noted();
    must(restoreStation(shop, tester, stationId));
    expect(noted()).toEqual(before);
    must(removeStation(shop, tester, stationId));
    must(retireMachine(shop, tester, { machineId: id, reason: 'sold' }));
    expect(refusal(restoreStation(shop, tester, stationId))).toBe('Wren is retired.');
  });

  test('is not the last one to be taken out', () => {
    const [first, ...others] = stations();
    for (const other of others) must(removeStation(shop, tester, other.id));
    expect(refusal(removeStation(shop, tester, first!.id))).toBe(
      'A machine keeps at least one station.',
    );
    expect(stations().map(({ slug }) => slug)).toEqual([first!.slug]);
  });
});
