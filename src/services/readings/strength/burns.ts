import { z } from 'zod';
import { comparable, lineEnergy, speedIn } from '../../../core/readings/strength/energy';
import { longestSearch } from '../../../core/readings/strength/ladder';
import { groupBy } from '../../../core/units/group-by';
import { ok } from '../../../core/units/result';
import { millisecondsPerHour } from '../../../core/units/time';
import {
  entriesBackwards,
  entryByKey,
  standingEntries,
  type EntryRow,
} from '../../../records/audit-log';
import { listMachines } from '../../../records/machines';
import type { EntryData } from '../../../records/audit-log-data';
import { requireMachine } from '../../machines/machines';
import { keptOf, ofToday } from '../../kept';
import { refuse, writeEntry, type Outcome, type Shop } from '../../shop';
import { id, idempotencyKey, instant, optionalText, useCase } from '../../use-case';
import { checkSpeed, figure, passesFigure, recipes, requireRecipe, type Recipe } from './recipes';

/** A test burn of a recipe. */
export interface Burn {
  id: string;
  at: number;
  person: string;
  note: string | null;
  cuts: EntryData<'test burn'>['cuts'];
  thickness: number;
  batch: string | null;
  /** mm/s in the recipe's passes of then */
  fastest: number | null;
  passes: number;
  baseline: boolean;
  /** against the baseline before it, 1 = as good; null: not compared */
  strength: number | null;
  /** why it is not compared */
  apart: 'no baseline' | 'thickness' | 'batch' | null;
  /** not even the slowest cut succeeded: strength is at most this */
  atMost: boolean;
}

const burnSchema = z.object({
  machineId: id,
  recipeId: id,
  cuts: z
    .array(
      z.object({
        speed: figure('speed', 20_000),
        through: z.boolean(),
        /** left out: those of the recipe */
        passes: passesFigure.optional(),
      }),
    )
    .min(1, 'Make at least one cut.')
    .max(longestSearch, `At most ${longestSearch} cuts.`),
  /** of the piece that was cut, as measured */
  thickness: figure('thickness', 100),
  batch: optionalText(60),
  baseline: z.boolean(),
  note: optionalText(500),
  /** left out: now */
  at: instant.optional(),
  key: idempotencyKey,
});
export type BurnInput = z.input<typeof burnSchema>;

/** Records a test burn. Cuts that contradict each other are refused; other stock is kept, not compared. */
export const recordBurn = useCase(burnSchema, (shop, actor, burn): Outcome<string> => {
  const { machineId, recipeId, cuts, thickness, baseline, note, at } = burn;
  const machine = requireMachine(shop, machineId);
  if (!machine.ok) return machine;
  const known = entryByKey(shop.db, `burn:${burn.key}`);
  if (known) return ok(known.id);
  const recipe = requireRecipe(shop, machineId, recipeId);
  if (!recipe.ok) return recipe;
  for (const { speed } of cuts) {
    const possible = checkSpeed(machine.value, speed);
    if (!possible.ok) return possible;
  }
  const { power, passes } = recipe.value;
  const inPasses = (cut: (typeof cuts)[number]) =>
    speedIn(passes, { speed: cut.speed, passes: cut.passes ?? passes });
  const best = cuts
    .filter(({ through }) => through)
    .reduce<(typeof cuts)[number] | null>(
      (most, cut) => (most && inPasses(most) >= inPasses(cut) ? most : cut),
      null,
    );
  const fastest = best ? inPasses(best) : 0;
  const slower = cuts.find((cut) => !cut.through && inPasses(cut) < fastest * 0.999_999);
  if (best && slower) {
    return refuse(
      `It cut through at ${cutWords(best)} but not at ${cutWords(slower)}: cut both again.`,
      'cuts',
    );
  }
  if (baseline && fastest === 0) {
    return refuse('A baseline needs a cut that succeeded.', 'cuts');
  }
  if (baseline && !comparable(recipe.value.thickness, thickness)) {
    return refuse(
      `The baseline must be cut in the recipe's stock, ${recipe.value.thickness} mm; this piece is ${thickness} mm.`,
      'thickness',
    );
  }
  if (baseline && cuts.every(({ through }) => through)) {
    return refuse(
      `Nothing failed yet: the machine cuts at least ${fastest} mm/s, and nobody knows what it can. Go on faster until a cut holds, or take thicker stock; then it is a baseline.`,
      'cuts',
    );
  }
  return ok(
    writeEntry(shop, actor, {
      kind: 'test burn',
      machineId,
      at,
      key: `burn:${burn.key}`,
      note,
      data: {
        recipeId,
        power,
        passes,
        cuts,
        thickness,
        ...(burn.batch ? { batch: burn.batch } : {}),
        fastest: fastest > 0 ? fastest : null,
        baseline,
      },
    }),
  );
});

/** A cut in words, with its passes where they are its own. */
export function cutWords({
  speed,
  passes,
}: {
  speed: number;
  passes?: number | undefined;
}): string {
  return passes === undefined
    ? `${speed} mm/s`
    : `${speed} mm/s in ${passes} ${passes === 1 ? 'pass' : 'passes'}`;
}

