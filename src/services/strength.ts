import { z } from 'zod';
import { findFamily } from '../catalogue/catalogue';
import { cardGcode, cardSvg, layCard } from '../core/strength/card';
import { comparable, lineEnergy, strengthOf } from '../core/strength/energy';
import { longestLadder, type TestCut } from '../core/strength/ladder';
import {
  chartStrength,
  restorations,
  spreadOf,
  type Charted,
  type Restored,
} from '../core/strength/story';
import { groupBy } from '../core/units/group-by';
import { ok } from '../core/units/result';
import { cleanedAt } from '../records/care';
import {
  entryByKey,
  entryData,
  insertDataEntry,
  standingEntries,
  type EntryRow,
} from '../records/book';
import { write } from '../records/database';
import type { EntryData } from '../records/entry-data';
import { newId } from '../records/ids';
import { listStations, type MachineRow } from '../records/machines';
import type { MachineDue } from './due';
import { controllerOf } from './job-files';
import { requireMachine } from './machines';
import { runHoursBetween } from './usage';
import { readMaterial } from './session-input';
import { firstProblem, problem, stamp, type Actor, type Outcome, type Shop } from './shop';
import { shopMaterials } from './soil-book';

/** A cut of reference stock that just succeeds on a sound machine. */
export interface Recipe extends Omit<EntryData<'recipe'>, 'recipeId' | 'gone'> {
  id: string;
  /** since when it stands as it is */
  at: number;
}

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

/** A recipe with all that is known of the machine's strength by it. */
export interface RecipeView {
  recipe: Recipe;
  burns: Burn[];
  /** the baseline in force */
  baseline: Burn | null;
  /** comparable burns since the baseline, charted */
  chart: Charted[];
  sigma: number;
  cleanings: number[];
  restored: Restored[];
  /** what the last burn says, in a sentence; null: nothing yet */
  verdict: string | null;
  /** J/mm of the recipe, where the machine's rated power is known */
  joulesPerMm: number | null;
}

/** The recipes of a machine, the oldest first. */
export function recipes(shop: Pick<Shop, 'db'>, machineId: string): Recipe[] {
  const found = new Map<string, Recipe | null>();
  for (const row of standingEntries(shop.db, ['recipe'], { machineId })) {
    const { recipeId, gone, ...rest } = entryData(row, 'recipe');
    found.set(recipeId, gone ? null : { id: recipeId, at: row.at, ...rest });
  }
  return [...found.values()].filter((recipe) => recipe !== null);
}

function requireRecipe(
  shop: Pick<Shop, 'db'>,
  machineId: string,
  recipeId: string,
): Outcome<Recipe> {
  const recipe = recipes(shop, machineId).find(({ id }) => id === recipeId);
  return recipe ? ok(recipe) : problem('That recipe is not in the book.', 'recipeId');
}

const figure = (name: string, most: number) =>
  z
    .number(`Give the ${name}.`)
    .positive(`The ${name} must be above zero.`)
    .max(most, `The ${name} is at most ${most}.`);

const recipeSchema = z.object({
  recipeId: z.string().nullish(),
  machineId: z.string(),
  material: z.string().trim().min(1, 'Name the stock.').max(60),
  thickness: figure('thickness', 100),
  power: figure('power', 100),
  speed: figure('speed', 20_000),
  passes: figure('number of passes', 50).int('Passes are whole.'),
  airAssist: z.boolean(),
});
export type RecipeInput = z.input<typeof recipeSchema>;

/**
 * Adds a recipe or changes its settings. The stock of a recipe stays: burns of other stock cannot be
 * compared, so another stock is another recipe.
 */
export function changeRecipe(shop: Shop, actor: Actor, input: unknown): Outcome<string> {
  const parsed = recipeSchema.safeParse(input);
  if (!parsed.success) return firstProblem(parsed.error);
  const { machineId, recipeId, ...rest } = parsed.data;
  const machine = requireMachine(shop, machineId);
  if (!machine.ok) return machine;
  const material = readMaterial(rest.material, shopMaterials(shop));
  if ('problem' in material) return problem(`${material.problem}.`, 'material');
  const possible = checkSpeed(machine.value, rest.speed);
  if (!possible.ok) return possible;
  const known = recipeId ? requireRecipe(shop, machineId, recipeId) : null;
  if (known && !known.ok) return known;
  const data = { ...rest, material: material.name! };
  if (known) {
    const { material: stock, thickness } = known.value;
    if (stock !== data.material || thickness !== data.thickness) {
      return problem(
        'The stock of a recipe stays as it is: burns of other stock cannot be compared. Make another recipe.',
        'material',
      );
    }
  }
  const id = known ? known.value.id : newId();
  write(shop.db, () =>
    insertDataEntry(shop.db, {
      kind: 'recipe',
      machineId,
      ...stamp(shop, actor),
      data: { recipeId: id, ...data, gone: false },
    }),
  );
  return ok(id);
}

