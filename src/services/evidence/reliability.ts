import { median } from 'simple-statistics';
import { causeWords } from '../../catalogue/causes';
import { causeStations } from '../../catalogue/diagnosis';
import { findFamily, stationKind } from '../../catalogue/catalogue';
import { downTime } from '../../core/faults/fault-times';
import { repeatOf, type FaultCase } from '../../core/faults/repeats';
import {
  meanCumulative,
  meanSoFar,
  powerLaw,
  shapeRange,
  type MeanBetween,
  type MeanCumulative,
} from '../../core/evidence/reliability';
import { groupBy } from '../../core/units/group-by';
import { millisecondsToHours, secondsToHours } from '../../core/units/time';
import { listMachines, listStations } from '../../records/machines';
import { allFaults, type Fault } from '../faults/faults';
import { faultLinks } from '../faults/links';
import type { Shop } from '../shop';
import { machineMeter } from '../usage/machine-meter';

/** How often something fails, how long it takes, and whether that changes. Hours. */
export interface Reliability extends MeanBetween {
  name: string;
  runHours: number;
  faults: number;
  /** shape of a power law of the faults and its range of 90 percent; `null`: too few to tell */
  trend: { shape: number; range: [number, number] } | null;
  /** medians; `null` where nothing can be told */
  response: number | null;
  repairMinutes: number | null;
  down: number;
  /** share of all hours since the first use it was not on hold for a fault */
  availability: number | null;
}

/** How often a cause was found, and where it came back. */
export interface CauseCount {
  cause: string;
  words: string;
  faults: number;
  repeats: number;
  machines: string[];
}

/** How often faults lay at stations of a kind. */
export interface StationFaults extends MeanBetween {
  kind: string;
  name: string;
  faults: number;
  /** of the machines that have one */
  runHours: number;
  machines: string[];
}

/** What the book has of faults, over all of it. */
export interface ShopReliability {
  shop: Reliability;
  machines: (Reliability & { machineId: string })[];
  families: Reliability[];
  causes: CauseCount[];
  /** by where the cause lies, the most first; what lies at no one station is left out */
  stations: StationFaults[];
  /** faults within two run hours of a cleaning of our own, of all */
  afterCleaning: number;
  /** faults of the same cause within 30 days or 30 run hours of the last */
  repeats: number;
  /** in the shop's money */
  repairCost: number;
  /** repairs a machine over its run hours */
  meanCumulative: MeanCumulative[];
}

/** Fewer faults tell no trend. */
const leastForTrend = 4;

/** One machine with its faults, as far as reliability goes. */
interface Watched {
  machineId: string;
  name: string;
  family: string;
  /** kinds of its stations */
  kinds: ReadonlySet<string>;
  runHours: number;
  calendarHours: number;
  /** on hold for faults, several at once counted once */
  downHours: number;
  /** with the run hours it was reported and closed at */
  faults: (Fault & { runHours: number; closedRunHours: number | null })[];
}

/** Not a fault of the machine: met twice, or nothing was wrong. */
const countsNot: readonly (Fault['closedAs'] | null)[] = ['duplicate', 'no fault'];

/** Reckons how often what fails, from all the faults of the book. */
export function reckonReliability(shop: Shop): ShopReliability {
  const now = shop.now();
  const byMachine = groupBy(
    allFaults(shop).filter(({ closedAs }) => !countsNot.includes(closedAs)),
    ({ machineId }) => machineId,
  );
  const watched = listMachines(shop.db).map(({ id, nickname, family, addedAt }): Watched => {
    const meter = machineMeter(shop.db, shop.zone, id);
    const runAt = (instant: number) => secondsToHours(meter.totals(instant).runSeconds);
    const begun = Math.min(addedAt, meter.firstUse);
    const own = byMachine.get(id) ?? [];
    const holds = own.flatMap((fault) => fault.holds);
    return {
      machineId: id,
      name: nickname,
      family,
      kinds: new Set(listStations(shop.db, id).map(({ kind }) => kind)),
      runHours: runAt(now),
      calendarHours: Math.max(0, millisecondsToHours(now - begun)),
      downHours: millisecondsToHours(downTime(holds, now)),
      faults: own
        .map((fault) => ({
          ...fault,
          runHours: runAt(fault.at),
          closedRunHours: fault.closedAs === null ? null : runAt(fault.at + fault.times.open),
        }))
        .sort((a, b) => a.at - b.at),
    };
  });
  const faults = watched.flatMap((one) => one.faults);
  const repeated = new Set(watched.flatMap(repeatsOf));
  return {
    shop: reliabilityOf('All machines', watched),
    machines: watched.map((one) => ({
      machineId: one.machineId,
      ...reliabilityOf(one.name, [one]),
    })),
    families: [...groupBy(watched, ({ family }) => family)].map(([family, some]) =>
      reliabilityOf(findFamily(family)?.name ?? family, some),
    ),
    causes: causesOf(watched, repeated),
    stations: stationsOf(watched),
    afterCleaning: faults.filter((fault) => faultLinks(shop, fault).afterCleanDown !== null).length,
    repeats: repeated.size,
    repairCost: faults.reduce((sum, { cost }) => sum + cost, 0) / 100,
    meanCumulative: meanCumulative(
      watched
        .filter(({ runHours }) => runHours > 0)
        .map((one) => ({
          repairs: one.faults.map(({ runHours }) => runHours),
          until: one.runHours,
        })),
    ),
  };
}

