import { handsOn } from '../core/care/minutes';
import type { Criticality } from '../core/care/danger';
import { longestSessionSeconds } from '../core/usage/overlap';
import { weekdayOf } from '../core/units/wall-clock';
import { localDay, startOfLocalDay } from '../core/units/zone';
import type { CareResult, Finding } from '../core/care/care';
import { usuallyOpened } from '../catalogue/proofs';
import { hasPeople } from '../services/people/auth';
import { dueMachines, type MachineDue, type StationDue, type TaskDue } from '../services/care/due';
import { openFaults } from '../services/faults/faults';
import { reportFault } from '../services/faults/report';
import { closeFault, diagnoseFault, proveFault, repairFault } from '../services/faults/steps';
import { addMachine } from '../services/machines/machines';
import { stationMethods } from '../services/care/methods';
import { correctSession, logSession, recentSessions } from '../services/usage/sessions';
import { signOffSheet } from '../services/cleaning/sign-off';
import { addEvents, press, eventsOf } from '../services/cleaning/events';
import { draftRun, runOf, runToEnd, startSheet } from '../services/cleaning/sheets';
import { changeStoreItem, moveStock, shelf } from '../services/inventory/inventory';
import { allInOrder } from '../core/cleaning/ending';
import { arrange, type RunSheet } from '../core/cleaning/run';
import { progressOf, type Marks, type SheetEventWhat } from '../core/cleaning/progress';
import { type Actor, type Shop } from '../services/shop';
import { allOrNothing } from '../services/use-case';
import { changeSetting } from '../services/setup/settings';
import { benchReadings } from './bench-story';
import { leftToTheShop } from './fifth-story';
import { weeksToCome } from './fourth-story';
import { must } from './must';
import { Chance } from './random';
import {
  firstMorning,
  forgotten,
  meterRan,
  openingHours,
  secondStory,
  storyMorning,
  type SecondStory,
} from './second-story';
import {
  burnsOf,
  firstPeople,
  openAccounts,
  openingFaults,
  proveAll,
  thirdStory,
  type ThirdStory,
} from './third-story';
import {
  carelessOperators,
  commonFaults,
  helpers,
  machines as plans,
  operators,
  shopName,
  shopZone,
  technician,
  type DemoFault,
  type DemoMachine,
} from './workshop';

const minute = 60_000;
const hour = 60 * minute;
const historyDays = 426; // fourteen months
const quietDays = 3; // the last days, in which the technician catches up

/** Stations cared for so many days ago and then let slide: past due on opening day. */
const letSlide: readonly [machine: string, station: string, daysAgo: number][] = [
  ['Wren', 'honeycomb', 27],
  ['Bittern', 'linear-bearing', 11],
  ['Dipper', 'coolant', 38],
];

/** What the seed keeps at hand while it plays the fourteen months. */
interface Play {
  shop: Shop;
  chance: Chance;
  clock: { now: number };
  end: number;
  marit: Actor;
  ids: Map<string, string>;
  keys: number;
  /** what has begun to slide */
  slid: Set<string>;
  second: SecondStory | null;
  third: ThirdStory | null;
}

/**
 * Plays the made-up workshop through the services, from fourteen months ago until now. Refuses a shop
 * that has machines already.
 * @returns a sentence about what was made
 */
export async function seedDemo(shop: Shop, report: (line: string) => void): Promise<string> {
  if (dueMachines(shop).length > 0 || hasPeople(shop)) {
    return 'The shop is in use already: nothing was added.';
  }
  const end = shop.now();
  const clock = { now: end };
  // the same shop with a clock of its own
  const played: Shop = Object.create(shop, { now: { value: () => Math.round(clock.now) } });
  const play: Play = {
    shop: played,
    chance: new Chance(20261124),
    clock,
    end,
    marit: { id: null, name: technician.name, source: 'demo' },
    ids: new Map(),
    keys: 0,
    slid: new Set(),
    second: null,
    third: null,
  };
  const firstDay = localDay(end, shopZone) - historyDays;
  allOrNothing(shop, () => playHistory(play, firstDay, report));
  allOrNothing(shop, () => benchReadings(played, clock, play.ids, play.marit, end));
  allOrNothing(shop, () => leftToTheShop(played, clock, play.ids, play.marit, end));
  // calendars and passwords are worked on outside a transaction
  await weeksToCome(played, clock, play.ids, play.marit, end);
  await openAccounts(shop, play.marit);
  return `The made-up workshop is ready: ${play.ids.size} machines, fourteen months.`;
}

