'use server';

import { recordBurn, type BurnInput } from '../../services/strength/burns';
import { changeRecipe, dropRecipe, type RecipeInput } from '../../services/strength/recipes';
import { act } from '../_server/act';

export async function changeRecipeAction(input: RecipeInput) {
  return act('set up', (shop, actor) => changeRecipe(shop, actor, input));
}

export async function dropRecipeAction(machineId: string, recipeId: string) {
  return act('set up', (shop, actor) => dropRecipe(shop, actor, machineId, recipeId));
}

export async function recordBurnAction(input: BurnInput) {
  return act('clean', (shop, actor) => recordBurn(shop, actor, input));
}