/** Takes a recipe off the list. Its burns stay in the book. */
export function dropRecipe(
  shop: Shop,
  actor: Actor,
  machineId: string,
  recipeId: string,
): Outcome<null> {
  const recipe = requireRecipe(shop, machineId, recipeId);
  if (!recipe.ok) return recipe;
  const { id, at: _, ...data } = recipe.value;
  write(shop.db, () =>
    insertDataEntry(shop.db, {
      kind: 'recipe',
      machineId,
      ...stamp(shop, actor),
      data: { recipeId: id, ...data, gone: true },
    }),
  );
  return ok(null);
}

function checkSpeed(machine: MachineRow, speed: number): Outcome<null> {
  const { maxFeed } = controllerOf(machine);
  return speed <= maxFeed
    ? ok(null)
    : problem(
        `${machine.nickname} moves at most ${maxFeed} mm/s: ${speed} mm/s is impossible.`,
        'speed',
      );
}

const burnSchema = z.object({
  machineId: z.string(),
  recipeId: z.string(),
  cuts: z
    .array(z.object({ speed: figure('speed', 20_000), through: z.boolean() }))
    .min(1, 'Make at least one cut.')
    .max(longestLadder, `At most ${longestLadder} cuts.`),
  /** of the piece that was cut, as measured */
  thickness: figure('thickness', 100),
  baseline: z.boolean(),
  note: z
    .string()
    .trim()
    .max(500, 'At most 500 characters.')
    .nullish()
    .transform((text) => text || null),
  key: z.string().min(8).max(120),
});
export type BurnInput = z.input<typeof burnSchema>;

