import ICAL from 'ical.js';
import Papa from 'papaparse';
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import { scheduleCost, sittings, violations } from '../../core/schedule/problem';
import {
  dispatchSchedule,
  fastSchedule,
  improveSchedule,
  rounds,
  searchSchedule,
} from '../../core/schedule/search';
import { formatLocal } from '../../core/units/instant';
import { localDay, startOfLocalDay } from '../../core/units/zone';
import { strikeEntry } from '../audit-log/audit-log';
import { recordCare } from '../care/care';
import { dueMachines } from '../care/due';
import { changeStoreItem, moveStock, shelf } from '../inventory/inventory';
import { removeStation } from '../machines/machines';
import { addTestMachine, cutPlywood, must, eachTestShop, refusal, tester } from '../testing/shop';
import {
  addBooking,
  addCalendar,
  calendarFolder,
  freshenCalendars,
  bookings,
  calendars,
  linkCalendar,
  readCalendarAgain,
  removeCalendar,
} from './bookings';
import { changeSchedule, mendSchedule } from './changes';
import { feedToken, opensFeed, scheduleCalendar, renewFeed } from './feed';
import { technicianLoad } from './load';
import { orderListCsv, scheduleNeeds } from './needs';
import {
  currentSchedule,
  keepSchedule,
  scheduleBefore,
  scheduleView,
  plannedToday,
} from './schedules';
import { weeksAhead } from './problem';
import { changeDays, setWeek, technicianTime } from './time';
import { withSetUps } from './set-ups';
import {
  startPlanning,
  startWhatIf,
  stopPlanning,
  viewPlanning,
  type ScheduleWorkView,
} from './planning';

const hour = 3_600_000;
const day = 24 * hour;
const zone = 'Europe/Oslo';

// Tuesday 24 November 2026, 13:00 in Oslo
const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const today = () => localDay(shop.clock.now, zone);

const use = (days: number, id = machineId) => cutPlywood(shop, id, days);

/** Tuesday and Thursday evenings and Saturday mornings. */
function evenings(minutes = 120) {
  must(
    setWeek(shop, tester, {
      windows: [
        { weekday: 1, start: 18 * 60, minutes },
        { weekday: 3, start: 18 * 60, minutes },
        { weekday: 5, start: 9 * 60, minutes },
      ],
      closed: [6],
    }),
  );
}

/** Everything was done this morning but what is named. */
function caredFor(but: readonly string[] = []) {
  for (const machine of dueMachines(shop)) {
    for (const station of machine.stations) {
      for (const { task } of station.tasks) {
        if (but.includes(station.slug)) continue;
        must(
          recordCare(shop, tester, {
            stationId: station.id,
            task: task.key,
            at: shop.clock.now - 3 * hour,
            result: task.lookOnly ? 'looked-fine' : 'done',
          }),
        );
      }
    }
  }
}

function plan(words = 'planned anew') {
  const weeks = weeksAhead(shop, dueMachines(shop), currentSchedule(shop)?.plan ?? null);
  const { plan: found } = searchSchedule(weeks.problem, { left: rounds(400) });
  return keepSchedule(shop, tester, weeks, found, { words });
}

const view = () => scheduleView(shop, dueMachines(shop));
/** Moves a clean-down without a fire task into a window that has none. */
function moveSomewhere(version: string) {
  const { weeks, state } = view();
  const block = state.blocks.find(({ parts }) =>
    parts.every(({ words }) => words!.criticality !== 'fire'),
  )!;
  const to = weeks.windows.find(({ id }) => !state.blocks.some(({ window }) => window === id))!;
  must(
    changeSchedule(shop, tester, {
      version,
      change: { kind: 'move', block: block.id, tasks: null, window: to.id },
    }),
  );
  return { block, to };
}

