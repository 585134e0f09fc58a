import type { BuildPart } from '../../catalogue/builds/feature';

/** Parts of a machine, as the pages of its build head them. */
export const partNames: Readonly<Record<BuildPart, string>> = {
  head: 'Head',
  optics: 'Mirrors and lens',
  motion: 'Motion',
  bed: 'Bed',
  air: 'Air',
  stand: 'Stand and access',
};
