import { z } from 'zod';
import { findings } from '../../core/care/care';
import { gravest } from '../../core/care/danger';
import { lookTells, pastProblem } from '../../core/care/past';
import { pastText, readPast } from '../../core/care/past-words';
import { ok } from '../../core/units/result';
import { millisecondsToHours } from '../../core/units/time';
import { dateOrders, readDate, upToNow, type DateOrder } from '../../core/units/written-date';
import { recentMix } from '../../core/usage/recent-mix';
import { recentMixSessions } from '../../core/usage/session-hours';
import { unitWeight, type PerGroup } from '../../core/usage/soil';
import { listStations, stationById } from '../../records/machines';
import { lastReadings } from '../../records/usage/meters';
import { sessionsBeside } from '../../records/usage/sessions';
import { openFoundDamage } from '../faults/open-fault';
import { requireMachine } from '../machines/machines';
import { refuse, writeEntry, type Outcome, type Refusal, type Shop } from '../shop';
import { takeReading } from '../usage/meters';
import { shopWeights } from '../usage/soil-weights-read';
import { runHoursBetween } from '../usage/usage';
import { id, optionalText, useCase } from '../use-case';
import { carePlanFinder, followsEveryJob, tasksUnder } from './care-plans';
import { dueMachines, unknownTasks } from './due';
import { readPasts, type MachinePast, type SaidPast } from './pasts-read';

/** What a run hour of a machine counts for: the mean of its sessions before an instant, else one soil hour. */
function soilOfHour(shop: Shop, machineId: string, instant: number): PerGroup {
  const sessions = sessionsBeside(shop.db, machineId, instant, 'before', recentMixSessions);
  return recentMix(sessions, shopWeights(shop)(instant)) ?? unitWeight;
}

const hours = z.number().min(0, 'Hours are 0 or more.').max(1e6, 'That is more than a million.');
const optionalHours = hours.nullish().transform((figure) => figure ?? null);

export const pastSchema = z.object({
  machineId: id,
  /** `null`: left as it was said */
  machine: z
    .object({
      /** it came new, with nothing behind it; left out: as it was said */
      isNew: z.boolean().nullish(),
      /** as it was written */
      inUseSince: optionalText(40),
      hours: optionalHours,
      sure: optionalHours,
      /** what its own counter shows now, in hours */
      meterHours: optionalHours,
    })
    .nullish(),
  /** what was written of each task, by its station's id, a blank and its key; an empty one withdraws what was said */
  tasks: z.record(z.string().max(260), z.string().trim().max(80, 'At most 80 characters.')),
  order: z.enum(dateOrders).default('dmy'),
});

/** What became of what was said. */
export interface PastSaid {
  said: number;
  withdrawn: number;
  /** said before already, in the same words */
  same: number;
}

/**
 * Takes down what somebody knows of the time before the book: of the machine, and of when its tasks were last done.
 * All of it or, where anything cannot be, nothing; every field that is wrong says so.
 */