describe('the technician’s time', () => {
  it('is the last week that was said, with the days that differ; a day struck through is like every week', () => {
    expect(technicianTime(shop)).toMatchObject({ told: false, week: [], changes: [] });
    evenings();
    const { entryId } = must(
      changeDays(shop, tester, {
        from: today(),
        to: today() + 6,
        what: 'away',
        windows: [],
        note: 'holiday',
      }),
    );
    const windows = () => weeksAhead(shop, [], null).windows.map(({ id }) => id);
    expect(windows()[0]).toBe(`${today() + 7}-1080`);
    must(strikeEntry(shop, tester, 'technician', entryId, 'it rains'));
    expect(windows()[0]).toBe(`${today()}-1080`);
    expect(windows()).toHaveLength(12);
  });

  it('refuses what cannot be', () => {
    const at = (start: number, minutes: number) => ({ weekday: 1, start, minutes });
    const set = (...windows: ReturnType<typeof at>[]) =>
      refusal(setWeek(shop, tester, { windows, closed: [] }));
    expect(set(at(600, 5))).toMatch(/at least 10 minutes/);
    expect(set(at(600, -120))).toMatch(/at least 10 minutes/);
    expect(set(at(600, 90), at(660, 60))).toMatch(/overlap/);
    expect(set({ ...at(600, 90), start: NaN })).toMatch(/Give a time/);
    const days = (change: object) =>
      refusal(
        changeDays(shop, tester, {
          from: today(),
          to: today(),
          what: 'away',
          windows: [],
          note: '',
          ...change,
        }),
      );
    expect(days({ to: today() - 1 })).toMatch(/before the first/);
    expect(days({ what: 'windows' })).toMatch(/Give the times/);
    expect(days({ to: today() + 900 })).toMatch(/400 days/);
  });

  it('keeps the clock on the wall over the change of clocks', () => {
    evenings();
    shop.clock.now = Date.UTC(2027, 2, 23, 8);
    const starts = weeksAhead(shop, [], null).windows.map(({ from }) => formatLocal(from, zone));
    expect(starts.slice(0, 4)).toEqual([
      '2027-03-23T18:00',
      '2027-03-25T18:00',
      '2027-03-27T09:00',
      '2027-03-30T18:00',
    ]);
  });
});

