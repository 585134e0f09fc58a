import { cutAtBookings, isClosed, countingDay, windowsOn, type TechnicianTime } from './time';

const minute = 60_000;
const monday = Date.UTC(2026, 10, 30) / 86_400_000;
const plan: TechnicianTime = {
  week: [
    { weekday: 1, start: 18 * 60, minutes: 120 },
    { weekday: 5, start: 9 * 60, minutes: 180 },
  ],
  closed: [0, 6],
  changes: [],
};
/** A clock on the wall that runs like UTC. */
const instant = (day: number, at: number) => (day * 1440 + at) * minute;
const on = (changes: TechnicianTime['changes'], days = 14) =>
  windowsOn({ ...plan, changes }, monday, days, instant).map(({ id }) => id);

it('has the windows of every week', () => {
  expect(on([])).toEqual([
    `${monday + 1}-1080`,
    `${monday + 5}-540`,
    `${monday + 8}-1080`,
    `${monday + 12}-540`,
  ]);
});

it('has none that the clock leaps over', () => {
  // from six in the evening it is eight at once: the window of two hours is not there, one of three is an hour
  const leaps = (day: number, at: number) =>
    instant(day, at >= 18 * 60 && at < 20 * 60 ? 20 * 60 : at);
  const tuesday = (minutes: number) =>
    windowsOn({ ...plan, week: [{ weekday: 1, start: 18 * 60, minutes }] }, monday, 7, leaps);
  expect(tuesday(120)).toEqual([]);
  expect(tuesday(180).map(({ from, to }) => (to - from) / minute)).toEqual([60]);
});

it('knows days away, closed days and other times; the later word holds', () => {
  const away = { from: monday, to: monday + 6, what: 'away' as const, windows: [] };
  const there = {
    from: monday + 2,
    to: monday + 2,
    what: 'windows' as const,
    windows: [
      { start: 600, minutes: 60 },
      { start: 640, minutes: 60 },
    ],
  };
  expect(on([away])).toEqual([`${monday + 8}-1080`, `${monday + 12}-540`]);
  expect(on([away, there], 7)).toEqual([`${monday + 2}-600`]);
  const [joined] = windowsOn({ ...plan, changes: [there] }, monday + 2, 1, instant);
  expect((joined!.to - joined!.from) / minute).toBe(100);
  expect(on([there, away], 7)).toEqual([]);
  const closed = { ...away, what: 'closed' as const };
  expect(isClosed({ ...plan, changes: [closed] }, monday + 1)).toBe(true);
  expect(isClosed({ ...plan, changes: [away] }, monday + 1)).toBe(false);
  expect(isClosed(plan, monday)).toBe(true);
});

it('cuts a window where a booking begins or ends, and at now', () => {
  const [window] = windowsOn(plan, monday + 1, 1, instant);
  const at = (minutes: number) => window!.from + minutes * minute;
  const pieces = cutAtBookings(
    [window!],
    [
      { machine: 'Heron', from: at(-30), to: at(45) },
      { machine: 'Wren', from: at(100), to: at(400) },
      { machine: 'Swift', from: at(200), to: at(300) },
    ],
    0,
  );
  expect(pieces.map(({ id, start, booked }) => [id, start, booked])).toEqual([
    [`${monday + 1}-1080`, 1080, ['Heron']],
    [`${monday + 1}-1125`, 1125, []],
    [`${monday + 1}-1180`, 1180, ['Wren']],
  ]);
  const late = cutAtBookings([window!], [], at(50));
  expect(late).toEqual([
    expect.objectContaining({
      id: `${monday + 1}-1080`,
      start: 1130,
      began: at(0),
      from: at(50),
      to: at(120),
    }),
  ]);
  // it is there to its end
  expect(cutAtBookings([window!], [], at(119))).toHaveLength(1);
  expect(cutAtBookings([window!], [], at(120))).toEqual([]);
  // what a booking leaves of it may be too short to be one
  const rest = [{ machine: 'Heron', from: at(-30), to: at(115) }];
  expect(cutAtBookings([window!], rest, 0).map(({ to }) => to)).toEqual([at(115)]);
});

it('a booking of a year takes a machine out of every window, and no window away', () => {
  const windows = windowsOn(plan, monday, 365, instant);
  const pieces = cutAtBookings(
    windows,
    [{ machine: 'Heron', from: 0, to: instant(monday + 400, 0) }],
    0,
  );
  expect(pieces).toHaveLength(windows.length);
  expect(pieces.every(({ booked }) => booked.includes('Heron'))).toBe(true);
});

it('counts an evening from the next dawn', () => {
  expect(countingDay({ day: monday + 3, start: 540 }, monday)).toBe(3);
  expect(countingDay({ day: monday + 3, start: 1080 }, monday)).toBe(4);
});