/** Records a test burn. Cuts that contradict each other are refused; other stock is kept, not compared. */
export function recordBurn(shop: Shop, actor: Actor, input: unknown): Outcome<string> {
  const parsed = burnSchema.safeParse(input);
  if (!parsed.success) return firstProblem(parsed.error);
  const { machineId, recipeId, cuts, thickness, baseline, note } = parsed.data;
  const machine = requireMachine(shop, machineId);
  if (!machine.ok) return machine;
  const known = entryByKey(shop.db, `burn:${parsed.data.key}`);
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
    return problem(
      `It cut through at ${fastest} mm/s but not at ${slower.speed} mm/s: cut both again.`,
      'cuts',
    );
  }
  if (baseline && fastest === 0) {
    return problem('A baseline needs a cut that succeeded.', 'cuts');
  }
  if (baseline && !comparable(recipe.value.thickness, thickness)) {
    return problem(
      `The baseline must be cut in the recipe's stock, ${recipe.value.thickness} mm; this piece is ${thickness} mm.`,
      'thickness',
    );
  }
  const { power, passes } = recipe.value;
  return ok(
    write(shop.db, () =>
      insertDataEntry(shop.db, {
        kind: 'test burn',
        machineId,
        ...stamp(shop, actor),
        key: `burn:${parsed.data.key}`,
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
    ),
  );
}

/** The test burns of a machine by recipe, oldest first, each held against the baseline before it. */
function burnsOf(shop: Pick<Shop, 'db'>, machineId: string): Map<string, Burn[]> {
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

/** Stations that the beam passes: cleaning one can restore strength. */
function opticStations(shop: Pick<Shop, 'db'>, machineId: string): string[] {
  return listStations(shop.db, machineId)
    .filter(({ kind }) => opticKinds.has(kind))
    .map(({ id }) => id);
}

const opticKinds = new Set(['inner-lens', 'window', 'lens', 'field-lens', 'mirror', 'head-mirror']);

/** Everything known of a machine's strength, a view a recipe. */
export function strengthViews(shop: Shop, machine: MachineRow): RecipeView[] {
  const all = burnsOf(shop, machine.id);
  const watts = ratedWatts(machine);
  return recipes(shop, machine.id).map((recipe) => {
    const burns = all.get(recipe.id) ?? [];
    const baseline = burns.findLast((burn) => burn.baseline) ?? null;
    const measured = burns.flatMap(({ at, strength }) =>
      baseline && at >= baseline.at && strength !== null ? [{ at, strength }] : [],
    );
    const cleanings = baseline
      ? cleanedAt(shop.db, opticStations(shop, machine.id), baseline.at)
      : [];
    const steady = measured.filter(({ strength }) => strength > 0.85).map((one) => one.strength);
    const sigma = spreadOf(steady);
    const chart = chartStrength(measured, cleanings, sigma);
    const restored = restorations(chart, cleanings, sigma, (cleaned, burnt) => {
      return runHoursBetween(shop, machine.id, cleaned, burnt) <= soonRunHours;
    });
    return {
      recipe,
      burns,
      baseline,
      chart,
      sigma,
      cleanings,
      restored,
      verdict: verdictOf(machine, chart, restored, burns.at(-1) ?? null),
      joulesPerMm: watts === null ? null : lineEnergy(watts, recipe),
    };
  });
}

/** A burn within so many run hours of a cleaning tells what the cleaning did. */
const soonRunHours = 2;

/** Watts on the machine's card: "20 W", "80 W tube"; `null` where it does not say. */
export function ratedWatts({ card }: Pick<MachineRow, 'card'>): number | null {
  const found = /(\d+(?:[.,]\d+)?)\s*W\b/i.exec(card['power'] ?? '');
  return found ? Number(found[1]!.replace(',', '.')) : null;
}

const percent = (share: number) => `${Math.round(share * 100)} %`;

function verdictOf(
  machine: MachineRow,
  chart: readonly Charted[],
  restored: readonly Restored[],
  last: Burn | null,
): string | null {
  if (!last) return null;
  if (last.strength === null) return 'Cut in other stock: kept, and not compared.';
  const point = chart.at(-1);
  if (!point) return null;
  const lately = restored.at(-1);
  const here = lately && last.at >= lately.cleanedAt && lately.after === last.strength;
  const figure = last.atMost ? `under ${percent(last.strength)}` : percent(last.strength);
  if (here && lately.restored) return `Restored by cleaning: ${figure} of the baseline.`;
  if (here) return `Not restored by cleaning (${figure}): look at ${lookAt(machine)}.`;
  return point.dropped
    ? `Dropped to ${figure} of the baseline.`
    : `As strong as the baseline, within its own spread: ${figure}.`;
}

/** Where to look when cleaning does not help: it points beyond dirt. Common practice, no source. */
function lookAt(machine: MachineRow): string {
  const family = findFamily(machine.family);
  const mirrors = (family?.stations ?? []).some(({ kind }) => kind.includes('mirror'));
  return [
    ...(mirrors ? ['the dots at four corners'] : []),
    'the focus',
    family?.source === 'diode' ? 'the lens and its seat' : 'the coolant',
    'the life of the source',
  ].join(', then ');
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

/** A card of test cuts at a recipe's settings, as a file to run or to print. */
export function testCard(
  shop: Shop,
  machineId: string,
  recipeId: string,
  format: 'gcode' | 'svg',
): Outcome<{ name: string; type: string; text: string }> {
  const machine = requireMachine(shop, machineId);
  if (!machine.ok) return machine;
  const recipe = requireRecipe(shop, machineId, recipeId);
  if (!recipe.ok) return recipe;
  const { material, thickness, power, passes, speed } = recipe.value;
  const { nickname } = machine.value;
  const title = `${nickname}: ${material} ${thickness} mm, ${power} %, ${passes} ${passes === 1 ? 'pass' : 'passes'}`;
  const card = layCard(speed);
  const name = `${nickname}-${material}-${thickness}mm`.replace(/[^\p{L}\p{N}.-]+/gu, '-');
  return ok(
    format === 'svg'
      ? { name: `${name}.svg`, type: 'image/svg+xml', text: cardSvg(card, title) }
      : {
          name: `${name}.gcode`,
          type: 'text/plain; charset=utf-8',
          text: cardGcode(card, recipe.value, controllerOf(machine.value), title),
        },
  );
}

/** What stands on the scales when one asks whether to clean now or later. */
export interface CleaningChoice {
  /** hands-on minutes of the optics tasks that are at least half used; a guess where none is */
  minutes: number;
  /** stations they are of */
  stations: string[];
  /** run minutes of an ordinary day of use here */
  usualDay: number;
  /** what minutes do not show */
  arguments: string[];
}

const halfUsed = 0.5;
const usualCleaning = 15;

/** Whether to clean now or later: the minutes a cleaning takes here, an ordinary day, and what else argues. */
export function cleaningChoice(shop: Shop, machine: MachineDue): CleaningChoice {
  const optics = machine.stations.filter(({ kind }) => opticKinds.has(kind));
  const worth = optics.flatMap(({ name, tasks }) =>
    tasks
      .filter(({ standing }) => standing.used >= halfUsed)
      .map(({ task }) => ({ name, minutes: task.minutes.active + task.minutes.passive })),
  );
  const past = (criticality: string) =>
    machine.stations.filter(({ kind, tasks }) =>
      kind === 'debris'
        ? false
        : tasks.some(
            ({ task, standing }) =>
              task.criticality === criticality && standing.state === 'past due',
          ),
    );
  const names = (some: { name: string }[]) => some.map(({ name }) => name.toLowerCase()).join(', ');
  const fire = past('fire');
  const glass = past('optic damage');
  return {
    minutes: worth.reduce((sum, one) => sum + one.minutes, 0) || usualCleaning,
    stations: [...new Set(worth.map(({ name }) => name))],
    usualDay: Math.round(machine.weekSeconds / 60 / 5),
    arguments: [
      ...(fire.length > 0
        ? [`Fire risk: ${names(fire)} past due. That does not wait for minutes.`]
        : []),
      ...(glass.length > 0
        ? [`Dirt on glass takes up heat and cracks it: ${names(glass)} past due.`]
        : []),
    ],
  };
}