describe('bookings', () => {
  const ics = (...lines: string[]) =>
    [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:-//test//EN',
      'BEGIN:VEVENT',
      'UID:a@example.org',
      'SUMMARY:Club night',
      ...lines,
      'END:VEVENT',
      'END:VCALENDAR',
    ].join('\r\n');

  it('are typed, for some weeks on end at the same time on the wall, and taken away', () => {
    const from = Date.UTC(2027, 2, 23, 17); // 18:00 in Oslo, winter time
    const { entryId } = must(
      addBooking(shop, tester, { machineId, from, to: from + 2 * hour, weeks: 2, words: 'club' }),
    );
    const found = () => bookings(shop, from - day, from + 14 * day);
    expect(found().map((one) => formatLocal(one.from, zone))).toEqual([
      '2027-03-23T18:00',
      '2027-03-30T18:00',
    ]);
    must(strikeEntry(shop, tester, 'technician', entryId, 'called off'));
    expect(found()).toEqual([]);
    const book = (change: object) =>
      refusal(
        addBooking(shop, tester, {
          machineId,
          from,
          to: from + hour,
          weeks: 1,
          words: '',
          ...change,
        }),
      );
    expect(book({ to: from })).toMatch(/before it begins/);
    expect(book({ to: NaN })).toMatch(/Give the end/);
    expect(book({ to: from + 900 * day })).toMatch(/400 days/);
    expect(book({ machineId: 'nobody' })).toMatch(/machine/i);
  });

  it('are read from a calendar, and from a file again when it has changed', async () => {
    const source = ics(
      'DTSTART:20261201T180000',
      'DTEND:20261201T200000',
      'RRULE:FREQ=WEEKLY;COUNT=3',
    );
    const { events } = must(await addCalendar(shop, tester, { machineId, name: 'Club', source }));
    expect(events).toBe(1);
    expect(bookings(shop, shop.clock.now, shop.clock.now + 60 * day)).toHaveLength(3);
    const file = path.join(calendarFolder(shop), 'club.ics');
    fs.mkdirSync(path.dirname(file));
    fs.writeFileSync(file, ics('DTSTART:20261205T100000', 'DTEND:20261205T110000'));
    const { id } = must(
      await linkCalendar(shop, tester, { machineId, name: 'File', link: `file://${file}` }),
    );
    fs.writeFileSync(file, ics('DTSTART:20261206T100000', 'DTEND:20261206T110000'));
    shop.clock.now += 1000;
    must(await readCalendarAgain(shop, tester, id));
    const times = () =>
      bookings(shop, shop.clock.now, shop.clock.now + 60 * day)
        .filter(({ calendar }) => calendar === 'File')
        .map(({ from }) => formatLocal(from, zone));
    expect(times()).toEqual(['2026-12-06T10:00']);
    // what cannot be read leaves what was read before, and says so
    fs.writeFileSync(file, 'something else');
    expect(refusal(await readCalendarAgain(shop, tester, id))).toMatch(
      /What was read before stands/,
    );
    expect(times()).toEqual(['2026-12-06T10:00']);
    expect(calendars(shop).find((one) => one.id === id)!.problem).toMatch(/not an iCalendar/);
    must(removeCalendar(shop, tester, id));
    expect(times()).toEqual([]);
  });

  it('refuses what is no calendar, and reads no other file of the computer', async () => {
    const add = async (source: string) =>
      refusal(await addCalendar(shop, tester, { machineId, name: 'x', source }));
    expect(await add('<html>')).toMatch(/not an iCalendar file/);
    expect(await add('BEGIN:VCALENDAR\r\nEND:VCALENDAR')).toMatch(/no event/);
    const link = async (one: string) =>
      refusal(await linkCalendar(shop, tester, { machineId, name: 'x', link: one }));
    expect(await link('/etc/passwd')).toMatch(/ends in .ics/);
    expect(await link('https://example.org/a.ics')).toMatch(/Only files of this computer/);
    const folder = calendarFolder(shop);
    expect(await link('a.ics')).toMatch(/no such file/);
    fs.mkdirSync(path.join(folder, 'folder.ics'), { recursive: true });
    const outside = path.join(shop.dataDir, 'outside.ics');
    fs.writeFileSync(outside, ics('DTSTART:20261205T100000', 'DTEND:20261205T110000'));
    fs.symlinkSync(outside, path.join(folder, 'linked.ics'));
    fs.symlinkSync('/dev/zero', path.join(folder, 'endless.ics'));
    spawnSync('mkfifo', [path.join(folder, 'pipe.ics')]);
    fs.writeFileSync(path.join(folder, 'secret.ics'), 'PASSWORD=herring');
    expect(await link(outside)).toMatch(/Only calendars in/);
    expect(await link('../outside.ics')).toMatch(/Only calendars in/);
    expect(await link('linked.ics')).toMatch(/links are not followed/);
    expect(await link('endless.ics')).toMatch(/links are not followed/);
    expect(await link('pipe.ics')).toMatch(/no ordinary file/);
    expect(await link('folder.ics')).toMatch(/no ordinary file/);
    expect(await link('secret.ics')).not.toMatch(/herring/);
    expect(calendars(shop)).toEqual([]);
  });

  it('no calendar can hang the server: a rule that never comes true is given up in seconds', async () => {
    const never = ics(
      'DTSTART:20260101T100000',
      'DURATION:PT1H',
      'RRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=31',
    );
    let ticks = 0;
    const clock = setInterval(() => ticks++, 50);
    const said = refusal(await addCalendar(shop, tester, { machineId, name: 'x', source: never }));
    clearInterval(clock);
    expect(said).toMatch(/longer than 10 s.*never comes true.*Nothing was kept/);
    expect(ticks).toBeGreaterThan(100); // this process went on all the while
    expect(calendars(shop)).toEqual([]);
  }, 30_000);

  it('of a folder of an earlier version are worked out once, and so are those whose days run out', async () => {
    const source = ics('DTSTART:20261201T180000', 'DURATION:PT2H', 'RRULE:FREQ=WEEKLY');
    must(await addCalendar(shop, tester, { machineId, name: 'Club', source }));
    const coming = () => bookings(shop, shop.clock.now, shop.clock.now + 28 * day).length;
    const few = coming();
    expect(few).toBeGreaterThan(2);
    shop.db.$client.prepare('update calendar set times = null').run();
    expect(coming()).toBe(0);
    await freshenCalendars(shop);
    expect(coming()).toBe(few);
    shop.clock.now += 790 * day;
    expect(coming()).toBeLessThan(4);
    await freshenCalendars(shop);
    expect(coming()).toBe(4);
  }, 30_000);
});

