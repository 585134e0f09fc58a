import { stationKind } from '../catalogue/catalogue';
import { sheetClock, type SheetPlace } from './run-sheet';

const place = (kind: string, key: string): SheetPlace => ({
  key: `${kind}.${key}`,
  stationKind: kind,
  task: stationKind(kind).tasks.find((task) => task.key === key)!,
});

test('openings are paid once and come before their tasks; dust comes before glass', () => {
  const places = [
    place('window', 'strip-clean'),
    place('honeycomb', 'clean'),
    place('diode-module', 'strip-clean'),
    place('duct', stationKind('duct').tasks[0]!.key),
  ];
  const { hands, waits, finish, sequential, exact } = sheetClock(places);
  const begins = (key: string) => hands.findIndex((step) => step.key === key);
  expect(hands.filter(({ key }) => key === 'open:head-off')).toHaveLength(1);
  expect(begins('open:head-off')).toBeLessThan(begins('window.strip-clean'));
  expect(begins('open:head-off')).toBeLessThan(begins('open:bed-out'));
  expect(begins('honeycomb.clean')).toBeLessThan(begins('window.strip-clean'));
  expect(begins(places[3]!.key)).toBeLessThan(begins('window.strip-clean'));
  expect(waits.find(({ key }) => key === 'honeycomb.clean')!.end).toBeLessThanOrEqual(finish);
  expect(finish).toBeLessThan(sequential);
  expect(exact).toBe(true);
  // the hands do one thing at a time
  hands.forEach((step, i) => i > 0 && expect(step.start).toBeGreaterThanOrEqual(hands[i - 1]!.end));
});

test('one task without a wait takes its own time and its opening', () => {
  const wheels = place('duct', stationKind('duct').tasks[0]!.key);
  const { active, passive, finishing } = wheels.task.minutes;
  const { finish, sequential } = sheetClock([wheels]);
  expect(finish).toBe(sequential);
  expect(finish).toBeGreaterThanOrEqual(active + passive + finishing);
});