function playHistory(play: Play, firstDay: number, report: (line: string) => void): void {
  const { shop: played, clock, end } = play;
  clock.now = startOfLocalDay(firstDay, shopZone) + 9 * hour;
  must(changeSetting(played, play.marit, { name: 'timezone', value: shopZone }));
  must(changeSetting(played, play.marit, { name: 'name', value: shopName }));
  for (const { nickname, family, card } of plans) {
    play.ids.set(
      nickname,
      must(addMachine(played, play.marit, { nickname, family, card, past: 'new' })).id,
    );
  }
  for (const { own: _, replaces: __, state: ___, has: ____, ...kept } of shelf(played)) {
    const { item, pack } = kept;
    must(moveStock(played, play.marit, { item, kind: 'count', quantity: Math.max(2, pack * 2) }));
    const packPrice = packPrices[item];
    if (packPrice) must(changeStoreItem(played, play.marit, { ...kept, packPrice }));
  }
  play.second = secondStory(played, clock, play.ids, play.marit);
  firstMorning(play.second);
  play.third = thirdStory({
    shop: played,
    clock,
    ids: play.ids,
    marit: play.marit,
    clean: (machine) => cleanGlass(play, machine),
  });
  firstPeople(play.third);
  const lastDay = localDay(end, shopZone);
  for (let day = firstDay + 1; day <= lastDay; day++) {
    playDay(play, day, lastDay);
    if ((day - firstDay) % 60 === 0) {
      report(`The made-up workshop: ${Math.round(((day - firstDay) / historyDays) * 100)} %`);
    }
  }
  openingDay(play);
  openingFaults(play.third, end);
  openingHours(play.second, end);
}

/** Open Tuesday to Saturday. */
const isOpen = (day: number) => weekdayOf(day) >= 1 && weekdayOf(day) <= 5;

function playDay(play: Play, day: number, lastDay: number): void {
  if (!isOpen(day)) return;
  const { chance, clock, end } = play;
  const start = startOfLocalDay(day, shopZone);
  const windy = chance.yes(0.15);
  const left = lastDay - day;
  clock.now = start + 8.5 * hour;
  // a morning that is not over is not played: it would reach beyond now
  if (clock.now + 1.5 * hour > end) return;
  storyMorning(play.second!, day, left);
  burnsOf(play.third!, day, 1 - left / historyDays);
  slideFrom(play, left);
  if (left <= quietDays) catchUp(play, left);
  else if (weekdayOf(day) === 1 || weekdayOf(day) === 3 || chance.yes(0.2)) careRound(play, 4);
  for (const plan of plans) runMachine(play, plan, day, windy);
  if (left > 12 && chance.yes(0.19))
    playFault(play, chance.pick(commonFaults), start + 18.2 * hour);
  if (left === 30) headCleanStory(play, start + 17 * hour);
}

function runMachine(play: Play, plan: DemoMachine, day: number, windy: boolean): void {
  const { shop, chance, clock, end } = play;
  const week = Math.floor((day + 3) / 7);
  // whole weeks are busy or not, the same for each day of a week
  if (new Chance(week * 31 + plan.nickname.length * 7).next() > plan.busyWeeks) return;
  const late = weekdayOf(day) === 3;
  const opens = startOfLocalDay(day, shopZone) + 10 * hour;
  const closes = opens + (late ? 11 : 8) * hour;
  const hours = chance.around((plan.weekHours / plan.busyWeeks / 5) * (late ? 1.3 : 0.93), 1.35);
  let left = Math.min(hours * 3600, 0.8 * ((closes - opens) / 1000));
  let at = opens + chance.between(0, 50) * minute;
  while (left > 300 && at < closes) {
    const run = Math.round(
      Math.min(left, chance.around(plan.sessionMinutes * 60, 1.6), longestSessionSeconds),
    );
    if (at + run * 1000 > end - 5 * minute) return;
    const operator = chance.yes(0.1) ? chance.pick(carelessOperators) : chance.pick(operators);
    const job = chance.weighted(plan.works);
    const nameless = carelessOperators.includes(operator);
    meterRan(play.second!, plan.nickname, run);
    if (forgotten(play.second!, plan.nickname)) {
      left -= run;
      at += run * 1000 + 20 * minute;
      continue;
    }
    // some are logged late, from memory
    clock.now = at + run * 1000 + (chance.yes(0.02) ? 20 * hour : minute);
    if (clock.now > end) clock.now = end;
    const logged = must(
      logSession(
        shop,
        { id: null, name: operator, source: 'label' },
        {
          machineId: play.ids.get(plan.nickname)!,
          start: Math.round(at),
          runSeconds: run,
          beamSeconds: chance.yes(0.2) ? Math.round(run * chance.between(0.4, 0.8)) : null,
          material: nameless ? null : job.material,
          process: nameless ? null : job.process,
          airAssist: nameless
            ? null
            : !chance.yes(plan.family === 'open-frame-diode' ? 0.25 : 0.04),
          draught: windy && chance.yes(0.6) ? 'weak' : 'full',
          operator,
          key: `demo-session-${play.keys++}`,
          debrisCleared: true,
        },
      ),
    );
    if (chance.yes(0.004)) {
      must(
        correctSession(shop, play.marit, {
          entryId: logged.entryId,
          reason: 'the timer had been left running',
          change: {
            start: Math.round(at),
            runSeconds: Math.round(run / 2),
            beamSeconds: null,
            material: job.material,
            process: job.process,
            airAssist: true,
            draught: 'full',
            operator,
            note: null,
          },
        }),
      );
    }
    left -= run;
    at += run * 1000 + chance.between(5, 40) * minute;
  }
}