describe('the weeks as a problem', () => {
  it('has what comes up, called tasks as past due, and a lubrication after its cleaning', () => {
    use(60);
    caredFor();
    evenings();
    const { problem, tasks, often } = weeksAhead(shop, dueMachines(shop), null);
    expect(problem.tasks.length).toBeGreaterThan(5);
    expect(problem.windows).toHaveLength(12);
    for (const task of problem.tasks) expect(task.fillings[0]!.sum).toHaveLength(29);
    const deeper = problem.tasks.filter(({ coveredBy }) => coveredBy.length > 0);
    expect(deeper.length).toBeGreaterThan(0);
    // what fills in less than the days between two windows does not wait for them
    for (const one of often) expect(one.everyDays).toBeLessThan(7);
    expect(tasks.some(({ id }) => often.some((one) => one.id === id))).toBe(false);
  });

  it('a booking takes the machine out of that window, and the plan keeps off it', () => {
    use(60);
    evenings();
    const from = startOfLocalDay(today() + 2, zone) + 17 * hour;
    must(
      addBooking(shop, tester, { machineId, from, to: from + 5 * hour, weeks: 4, words: 'club' }),
    );
    const { problem } = weeksAhead(shop, dueMachines(shop), null);
    expect(problem.windows.filter(({ booked }) => booked.includes(machineId))).toHaveLength(4);
    const { plan: found } = searchSchedule(problem, { left: rounds(300) });
    expect(violations(problem, found).filter(({ rule }) => rule !== 'fire')).toEqual([]);
  });

  it('an evening less leaves less room, a busier machine fills sooner, days away have no windows', () => {
    use(60);
    evenings();
    const machines = dueMachines(shop);
    const usual = weeksAhead(shop, machines, null);
    const less = weeksAhead(shop, machines, null, {
      whatIf: { without: { weekday: 3, part: 'evening' } },
    });
    expect(usual.windows.length - less.windows.length).toBe(4);
    const away = { from: today(), to: today() + 9 };
    const gone = weeksAhead(shop, machines, null, { whatIf: { away } });
    expect(gone.windows[0]!.day).toBe(today() + 11);
    const busy = weeksAhead(shop, machines, null, {
      whatIf: { busier: { machineId, times: 2, from: today(), days: 28 } },
    });
    expect(busy.lanes[0]!.hours[3]).toBeCloseTo(2 * usual.lanes[0]!.hours[3]!, 9);
  });
});