/** The test burns of a machine by recipe, oldest first, each held against the baseline before it. */
export function burnsOf(shop: Pick<Shop, 'db'>, machineId: string): Map<string, Burn[]> {
  const rows = standingEntries(shop.db, ['test burn'], { machineId });
  return groupBy(compared(recipes(shop, machineId), rows), ({ recipeId }) => recipeId);
}

/** Two burns in different batches, of one machine, this near each other say how the batches compare. */
const tieMilliseconds = 24 * millisecondsPerHour;

/**
 * Burns of one machine, oldest first, each against its recipe's baseline. Only the same stock compares: the
 * recipe's thickness, and the baseline's batch. Another batch is tied to it by the first burn in it that
 * follows one in a known batch within a day: what the machine had then, it has in both.
 */
function compared(
  known: readonly Recipe[],
  rows: readonly EntryRow[],
): (Burn & { recipeId: string })[] {
  /** by recipe and batch: the line energy that stands for a strength of 1, for a rated watt */
  const scales = new Map<string, Map<string, number>>();
  const lastKnown = new Map<string, { at: number; strength: number }>();
  return rows.flatMap((row) => {
    // written by us, and checked then: ten years of them are read at once
    const data = row.data as EntryData<'test burn'>;
    const { recipeId, power, passes, fastest, cuts } = data;
    const recipe = known.find(({ id }) => id === recipeId);
    if (!recipe) return [];
    const batch = data.batch?.toLowerCase() ?? '';
    const atMost = fastest === null;
    // where nothing succeeded, the slowest speed tried is more than it can do
    const speed =
      fastest ??
      Math.min(...cuts.map((cut) => speedIn(passes, { ...cut, passes: cut.passes ?? passes })));
    const energy = lineEnergy(1, { power, passes, speed });
    if (data.baseline) scales.set(recipeId, new Map([[batch, energy]]));
    const batches = scales.get(recipeId);
    const before = lastKnown.get(recipeId);
    const same = comparable(recipe.thickness, data.thickness);
    const near = before !== undefined && row.at - before.at <= tieMilliseconds;
    if (same && batches && !batches.has(batch) && near && !atMost) {
      batches.set(batch, energy * before.strength);
    }
    const scale = same ? batches?.get(batch) : undefined;
    const strength = scale === undefined ? null : scale / energy;
    if (strength !== null && !atMost) lastKnown.set(recipeId, { at: row.at, strength });
    const apart = !batches
      ? 'no baseline'
      : !same
        ? 'thickness'
        : strength === null
          ? 'batch'
          : null;
    return [
      {
        id: row.id,
        at: row.at,
        person: row.person,
        note: row.note,
        recipeId,
        cuts,
        thickness: data.thickness,
        batch: data.batch ?? null,
        fastest,
        passes,
        baseline: data.baseline,
        strength,
        apart,
        atMost,
      } satisfies Burn & { recipeId: string },
    ];
  });
}

/** The latest strength of a machine, whatever the recipe. */
export interface CurrentStrength {
  at: number;
  strength: number;
  atMost: boolean;
  material: string;
  thickness: number;
}

/** The latest comparable test burn of a machine, or `null`. */
export function currentStrength(shop: Pick<Shop, 'db'>, machineId: string): CurrentStrength | null {
  const known = recipes(shop, machineId);
  // as far back as the baselines in force: what was before compares with others
  const open = new Set(known.map(({ id }) => id));
  const rows: EntryRow[] = [];
  for (const row of entriesBackwards(shop.db, 'test burn', machineId)) {
    if (open.size === 0) break;
    const { recipeId, baseline } = row.data as EntryData<'test burn'>;
    if (!open.has(recipeId)) continue;
    rows.push(row);
    if (baseline) open.delete(recipeId);
  }
  return latestOf(known, rows.reverse());
}

/** The latest strength of every machine that was ever measured, by machine. */
export function strengths(shop: Pick<Shop, 'db' | 'now'>): Map<string, CurrentStrength> {
  return new Map(
    listMachines(shop.db).flatMap(({ id }): [string, CurrentStrength][] => {
      const current = keptOf(shop, `strength ${id}`, ofToday, () => ({
        value: currentStrength(shop, id),
        of: [id],
      }));
      return current ? [[id, current]] : [];
    }),
  );
}

/** The last of some burns that can be compared with the baseline before it. */
function latestOf(known: readonly Recipe[], rows: readonly EntryRow[]): CurrentStrength | null {
  const latest = compared(known, rows).findLast(({ strength }) => strength !== null);
  if (!latest) return null;
  const { material, thickness } = known.find(({ id }) => id === latest.recipeId)!;
  return { at: latest.at, strength: latest.strength!, atMost: latest.atMost, material, thickness };
}

/** The strength measured after a fault's last repair; before one, after its report. */
export function strengthSince(
  shop: Pick<Shop, 'db'>,
  fault: {
    machineId: string;
    at: number;
    steps: readonly { kind: string; at: number; struck: boolean }[];
  },
): CurrentStrength | null {
  const repaired = fault.steps.findLast(({ kind, struck }) => kind === 'repair' && !struck);
  const current = currentStrength(shop, fault.machineId);
  return current && current.at >= (repaired?.at ?? fault.at) ? current : null;
}
