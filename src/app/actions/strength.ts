'use server';

import * as strength from '../../services/strength';
import { act } from '../_server/act';

export async function changeRecipeAction(input: strength.RecipeInput) {
  return act('set up', (shop, actor) => strength.changeRecipe(shop, actor, input));
}

export async function dropRecipeAction(machineId: string, recipeId: string) {
  return act('set up', (shop, actor) => strength.dropRecipe(shop, actor, machineId, recipeId));
}

export async function recordBurnAction(input: strength.BurnInput) {
  return act('clean', (shop, actor) => strength.recordBurn(shop, actor, input));
}
