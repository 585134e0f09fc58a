import { z } from 'zod';
import { usualController } from '../../catalogue/controllers';
import type { Controller } from '../../core/usage/gcode/controller';
import { ok } from '../../core/units/result';
import { entriesOfKind, entryById, entryByKey, entryData } from '../../records/audit-log';
import { listMachines, updateMachine, type MachineRow } from '../../records/machines';
import { noteMachine, requireMachine } from '../machines/machines';
import { writeEntry, type Outcome, type Shop } from '../shop';
import { id, useCase } from '../use-case';

/** What a machine's controller does with a job file: its own settings, else those of its family. */
export function controllerOf(machine: Pick<MachineRow, 'family' | 'controller'>): Controller {
  return machine.controller ?? usualController(machine.family);
}

/** The controllers of all machines in use, by machine. */
export function controllers(shop: Pick<Shop, 'db'>): Record<string, Controller> {
  return Object.fromEntries(
    listMachines(shop.db).map((machine) => [machine.id, controllerOf(machine)]),
  );
}

const above = (most: number) =>
  z
    .number('Give a number. Nothing was changed.')
    .positive('Give a number above 0. Nothing was changed.')
    .max(most, `At most ${most}. Nothing was changed.`);

export const controllerSchema = z.object({
  acceleration: above(1e6),
  maxFeed: above(1e5),
  bedWidth: above(5000),
  bedHeight: above(5000),
  fullPower: above(1e6),
  dynamicPower: z.boolean(),
});

/** Changes what a machine's controller does with job files. Figures taken before stay as they were. */
export const changeController = useCase(
  z.object({ machineId: id, controller: controllerSchema }),
  (shop, actor, { machineId, controller: input }): Outcome<null> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    const words = ({
      acceleration,
      maxFeed,
      bedWidth,
      bedHeight,
      fullPower,
      dynamicPower,
    }: Controller) =>
      `${acceleration} mm/s², ${maxFeed} mm/s, bed ${bedWidth} × ${bedHeight} mm, full power S${fullPower}, M4 ${dynamicPower ? 'follows the speed' : 'as M3'}`;
    const before = words(controllerOf(machine.value));
    if (before === words(input)) return ok(null);
    updateMachine(shop.db, machine.value.id, { controller: input });
    noteMachine(shop, actor, machine.value.id, 'controller', before, words(input));
    return ok(null);
  },
);

export const jobSchema = z.object({
  machineId: id,
  hash: z.string().regex(/^[0-9a-f]{16,40}$/),
  name: z.string().trim().min(1).max(120),
  runSeconds: z.number().positive('The job takes no time.'),
  beamSeconds: z.number().nonnegative(),
});

/** A job file's figures on one machine, ready to be attached to a session. */
export interface Job {
  id: string;
  name: string;
  /** whole seconds, at least 1 */
  runSeconds: number;
  beamSeconds: number;
}

/** Keeps a job file's figures for a machine. The same file with the same figures is kept once. */
export const keepJob = useCase(jobSchema, (shop, actor, job): Outcome<Job> => {
  const { hash, name } = job;
  const machine = requireMachine(shop, job.machineId);
  if (!machine.ok) return machine;
  const runSeconds = Math.max(1, Math.round(job.runSeconds));
  const beamSeconds = Math.min(runSeconds, Math.round(job.beamSeconds));
  const key = `job:${machine.value.id}:${hash}:${runSeconds}`;
  const known = entryByKey(shop.db, key);
  if (known) return ok(jobOf(known));
  const id = writeEntry(shop, actor, {
    kind: 'job file',
    machineId: machine.value.id,
    key,
    data: { hash, name, runSeconds, beamSeconds },
  });
  return ok({ id, name, runSeconds, beamSeconds });
});

function jobOf(row: Parameters<typeof entryData>[0]): Job {
  const { name, runSeconds, beamSeconds } = entryData(row, 'job file');
  return { id: row.id, name, runSeconds, beamSeconds };
}

/** A job file's figures by its entry, or `null` when it is none of this machine. */
export function jobOfMachine(shop: Pick<Shop, 'db'>, machineId: string, id: string): Job | null {
  const row = entryById(shop.db, id);
  return row?.kind === 'job file' && row.machineId === machineId ? jobOf(row) : null;
}

/** The last job files of a machine, newest first. */
export function recentJobs(shop: Pick<Shop, 'db'>, machineId: string, count = 4): Job[] {
  return entriesOfKind(shop.db, 'job file', machineId, count).map(jobOf);
}
