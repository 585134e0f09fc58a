import { z } from 'zod';
import { fireDepths, fireFindings, fireParts, type FirePart } from '../../catalogue/after-fire';
import { rung } from '../../core/care/depth';
import { callTask } from '../care/call-or-defer';
import { followsEveryJob } from '../care/care-plans';
import { dueMachines, type MachineDue } from '../care/due';
import { openFault } from '../faults/open-fault';
import { requireMachine } from '../machines/machines';
import { refuse, writeEntry, type Outcome } from '../shop';
import { allOrRefused, id, optionalText, useCase } from '../use-case';
import { startSheet, type PickedTask } from './sheets';

/** A part to look at, with the stations of the machine that it is. */
export interface PartToLookAt extends FirePart {
  stations: string[];
}

/** What is looked at on a machine after a fire: parts that it has, in order. */
export function partsToLookAt(machine: MachineDue): PartToLookAt[] {
  return fireParts
    .map((part) => ({
      ...part,
      stations: machine.stations
        .filter(({ kind }) => part.kinds.includes(kind))
        .map(({ name }) => name),
    }))
    .filter(({ kinds, stations }) => kinds.length === 0 || stations.length > 0);
}

/** What is cleaned of a sooty part: in an ordinary clean the shallowest that wipes, in a deep one the deepest. */
function tasksFor(machine: MachineDue, part: FirePart, deep: boolean): PickedTask[] {
  return machine.stations
    .filter(({ kind }) => part.kinds.includes(kind))
    .flatMap((station) => {
      const ladder = station.tasks
        .filter(({ task }) => (rung(task.depth) ?? 0) > 0 && (deep || !followsEveryJob(task)))
        .sort((a, b) => rung(a.task.depth)! - rung(b.task.depth)!);
      const chosen = deep ? ladder.at(-1) : ladder[0];
      return chosen ? [{ stationId: station.id, task: chosen.task.key }] : [];
    });
}

const seen = z.object({
  part: z.enum(fireParts.map((part) => part.id)),
  found: z.enum(fireFindings),
  note: optionalText(200),
});

/**
 * Keeps what was looked at after a fire, opens a fault for what is damaged, calls the cleaning of what is sooty
 * and starts its sheet: ordinary or deep, as was decided after the look.
 */
export const recordAfterFire = useCase(
  z.object({
    machineId: id,
    burned: z.string().trim().min(1, 'Say what burned.').max(120),
    settings: z
      .string()
      .trim()
      .min(1, 'Say with what settings: power, speed, passes, air.')
      .max(200),
    depth: z.enum(fireDepths, 'Ordinary or deep?'),
    parts: z.array(seen).max(40),
  }),
  (shop, actor, input): Outcome<{ sheetId: string | null; faultId: string | null }> => {
    const machine = requireMachine(shop, input.machineId);
    if (!machine.ok) return machine;
    const [due] = dueMachines(shop, shop.now(), machine.value.id);
    const found = new Map(input.parts.map((one) => [one.part, one]));
    const open = partsToLookAt(due!).filter(
      ({ id: part }) => (found.get(part)?.found ?? 'not looked at') === 'not looked at',
    );
    if (open.length > 0) {
      return refuse(`Not looked at yet: ${open.map(({ name }) => name).join(', ')}.`, 'parts');
    }
    return allOrRefused(shop, (take) => {
      const damaged = partsToLookAt(due!).filter((one) => found.get(one.id)!.found === 'damaged');
      const sooty = partsToLookAt(due!).filter((one) => found.get(one.id)!.found === 'sooty');
      writeEntry(shop, actor, {
        kind: 'after fire',
        machineId: machine.value.id,
        data: {
          burned: input.burned,
          settings: input.settings,
          depth: input.depth,
          parts: input.parts.map(({ part, found: how, note }) => ({ part, found: how, note })),
        },
      });
      const words = ({ id: part, name }: FirePart) =>
        [name, found.get(part)!.note].filter(Boolean).join(': ');
      const faultId =
        damaged.length === 0
          ? null
          : openFault(shop, actor, {
              machineId: machine.value.id,
              at: shop.now(),
              signs: ['other'],
              danger: 'pause',
              note: `Found damaged after a fire: ${damaged.map(words).join('; ')}. Burned: ${input.burned}, ${input.settings}.`,
            });
      const picked = sooty.flatMap((part) => tasksFor(due!, part, input.depth === 'deep'));
      for (const task of picked) {
        take(callTask(shop, actor, { ...task, sign: `after a fire of ${input.burned}` }));
      }
      const sheet =
        picked.length === 0
          ? null
          : take(
              startSheet(shop, actor, {
                machineId: machine.value.id,
                tasks: picked,
                occasion: 'after fire',
              }),
            );
      return { sheetId: sheet?.row.id ?? null, faultId };
    });
  },
);
