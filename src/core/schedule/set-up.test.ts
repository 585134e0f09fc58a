import { setUpsOf } from './set-up';

const problem = {
  tasks: ['a', 'b', 'c'].map((task, at) => ({
    id: `station.${task}`,
    machine: 'wren',
    criticality: 'fire' as const,
    minutes: 10,
    openings: at === 0 ? ['lid'] : at === 1 ? ['lid', 'bed'] : [],
    fillings: [],
    coveredBy: [],
    after: [],
    from: 0,
  })),
  openingMinutes: { lid: 2, bed: 5 },
};
const block = (
  tasks: string[],
  opened: number,
  machineId = 'wren',
  back: number | undefined = 60,
) => ({
  machineId,
  tasks: tasks.map((task) => ({ stationId: 'station', task })),
  opened,
  back,
});

test('what is left beside the tasks and the openings, each opening counted once', () => {
  expect(setUpsOf(problem, [block(['a', 'b'], 17)])).toEqual({ wren: 10 });
  expect(setUpsOf(problem, [block(['c'], 8)])).toEqual({ wren: 8 });
});

test('enough for three of four clean-downs of a machine, each machine by itself', () => {
  const ofWren = [8, 8, 8, 17].map((opened) => block(['c'], opened));
  const ofHeron = [2, 9, 17, 17].map((opened) => block(['c'], opened, 'heron'));
  const { wren, heron } = setUpsOf(problem, [...ofWren, ...ofHeron]);
  expect(wren).toBe(11); // a quarter of the way from the third to the fourth
  expect(heron).toBe(17);
});

test('a clean-down without a sheet, or with a task that is not planned any more, tells nothing', () => {
  const unasked = { ...block(['a'], 9), back: undefined };
  expect(setUpsOf(problem, [unasked, block(['a', 'gone'], 9)])).toEqual({});
  expect(setUpsOf(problem, [])).toEqual({});
});

test('a sheet that needs less than its openings never counts below nothing', () => {
  expect(setUpsOf(problem, [block(['b'], 3)])).toEqual({ wren: 0 });
});
