import { progressOf, type SheetEvent } from './progress';
import { dryingOf, sheetTasks, type RunSheet, type RunTask } from './run';
import { event, minute, piece, task } from './testing/sheets';
import { dryingsTaken, runningWaits, secondWait, soaksTaken } from './waits';

const place = (id: string, minutes: number) => ({
  id,
  name: id,
  place: null,
  minutes,
  seasonal: false,
});
const washed = (more: Partial<RunTask> = {}): RunTask => {
  const bare = task('comb', { dryings: [place('rack', 240), place('sun', 60)], ...more });
  const [way] = bare.ways;
  return {
    ...bare,
    ways: [{ ...way!, soaksLearned: 0, minutes: { ...way!.minutes, drying: 240 } }],
  };
};
const sheetOf = (...tasks: RunTask[]): RunSheet => ({
  isolationMinutes: 0,
  layOut: [],
  tasks,
  pieces: [piece('isolate', 'isolate')],
  checks: [],
  proofs: [],
  sequence: [],
  exact: true,
});
const sheet = sheetOf(washed());
const step = (at: number, name: string) => event(at, { kind: 'step', step: name, done: true });
const end = (at: number, result: 'done' | 'put-off' = 'done') =>
  event(at, { kind: 'mark', task: 'comb', change: { result } });
/** Put to soak by minute 10, rinsed at 75. */
const rinsed = [step(5, 'comb#a1'), step(10, 'comb#a2'), step(75, 'comb#f1'), end(75)];

describe('how long what was rinsed took to dry', () => {
  const taken = (events: SheetEvent[], at: number) =>
    dryingsTaken(sheet, progressOf(events), at * minute);

  it('all of its minutes, once they are over and not before', () => {
    expect(taken(rinsed, 75 + 240)).toEqual([{ place: 'rack', minutes: 240 }]);
    expect(dryingsTaken(sheet, progressOf(rinsed), (75 + 240) * minute - 1)).toEqual([]);
  });

  it('to where somebody said that it was dry, in the place that was chosen', () => {
    const dry = event(125, { kind: 'wait over', of: secondWait('comb'), why: 'dry to touch' });
    expect(taken([...rinsed, dry], 130)).toEqual([{ place: 'rack', minutes: 50 }]);
    const outside = event(70, { kind: 'way', task: dryingOf('comb'), way: 'sun' });
    expect(taken([outside, ...rinsed], 75 + 60)).toEqual([{ place: 'sun', minutes: 60 }]);
  });

  it('nothing where it was dry at once, was not rinsed, or does not dry', () => {
    const atOnce = event(75, { kind: 'wait over', of: secondWait('comb'), why: 'blown dry' });
    expect(taken([...rinsed, atOnce], 400)).toEqual([]);
    expect(taken(rinsed.slice(0, 2), 400)).toEqual([]);
    expect(taken([...rinsed.slice(0, 3), end(75, 'put-off')], 400)).toEqual([]);
    const nowhere = sheetOf(washed({ dryings: [] }));
    expect(dryingsTaken(nowhere, progressOf(rinsed), 400 * minute)).toEqual([]);
  });
});

describe('how long what soaked took until it was loose', () => {
  const taken = (events: SheetEvent[], of = sheet) => soaksTaken(of, progressOf(events));
  const enough = (at: number) => event(at, { kind: 'wait over', of: 'comb', why: 'loose' });

  it('all of its minutes, or to where somebody said that it was enough', () => {
    expect(taken(rinsed)).toEqual([{ task: 'comb', way: 'usual', minutes: 60 }]);
    expect(taken([...rinsed, enough(32)])).toEqual([{ task: 'comb', way: 'usual', minutes: 22 }]);
    // what was said of a soak before this one is not of it
    expect(taken([...rinsed, enough(9)])[0]!.minutes).toBe(60);
    // said late, it had its minutes all the same
    expect(taken([...rinsed, enough(200)])[0]!.minutes).toBe(60);
  });

  it('with every soak before that was not enough', () => {
    const again = [
      step(5, 'comb#a1'),
      step(10, 'comb#a2'),
      event(71, { kind: 'again', task: 'comb' }),
      step(72, 'comb#a1'),
      step(73, 'comb#a2'),
      enough(93),
      step(94, 'comb#f1'),
      end(94),
    ];
    expect(taken(again)).toEqual([{ task: 'comb', way: 'usual', minutes: 80 }]);
  });

  it('nothing where it did not end as done, was not put in, ended at once, or nothing is learned', () => {
    expect(taken([...rinsed.slice(0, 3), end(75, 'put-off')])).toEqual([]);
    expect(taken(rinsed.slice(0, 3))).toEqual([]);
    expect(taken([end(75)])).toEqual([]);
    expect(taken([...rinsed, enough(10)])).toEqual([]);
    expect(taken(rinsed, sheetOf(task('comb')))).toEqual([]);
  });
});

describe('what waits now', () => {
  const waiting = (events: SheetEvent[], of = sheet) =>
    runningWaits(of, progressOf(events)).map(({ of: task, second, from, until }) => [
      task,
      second === true ? 'dries' : 'waits',
      from / minute,
      until / minute,
    ]);
  const soaked = [step(5, 'comb#a1'), step(10, 'comb#a2')];
  const noFinish = sheetOf(task('comb', {}, [5, 60, 0]));

  it('a soak, from its last step on, until its finishing is begun or it has a result', () => {
    expect(waiting(soaked)).toEqual([['comb', 'waits', 10, 70]]);
    expect(waiting([...soaked, step(75, 'comb#f1')])).toEqual([['comb', 'dries', 75, 315]]);
    expect(waiting([...soaked, end(30, 'put-off')])).toEqual([]);
    expect(waiting([...soaked, end(30)])).toEqual([['comb', 'dries', 30, 270]]);
  });

  it('what has no finishing waits on when it is done, and not when it was put off', () => {
    expect(waiting([...soaked, end(12)], noFinish)).toEqual([['comb', 'waits', 10, 70]]);
    // marked without its steps: from then on
    expect(waiting([end(12)], noFinish)).toEqual([['comb', 'waits', 12, 72]]);
    expect(waiting([...soaked, end(12, 'put-off')], noFinish)).toEqual([]);
    expect(waiting([], noFinish)).toEqual([]);
  });

  it('what dries ends where somebody says so, by a name of its own', () => {
    expect(secondWait('comb')).toBe('comb~dry');
    const dry = event(125, { kind: 'wait over', of: 'comb~dry', why: 'dry to touch' });
    expect(waiting([...rinsed, dry])).toEqual([['comb', 'dries', 75, 125]]);
  });

  it('on a stand-in nothing waits for what dries', () => {
    const onSlats = sheetOf({ ...washed(), standIn: 'slats' } as RunTask);
    expect(waiting(rinsed, onSlats)).toEqual([]);
    const drying = (of: RunSheet) => sheetTasks(of).find(({ id }) => id === 'comb')!.drying;
    expect(drying(onSlats)).toBe(0);
    expect(drying(sheet)).toBe(240);
  });
});
