import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { z } from 'zod';
import { isChlorinated, startingTable } from '../../catalogue/materials';
import type { CareState } from '../../core/care/due';
import { processes, type PerGroup, type Process } from '../../core/usage/soil';
import {
  factors,
  materialIndex,
  weightsThroughTime,
  type Factor,
} from '../../core/usage/soil-table';
import { ok } from '../../core/units/result';
import { writtenSince } from '../../records/audit-log';
import { copyRecords, write } from '../../records/database';
import { listMachines } from '../../records/machines';
import { dueMachines } from '../care/due';
import { makeSecret } from '../people/secret';
import {
  closeShop,
  openShop,
  refuse,
  writeEntry,
  type Actor,
  type Outcome,
  type Shop,
} from '../shop';
import { shopMaterials, soilTable, weightEntries, type WeightEntry } from './soil-weights-read';
import { deriveFrom, keepReweighed, reweighed } from './usage';

const weight = z
  .number('Each weight is a number.')
  .min(0, 'A weight is 0 or more: soil is not taken away by use.')
  .max(100, 'A weight is at most 100.');
const perGroup = z.object({ optics: weight, bed: weight, motion: weight, air: weight });
const words = z
  .string()
  .trim()
  .min(2, 'Name the material in at least 2 letters.')
  .max(60, 'At most 60 characters.');

/** A change of the soil table, as a form sends it. */
export const weightSchema = z.object({
  what: z.discriminatedUnion('change', [
    z.object({
      change: z.literal('material'),
      name: words,
      aliases: z.array(words).max(10).default([]),
      works: z
        .array(z.object({ process: z.enum(processes), weight: perGroup }))
        .min(1, 'Give the weights of at least one process.'),
    }),
    z.object({
      change: z.literal('work'),
      name: z.string(),
      process: z.enum(processes),
      weight: perGroup,
    }),
    z.object({ change: z.literal('factor'), factor: z.enum(factors), weight: perGroup }),
  ]),
  /** UTC milliseconds of the first session it weighs; null: all of the past too */
  from: z.number().int().nullable(),
  reason: z
    .string()
    .trim()
    .min(1, 'Say what the weight rests on: it is shown to whoever asks why.')
    .max(300, 'At most 300 characters.'),
});
export type WeightInput = z.input<typeof weightSchema>;

function checkWeight(shop: Shop, input: unknown): Outcome<z.infer<typeof weightSchema>> {
  const parsed = weightSchema.safeParse(input);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return refuse(`${issue.message} Nothing was changed.`, String(issue.path.at(-1) ?? ''));
  }
  const { what } = parsed.data;
  if (what.change === 'factor') return ok(parsed.data);
  const materials = shopMaterials(shop);
  if (what.change === 'work') {
    return materials.find(what.name)?.name === what.name
      ? ok(parsed.data)
      : refuse(`There is no material "${what.name}" in the table.`, 'name');
  }
  for (const word of [what.name, ...what.aliases]) {
    if (isChlorinated(word)) {
      return refuse(
        `"${word}" holds chlorine: it gives hydrogen chloride and eats machines. It is refused whatever its weight.`,
        'name',
      );
    }
    const known = materials.find(word);
    if (known && known.name !== what.name) {
      return refuse(`"${word}" already stands for ${known.name}.`, 'name');
    }
  }
  if (materials.find(what.name)) {
    return refuse(`${what.name} is in the table already: change its weights there.`, 'name');
  }
  return ok(parsed.data);
}

/** Lines that may be written while the past is weighed: of more it is not asked which machines they are of. */
const writtenMeanwhile = 10_000;

/**
 * Changes the soil table from an instant on, or for all of the past too, and derives anew what the
 * sessions concerned count for. The older weights stay in the book. All is worked out before anything is written, so
 * that others write meanwhile: what they wrote is weighed with the entry, of their machines alone.
 * @param report hears the share done, 0 to 1
 */
export function changeWeight(
  shop: Shop,
  actor: Actor,
  input: WeightInput,
  report?: (share: number) => void,
): Outcome<{ entryId: string }> {
  const checked = checkWeight(shop, input);
  if (!checked.ok) return checked;
  const { what, from, reason } = checked.value;
  const since = from ?? -Infinity;
  const { line } = writtenSince(shop.db, 0, 0);
  const weights = weightsThroughTime(startingTable, [...weightEntries(shop), { from, what }]);
  const anew = reweighed(shop, since, weights, report);
  return write(shop.db, () => {
    const { machines } = writtenSince(shop.db, line, writtenMeanwhile);
    const all = !machines || machines.includes(null);
    if (all) {
      const still = checkWeight(shop, input);
      if (!still.ok) return still;
    }
    const entryId = writeEntry(shop, actor, {
      kind: 'soil weights',
      machineId: null,
      note: reason,
      data: { from, what },
    });
    for (const { id } of listMachines(shop.db, { retired: true })) {
      const rows = anew.get(id);
      if (!rows || all || machines.includes(id)) deriveFrom(shop, id, since);
      else keepReweighed(shop, id, rows);
    }
    return ok({ entryId });
  });
}

