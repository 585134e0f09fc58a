import type { ModuleView } from '../../services/parts/module-views';

/** "412.5 h" */
export const lifeHours = ({ lifeSeconds }: Pick<ModuleView, 'lifeSeconds'>) =>
  `${(lifeSeconds / 3600).toFixed(1)} h`;