function reliabilityOf(name: string, watched: readonly Watched[]): Reliability {
  const faults = watched.flatMap((one) => one.faults);
  const sum = (of: (one: Watched) => number) => watched.reduce((all, one) => all + of(one), 0);
  const runHours = sum((one) => one.runHours);
  const calendar = sum((one) => one.calendarHours);
  const down = sum((one) => one.downHours);
  return {
    name,
    runHours,
    faults: faults.length,
    ...meanSoFar(runHours, faults.length),
    trend: watched.length === 1 ? trendOf(watched[0]!) : null,
    response: middle(
      faults.flatMap(({ times: { response } }) =>
        response === null ? [] : [millisecondsToHours(response)],
      ),
    ),
    repairMinutes: middle(
      faults.map(({ times }) => times.repairMinutes).filter((minutes) => minutes > 0),
    ),
    down,
    availability: calendar > 0 ? 1 - Math.min(1, down / calendar) : null,
  };
}

/** Faults before the first logged hour have no place on the line. */
function trendOf({ faults, runHours }: Watched): Reliability['trend'] {
  const times = faults.map((fault) => fault.runHours).filter((at) => at > 0);
  if (times.length < leastForTrend) return null;
  const law = powerLaw(times, runHours);
  return law && { shape: law.shape, range: shapeRange(law, times.length) };
}

const middle = (values: number[]) => (values.length === 0 ? null : median(values));

/** Ids of a machine's faults that repeat an earlier one. */
function repeatsOf({ faults }: Watched): string[] {
  const cases = faults.map(
    ({ id, cause, at, times, closedAs, runHours, closedRunHours }): FaultCase => ({
      id,
      cause,
      reportedAt: at,
      closedAt: closedAs === null ? null : at + times.open,
      runAtReport: runHours * 3600,
      runAtClose: closedRunHours === null ? null : closedRunHours * 3600,
    }),
  );
  return cases.filter((one) => repeatOf(one, cases) !== null).map(({ id }) => id);
}

/**
 * Where a fault lay: at the kind of station that was pointed at and can give its cause, else at the only one of the
 * machine that can; `null` where that is none or several.
 */
function placeOf({ cause, pointedAt }: Fault, kinds: ReadonlySet<string>): string | null {
  if (cause === null) return null;
  const possible = causeStations(cause).filter((kind) => kinds.has(kind));
  if (pointedAt && possible.includes(pointedAt.kind)) return pointedAt.kind;
  return possible.length === 1 ? possible[0]! : null;
}

function stationsOf(watched: readonly Watched[]): StationFaults[] {
  const placed = watched.flatMap(({ name, kinds, faults }) =>
    faults.flatMap((fault) => {
      const kind = placeOf(fault, kinds);
      return kind === null ? [] : [{ kind, name }];
    }),
  );
  return [...groupBy(placed, ({ kind }) => kind)]
    .map(([kind, some]): StationFaults => {
      const runHours = watched
        .filter(({ kinds }) => kinds.has(kind))
        .reduce((sum, one) => sum + one.runHours, 0);
      return {
        kind,
        name: stationKind(kind).name,
        faults: some.length,
        runHours,
        machines: [...new Set(some.map(({ name }) => name))],
        ...meanSoFar(runHours, some.length),
      };
    })
    .sort((a, b) => b.faults - a.faults);
}

function causesOf(watched: readonly Watched[], repeated: ReadonlySet<string>): CauseCount[] {
  const known = watched.flatMap(({ name, faults }) =>
    faults.flatMap(({ id, cause }) => (cause === null ? [] : [{ id, cause, name }])),
  );
  return [...groupBy(known, ({ cause }) => cause)]
    .map(([cause, some]) => ({
      cause,
      words: causeWords(cause),
      faults: some.length,
      repeats: some.filter(({ id }) => repeated.has(id)).length,
      machines: [...new Set(some.map(({ name }) => name))],
    }))
    .sort((a, b) => b.faults - a.faults);
}