/** What a station looks like: by how much it really fouled, which the app does not know. */
function findingOf(play: Play, machine: MachineDue, { task, counters }: TaskDue): Finding {
  const plan = plans.find(({ nickname }) => nickname === machine.nickname)!;
  const limit = task.limits.find(({ kind }) => kind === 'soil' || kind === 'run')?.value ?? 30;
  // here optics stand much more than the usual limit, everything else somewhat more
  const life = limit * (task.group === 'optics' ? 7 : 2.5);
  const soilHours = (counters.soilMilliseconds || counters.runSeconds * 1000) / 3_600_000;
  const dirt = (soilHours / life) * plan.fouling * play.chance.around(1, 1.35);
  if (task.criticality === 'optic damage' && dirt > 1.2 && play.chance.yes(0.004)) return 'damaged';
  if (dirt < 0.45) return 'clear';
  if (dirt < 0.95) return 'haze';
  return dirt < 2.2 ? 'soiled' : 'caked';
}

type Pick = { station: StationDue; task: TaskDue };

/** Nothing else is done at such a station either: a deeper task would reset it. */
function slides(machine: string, { station }: Pick, leftDays: number): boolean {
  return letSlide.some(
    ([name, slug, daysAgo]) => name === machine && slug === station.slug && leftDays < daysAgo + 7,
  );
}

/** Does what is about to slide one last time, on the first open day from its day on. */
function slideFrom(play: Play, left: number): void {
  for (const [name, slug, daysAgo] of letSlide) {
    const done = `${name} ${slug}`;
    if (left > daysAgo || play.slid.has(done)) continue;
    play.slid.add(done);
    const machine = dueMachines(play.shop, play.clock.now, play.ids.get(name)!)[0]!;
    const station = machine.stations.find((candidate) => candidate.slug === slug)!;
    cleanDown(
      play,
      machine,
      station.tasks.map((task) => ({ station, task })),
    );
  }
}

/** A morning's cleaning: what presses most, one or two machines. */
function careRound(play: Play, most: number): void {
  const leftDays = Math.floor((play.end - play.clock.now) / (24 * hour));
  const machines = dueMachines(play.shop, play.clock.now)
    .map((machine) => ({ machine, picks: picksOf(machine, leftDays, 0.95) }))
    .filter(({ picks }) => picks.length > 0)
    .sort((a, b) => b.picks.length - a.picks.length);
  for (const { machine, picks } of machines.slice(0, 2))
    cleanDown(play, machine, picks.slice(0, most));
}

function picksOf(machine: MachineDue, leftDays: number, from: number): Pick[] {
  const pressing: Partial<Record<Criticality, number>> = { fire: 1.5, 'optic damage': 2 };
  const weight = ({ task }: Pick) =>
    Math.min(task.standing.used, 4) * (pressing[task.task.criticality] ?? 0.8);
  return machine.stations
    .flatMap((station) => station.tasks.map((task) => ({ station, task })))
    .filter(({ station }) => station.kind !== 'whole' && station.kind !== 'debris')
    .filter((pick) => pick.task.standing.used >= from && !slides(machine.nickname, pick, leftDays))
    .sort((a, b) => weight(b) - weight(a));
}

