import { whens, wheres } from '../../core/faults/showing';
import { z } from 'zod';
import {
  adviceFor,
  bedKinds,
  dangers,
  faultTitle,
  holdsAtOnce,
  reportedDanger,
  signs,
  type Danger,
  type MachineState,
} from '../../catalogue/signs';
import type { DrawnBuild } from '../../catalogue/drawing/shapes';
import { formatLocal } from '../../core/units/instant';
import { ok } from '../../core/units/result';
import { millisecondsPerHour, millisecondsPerMinute } from '../../core/units/time';
import { processes, type Process } from '../../core/usage/soil';
import { entryByKey } from '../../records/audit-log';
import { stationById } from '../../records/machines';
import { sessionsBeside } from '../../records/usage/sessions';
import { openFault } from './open-fault';
import { dueNow, type MachineDue } from '../care/due';
import { buildFinder } from '../machines/builds';
import { activeHolds, type Hold } from '../machines/holds';
import { requireMachine } from '../machines/machines';
import { readMaterial } from '../usage/session-input';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { id, idempotencyKey, optionalText, useCase } from '../use-case';
import { shopMaterials } from '../usage/soil-weights-read';
import { openFaults, requireOpenFault, type Fault } from './faults';
import { followToken } from './follow';
import { acceptedMarks } from './accepted-marks';

const signIds = signs.map(({ id }) => id) as [string, ...string[]];

export const reportSchema = z
  .object({
    machineId: z.string().min(1, 'Choose a machine.'),
    signs: z.array(z.enum(signIds)).min(1, 'Choose at least one sign.').max(8),
    /** may raise the danger of the signs, never lower it */
    danger: z
      .enum(dangers)
      .nullish()
      .transform((danger) => danger ?? null),
    note: optionalText(1000),
    material: optionalText(60),
    process: z.enum(processes).nullish(),
    airAssist: z.boolean().nullish(),
    /** since when, in words */
    since: z.string().trim().max(60).nullish(),
    /** when and where it shows, where somebody knows */
    when: z.enum(whens).nullish(),
    where: z.enum(wheres).nullish(),
    /** id of the station that was pointed at on the drawing */
    pointedAt: z.string().max(60).nullish(),
    stillHappens: z
      .boolean()
      .nullish()
      .transform((still) => still ?? null),
    /** the fault on watch that is seen again */
    again: z.string().max(60).nullish(),
    /** when it was seen, where a phone kept the report; UTC milliseconds. Now, where it lies ahead or long back */
    seenAt: z.number().int().nullish(),
    key: idempotencyKey,
  })
  .refine((report) => report.note !== null || report.signs.some((id) => id !== 'other'), {
    path: ['note'],
    message: 'Say in words what is wrong.',
  });
export type ReportInput = z.input<typeof reportSchema>;

/** The job logged last on a machine, for prefilling a report. */
export interface LastJob {
  material: string | null;
  process: Process | null;
  airAssist: boolean | null;
  /** when, in words */
  when: string;
}

/** An open fault as it is offered to whoever is about to report it again. */
export interface KnownFault {
  id: string;
  signs: string[];
  words: string;
  when: string;
}

/** What stands now of some machines: what a report may rest on is read from it. */
interface StandsNow {
  machines: readonly Pick<MachineDue, 'id' | 'family' | 'stations'>[];
  holds: readonly Pick<Hold, 'machineId'>[];
  faults: readonly Fault[];
}

/** What a machine itself says of the signs that are reported of it: bed, slats or plate near their limit, or held. */
function stateIn({ machines, holds }: StandsNow, machineId: string): Required<MachineState> {
  const machine = machines.find(({ id }) => id === machineId);
  return {
    bedLoaded: (machine?.stations ?? []).some(
      ({ kind, tasks }) =>
        bedKinds.includes(kind) && tasks.some(({ standing }) => standing.state !== 'clear'),
    ),
    held: holds.some((hold) => hold.machineId === machineId),
  };
}

const standsNow = (shop: Shop, machineId: string): StandsNow => ({
  machines: dueNow(shop, machineId),
  holds: activeHolds(shop, machineId),
  faults: openFaults(shop, machineId),
});

const machineState = (shop: Shop, machineId: string) =>
  stateIn(standsNow(shop, machineId), machineId);

/** What a report of a machine may rest on: its last job, its open faults, its accepted marks. */
export interface ReportGround extends Required<MachineState> {
  lastJob: LastJob | null;
  known: KnownFault[];
  marks: string[];
  /** its drawing, to point at */
  drawn: {
    build: DrawnBuild;
    stations: { id: string; slug: string; kind: string; name: string }[];
  };
}

/** The ground of a report on one machine. */
export function reportGround(shop: Shop, machineId: string): ReportGround {
  return reportGrounds(shop, standsNow(shop, machineId))(machineId);
}

/** The ground of reports on any machine, from what stands now of all of them. */
export function reportGrounds(shop: Shop, now: StandsNow): (machineId: string) => ReportGround {
  const when = (at: number) => formatLocal(at, shop.zone).replace('T', ' ');
  const buildOf = buildFinder(shop);
  return (machineId) => {
    const machine = now.machines.find(({ id }) => id === machineId);
    const { family, variants } = buildOf({ id: machineId, family: machine?.family ?? '' });
    const last = sessionsBeside(shop.db, machineId, shop.now() + 1, 'before', 1)[0];
    return {
      lastJob: last?.material
        ? {
            material: last.material,
            process: last.process,
            airAssist: last.airAssist,
            when: `logged ${when(last.start)}`,
          }
        : null,
      known: now.faults
        .filter((fault) => fault.machineId === machineId)
        .map(({ id, signs: seen, note, at }) => ({
          id,
          signs: seen,
          words: faultTitle(seen, note),
          when: `reported ${when(at)}`,
        })),
      ...stateIn(now, machineId),
      marks: acceptedMarks(shop, machineId).map(({ station, words }) =>
        station ? `${station}: ${words}` : words,
      ),
      drawn: {
        build: { family, variants },
        stations: (machine?.stations ?? []).map(({ id, slug, kind, name }) => ({
          id,
          slug,
          kind,
          name,
        })),
      },
    };
  };
}

