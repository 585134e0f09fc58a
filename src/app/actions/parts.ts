'use server';

import * as modules from '../../services/parts/parts';
import { action } from '../_server/action';

export const addModuleAction = action('set up', modules.addModule);
export const moveModuleAction = action('clean', modules.moveModule);
export const endModuleAction = action('set up', modules.endModule);
export const replaceModuleAction = action('set up', modules.replaceModule);