/** The last days before opening day: nearly everything is brought up to date. */
function catchUp(play: Play, left: number): void {
  const leftDays = Math.floor((play.end - play.clock.now) / (24 * hour));
  for (const machine of dueMachines(play.shop, play.clock.now)) {
    const from = left === 0 ? 1 : 0.72;
    const picks = picksOf(machine, leftDays, from);
    const whole = machine.stations.find(({ kind }) => kind === 'whole')!;
    if (left > 0 && whole.worst!.standing.used > 0.5) {
      // a strip-clean of the whole takes every task, each for itself
      const others = picksOf(machine, leftDays, 0).filter(
        ({ station, task }) =>
          task.task.depth !== 'drain' && !picks.some((pick) => pick.station.id === station.id),
      );
      picks.push(...others, { station: whole, task: whole.worst! });
    }
    if (picks.length > 0) cleanDown(play, machine, picks);
  }
}

/** What packs cost here; of the greases nobody wrote it down. */
const packPrices: Readonly<Record<string, number>> = {
  swabs: 24,
  'thin-swabs': 18,
  tissue: 9.5,
  'optics-wipes': 21,
  isopropyl: 14,
  acetone: 13,
  denatured: 8,
  'optics-fluid': 19,
  'cotton-swabs': 4,
  gloves: 11,
  degreaser: 36,
  gas: 9,
  distilled: 5.5,
  window: 30,
  lens: 85,
  mirror: 48,
  filter: 62,
  fan: 55,
  belt: 17,
};

/** Receives what is low; some of it nobody found the time to order in the last weeks. */
function restock({ shop, clock, end, marit }: Play): void {
  const late = end - clock.now < 24 * 24 * hour ? ['isopropyl', 'optics-wipes'] : [];
  for (const { item, state, pack, reorderAt, has } of shelf(shop)) {
    if ((state !== 'low' && state !== 'short') || late.includes(item)) continue;
    const packs = Math.ceil((2 * reorderAt + pack - has!) / pack);
    must(moveStock(shop, marit, { item, kind: 'receipt', quantity: packs * pack }));
  }
}

function cleanDown(
  play: Play,
  machine: MachineDue,
  picks: readonly Pick[],
  mends: readonly SheetEventWhat[] = [],
): void {
  const { shop, chance, clock, marit } = play;
  const actor: Actor = chance.yes(0.3) ? { ...marit, id: null, name: chance.pick(helpers) } : marit;
  const sheet = must(
    startSheet(shop, actor, {
      machineId: machine.id,
      tasks: picks.map(({ station, task }) => ({ stationId: station.id, task: task.task.key })),
    }),
  );
  const marks: SheetEventWhat[] = [];
  for (const pick of picks) {
    const minutes = Math.max(1, Math.round(chance.around(handsOn(pick.task.task.minutes), 1.3)));
    clock.now = Math.min(clock.now + Math.min(minutes, 5) * minute, play.end);
    const finding = findingOf(play, machine, pick.task);
    marks.push(
      markOf(pick, {
        finding,
        result: resultOf(pick, finding),
        method: chance.pick(methodsOf(shop, pick)),
        minutes,
        note: finding === 'damaged' ? 'replaced with the spare' : null,
      }),
    );
  }
  decidedly(shop, actor, sheet.row.id, marks);
  pressAllInOrder(shop, actor, sheet.row.id);
  if (mends.length > 0) must(press(shop, actor, sheet.row.id, mends));
  must(signOffSheet(shop, actor, sheet.row.id));
  restock(play);
}

function markOf({ station, task }: Pick, change: Marks): SheetEventWhat {
  return { kind: 'mark', task: `${station.id}.${task.task.key}`, change };
}

/** Marks with methods of which what is disputed was read. */
function decidedly(
  shop: Shop,
  actor: Actor,
  sheetId: string,
  marks: readonly SheetEventWhat[],
): void {
  const at = shop.now();
  must(
    addEvents(
      shop,
      actor,
      sheetId,
      marks.map((what, index) => ({ id: `${sheetId}-mark-${index}`, at, what, decided: true })),
    ),
  );
}

function pressAllInOrder(shop: Shop, actor: Actor, sheetId: string): void {
  const progress = progressOf(eventsOf(shop, sheetId));
  must(press(shop, actor, sheetId, allInOrder(runToEnd(shop, sheetId)!, progress)));
}

function resultOf({ task }: Pick, finding: Finding): CareResult {
  if (finding === 'damaged') return 'replaced';
  return task.task.lookOnly && (finding === 'clear' || finding === 'haze') ? 'looked-fine' : 'done';
}