// eslint-disable-next-line max-lines-per-function -- one pass over what was said, whose problems are told together
export const sayPast = useCase(pastSchema, (shop, actor, input): Outcome<PastSaid> => {
  const { tasks, order } = input;
  const found = requireMachine(shop, input.machineId);
  if (!found.ok) return found;
  const machineId = found.value.id;
  const now = shop.now();
  const fields: Record<string, string> = {};
  const pasts = readPasts(shop, now);

  const before = pasts.machine(machineId);
  const machine = input.machine
    ? machineSaid(shop, found.value.addedAt, before, input.machine, order, (field, words) => {
        fields[`machine.${field}`] = words;
      })
    : before;
  const seconds = hoursToSeconds(input.machine?.meterHours ?? null);
  if (seconds !== null && lastReadings(shop.db, machineId, now, 1)[0]?.seconds !== seconds) {
    const key = `past:${machineId}:${now}`;
    const taken = takeReading(shop, actor, { machineId, at: now, seconds, key });
    if (!taken.ok) fields['machine.meterHours'] = taken.error.message;
  }
  // what was said of it once, and what it has run since
  const life = machine && {
    since: machine.inUseSince,
    hours:
      machine.hours === null
        ? Infinity
        : machine.hours + runHoursBetween(shop, machineId, machine.at, now),
    sure: machine.sure ?? 0,
  };

  const stations = new Map(listStations(shop.db, machineId).map((one) => [one.id, one]));
  const plan = carePlanFinder(shop, now, machineId)(machineId);
  const soil = soilOfHour(shop, machineId, now);
  const toSay: (Omit<SaidPast, 'entryId' | 'at'> & { supersedes: string | null })[] = [];
  const toWithdraw: SaidPast[] = [];
  let same = 0;
  for (const [key, text] of Object.entries(tasks)) {
    const path = `tasks.${key}`;
    const [stationId, task] = key.split(' ') as [string, string | undefined];
    const station = stations.get(stationId);
    if (!station || !tasksUnder(plan, station).some((one) => one.key === task)) {
      fields[path] = 'There is no such task on this machine.';
      continue;
    }
    const known = pasts.tasks(stationId).find((one) => one.task === task);
    if (!text) {
      if (known && known.last.kind !== 'look') toWithdraw.push(known);
      continue;
    }
    const read = readPast(text, order, shop.zone, now);
    if (!read.ok) {
      fields[path] = read.error;
      continue;
    }
    if (known && pastText(known, shop.zone) === pastText(read.value, shop.zone)) {
      same += 1;
      continue;
    }
    const wrong = pastProblem({ ...read.value, at: now }, life);
    if (wrong) fields[path] = wrong.words;
    else {
      toSay.push({
        stationId,
        task: task!,
        soil,
        ...read.value,
        supersedes: known?.entryId ?? null,
      });
    }
  }
  const [wrong] = Object.entries(fields);
  if (wrong) {
    const error: Refusal = { field: wrong[0], message: wrong[1], fields };
    return { ok: false, error };
  }

  if (machine && machine !== before) {
    const { isNew, inUseSince, hours: run, sure } = machine;
    writeEntry(shop, actor, {
      kind: 'machine past',
      machineId,
      // nothing lay behind it on the day it came
      ...(isNew && { at: machine.at }),
      data: { isNew, inUseSince, hours: run, sure },
      ...saidAnew(before?.entryId ?? null),
    });
  }
  for (const { supersedes, ...data } of toSay) {
    writeEntry(shop, actor, { kind: 'task past', machineId, data, ...saidAnew(supersedes) });
  }
  for (const { entryId, at } of toWithdraw) {
    writeEntry(shop, actor, {
      kind: 'strike',
      machineId,
      at,
      data: { of: 'task past' },
      supersedes: entryId,
      reason: 'withdrawn',
    });
  }
  return ok({ said: toSay.length, withdrawn: toWithdraw.length, same });
});

const saidAnew = (entryId: string | null) =>
  entryId ? { supersedes: entryId, reason: 'said anew' } : {};

const hoursToSeconds = (figure: number | null) =>
  figure === null ? null : Math.round(figure * 3600);

/**
 * What a machine had behind it, as it is said now; what was said before where that says the same. A new one stays new
 * until somebody says otherwise.
 * @param addedAt when it came into the book, UTC milliseconds
 * @param wrong hears of each field that cannot be
 */
function machineSaid(
  shop: Shop,
  addedAt: number,
  before: MachinePast | null,
  said: NonNullable<z.output<typeof pastSchema>['machine']>,
  order: DateOrder,
  wrong: (field: 'inUseSince' | 'hours', words: string) => void,
): MachinePast | null {
  if (said.isNew ?? before?.isNew) {
    if (before?.isNew) return before;
    return { entryId: '', at: addedAt, isNew: true, inUseSince: addedAt, hours: 0, sure: null };
  }
  const now = shop.now();
  const { sure } = said;
  const run = said.hours ?? said.meterHours;
  const read = said.inUseSince === null ? null : readDate(said.inUseSince, order, shop.zone);
  if (read && !read.ok) wrong('inUseSince', `${read.error}.`);
  const inUseSince = read?.ok ? upToNow(read.value, now) : null;
  if (inUseSince !== null && inUseSince > now) wrong('inUseSince', 'That day is still to come.');
  const most = inUseSince === null ? Infinity : millisecondsToHours(now - inUseSince) + 24;
  if ((run ?? 0) > most) wrong('hours', 'There were not so many hours since that day.');
  const same = before
    ? !before.isNew &&
      before.inUseSince === inUseSince &&
      before.hours === run &&
      before.sure === sure
    : inUseSince === null && run === null;
  return same ? before : { entryId: '', at: now, isNew: false, inUseSince, hours: run, sure };
}

