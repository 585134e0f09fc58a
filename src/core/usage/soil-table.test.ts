import { startingTable } from '../../catalogue/materials';
import { perGroup } from './soil';
import {
  materialIndex,
  tableAt,
  weightsOf,
  weightsThroughTime,
  type DatedWeight,
} from './soil-table';

const work = (from: number | null, weight: number): DatedWeight => ({
  from,
  what: { change: 'work', name: 'plywood', process: 'cut', weight: perGroup(() => weight) },
});
const plywood = (changes: DatedWeight[], start: number) =>
  weightsThroughTime(startingTable, changes)(start).material('plywood', 'cut')!.optics;

test('a change weighs the sessions from its day on; the latest decision wins', () => {
  const changes = [work(100, 2), work(200, 3)];
  expect([50, 100, 199, 200, 900].map((start) => plywood(changes, start))).toEqual([1, 2, 2, 3, 3]);
  // decided last, reaching back: everything from 150 on
  const back = [...changes, work(150, 4)];
  expect([50, 100, 150, 250].map((start) => plywood(back, start))).toEqual([1, 2, 4, 4]);
  // decided last, for all of the past
  expect([50, 100, 250].map((start) => plywood([...back, work(null, 5)], start))).toEqual([
    5, 5, 5,
  ]);
});

test('what is made once a stretch is what the plain definition makes for each session', () => {
  const changes = [work(100, 2), work(null, 7), work(200, 3), work(50, 9)];
  for (const start of [0, 49, 50, 99, 100, 150, 200, 1000]) {
    const plain = weightsOf(tableAt(startingTable, changes, start));
    expect(plywood(changes, start)).toBe(plain.material('plywood', 'cut')!.optics);
  }
});

test('own materials, new processes and factors join the table; the rest stays', () => {
  const bark: DatedWeight = {
    from: null,
    what: {
      change: 'material',
      name: 'birch bark',
      aliases: ['bark'],
      works: [{ process: 'cut', weight: perGroup(() => 1.7) }],
    },
  };
  const engraved: DatedWeight = {
    from: null,
    what: { change: 'work', name: 'birch bark', process: 'engrave', weight: perGroup(() => 0.6) },
  };
  const air: DatedWeight = {
    from: null,
    what: { change: 'factor', factor: 'airOff', weight: perGroup(() => 2) },
  };
  const table = tableAt(startingTable, [bark, engraved, air], 0);
  const weights = weightsOf(table);
  expect(materialIndex(table).find('  BARK ')!.name).toBe('birch bark');
  expect(weights.material('bark', 'engrave')!.bed).toBe(0.6);
  expect(weights.material('bark', 'mark')!.bed).toBe(1.7);
  expect(weights.airOff.bed).toBe(2);
  expect(weights.material('cork', 'cut')).toEqual(weightsOf(startingTable).material('cork', 'cut'));
  expect(materialIndex(startingTable).find('bark')).toBeNull();
});