/** The ways the workshop does a task: the first three that are to be had. */
function methodsOf(shop: Shop, { station, task }: Pick): readonly string[] {
  return stationMethods(shop, station.id, task.task.group).slice(0, 3);
}

/** A fault from report to proof. */
function playFault(play: Play, fault: DemoFault, reportedAt: number): void {
  const { shop, chance, clock, marit } = play;
  clock.now = reportedAt;
  const reporter: Actor = { id: null, name: chance.pick(operators), source: 'label' };
  const { faultId } = must(
    reportFault(shop, reporter, {
      machineId: play.ids.get(fault.machine)!,
      signs: fault.signs,
      note: fault.note,
      stillHappens: chance.yes(0.7),
      key: `demo-fault-${play.keys++}`,
    }),
  );
  clock.now += chance.between(0.3, 13) * hour;
  const outcome = chance.next();
  if (outcome < 0.08) {
    must(
      closeFault(shop, marit, {
        faultId,
        as: 'not reproduced',
        note: 'ran two test cuts, nothing to see',
      }),
    );
    return;
  }
  if (outcome < 0.13) {
    must(
      closeFault(shop, marit, { faultId, as: 'no fault', note: 'settings for another thickness' }),
    );
    return;
  }
  must(diagnoseFault(shop, marit, { faultId, cause: fault.cause, note: null }));
  clock.now += chance.between(0.2, 1.5) * hour;
  const minutes = Math.round(chance.around(fault.minutes, 1.25));
  const opened = [...(usuallyOpened[fault.cause] ?? [])];
  const { action, cost } = fault;
  must(repairFault(shop, marit, { faultId, action, cost, minutes, opened }));
  clock.now += 10 * minute;
  if (chance.yes(0.12)) {
    must(proveFault(shop, marit, { faultId, tested: fault.proof, passed: false, note: 'not yet' }));
    clock.now += 20 * minute;
    must(repairFault(shop, marit, { faultId, action: `${fault.action}, once more`, minutes: 8 }));
  }
  proveAll(shop, marit, faultId, fault.proof);
  must(closeFault(shop, marit, { faultId, as: 'fixed' }));
}

/** No beam right after a head clean: the connector was not home. */
function headCleanStory(play: Play, at: number): void {
  play.clock.now = at;
  const sparrow = dueMachines(play.shop, at, play.ids.get('Sparrow')!)[0]!;
  const station = sparrow.stations.find(({ slug }) => slug === 'module')!;
  const task = station.tasks.find(({ task: { key } }) => key === 'strip-clean')!;
  cleanDown(play, sparrow, [{ station, task }]);
  playFault(
    play,
    {
      machine: 'Sparrow',
      signs: ['nobeam'],
      note: 'moves but does not burn, after the head was cleaned',
      cause: 'connector',
      action: 'head plug pushed home until it clicked',
      minutes: 3,
      proof: 'frame run, then test burn',
    },
    at + 40 * minute,
  );
}

/** A duct joint that is taped until the right clamp comes. */
function mendedForNow(play: Play): void {
  play.clock.now = play.end - 2.6 * hour;
  const dipper = dueMachines(play.shop, play.clock.now, play.ids.get('Dipper')!)[0]!;
  const station = dipper.stations.find(({ slug }) => slug === 'frame')!;
  cleanDown(
    play,
    dipper,
    [{ station, task: station.tasks[0]! }],
    [
      {
        kind: 'left off',
        item: {
          id: 'duct-tape',
          what: 'tape on the duct joint until the right clamp is here',
          mended: true,
          until: Math.round(play.end + 50 * hour),
        },
      },
    ],
  );
}

/** The glass of a machine cleaned at once, because a test burn was weak. */
function cleanGlass(play: Play, machine: MachineDue): void {
  const picks = machine.stations
    .filter(({ kind }) => ['window', 'lens', 'mirror', 'head-mirror'].includes(kind))
    .flatMap((station): Pick[] => {
      const task = station.tasks.find(({ task: { key } }) => key === 'clean' || key === 'wipe');
      return task ? [{ station, task }] : [];
    });
  cleanDown(play, machine, picks);
}