/** What a first look told. */
export interface Looked {
  /** what was written, a line for each task that is known since */
  entryIds: string[];
  faultId: string | null;
}

/**
 * A first look at a station: what is found tells how far the tasks are of which nobody knows when they were last
 * done. What is worn or dry does not show and stays not known. Damage opens a fault.
 */
export const lookFirst = useCase(
  z.object({ stationId: id, finding: z.enum(findings, 'Say what it looked like.') }),
  (shop, actor, { stationId, finding }): Outcome<Looked> => {
    const station = stationById(shop.db, stationId);
    if (!station || station.removedAt !== null) {
      return refuse('That station is no longer there.', 'station');
    }
    const now = shop.now();
    const due = dueMachines(shop, now, station.machineId)[0]?.stations.find(
      (one) => one.id === stationId,
    );
    const asked = (due?.tasks ?? []).filter(({ known, task }) => !known && lookTells(task.depth));
    if (asked.length === 0) {
      return refuse('When its tasks were last done is known already: record the next one instead.');
    }
    const soil = soilOfHour(shop, station.machineId, now);
    const entryIds = asked.map(({ task, said }) =>
      writeEntry(shop, actor, {
        kind: 'task past',
        machineId: station.machineId,
        data: {
          stationId,
          task: task.key,
          last: { kind: 'look', finding },
          hours: null,
          sure: null,
          soil,
        },
        ...(said ? { supersedes: said.entryId, reason: 'looked at' } : {}),
      }),
    );
    const worst = gravest(asked.map(({ task }) => task.criticality));
    const faultId =
      finding === 'damaged'
        ? openFoundDamage(shop, actor, station, worst, now, entryIds[0]!)
        : null;
    return ok({ entryIds, faultId });
  },
);

/** One task on the page of a machine's past. */
export interface PastRow {
  stationId: string;
  task: string;
  name: string;
  /** how it was said, as it would be written; empty: nothing is said */
  text: string;
  /** what a look at it found since */
  looked: string | null;
  /** the book has it done: nothing need be said */
  recorded: number | null;
  known: boolean;
}

export interface PastPage {
  machine: MachinePast | null;
  stations: { id: string; name: string; tasks: PastRow[] }[];
  /** tasks of which nothing is known, and all that could be */
  unknown: number;
  total: number;
}

/** What is known of a machine's time before the book, station by station. */
export function pastPage(shop: Shop, machineId: string): PastPage {
  const now = shop.now();
  const pasts = readPasts(shop, now);
  const [machine] = dueMachines(shop, now, machineId);
  const stations = (machine?.stations ?? []).flatMap((station) => {
    const tasks = station.tasks
      .filter(({ task }) => !followsEveryJob(task))
      .map(({ task, known, everReset, since }): PastRow => {
        const said = pasts.tasks(station.id).find((one) => one.task === task.key) ?? null;
        return {
          stationId: station.id,
          task: task.key,
          name: task.name,
          text: said ? pastText(said, shop.zone) : '',
          looked: said?.last.kind === 'look' ? said.last.finding : null,
          recorded: everReset ? since : null,
          known,
        };
      });
    return tasks.length > 0 ? [{ id: station.id, name: station.name, tasks }] : [];
  });
  const all = stations.flatMap(({ tasks }) => tasks);
  return {
    machine: pasts.machine(machineId),
    stations,
    unknown: machine ? unknownTasks(machine).length : 0,
    total: all.length,
  };
}
