import { sayPast } from '../care/past';
import { dueMachines } from '../care/due';
import { moveStock, shelf } from '../inventory/inventory';
import { addMachine } from '../machines/machines';
import { addPerson } from '../people/people';
import { setWeek } from '../schedule/time';
import { must, eachTestShop, tester } from '../testing/shop';
import { firstSteps, tickStep } from './first-steps';

const shop = eachTestShop();

const open = () =>
  firstSteps(shop, dueMachines(shop))
    .filter(({ done }) => !done)
    .map(({ step }) => step);

test('the list knows by the book what is done, and leads to what is next', () => {
  expect(open()).toEqual(['machines', 'past', 'time', 'people', 'labels', 'stores', 'plan']);
  must(addMachine(shop, tester, { nickname: 'Wren', family: 'enclosed-diode', past: 'new' }));
  expect(open()).toEqual(['time', 'people', 'labels', 'stores', 'plan']);
  const heron = must(addMachine(shop, tester, { nickname: 'Heron', family: 'co2-glass-tube' })).id;
  const past = firstSteps(shop, dueMachines(shop)).find(({ step }) => step === 'past');
  expect(past).toMatchObject({
    done: false,
    machineId: heron,
    words: 'nothing is said yet of Heron',
  });
  must(
    sayPast(shop, tester, {
      machineId: heron,
      machine: { inUseSince: '1.1.2026', hours: 90 },
      tasks: {},
    }),
  );
  must(setWeek(shop, tester, { windows: [{ weekday: 1, start: 600, minutes: 120 }], closed: [] }));
  for (const name of ['Ragna', 'Sunniva']) must(addPerson(shop, tester, { name, role: 'helper' }));
  const [item, other] = shelf(shop);
  must(moveStock(shop, tester, { item: other!.item, kind: 'receipt', quantity: 3 }));
  expect(open()).toContain('stores');
  must(moveStock(shop, tester, { item: item!.item, kind: 'count', quantity: 3 }));
  expect(open()).toEqual(['labels', 'plan']);
  must(tickStep(shop, tester, { step: 'labels' }));
  must(tickStep(shop, tester, { step: 'labels' }));
  expect(open()).toEqual(['plan']);
});
