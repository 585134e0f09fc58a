import { benchPages, benchStart, type BenchPage } from '../../../catalogue/bench';
import { findFamily } from '../../../catalogue/catalogue';
import {
  figureOf,
  type Instrument,
  type Reading,
  type ReadingOf,
} from '../../../core/readings/reading';
import { cleanedAt } from '../../../records/care';
import { listStations, type MachineRow } from '../../../records/machines';
import { filterLoad, type FilterLoad } from '../../../core/readings/draught';
import { limits } from '../../../core/readings/read-out';
import { runHoursBetween } from '../../usage/usage';
import { buildFinder } from '../../machines/builds';
import type { Shop } from '../../shop';
import { latestReadings, readingsOf, type JudgedReading } from './bench';

/** A page of a machine's bench with what was read there last, the newest first. */
export interface BenchTool extends Omit<BenchPage, 'cleaned'> {
  latest: JudgedReading[];
  /** when what it tells of was cleaned or changed, since it was first read here; oldest first */
  cleaned: number[];
}

/** The pages of a machine's bench. */
export function benchTools(shop: Pick<Shop, 'db'>, machineId: string): BenchTool[] {
  const stations = listStations(shop.db, machineId);
  const readings = readingsOf(shop, machineId);
  const latest = latestReadings(readings);
  return benchPages(stations.map(({ kind }) => kind)).map(({ cleaned: kinds, ...page }) => {
    const of = ({ taken }: JudgedReading) => page.instruments.includes(taken.instrument);
    const first = readings.find(of);
    const ids = stations.filter(({ kind }) => kinds.includes(kind)).map(({ id }) => id);
    return {
      ...page,
      latest: latest.filter(of),
      cleaned: first ? cleanedAt(shop.db, ids, first.at) : [],
    };
  });
}

/** What the forms of a machine's bench start from: what was typed last time, else what is usual. */
export function benchPresets(shop: Pick<Shop, 'db' | 'now'>, machine: MachineRow) {
  const readings = readingsOf(shop, machine.id);
  const start = benchStart(
    findFamily(machine.family) ?? { id: machine.family },
    buildFinder(shop)(machine).variants,
  );
  const last = <K extends Instrument>(instrument: K) =>
    ofInstrument(readings, instrument).at(-1) ?? null;
  const dots = last('dots');
  const draught = last('draught');
  const belts = new Map<string, ReadingOf<'belt'>>();
  for (const one of ofInstrument(readings, 'belt')) belts.set(one.belt, one);
  const gauges = new Map<string, ReadingOf<'gauge'>>();
  for (const one of ofInstrument(readings, 'gauge')) gauges.set(one.name, one);
  const loops = listStations(shop.db, machine.id)
    .filter(({ kind }) => kind === 'coolant')
    .map(({ id }) => id);
  const fan = last('fan');
  const coolant = last('coolant');
  return {
    dots: {
      bed: dots ? bedOf(dots) : start.bed,
      lead: dots?.lead ?? start.lead,
      mount: dots?.mount ?? start.mount,
      tolerance: dots?.tolerance ?? usualTolerance,
    },
    duct: draught?.diameter ?? start.duct,
    enclosure: last('clearing')?.volume ?? start.enclosure,
    /** m³/h as last read; `null`: not yet */
    flow: draught ? figureOf(draught)!.value : null,
    /** it has a filter */
    filter: listStations(shop.db, machine.id).some(({ kind }) => kind === 'filter'),
    belts: [
      ...[...belts.values()].map(({ belt, mass, span, hertz }) => ({ belt, mass, span, hertz })),
      ...start.belts
        .filter(({ belt }) => !belts.has(belt))
        .map((belt) => ({ ...belt, hertz: null })),
    ],
    // what was put in is what is in it now
    fan: fan?.next ?? null,
    /** it is cooled by water */
    liquid: loops.length > 0,
    /** when its coolant was last changed; `null`: not in this book */
    coolantChanged: cleanedAt(shop.db, loops, 0).at(-1) ?? null,
    room:
      coolant && coolant.room !== null && coolant.humidity !== null
        ? { celsius: coolant.room, humidity: coolant.humidity }
        : null,
    gauges: [...gauges.values()].map(({ name, unit, low, high }) => ({ name, unit, low, high })),
  };
}

/** How the filter of a machine loads since its baseline, the clean one; `null`: too little was read. */
export function filterOutlook(shop: Shop, machineId: string): FilterLoad | null {
  const read = readingsOf(shop, machineId).filter(({ taken }) => taken.instrument === 'filter');
  const clean = read.findLast(({ baseline }) => baseline);
  if (!clean?.figure) return null;
  const since = read.filter(
    ({ at, figure }) => at >= clean.at && figure?.unit === clean.figure!.unit,
  );
  return filterLoad(
    since.map(({ at, figure }) => ({
      runHours: runHoursBetween(shop, machineId, clean.at, at),
      share: figure!.value / clean.figure!.value,
    })),
    limits.filter,
  );
}

/** mm from the middle that will do at a nozzle of the usual width. Common practice, no source. */
const usualTolerance = 0.3;

function ofInstrument<K extends Instrument>(
  readings: readonly JudgedReading[],
  instrument: K,
): ReadingOf<K>[] {
  const isOf = (taken: Reading): taken is Reading & ReadingOf<K> => taken.instrument === instrument;
  return readings.map(({ taken }) => taken).filter(isOf);
}

const bedOf = ({ dots }: ReadingOf<'dots'>) => ({
  width: Math.max(...dots.map(({ x }) => x)),
  depth: Math.max(...dots.map(({ y }) => y)),
});
