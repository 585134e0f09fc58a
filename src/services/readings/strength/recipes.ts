import { z } from 'zod';
import { cardGcode, cardSvg, layCard } from '../../../core/readings/strength/card';
import { ok } from '../../../core/units/result';
import { entryData, standingEntries } from '../../../records/audit-log';
import type { EntryData } from '../../../records/audit-log-data';
import { newId } from '../../../records/ids';
import type { MachineRow } from '../../../records/machines';
import { controllerOf } from '../../usage/job-files';
import { requireMachine } from '../../machines/machines';
import { readMaterial } from '../../usage/session-input';
import { refuse, writeEntry, type Outcome, type Shop } from '../../shop';
import { id, requiredText, useCase } from '../../use-case';
import { shopMaterials } from '../../usage/soil-weights-read';

/** A cut of reference stock that just succeeds on a sound machine. */
export interface Recipe extends Omit<EntryData<'recipe'>, 'recipeId' | 'gone'> {
  id: string;
  /** since when it stands as it is */
  at: number;
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

/** The reference burn of a machine in words, as a sheet asks for it: its oldest recipe; `null` where it has none. */
export function referenceBurn(shop: Pick<Shop, 'db'>, machineId: string) {
  const [first] = recipes(shop, machineId);
  if (!first) return null;
  const { id: recipeId, material, thickness, power, speed, passes, airAssist } = first;
  const air = airAssist ? 'air on' : 'air off';
  const words = `${material} ${thickness} mm, ${power} %, ${passes === 1 ? '1 pass' : `${passes} passes`}, ${air}`;
  return { recipeId, words, speed };
}

/** A recipe that must be there. */
export function requireRecipe(
  shop: Pick<Shop, 'db'>,
  machineId: string,
  recipeId: string,
): Outcome<Recipe> {
  const recipe = recipes(shop, machineId).find(({ id }) => id === recipeId);
  return recipe ? ok(recipe) : refuse('That recipe is not in the book.', 'recipeId');
}

/** A figure above zero, up to a most, named in what is said when it is not. */
export const figure = (name: string, most: number) =>
  z
    .number(`Give the ${name}.`)
    .positive(`The ${name} must be above zero.`)
    .max(most, `The ${name} is at most ${most}.`);

/** How often a line is cut. */
export const passesFigure = figure('number of passes', 50).int('Passes are whole.');

const recipeSchema = z.object({
  recipeId: id.nullish(),
  machineId: id,
  material: requiredText('Name the stock.', 60),
  thickness: figure('thickness', 100),
  power: figure('power', 100),
  speed: figure('speed', 20_000),
  passes: passesFigure,
  airAssist: z.boolean(),
});

/**
 * Adds a recipe or changes its settings. The stock of a recipe stays: burns of other stock cannot be
 * compared, so another stock is another recipe.
 */
export const changeRecipe = useCase(
  recipeSchema,
  (shop, actor, { machineId, recipeId, ...rest }): Outcome<string> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    const material = readMaterial(rest.material, shopMaterials(shop));
    if ('problem' in material) return refuse(`${material.problem}.`, 'material');
    const possible = checkSpeed(machine.value, rest.speed);
    if (!possible.ok) return possible;
    const known = recipeId ? requireRecipe(shop, machineId, recipeId) : null;
    if (known && !known.ok) return known;
    const data = { ...rest, material: material.name! };
    if (known) {
      const { material: stock, thickness } = known.value;
      if (stock !== data.material || thickness !== data.thickness) {
        return refuse(
          'The stock of a recipe stays as it is: burns of other stock cannot be compared. Make another recipe.',
          'material',
        );
      }
    }
    const key = known ? known.value.id : newId();
    writeEntry(shop, actor, {
      kind: 'recipe',
      machineId,
      data: { recipeId: key, ...data, gone: false },
    });
    return ok(key);
  },
);

/** Takes a recipe off the list. Its burns stay in the book. */
export const dropRecipe = useCase(
  z.object({ machineId: id, recipeId: id }),
  (shop, actor, { machineId, recipeId }): Outcome<null> => {
    const recipe = requireRecipe(shop, machineId, recipeId);
    if (!recipe.ok) return recipe;
    const { id: _, at: __, ...data } = recipe.value;
    writeEntry(shop, actor, {
      kind: 'recipe',
      machineId,
      data: { recipeId, ...data, gone: true },
    });
    return ok(null);
  },
);

/** Whether a machine can move so fast, mm/s. */
export function checkSpeed(machine: MachineRow, speed: number): Outcome<null> {
  const { maxFeed } = controllerOf(machine);
  return speed <= maxFeed
    ? ok(null)
    : refuse(
        `${machine.nickname} moves at most ${maxFeed} mm/s: ${speed} mm/s is impossible.`,
        'speed',
      );
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