describe('a plan that is kept', () => {
  beforeEach(() => {
    use(60);
    caredFor(['honeycomb']);
    evenings();
  });

  it('is cheaper than the most overdue first, also with one machine, and lets nothing that can burn past its limit', () => {
    const { problem } = weeksAhead(shop, dueMachines(shop), null);
    const found = improveSchedule(problem, fastSchedule(problem), { left: rounds(1500) });
    expect(violations(problem, found)).toEqual([]);
    const person = scheduleCost(problem, dispatchSchedule(problem));
    expect(scheduleCost(problem, found).total).toBeLessThan(0.98 * person.total);
  });

  it('holds its clean-downs one after another in their windows', () => {
    plan();
    const { weeks, state } = view();
    expect(state.overtaken).toEqual([]);
    expect(state.blocks.length).toBeGreaterThan(2);
    for (const block of state.blocks) {
      const window = weeks.windows.find(({ id }) => id === block.window)!;
      expect(block.from).toBeGreaterThanOrEqual(window.from);
      expect(block.to).toBeLessThanOrEqual(window.to);
      expect(block.to - block.from).toBe(block.minutes * 60_000);
    }
  });

  it('is moved by hand and stays there when it is planned anew; a step back undoes it', () => {
    const { id } = plan();
    const { block, to } = moveSomewhere(id);
    const after = view().state;
    const moved = after.blocks.find((one) => one.window === to.id)!;
    expect(moved).toMatchObject({ id: block.id, pinned: true });
    plan();
    expect(view().state.blocks.find((one) => one.window === to.id)).toMatchObject({ pinned: true });
    // somebody who still sees the plan of before is told
    expect(
      refusal(
        changeSchedule(shop, tester, {
          version: id,
          change: { kind: 'pin', block: block.id, pinned: true },
        }),
      ),
    ).toMatch(/changed meanwhile/);
    must(scheduleBefore(shop, tester, currentSchedule(shop)!.id));
    must(scheduleBefore(shop, tester, currentSchedule(shop)!.id));
    expect(currentSchedule(shop)!.words).toMatch(/^back to the plan of/);
  });

  it('is pinned and let go by hand, with a line of its own each time', () => {
    const pin = (pinned: boolean) => {
      const { id } = currentSchedule(shop)!;
      const [block] = view().state.blocks;
      must(
        changeSchedule(shop, tester, {
          version: id,
          change: { kind: 'pin', block: block!.id, pinned },
        }),
      );
      return [view().state.blocks[0]!.pinned, currentSchedule(shop)!.words];
    };
    plan();
    expect(view().state.blocks[0]!.pinned).toBe(false);
    expect(pin(true)).toEqual([true, expect.stringMatching(/ pinned$/)]);
    expect(pin(false)).toEqual([false, expect.stringMatching(/ no longer pinned$/)]);
  });

  it('is split and joined again, and refused with a reason that is kept', () => {
    const row = plan();
    const { weeks, state } = view();
    const block = state.blocks.find(({ tasks }) => tasks.length > 2)!;
    const [one] = block.parts.filter(({ words }) => words!.criticality !== 'fire');
    const task = `${one!.task.stationId}.${one!.task.task}`;
    const free = weeks.windows.find(
      ({ id, from }) => from > block.from && !state.blocks.some(({ window }) => window === id),
    )!;
    must(
      changeSchedule(shop, tester, {
        version: row.id,
        change: {
          kind: 'move',
          block: block.id,
          tasks: [task],
          window: free.id,
        },
      }),
    );
    let now = view().state;
    expect(now.blocks.find(({ id }) => id === block.id)!.tasks).toHaveLength(
      block.tasks.length - 1,
    );
    const part = now.blocks.find(({ window }) => window === free.id)!;
    must(
      changeSchedule(shop, tester, {
        version: now.id!,
        change: {
          kind: 'move',
          block: part.id,
          tasks: null,
          window: block.window,
        },
      }),
    );
    now = view().state;
    expect(now.blocks.find(({ id }) => id === block.id)!.tasks).toHaveLength(block.tasks.length);
    const refuse = (reason: string) =>
      changeSchedule(shop, tester, {
        version: now.id!,
        change: { kind: 'refuse', block: part.id, reason },
      });
    expect(refusal(refuse('x'))).toMatch(/no longer planned/);
    const last = now.blocks.findLast(({ parts }) =>
      parts.every(({ words }) => words!.criticality !== 'fire'),
    );
    expect(last).toBeDefined();
    must(
      changeSchedule(shop, tester, {
        version: now.id!,
        change: { kind: 'refuse', block: last!.id, reason: 'guests' },
      }),
    );
    const kept = currentSchedule(shop)!.plan;
    expect(kept.refused[0]).toMatchObject({
      reason: 'guests',
      by: 'Tester',
      window: last!.window,
    });
    plan();
    expect(
      view().state.blocks.some(
        (each) =>
          each.window === last!.window &&
          each.tasks.some((t) =>
            last!.tasks.some((o) => o.task === t.task && o.stationId === t.stationId),
          ),
      ),
    ).toBe(false);
  });

  it('refuses a move that breaks a rule, with the reason', () => {
    const { id } = plan();
    const { weeks, state } = view();
    const fire = state.blocks.find(({ parts }) =>
      parts.some(({ words }) => words!.criticality === 'fire' && words!.used < 1),
    )!;
    const late = weeks.windows.at(-1)!.id;
    const move = (window: string) =>
      refusal(
        changeSchedule(shop, tester, {
          version: id,
          change: { kind: 'move', block: fire.id, tasks: null, window },
        }),
      );
    expect(move(late)).toMatch(/cannot go there/);
    expect(move('1-1')).toMatch(/no longer there/);
    expect(view().state.id).toBe(id);
  });

  it('today begins with it; what was done is done, what was not flows back', () => {
    plan();
    const [first] = view().state.blocks;
    shop.clock.now = first!.from + 60_000;
    const planned = () => plannedToday(shop, dueMachines(shop))!;
    expect(planned().today[0]).toMatchObject({ id: first!.id, state: 'now' });
    const done = first!.tasks[0]!;
    const { lookOnly } = dueMachines(shop)[0]!
      .stations.find(({ id }) => id === done.stationId)!
      .tasks.find(({ task }) => task.key === done.task)!.task;
    must(
      recordCare(shop, tester, {
        ...done,
        at: shop.clock.now,
        result: lookOnly ? 'looked-fine' : 'done',
      }),
    );
    expect(planned().today[0]!.parts.filter((part) => part.done).length).toBeGreaterThan(0);
    shop.clock.now += day;
    const { state } = view();
    const undone = first!.tasks.filter(
      (task) =>
        task !== done &&
        !state.blocks.some(
          (other) =>
            other.until > shop.clock.now &&
            other.tasks.some((one) => one.stationId === task.stationId && one.task === task.task),
        ),
    );
    // what is planned again later is no news, the rest is
    expect(planned().left).toHaveLength(undone.length > 0 ? 1 : 0);
    expect(state.overtaken.some(({ kind }) => kind === 'not done')).toBe(undone.length > 0);
    // planned anew, what is still due is planned again
    plan();
    expect(planned().left).toEqual([]);
  });

  it('an evening taken away moves exactly what must move, and says what it costs', () => {
    plan();
    const before = view().state;
    const gone = before.blocks.find(({ from }) => from > shop.clock.now + 2 * day)!;
    const at = Number(gone.window.split('-')[0]);
    must(changeDays(shop, tester, { from: at, to: at, what: 'away', windows: [], note: '' }));
    expect(view().state.overtaken.some(({ kind }) => kind === 'window gone')).toBe(true);
    must(mendSchedule(shop, tester, before.id!));
    const after = view().state;
    const tasksAt = (blocks: typeof after.blocks) =>
      blocks.flatMap(({ window, tasks }) =>
        tasks.map(({ stationId, task }) => `${window} ${stationId} ${task}`),
      );
    const stayed = tasksAt(before.blocks.filter(({ window }) => window !== gone.window));
    expect(tasksAt(after.blocks)).toEqual(expect.arrayContaining(stayed));
    // nothing else came to it but what was homeless
    const homeless = gone.tasks.map(({ stationId, task }) => `${stationId} ${task}`);
    for (const one of tasksAt(after.blocks)) {
      if (!stayed.includes(one)) expect(homeless).toContain(one.split(' ').slice(1).join(' '));
    }
    expect(after.words).toMatch(/only what must was moved: it costs \d+ (more|less) than before/);
    expect(after.overtaken.filter(({ kind }) => kind === 'window gone')).toEqual([]);
    expect(refusal(mendSchedule(shop, tester, before.id!))).toMatch(/changed meanwhile/);
  });

  it('says that it was overtaken when its window goes', () => {
    plan();
    const [block] = view().state.blocks;
    const at = Number(block!.window.split('-')[0]);
    must(changeDays(shop, tester, { from: at, to: at, what: 'away', windows: [], note: '' }));
    expect(view().state.overtaken.some(({ kind }) => kind === 'window gone')).toBe(true);
  });
});