/** A task whose place would change. */
export interface WeightEffect {
  machine: string;
  station: string;
  task: string;
  before: { used: number; state: CareState };
  after: { used: number; state: CareState };
}

/** What a change of weights would do to what is due. */
export interface WeightPreview {
  /** tasks whose state would change, heaviest first */
  changed: WeightEffect[];
  /** further tasks whose share used would change, but not their state */
  moved: number;
}

/**
 * What becomes due by a change of weights: tried on a copy of the records, so that nothing is written
 * and nobody waits.
 * @param report hears the share done, 0 to 1
 */
export function previewWeight(
  shop: Shop,
  actor: Actor,
  input: WeightInput,
  report?: (share: number) => void,
): Outcome<WeightPreview> {
  const checked = checkWeight(shop, input);
  if (!checked.ok) return checked;
  const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-preview-'));
  const now = shop.now();
  try {
    makeSecret(dir);
    copyRecords(shop.db, dir);
    report?.(0.2);
    const copy = openShop(dir, () => now);
    try {
      const before = standings(copy, now);
      const done = changeWeight(copy, actor, input, (share) => report?.(0.2 + share * 0.75));
      if (!done.ok) return done;
      const after = standings(copy, now);
      const effects = [...after].flatMap(([place, one]): WeightEffect[] => {
        const was = before.get(place)!;
        const { machine, station, task } = one;
        return was.used === one.used
          ? []
          : [
              {
                machine,
                station,
                task,
                before: { used: was.used, state: was.state },
                after: { used: one.used, state: one.state },
              },
            ];
      });
      const changed = effects.filter((effect) => effect.before.state !== effect.after.state);
      report?.(1);
      return ok({
        changed: changed.sort((a, b) => b.after.used - a.after.used),
        moved: effects.length - changed.length,
      });
    } finally {
      closeShop(copy);
    }
  } finally {
    fs.rmSync(dir, { recursive: true, force: true });
  }
}

function standings(shop: Shop, now: number) {
  return new Map(
    dueMachines(shop, now).flatMap((machine) =>
      machine.stations.flatMap((station) =>
        station.tasks.map(({ task, standing: { used, state } }) => [
          `${station.id} ${task.key}`,
          { machine: machine.nickname, station: station.name, task: task.name, used, state },
        ]),
      ),
    ),
  );
}

/** One line of the soil table with where its figures come from. */
export interface WeightLine {
  label: string;
  /** how a change names it */
  of: { material: string; process: Process } | { factor: Factor };
  weight: PerGroup;
  /** what was decided about it, newest first; empty: the starting assumption stands */
  history: (Pick<WeightEntry, 'from' | 'recordedAt' | 'person' | 'reason'> & {
    weight: PerGroup;
  })[];
  /** the starting assumption; null for a material of the shop's own */
  start: PerGroup | null;
}

const factorLabels: Readonly<Record<Factor, string>> = {
  airOff: 'air assist off ×',
  draughtWeak: 'draught weak ×',
  draughtOff: 'draught off ×',
};

/** The soil table in force, each line with its basis. */
export function weightLines(shop: Shop): WeightLine[] {
  const table = soilTable(shop);
  const entries = weightEntries(shop).reverse();
  const first = materialIndex(startingTable);
  const works = table.materials.flatMap((material) =>
    material.works.map(({ process, weight: figure }): WeightLine => {
      const known = first.find(material.name)?.works.find((work) => work.process === process);
      return {
        label: `${process} ${material.name}`,
        of: { material: material.name, process },
        weight: figure,
        start: known?.weight ?? null,
        history: entries.flatMap(({ what, ...entry }) => {
          if (what.change === 'factor' || what.name !== material.name) return [];
          const line =
            what.change === 'work' ? what : what.works.find((work) => work.process === process);
          return line && line.process === process ? [{ ...entry, weight: line.weight }] : [];
        }),
      };
    }),
  );
  const multiplied = factors.map((factor): WeightLine => ({
    label: factorLabels[factor],
    of: { factor },
    weight: table[factor],
    start: startingTable[factor],
    history: entries.flatMap(({ what, ...entry }) =>
      what.change === 'factor' && what.factor === factor ? [{ ...entry, weight: what.weight }] : [],
    ),
  }));
  return [...works, ...multiplied];
}