/** What there is to see on opening day: a clean-down half done, a fault half understood. */
function openingDay(play: Play): void {
  const { shop, clock, end, marit } = play;
  for (const fault of openFaults(shop)) {
    clock.now = end - 3 * hour;
    must(
      closeFault(shop, marit, {
        faultId: fault.id,
        as: 'no fault',
        note: 'seen to before opening',
      }),
    );
  }
  clock.now = end - 2.9 * hour;
  for (const machine of dueMachines(shop, clock.now)) {
    const picks = picksOf(machine, 0, 1.25);
    if (picks.length > 0) cleanDown(play, machine, picks);
  }
  mendedForNow(play);
  clock.now = end - 2.2 * hour;
  const { faultId } = must(
    reportFault(
      shop,
      { id: null, name: 'Leila', source: 'label' },
      {
        machineId: play.ids.get('Wren')!,
        signs: ['smoke', 'backsoot'],
        note: 'hazy inside again, soot under the plywood; the fan sounds normal',
        material: 'plywood',
        stillHappens: true,
        key: 'demo-fault-wren',
      },
    ),
  );
  clock.now = end - 1.4 * hour;
  must(
    diagnoseFault(shop, marit, {
      faultId,
      cause: 'weak-draught',
      note: 'first guess; look at the bed before taking the fan out',
    }),
  );
  const sparrow = dueMachines(shop, end, play.ids.get('Sparrow')!)[0]!;
  const wanted = ['window', 'nozzle', 'shield', 'honeycomb'];
  const picks = sparrow.stations
    .filter(({ slug }) => wanted.includes(slug))
    .map((station) => ({
      station,
      task: station.tasks.find(({ task }) => task.depth === 'strip-clean') ?? station.tasks[0]!,
    }));
  const idOf = (slug: string) => {
    const { station, task } = picks.find((pick) => pick.station.slug === slug)!;
    return `${station.id}.${task.task.key}`;
  };
  const picked = picks.map(({ station, task }) => ({ stationId: station.id, task: task.task.key }));
  const handsOnUntil = (draft: RunSheet) => {
    const begun = arrange(draft, new Map(), null).steps.filter(({ part }) => part === 'active');
    const last = begun.findIndex(({ task }) => task === idOf('window'));
    return begun.slice(0, last + 1);
  };
  const ahead = handsOnUntil(must(draftRun(shop, sparrow.id, picked)));
  clock.now =
    end - (5 + ahead.reduce((all, step) => all + Math.max(1, step.end - step.start), 0)) * minute;
  const sheet = must(startSheet(shop, marit, { machineId: sparrow.id, tasks: picked }));
  const run = runOf(shop, sheet.row.id)!;
  const sheetId = sheet.row.id;
  const stepsOf = (id: string): SheetEventWhat[] => {
    const piece = run.pieces.find((one) => one.id === id);
    const task = run.tasks.find((one) => one.id === id);
    const lines = piece?.lines ?? task!.ways[0]!.active;
    const parts = piece?.parts ?? task!.ways[0]!.parts;
    return [
      ...parts.map(({ lens: _, ...part }): SheetEventWhat => ({
        kind: 'part out',
        part: { ...part, marked: 'words' },
      })),
      ...lines.map(({ id: step }): SheetEventWhat => ({ kind: 'step', step, done: true })),
    ];
  };
  // in the order of the sheet, up to where the bed soaks and the window lies on the bench
  for (const { task: id, start, end: over } of handsOnUntil(run)) {
    clock.now += Math.max(1, over - start) * minute;
    must(press(shop, marit, sheetId, stepsOf(id)));
  }
  const found = { shield: 'haze', honeycomb: 'caked', nozzle: 'soiled', window: 'soiled' } as const;
  for (const pick of picks) {
    const slug = pick.station.slug as keyof typeof found;
    const done = slug === 'shield' || slug === 'nozzle';
    must(
      press(shop, marit, sheetId, [
        markOf(pick, {
          finding: found[slug],
          result: done ? 'done' : null,
          method: slug === 'window' ? 'isopropyl 99 %, foam swab' : null,
          minutes: null,
          note: slug === 'window' ? 'residue had crept to the back' : null,
        }),
      ]),
    );
  }
  // one session corrected on the day, so that the book shows how that looks
  const last = recentSessions(shop, play.ids.get('Heron')!, 6)[0];
  if (last) {
    clock.now = end - 10 * minute;
    must(
      correctSession(shop, marit, {
        entryId: last.entryId,
        reason: 'two gaskets short: half the run',
        change: {
          ...last,
          runSeconds: Math.ceil(last.runSeconds / 2),
          beamSeconds: null,
          note: null,
        },
      }),
    );
  }
}