/** What became of a report. */
export interface Reported {
  faultId: string;
  danger: Danger;
  /** what to do now, in words */
  advice: string;
  held: boolean;
  /** token of the page on which whoever reported it can follow it */
  follow: string;
}

const keptAtMost = 31 * 24 * millisecondsPerHour;

/** When what is reported was seen: as it is said, where that can be. */
const seenWhen = (seenAt: number | null, now: number): number =>
  seenAt !== null && seenAt <= now && now - seenAt < keptAtMost ? seenAt : now;

/** A sign reported at a label again within so many minutes joins the report that stands. */
const sameMinutes = 10;

/**
 * The open fault that a report made at a label says once more, or `null`: the same signs within minutes, no less
 * grave; where too many come from one place, any report that holds the machine.
 */
function standingReport(
  shop: Shop,
  machineId: string,
  { signs: seen, danger }: { signs: readonly string[]; danger: Danger },
  crowded: boolean,
): Fault | null {
  const open = openFaults(shop, machineId);
  const holding = (fault: Fault) => crowded && holdsAtOnce(danger) && fault.holdIds.length > 0;
  const same = (fault: Fault) =>
    !seen.includes('other') &&
    shop.now() - fault.at < sameMinutes * millisecondsPerMinute &&
    [...fault.signs].sort().join() === [...seen].sort().join();
  const graver = (fault: Fault) => dangers.indexOf(fault.danger) <= dangers.indexOf(danger);
  return open.find((fault) => graver(fault) && (same(fault) || holding(fault))) ?? null;
}

/**
 * Reports a fault: opens its story and, for dangers that stop work, puts the machine on hold. At a label the same
 * sign within minutes joins the report that stands.
 */
const reporting =
  (crowded: boolean) =>
  (shop: Shop, actor: Actor, report: z.output<typeof reportSchema>): Outcome<Reported> => {
    const machine = requireMachine(shop, report.machineId);
    if (!machine.ok) return machine;
    const state = machineState(shop, machine.value.id);
    const danger = reportedDanger(report.signs, report.danger, state);
    const reported = (faultId: string): Reported => ({
      faultId,
      danger,
      advice: adviceFor(danger, shop.stopInstruction, report.signs, state),
      held: holdsAtOnce(danger) || state.held,
      follow: followToken(shop, faultId),
    });
    const key = `fault:${report.key}`;
    const known = entryByKey(shop.db, key);
    if (known) return ok(reported(known.kind === 'fault' ? known.id : known.subjectId!));
    const standing =
      actor.source === 'label' && !report.again
        ? standingReport(shop, machine.value.id, { signs: report.signs, danger }, crowded)
        : null;
    if (standing) {
      if (!crowded) noteAgain(shop, actor, standing, report.note, key);
      return ok({ ...reported(standing.id), held: state.held });
    }
    // A material that is not in the table is kept as written: a report must not fail over a word.
    const material = readMaterial(report.material, shopMaterials(shop));
    const pointedAt = report.pointedAt ? stationById(shop.db, report.pointedAt) : null;
    const faultId = openFault(shop, actor, {
      machineId: machine.value.id,
      at: seenWhen(report.seenAt ?? null, shop.now()),
      signs: report.signs,
      danger,
      note: report.note,
      material: 'name' in material ? material.name : report.material,
      stillHappens: report.stillHappens,
      job: {
        process: report.process ?? null,
        airAssist: report.airAssist ?? null,
        since: report.since || null,
      },
      ...(report.again && { again: report.again }),
      ...(report.when && { when: report.when }),
      ...(report.where && { where: report.where }),
      // a part that is gone meanwhile is no reason to lose the report
      ...(pointedAt?.machineId === machine.value.id && { pointedAt: pointedAt.id }),
      key,
      advice: reported('').advice,
    });
    return ok(reported(faultId));
  };

export const reportFault = useCase(reportSchema, reporting(false));

/**
 * The same where too many reports come from one place: a report of danger that the machine is held for already is
 * answered and writes nothing more.
 */
export const reportInCrowd = useCase(reportSchema, reporting(true));

function noteAgain(
  shop: Shop,
  actor: Actor,
  { id, machineId }: Fault,
  note: string | null,
  key: string,
): void {
  writeEntry(shop, actor, {
    kind: 'fault again',
    machineId,
    subjectId: id,
    key,
    note,
    data: {},
  });
}

export const reportSameSchema = z.object({
  faultId: id,
  machineId: id,
  note: optionalText(1000),
  key: idempotencyKey,
});

export type SameInput = z.input<typeof reportSameSchema>;

/** Says that somebody met an open fault too, instead of reporting it a second time. */
export const reportSame = useCase(reportSameSchema, (shop, actor, input): Outcome<Reported> => {
  const fault = requireOpenFault(shop, input.faultId);
  if (!fault.ok) return fault;
  const { id, machineId, danger, signs: seen } = fault.value;
  if (machineId !== input.machineId) return refuse('That fault is of another machine.');
  const state = machineState(shop, machineId);
  const key = `again:${input.key}`;
  if (!entryByKey(shop.db, key)) noteAgain(shop, actor, fault.value, input.note, key);
  return ok({
    faultId: id,
    danger,
    advice: adviceFor(danger, shop.stopInstruction, seen, state),
    held: state.held,
    follow: followToken(shop, id),
  });
});