it('reckons with what the sheets of each machine need around its tasks, and goes on so until it is planned anew', () => {
  use(60);
  evenings(90);
  const weeks = weeksAhead(shop, dueMachines(shop), null);
  /** Minutes by which planned and by which their sheets take, summed over windows where they take more. */
  const off = ({ problem }: typeof weeks) => {
    const found = fastSchedule(problem);
    const row = keepSchedule(shop, tester, { ...weeks, problem }, found, { words: 'tried' });
    const reckoned = sittings(problem, found).reduce((sum, { minutes }) => sum + minutes, 0);
    const taken = row.plan.blocks.reduce((sum, { minutes }) => sum + minutes, 0);
    return Math.abs(taken - reckoned) / reckoned;
  };
  const usual = { ...weeks, problem: { ...weeks.problem, setUpMinutes: { [machineId]: 40 } } };
  expect(off(usual)).toBeGreaterThan(0.15);
  // the plan that holds has its sheets; before there is one, the longest clean-down is asked
  for (const kept of [currentSchedule(shop)!.plan, null]) {
    const tuned = withSetUps(shop, weeks, kept);
    expect(tuned.problem.setUpMinutes[machineId]).toBeLessThan(30);
    expect(off(tuned)).toBeLessThan(0.15);
    const { setUps } = currentSchedule(shop)!.plan;
    expect(setUps).toEqual(tuned.problem.setUpMinutes);
    expect(view().weeks.problem.setUpMinutes).toEqual(setUps);
    expect(view().state.overtaken).toEqual([]);
  }
});

describe('the feed', () => {
  /** The events of a feed, by an independent parser. */
  const events = () =>
    new ICAL.Component(ICAL.parse(scheduleCalendar(shop)))
      .getAllSubcomponents('vevent')
      .map((one) => ({
        uid: String(one.getFirstPropertyValue('uid')),
        sequence: Number(one.getFirstPropertyValue('sequence')),
        status: String(one.getFirstPropertyValue('status')),
        start: (one.getFirstPropertyValue('dtstart') as ICAL.Time).toJSDate().getTime(),
      }));

  it('has the same clean-downs at the same local times, in November, March and July', () => {
    use(60);
    evenings();
    for (const now of [shop.clock.now, Date.UTC(2027, 2, 22, 8), Date.UTC(2027, 6, 5, 8)]) {
      shop.clock.now = now;
      plan();
      const { state } = view();
      const standing = events().filter(({ status }) => status === 'CONFIRMED');
      for (const block of state.blocks) {
        const event = standing.find(({ uid }) => uid === `${block.id}@bitacora`)!;
        expect(event.start).toBe(block.from);
        expect([18, 19, 9, 10, 20, 11]).toContain(
          Number(formatLocal(event.start, zone).slice(11, 13)),
        );
      }
      expect(state.blocks.some(({ from }) => /T(18|09):00/.test(formatLocal(from, zone)))).toBe(
        true,
      );
    }
  });

  it('keeps UIDs, counts changes up and cancels what is gone', () => {
    use(60);
    caredFor();
    evenings();
    const { id } = plan();
    const before = events();
    expect(before.every(({ sequence, status }) => sequence === 0 && status === 'CONFIRMED')).toBe(
      true,
    );
    const { block, to: free } = moveSomewhere(id);
    const uid = `${block.id}@bitacora`;
    expect(events().find((one) => one.uid === uid)).toMatchObject({
      sequence: 1,
      start: free.from,
    });
    expect(events().filter((one) => one.uid !== uid)).toEqual(
      before.filter((one) => one.uid !== uid),
    );
    keepSchedule(
      shop,
      tester,
      view().weeks,
      view().plan.map(() => []),
      { words: 'emptied' },
    );
    expect(events().every(({ status }) => status === 'CANCELLED')).toBe(true);
    expect(events().find((one) => one.uid === uid)!.sequence).toBe(2);
  });

  it('opens with its own link alone, and an old link stops', () => {
    const token = feedToken(shop);
    expect(opensFeed(shop, token)).toBe(true);
    expect(opensFeed(shop, `${token.slice(0, -1)}x`)).toBe(false);
    expect(opensFeed(shop, '')).toBe(false);
    must(renewFeed(shop, tester));
    expect(opensFeed(shop, token)).toBe(false);
    expect(opensFeed(shop, feedToken(shop))).toBe(true);
  });
});

