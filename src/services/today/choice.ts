import { handsOn } from '../../core/care/minutes';
import { openingMinutes } from '../../catalogue/openings';
import type { Candidate } from '../../core/care/choose';
import { aloneFinder } from '../cleaning/alone';
import { followsEveryJob } from '../care/care-plans';
import { firstLook } from '../care/due';
import type { Board } from './board';
import type { Shop } from '../shop';

/** A task that could be done now, with what a page needs to say of it. */
export interface Choosable extends Candidate {
  machineId: string;
  stationId: string;
  taskName: string;
  /** whether it is known when it was last done; else it is worth a first look */
  known: boolean;
}

/** From this share of its limit on a task is worth thinking of. */
const near = 0.8;

/**
 * The tasks that could be done now: due or nearly so, or worth a first look, on machines that are neither held nor in the
 * middle of a clean-down. Tasks that follow every job and the whole-machine clean are left out, and so
 * is what was put off.
 */
export function choosable(shop: Shop, { machines, holds, sheets }: Board): Choosable[] {
  const aloneOf = aloneFinder(shop);
  const busy = new Set([
    ...holds.map(({ machineId }) => machineId),
    ...sheets.map(({ row }) => row.machineId),
  ]);
  return machines
    .filter(({ id }) => !busy.has(id))
    .flatMap((machine) =>
      machine.stations
        .filter(({ kind }) => kind !== 'whole')
        .flatMap((station) => {
          const look = firstLook(station);
          return station.tasks
            .filter(
              (one) =>
                !followsEveryJob(one.task) &&
                one.deferral === null &&
                (one.standing.used >= near || one.call !== null || one === look),
            )
            .map(({ task, standing, call, known }): Choosable => {
              const { work, alone, around } = aloneOf(machine, station, task);
              return {
                id: `${station.id}.${task.key}`,
                machineId: machine.id,
                machine: machine.nickname,
                stationId: station.id,
                station: station.name,
                task: task.key,
                taskName: task.name,
                depth: task.depth,
                criticality: task.criticality,
                used: call === null && known ? standing.used : Math.max(1, standing.used),
                known,
                minutes: handsOn(work.task.minutes),
                alone,
                around,
                opening: work.openings.join(' '),
                openingMinutes: work.openings.reduce((sum, one) => sum + openingMinutes(one), 0),
              };
            });
        }),
    );
}
