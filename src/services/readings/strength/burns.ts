import { z } from 'zod';
import { comparable, strengthOf } from '../../../core/readings/strength/energy';
import { longestSearch, type TestCut } from '../../../core/readings/strength/ladder';
import { groupBy } from '../../../core/units/group-by';
import { ok } from '../../../core/units/result';
import { entryByKey, entryData, standingEntries, type EntryRow } from '../../../records/audit-log';
import type { EntryData } from '../../../records/audit-log-data';
import { requireMachine } from '../../machines/machines';
import { refuse, writeEntry, type Outcome, type Shop } from '../../shop';
import { id, idempotencyKey, instant, optionalText, useCase } from '../../use-case';
import { checkSpeed, figure, recipes, requireRecipe, type Recipe } from './recipes';

/** A test burn of a recipe. */
export interface Burn {
  id: string;
  at: number;
  person: string;
  note: string | null;
  cuts: TestCut[];
  thickness: number;
  fastest: number | null;
  baseline: boolean;
  /** against the baseline before it, 1 = as good; null: nothing to compare with, or other stock */
  strength: number | null;
  /** not even the slowest cut succeeded: strength is at most this */
  atMost: boolean;
}

const burnSchema = z.object({
  machineId: id,
  recipeId: id,
  cuts: z
    .array(z.object({ speed: figure('speed', 20_000), through: z.boolean() }))
    .min(1, 'Make at least one cut.')
    .max(longestSearch, `At most ${longestSearch} cuts.`),
  /** of the piece that was cut, as measured */
  thickness: figure('thickness', 100),
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
  const fastest = Math.max(0, ...cuts.filter(({ through }) => through).map(({ speed }) => speed));
  const slower = cuts.find(({ through, speed }) => !through && speed < fastest);
  if (slower) {
    return refuse(
      `It cut through at ${fastest} mm/s but not at ${slower.speed} mm/s: cut both again.`,
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
  const { power, passes } = recipe.value;
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
        fastest: fastest > 0 ? fastest : null,
        baseline,
      },
    }),
  );
});

/** The test burns of a machine by recipe, oldest first, each held against the baseline before it. */
export function burnsOf(shop: Pick<Shop, 'db'>, machineId: string): Map<string, Burn[]> {
  const kept = new Map(recipes(shop, machineId).map((recipe) => [recipe.id, recipe]));
  const found = new Map<string, Burn[]>();
  const baselines = new Map<string, EntryData<'test burn'>>();
  for (const row of standingEntries(shop.db, ['test burn'], { machineId })) {
    const data = entryData(row, 'test burn');
    const recipe = kept.get(data.recipeId);
    if (!recipe) continue;
    if (data.baseline) baselines.set(data.recipeId, data);
    const baseline = baselines.get(data.recipeId);
    const same = comparable(recipe.thickness, data.thickness);
    const burn = asBurn(row, data, baseline && same ? baseline : null);
    found.set(data.recipeId, [...(found.get(data.recipeId) ?? []), burn]);
  }
  return found;
}

function asBurn(
  row: EntryRow,
  data: EntryData<'test burn'>,
  baseline: EntryData<'test burn'> | null,
): Burn {
  // where nothing succeeded, the slowest speed tried is more than it can do
  const speed = data.fastest ?? Math.min(...data.cuts.map((cut) => cut.speed));
  const { power, passes } = data;
  return {
    id: row.id,
    at: row.at,
    person: row.person,
    note: row.note,
    cuts: data.cuts,
    thickness: data.thickness,
    fastest: data.fastest,
    baseline: data.baseline,
    strength:
      baseline?.fastest === undefined || baseline.fastest === null
        ? null
        : strengthOf(
            { power: baseline.power, passes: baseline.passes, speed: baseline.fastest },
            { power, passes, speed },
          ),
    atMost: data.fastest === null,
  };
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
  const rows = standingEntries(shop.db, ['test burn'], { machineId });
  return rows.length === 0 ? null : latestOf(recipes(shop, machineId), rows);
}

/** The latest strength of every machine that was ever measured, by machine. */
export function strengths(shop: Pick<Shop, 'db'>): Map<string, CurrentStrength> {
  const byMachine = groupBy(standingEntries(shop.db, ['test burn']), (row) => row.machineId!);
  return new Map(
    [...byMachine].flatMap(([id, rows]): [string, CurrentStrength][] => {
      const current = latestOf(recipes(shop, id), rows);
      return current ? [[id, current]] : [];
    }),
  );
}

/** The last of some burns that can be compared with the baseline before it. */
function latestOf(known: readonly Recipe[], rows: readonly EntryRow[]): CurrentStrength | null {
  const baselines = new Map<string, EntryData<'test burn'>>();
  let latest: { row: EntryRow; data: EntryData<'test burn'>; recipe: Recipe } | null = null;
  for (const row of rows) {
    // written by us, and checked then: ten years of them are read for every page
    const data = row.data as EntryData<'test burn'>;
    const recipe = known.find(({ id }) => id === data.recipeId);
    if (!recipe) continue;
    if (data.baseline) baselines.set(data.recipeId, data);
    if (!baselines.has(data.recipeId) || !comparable(recipe.thickness, data.thickness)) continue;
    latest = { row, data, recipe };
  }
  if (!latest) return null;
  const { row, data, recipe } = latest;
  const { at, strength, atMost } = asBurn(row, data, baselines.get(data.recipeId)!);
  const { material, thickness } = recipe;
  return { at, strength: strength!, atMost, material, thickness };
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
