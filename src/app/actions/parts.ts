'use server';

import * as modules from '../../services/parts/parts';
import { action, id, shape, text } from '../_server/action';

export const addModuleAction = action(
  'set up',
  [shape<modules.ModuleInput>()],
  ({ shop, actor }, input) => modules.addModule(shop, actor, input),
);

export const moveModuleAction = action(
  'clean',
  [id, id.nullable()],
  ({ shop, actor }, moduleId, machineId) =>
    modules.moveModule(shop, actor, { moduleId, machineId }),
);

export const endModuleAction = action('set up', [id, text], ({ shop, actor }, moduleId, why) =>
  modules.endModule(shop, actor, moduleId, why),
);

export const replaceModuleAction = action(
  'set up',
  [id, text, text],
  ({ shop, actor }, moduleId, why, serial) =>
    modules.replaceModule(shop, actor, moduleId, why, serial),
);
