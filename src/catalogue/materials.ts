import type { PerGroup } from '../core/usage/soil';
import {
  weightsOf,
  type Material,
  type MaterialWork,
  type SoilTable,
} from '../core/usage/soil-table';

const of = (optics: number, bed: number, motion: number, air: number): PerGroup => ({
  optics,
  bed,
  motion,
  air,
});
const cut = (...w: [number, number, number, number]): MaterialWork => ({
  process: 'cut',
  weight: of(...w),
});
const engrave = (...w: [number, number, number, number]): MaterialWork => ({
  process: 'engrave',
  weight: of(...w),
});
const mark = (...w: [number, number, number, number]): MaterialWork => ({
  process: 'mark',
  weight: of(...w),
});
const engraveWood = engrave(0.7, 0.3, 0.8, 0.9);

/**
 * Soil weights of materials: soil of one run hour against an hour of cutting birch ply with air
 * assist on and full draught. Starting assumptions, memory of practice with no source; the shop's own
 * evidence is to replace them.
 */
const materials: readonly Material[] = [
  {
    name: 'plywood',
    aliases: ['ply', 'birch ply', 'birch plywood'],
    works: [cut(1, 1, 1, 1), engraveWood],
  },
  { name: 'MDF', aliases: ['fibreboard'], works: [cut(1.3, 1.2, 1.2, 1.3), engraveWood] },
  {
    name: 'resinous softwood',
    aliases: ['softwood', 'pine', 'spruce', 'larch'],
    works: [cut(2.2, 2, 1.5, 2), engraveWood],
  },
  {
    name: 'hardwood',
    aliases: ['oak', 'beech', 'walnut', 'cherry'],
    works: [cut(1.1, 1, 1, 1), engraveWood],
  },
  { name: 'wood', aliases: ['timber'], works: [engraveWood] },
  {
    name: 'card',
    aliases: ['paper', 'cardboard', 'card or paper'],
    works: [cut(0.5, 0.4, 0.4, 0.6)],
  },
  { name: 'cork', aliases: [], works: [cut(1.2, 1, 1, 1.2)] },
  { name: 'felt', aliases: ['wool', 'felt or wool'], works: [cut(0.9, 0.8, 0.8, 1)] },
  { name: 'leather', aliases: [], works: [cut(1.4, 1.2, 1, 1.6)] },
  { name: 'acrylic', aliases: ['pmma'], works: [cut(0.6, 0.7, 0.4, 0.9)] },
  {
    name: 'coated surface',
    aliases: ['painted surface', 'painted or coated surfaces', 'painted', 'coated'],
    works: [engrave(1.8, 0.5, 1.2, 1.5)],
  },
  { name: 'slate', aliases: ['stone', 'stone or slate'], works: [engrave(0.8, 0.4, 1.3, 0.9)] },
  { name: 'glass', aliases: [], works: [engrave(0.4, 0.2, 0.6, 0.5)] },
  {
    name: 'anodised metal',
    aliases: [
      'anodised',
      'anodised aluminium',
      'anodized metal',
      'anodized aluminum',
      'coated metal',
      'anodised or coated metal',
      'metal',
    ],
    works: [mark(0.15, 0.05, 0.1, 0.2)],
  },
  {
    name: 'rubber',
    aliases: ['laser rubber', 'rubber (laser grade)'],
    works: [cut(2, 1.5, 1.5, 2.2)],
  },
];

/** Factors of air assist off and of a weak or missing draught. Starting assumptions, no source. */
const airOff: PerGroup = of(3, 0.8, 1.3, 1);
const draughtWeak: PerGroup = of(1.5, 1.1, 1.5, 1.3);
const draughtOff: PerGroup = of(3, 1.3, 3, 0.5);

/** Words for plastics that hold chlorine: they give hydrogen chloride and eat machines. */
const chlorinated = ['pvc', 'vinyl', 'polyvinyl chloride', 'cpvc', 'vinylite'];
const chlorinatedWord = new RegExp(`(^|[^a-z])(${chlorinated.join('|')})($|[^a-z])`);

/** Whether the word names a chlorinated plastic, which is refused wherever a material is taken. */
export function isChlorinated(word: string): boolean {
  return chlorinatedWord.test(word.toLowerCase());
}

/** The table a shop starts with. */
export const startingTable: SoilTable = { materials, airOff, draughtWeak, draughtOff };

/** The starting weights. */
export const startingWeights = weightsOf(startingTable);