it('a clean-down of stations that are gone cannot be moved', () => {
  use(60);
  evenings();
  const row = plan();
  const block = row.plan.blocks.find(({ tasks }) => tasks.length > 0)!;
  const { weeks } = view();
  const free = weeks.windows.find(
    ({ id }) => !row.plan.blocks.some(({ window }) => window === id),
  )!;
  for (const stationId of new Set(block.tasks.map((one) => one.stationId)))
    must(removeStation(shop, tester, stationId));
  const refused = changeSchedule(shop, tester, {
    version: row.id,
    change: { kind: 'move', block: block.id, tasks: null, window: free.id },
  });
  expect(refusal(refused)).toBe('None of it need be done any more.');
  expect(currentSchedule(shop)!.id).toBe(row.id);
});

it('counts what the plan needs of the stores, and lists what to order', () => {
  use(60);
  evenings();
  expect(scheduleNeeds(shop, dueMachines(shop))).toEqual([]);
  must(moveStock(shop, tester, { item: 'swabs', kind: 'count', quantity: 3 }));
  plan();
  const needs = scheduleNeeds(shop, dueMachines(shop));
  const swabs = needs.find(({ item }) => item === 'swabs')!;
  expect(swabs.needs).toBeGreaterThan(3);
  expect(swabs.shortAt).not.toBeNull();
  // after all of it there is at least as much as it is ordered at
  expect(3 + swabs.order * swabs.pack - swabs.needs).toBeGreaterThanOrEqual(swabs.reorderAt);
  expect(3 + (swabs.order - 1) * swabs.pack - swabs.needs).toBeLessThan(swabs.reorderAt);
  // to the piece, where a pack is one; of what was never counted as much as is needed
  const never = needs.find((one) => one.has === null)!;
  const singly = (which: string) => {
    const { item, name, unit, reorderAt, perTask, tool } = shelf(shop).find(
      (one) => one.item === which,
    )!;
    const by = { item, name, unit, reorderAt, perTask, tool, pack: 1 };
    must(changeStoreItem(shop, tester, by));
    return scheduleNeeds(shop, dueMachines(shop)).find((one) => one.item === which)!.order;
  };
  expect(singly('swabs')).toBe(Math.ceil(swabs.needs + swabs.reorderAt - 3 - 1e-9));
  expect(singly(never.item)).toBe(Math.ceil(never.needs - 1e-9));
  const { data } = Papa.parse<Record<string, string>>(orderListCsv(needs), { header: true });
  expect(data.find(({ item }) => item === swabs.name)).toMatchObject({
    packs: String(swabs.order),
  });
});

