'use server';

import { recordReading } from '../../services/readings/bench/bench';
import { recordBurn } from '../../services/readings/strength/burns';
import { changeRecipe, dropRecipe } from '../../services/readings/strength/recipes';
import { action } from '../_server/action';

export const changeRecipeAction = action('set up', changeRecipe);
export const dropRecipeAction = action('set up', dropRecipe);
export const recordBurnAction = action('clean', recordBurn);
export const recordReadingAction = action('clean', recordReading);
