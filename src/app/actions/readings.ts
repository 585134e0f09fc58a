'use server';

import { recordBurn, type BurnInput } from '../../services/readings/strength/burns';
import {
  changeRecipe,
  dropRecipe,
  type RecipeInput,
} from '../../services/readings/strength/recipes';
import { action, id, shape } from '../_server/action';

export const changeRecipeAction = action(
  'set up',
  [shape<RecipeInput>()],
  ({ shop, actor }, input) => changeRecipe(shop, actor, input),
);

export const dropRecipeAction = action('set up', [id, id], ({ shop, actor }, machineId, recipeId) =>
  dropRecipe(shop, actor, machineId, recipeId),
);

export const recordBurnAction = action('clean', [shape<BurnInput>()], ({ shop, actor }, input) =>
  recordBurn(shop, actor, input),
);