it('says whether the technician’s time is enough, and what drives it', () => {
  use(60);
  caredFor();
  evenings();
  const load = technicianLoad(shop);
  expect(load.weeks).toHaveLength(13);
  expect(load.weeks[1]!.there).toBe(360);
  expect(load.needed).toBeCloseTo(
    load.weeks.reduce((sum, { needed }) => sum + needed, 0),
    9,
  );
  expect(load.machines[0]!.minutes).toBeCloseTo(load.needed, 9);
  const work = load.drivers.reduce((sum, { minutes }) => sum + minutes, 0);
  expect(load.dangers.reduce((sum, { minutes }) => sum + minutes, 0)).toBeCloseTo(work, 9);
  expect(work).toBeLessThan(load.needed);
  // beside the plan of its weeks, by the minutes that the plan itself says; what is past is past
  expect(load.planned).toBeNull();
  const { plan: made } = plan();
  const four = technicianLoad(shop);
  expect(four.planned).toEqual({
    weeks: 4,
    minutes: made.blocks.reduce((sum, { minutes }) => sum + minutes, 0),
    needed: four.weeks.slice(0, 4).reduce((sum, { needed }) => sum + needed, 0),
  });
  const [first] = made.blocks.toSorted((a, b) => a.from - b.from);
  shop.clock.now = first!.until;
  const later = technicianLoad(shop).planned!;
  expect(later.weeks).toBe(3);
  expect(later.minutes).toBeLessThan(four.planned!.minutes);
  // twice the use needs more
  use(60, addTestMachine(shop, 'Heron', 'co2-glass-tube').id);
  expect(technicianLoad(shop).needed).toBeGreaterThan(load.needed);
});

describe('planning in a process of its own', () => {
  const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
  const actor = { ...tester, id: 'somebody' };
  const begin = () => startPlanning(shop, actor, scheduleView(shop, dueMachines(shop)));
  const whatIf = (input: Parameters<typeof startWhatIf>[3]) =>
    startWhatIf(shop, actor, dueMachines(shop), input);

  it('says why nothing can be planned', async () => {
    use(30);
    expect(refusal(await begin())).toMatch(/when the technician is there/);
    must(setWeek(shop, tester, { windows: [], closed: [] }));
    expect(refusal(await begin())).toMatch(/no window in these weeks/);
    must(setWeek(shop, tester, { windows: [{ weekday: 1, start: 600, minutes: 10 }], closed: [] }));
    expect(refusal(await begin())).toMatch(/no window holds any/);
    expect(refusal(await whatIf({}))).toMatch(/what would be otherwise/);
  });

  it('answers at once, ends with a bound, and keeps the plan; another person cannot see it', async () => {
    use(30);
    evenings();
    const begun = must(await begin());
    expect(begun.phase).toBe('first');
    expect(refusal(viewPlanning({ ...actor, id: 'else' }, begun.id))).toMatch(/no longer open/);
    for (let last: ScheduleWorkView = begun; ;) {
      await wait(200);
      const seen = must(viewPlanning(actor, begun.id));
      expect(seen.cost.total).toBeLessThanOrEqual(begun.cost.total + 1e-6);
      // a better plan is weighed, and the same one not again
      expect(seen.cost).toEqual(scheduleCost(begun.weeks.problem, seen.plan));
      expect(seen.cost === last.cost).toBe(isDeepStrictEqual(seen.plan, last.plan));
      last = seen;
      if (!seen.over) continue;
      expect(seen.trouble).toBeNull();
      expect(seen.bound).toBeLessThanOrEqual(seen.cost.total);
      expect(currentSchedule(shop)!.plan.cost).toBeCloseTo(seen.cost.total, 6);
      break;
    }
  }, 60_000);

  it('is cancelled without a trace, or stopped with the best so far', async () => {
    use(30);
    evenings();
    const dropped = must(await begin());
    must(stopPlanning(actor, dropped.id, false));
    await wait(300);
    expect(currentSchedule(shop)).toBeNull();
    const stopped = must(await begin());
    must(stopPlanning(actor, stopped.id, true));
    for (let tries = 0; tries < 50 && !currentSchedule(shop); tries++) await wait(100);
    expect(currentSchedule(shop)!.plan.blocks.length).toBeGreaterThan(0);
    expect(must(viewPlanning(actor, stopped.id)).trouble).toBe('stopped by hand');
  }, 30_000);

  it('a what-if keeps nothing and says what the same days cost as they are', async () => {
    use(30);
    evenings();
    const before = plan().id;
    const begun = must(
      await whatIf({
        without: { weekday: 1, part: 'evening' },
        busier: null,
        away: null,
      }),
    );
    for (;;) {
      await wait(200);
      const seen = must(viewPlanning(actor, begun.id));
      if (!seen.over) continue;
      expect(seen.base).not.toBeNull();
      expect(seen.cost.total).toBeGreaterThanOrEqual(seen.base!.total - 1);
      break;
    }
    expect(currentSchedule(shop)!.id).toBe(before);
    // far ahead nobody knows how dirty things will be
    const july = today() + 230;
    const far = must(await whatIf({ away: { from: july, to: july + 9 } }));
    expect(far.weeks.from).toBe(july - 7);
    expect(far.weeks.problem.tasks.every(({ fillings }) => fillings[0]!.start === 0.5)).toBe(true);
    must(stopPlanning(actor, far.id, false));
  }, 30_000);
});
