import type { Actor } from '../shop';
import { changeSetting } from '../setup/settings';
import { eachTestShop, must, tester } from '../testing/shop';
import { attemptsOf, learned, stillToPass } from './learned';
import { finishExercise } from './training';

const shop = eachTestShop();
let keys = 0;
const finish = (
  name: string,
  exercise: 'dots' | 'touch' | 'drill',
  score: number,
  passed: boolean,
) => {
  shop.clock.now += 1000;
  const actor: Actor = { id: null, name, source: 'hand' };
  const key = `learned-test-${keys++}`;
  must(finishExercise(shop, actor, { exercise, score, passed, key }));
  return shop.clock.now;
};

test('what each has learned: how often, how often passed, and the last of it', () => {
  expect(learned(shop).size).toBe(0);
  finish('Bo', 'dots', 9, false);
  const last = finish('Bo', 'dots', 4, true);
  const touched = finish('Bo', 'touch', 7, false);
  const other = finish('Ada', 'dots', 2, true);
  expect([...learned(shop)]).toEqual([
    [
      'Bo',
      {
        dots: { times: 2, passed: 1, last, score: 4 },
        touch: { times: 1, passed: 0, last: touched, score: 7 },
      },
    ],
    ['Ada', { dots: { times: 1, passed: 1, last: other, score: 2 } }],
  ]);
});

test('every attempt of one person, the newest first', () => {
  finish('Bo', 'dots', 9, false);
  finish('Ada', 'dots', 1, true);
  const at = finish('Bo', 'drill', 5, true);
  expect(
    attemptsOf(shop, 'Bo').map(({ exercise, score, passed }) => [exercise, score, passed]),
  ).toEqual([
    ['drill', 5, true],
    ['dots', 9, false],
  ]);
  expect(attemptsOf(shop, 'Bo')[0]).toMatchObject({ at, id: expect.any(String) });
  expect(attemptsOf(shop, 'Cai')).toEqual([]);
});

test('what is still to be passed is what the shop asks for and nobody passed in that name', () => {
  expect(stillToPass(shop, 'Bo')).toEqual([]);
  must(changeSetting(shop, tester, { name: 'training-first', value: 'dots, touch' }));
  expect(stillToPass(shop, 'Bo')).toEqual(['Set the mirrors', 'What may touch what']);
  finish('Bo', 'dots', 3, false);
  finish('Ada', 'touch', 3, true);
  expect(stillToPass(shop, 'Bo')).toHaveLength(2);
  finish('Bo', 'dots', 3, true);
  finish('Bo', 'dots', 3, false);
  expect(stillToPass(shop, 'Bo')).toEqual(['What may touch what']);
  expect(stillToPass(shop, 'Ada')).toEqual(['Set the mirrors']);
});
