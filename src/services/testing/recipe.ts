import { changeRecipe } from '../readings/strength/recipes';
import type { Shop } from '../shop';
import { addTestMachine, must, tester } from './shop';

/** A CO2 machine with a recipe: plywood of 4 mm, just cut through at 20 mm/s. */
export function addWithRecipe(shop: Shop) {
  const machineId = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
  const recipe = {
    machineId,
    material: 'plywood',
    thickness: 4,
    power: 70,
    speed: 20,
    passes: 1,
    airAssist: true,
  };
  return { machineId, recipeId: must(changeRecipe(shop, tester, recipe)) };
}
