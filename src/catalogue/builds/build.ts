import { unscrew } from '../steps/acts';
import { headFeatures } from './head';
import { opticsFeatures } from './optics';
import { otherFeatures } from './rest';
import type { Feature, Variant } from './feature';

/** A variant that a shop wrote itself, in plain words. */
export interface OwnVariant {
  feature: string;
  id: string;
  name: string;
  undo: readonly string[];
  redo: readonly string[];
  screws: number;
  plugs: number;
  hoses: number;
  lugs: number;
  facing: string;
  /** it touches a plug, lead or board: it waits for the discharge */
  connectors: boolean;
}

/** How one machine is put together: a variant for each feature it has. */
export interface Build {
  family: string;
  variants: Readonly<Record<string, string>>;
  own: readonly OwnVariant[];
}

/** Every feature, in the order of the page. */
export const features: readonly Feature[] = [...headFeatures, ...opticsFeatures, ...otherFeatures];

const byId = new Map(features.map((feature) => [feature.id, feature]));

export function findFeature(id: string): Feature | null {
  return byId.get(id) ?? null;
}

/** The features that machines of a family have. */
export function featuresOf(family: string): Feature[] {
  return features.filter(({ usual }) => usual[family] !== undefined);
}

/** A machine of a family as most are, with what was chosen for it. */
export function buildOf(
  family: string,
  chosen: Readonly<Record<string, string>> = {},
  own: readonly OwnVariant[] = [],
): Build {
  const variants: Record<string, string> = {};
  for (const { id, usual } of featuresOf(family)) variants[id] = chosen[id] ?? usual[family]!;
  return { family, variants, own };
}

/** The variant of a feature in force; `null` where the machine does not have the feature. */
export function variantIn({ variants, own }: Build, feature: string): Variant | null {
  const chosen = variants[feature];
  if (chosen === undefined) return null;
  const known = byId.get(feature)?.variants.find(({ id }) => id === chosen);
  if (known) return known;
  const written = own.find((one) => one.feature === feature && one.id === chosen);
  return written ? fromOwn(written) : null;
}

/** How a feature comes off in the shop's own words; none where one of ours is in force. */
export function ownUndo({ variants, own }: Build, feature: string): readonly string[] {
  return own.find((one) => one.feature === feature && one.id === variants[feature])?.undo ?? [];
}

function fromOwn(own: OwnVariant): Variant {
  const counted = own.screws + own.plugs + own.hoses + own.lugs > 0 || own.facing !== '';
  return {
    id: own.id,
    name: own.name,
    undo: own.screws > 0 ? own.undo.map(unscrew) : own.undo,
    redo: own.redo,
    ...(counted && {
      parts: [
        {
          name: own.name,
          screws: own.screws,
          plugs: own.plugs,
          hoses: own.hoses,
          lugs: own.lugs,
          facing: own.facing,
        },
      ],
    }),
    checks: [...(own.screws > 0 ? ['screws'] : []), ...(own.plugs > 0 ? ['plugs'] : [])],
    ...(own.connectors && { connectors: true as const }),
  };
}

/** Whether shield and nozzle stand before the outer glass when it is taken out. */
export const isBehind = ({ variants }: Build) =>
  ['below-and-bench', 'behind', 'behind-bench'].includes(variants['reach'] ?? '');

/** Whether the glass is taken out at the bench only. */
export const isAtBench = ({ variants }: Build) =>
  ['below-and-bench', 'behind-bench', 'beam-hole'].includes(variants['reach'] ?? '');

const has = (build: Build, feature: string) => (build.variants[feature] ?? 'none') !== 'none';

export const hasShield = (build: Build) => has(build, 'shield');
export const hasNozzle = (build: Build) => has(build, 'nozzle');

/** What in a build cannot be: each in a sentence for who chose it. */
export function contradictions(build: Build): string[] {
  const { variants } = build;
  const said: string[] = [];
  if (isBehind(build) && !hasShield(build) && !hasNozzle(build)) {
    said.push(
      'The glass is said to sit behind shield and nozzle, but the machine has neither: choose how it is reached.',
    );
  }
  if (variants['reach'] === 'in-front' && variants['shield'] === 'hood') {
    said.push(
      'Nothing is said to stand before the glass, but a pull-off hood covers it: it is then reached behind it.',
    );
  }
  if (variants['bench'] === 'bench' && variants['held'] === undefined && variants['top']) {
    said.push('The head is opened at the bench, but nothing says how it comes off.');
  }
  if (variants['rear'] === 'inside' && variants['ports'] === 'rear') {
    said.push(
      'The back is reached only from inside, but the ports are said to be reached with the rear off.',
    );
  }
  if (
    variants['grease'] === 'maker' &&
    variants['x-rail'] === 'dry' &&
    variants['y-rail'] === 'dry'
  ) {
    said.push('Grease came with it, but both rails are said to run dry.');
  }
  for (const [feature, id] of Object.entries(variants)) {
    if (!variantIn(build, feature)) {
      said.push(
        `${byId.get(feature)?.name ?? feature}: the variant "${id}" is no longer there. Choose another.`,
      );
    }
  }
  return said;
}
