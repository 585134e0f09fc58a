/** What a part is made of, as far as cleaning it goes. */
export const parts = [
  'optic',
  'clear plastic',
  'glass panel',
  'aluminium bed',
  'steel bed',
  'rail',
  'dry rail',
  'board',
  'fan',
  'housing',
] as const;
export type Part = (typeof parts)[number];

export const liquids = {
  water: ['water', 'distilled'],
  damp: ['damp'],
  soap: ['soap', 'dish'],
  isopropyl: ['isopropyl', 'ipa', 'propanol'],
  alcohol: ['alcohol', 'denatured', '(?<!(white|mineral) )spirit', 'methylated', 'ethanol'],
  acetone: ['acetone'],
  ammonia: ['ammonia', 'window cleaner', 'glass cleaner'],
  degreaser: ['degreaser', 'degrease'],
  caustic: ['caustic', 'oven cleaner', 'lye', 'sodium hydroxide', 'drain cleaner'],
  oil: ['oil', 'penetrating', 'silicone spray', 'lubricant'],
  grease: ['grease', 'greased', 'lithium'],
  thinner: [
    'thinner',
    'white spirit',
    'mineral spirit',
    'turpentine',
    'toluene',
    'xylene',
    'petrol',
    'brake cleaner',
  ],
  'label remover': ['(label|sticker|adhesive|glue)[ -]?remover', 'citrus'],
} as const satisfies Record<string, readonly string[]>;
export type Liquid = keyof typeof liquids;

export const tools = {
  spray: ['spray', 'sprayed', 'aerosol'],
  pressure: ['pressure', 'washer', 'jet wash'],
  'wire brush': ['wire brush', 'brass brush', 'steel wool', 'scouring'],
  'paper towel': ['paper towel', 'kitchen roll', 'toilet paper'],
  compressor: ['compressor', 'air gun', 'air line'],
  'trapped compressor': [],
} as const satisfies Record<string, readonly string[]>;
export type Tool = keyof typeof tools;

export type Verdict = 'allowed' | 'disputed' | 'harmful';

/** A line of the matrix: what goes for a part with a liquid, a tool, or both together. */
export interface MatrixRule {
  id: string;
  parts: readonly Part[];
  liquids?: readonly Liquid[];
  tools?: readonly Tool[];
  verdict: 'disputed' | 'harmful';
  /** the reason; for disputed ones who says what */
  why: string;
}

/** Common practice and plastics handbooks, no single source; the maker's word comes first. */
export const matrix: readonly MatrixRule[] = [
  {
    id: 'water-on-optics',
    parts: ['optic'],
    liquids: ['water', 'damp', 'soap'],
    verdict: 'harmful',
    why: 'Water leaves marks on coatings and attacks some of them. Never plain water on optics.',
  },
  {
    id: 'oil-on-optics',
    parts: ['optic'],
    liquids: ['oil', 'grease'],
    verdict: 'harmful',
    why: 'A film of oil burns into the glass at the first pulse.',
  },
  {
    id: 'strong-on-optics',
    parts: ['optic'],
    liquids: ['degreaser', 'caustic', 'thinner', 'label remover'],
    verdict: 'harmful',
    why: 'It leaves a film or attacks the coating; the beam burns it in.',
  },
  {
    id: 'rough-on-optics',
    parts: ['optic'],
    tools: ['wire brush', 'paper towel', 'pressure'],
    verdict: 'harmful',
    why: 'It scratches: paper holds wood fibre and grit.',
  },
  {
    id: 'glass-cleaner-on-optics',
    parts: ['optic'],
    liquids: ['ammonia'],
    verdict: 'disputed',
    why: "A few makers' instructions name glass cleaner; others say that it leaves a film and that ammonia attacks coatings.",
  },
  {
    id: 'acetone-on-optics',
    parts: ['optic'],
    liquids: ['acetone'],
    verdict: 'disputed',
    why: 'On bare glass, zinc selenide and metal many find it fastest; near plastic windows and housings it dissolves what holds them.',
  },
  {
    id: 'compressor-on-optics',
    parts: ['optic'],
    tools: ['compressor', 'trapped compressor'],
    verdict: 'disputed',
    why: 'Free and strong, say those with a trap on the line; others have blown oil and water onto the glass.',
  },
  {
    id: 'solvent-on-plastic',
    parts: ['clear plastic'],
    liquids: ['acetone', 'thinner', 'label remover'],
    verdict: 'harmful',
    why: 'It melts or crazes clear plastic.',
  },
  {
    id: 'ammonia-on-plastic',
    parts: ['clear plastic'],
    liquids: ['ammonia'],
    verdict: 'harmful',
    why: 'It works at first and hazes acrylic in time.',
  },
  {
    id: 'alcohol-on-plastic',
    parts: ['clear plastic'],
    liquids: ['isopropyl', 'alcohol'],
    verdict: 'disputed',
    why: 'Several wipe acrylic lids and shields with it and see no harm; plastics handbooks warn of crazing under stress.',
  },
  {
    id: 'rough-on-plastic',
    parts: ['clear plastic'],
    tools: ['wire brush', 'paper towel'],
    verdict: 'harmful',
    why: 'It scratches what must be looked through.',
  },
  {
    id: 'caustic-on-aluminium',
    parts: ['aluminium bed', 'rail', 'dry rail', 'housing', 'fan'],
    liquids: ['caustic'],
    verdict: 'harmful',
    why: 'Caustic attacks aluminium: it dissolves the metal and gives off hydrogen.',
  },
  {
    id: 'caustic-on-steel',
    parts: ['steel bed'],
    liquids: ['caustic'],
    verdict: 'disputed',
    why: 'It lifts burnt-on residue, say those who use it; others find degreaser enough and skin worth more. Gloves, goggles, outdoors.',
  },
  {
    id: 'pressure-on-aluminium',
    parts: ['aluminium bed'],
    tools: ['pressure'],
    verdict: 'harmful',
    why: 'The jet folds the thin cells. Pressure only on steel.',
  },
  {
    id: 'spray-on-rails',
    parts: ['rail', 'dry rail'],
    tools: ['spray'],
    verdict: 'harmful',
    why: 'Sprayed oil or silicone washes the grease out, binds soot and drifts onto the optics. Wet the cloth, not the rail.',
  },
  {
    id: 'grease-on-dry-rail',
    parts: ['dry rail'],
    liquids: ['oil', 'grease'],
    verdict: 'harmful',
    why: 'These rails run dry: grease binds soot and the bearing jams.',
  },
  {
    id: 'spray-near-boards',
    parts: ['board', 'fan', 'optic', 'housing'],
    liquids: [
      'water',
      'soap',
      'isopropyl',
      'alcohol',
      'degreaser',
      'ammonia',
      'acetone',
      'thinner',
    ],
    tools: ['spray'],
    verdict: 'harmful',
    why: 'Spray drifts into boards and gears. Wet the cloth, not the machine.',
  },
  {
    id: 'wet-boards',
    parts: ['board'],
    liquids: Object.keys(liquids) as Liquid[],
    verdict: 'harmful',
    why: 'Boards are brushed dry: any liquid creeps under the parts and is found weeks later.',
  },
  {
    id: 'blown-boards',
    parts: ['board'],
    tools: ['compressor', 'pressure', 'wire brush'],
    verdict: 'harmful',
    why: 'A line without a trap blows water and oil into the board, and spins the fan until it makes current; a jet drowns it, and wires bridge contacts.',
  },
  {
    id: 'trapped-air-on-boards',
    parts: ['board'],
    tools: ['trapped compressor'],
    verdict: 'disputed',
    why: 'With the trap drained and the pressure low some find it as good as canned gas; others do not trust the trap. Hold the blades.',
  },
  {
    id: 'washed-fans',
    parts: ['fan'],
    tools: ['pressure'],
    verdict: 'harmful',
    why: 'Water in the bearing or the motor ends the fan. Wet the brush, not the fan.',
  },
  {
    id: 'caustic-on-clear',
    parts: ['clear plastic'],
    liquids: ['caustic'],
    verdict: 'harmful',
    why: 'Caustic attacks polycarbonate and dulls acrylic.',
  },
  {
    id: 'degreaser-on-clear',
    parts: ['clear plastic'],
    liquids: ['degreaser'],
    verdict: 'disputed',
    why: 'Mild ones do no harm, say some; others hold solvents or lye that haze it. Soap does as well.',
  },
  {
    id: 'film-on-clear',
    parts: ['clear plastic', 'glass panel'],
    liquids: ['oil', 'grease'],
    verdict: 'harmful',
    why: 'A film that binds soot, on what must be looked through.',
  },
  {
    id: 'caustic-on-glass',
    parts: ['glass panel'],
    liquids: ['caustic'],
    verdict: 'disputed',
    why: 'It lifts burnt tar; left on it etches the glass and runs into seals and aluminium frames.',
  },
  {
    id: 'oil-on-bed',
    parts: ['aluminium bed', 'steel bed'],
    liquids: ['oil', 'grease'],
    verdict: 'harmful',
    why: 'Oil on a bed burns under the next cut.',
  },
  {
    id: 'solvent-on-bed',
    parts: ['aluminium bed', 'steel bed', 'rail', 'dry rail'],
    liquids: ['thinner', 'label remover'],
    verdict: 'disputed',
    why: 'It lifts tar, say some; what is left of it in cells and bearings burns or washes the grease out. Degreaser does as well.',
  },
  {
    id: 'acetone-on-rail',
    parts: ['rail', 'dry rail'],
    liquids: ['acetone'],
    verdict: 'disputed',
    why: 'It degreases fastest, say some; wheels, belts and covers of plastic beside the rail crack or soften under it, and the grease is washed out. Alcohol does as well.',
  },
  {
    id: 'solvent-on-housing',
    parts: ['housing', 'fan'],
    liquids: ['acetone', 'thinner'],
    verdict: 'harmful',
    why: 'It dissolves paint, plastic housings and the blades of fans.',
  },
  {
    id: 'label-remover-on-housing',
    parts: ['housing'],
    liquids: ['label remover'],
    verdict: 'disputed',
    why: 'On bare metal it does no harm; paint and plastic soften under it.',
  },
  {
    id: 'film-on-fan',
    parts: ['fan'],
    liquids: ['oil', 'grease', 'label remover'],
    verdict: 'harmful',
    why: 'Oil or grease on blades binds soot, and what runs into the bearing washes its oil out.',
  },
  {
    id: 'jet-on-machine',
    parts: ['optic', 'clear plastic', 'glass panel', 'rail', 'dry rail', 'housing'],
    tools: ['pressure'],
    verdict: 'harmful',
    why: 'A jet drives water into bearings, seals and boards. Only a steel bed that is out is washed so.',
  },
  {
    id: 'brush-on-rail',
    parts: ['rail', 'dry rail', 'glass panel', 'fan'],
    tools: ['wire brush'],
    verdict: 'harmful',
    why: 'It scores what must run or be looked through smoothly, and leaves its wires behind.',
  },
  {
    id: 'brush-under-plate',
    parts: ['aluminium bed', 'steel bed', 'housing'],
    tools: ['wire brush'],
    verdict: 'disputed',
    why: 'It takes off burnt flakes, say some; others will not make dust of them. Only with extraction running and a respirator.',
  },
];

const partsOfKinds: Readonly<Partial<Record<string, Part>>> = {
  mirror: 'optic',
  'panel-mirror': 'optic',
  'beam-window': 'optic',
  'inner-lens': 'optic',
  window: 'optic',
  'field-lens': 'optic',
  lens: 'optic',
  'head-mirror': 'optic',
  shield: 'clear plastic',
  camera: 'clear plastic',
  'clear-parts': 'clear plastic',
  honeycomb: 'aluminium bed',
  slats: 'aluminium bed',
  wheels: 'rail',
  'wheel-rail': 'rail',
  rods: 'rail',
  'linear-bearing': 'rail',
  'round-rails': 'dry rail',
  'hood-slides': 'rail',
  'lead-screws': 'rail',
  'diode-module': 'board',
  'head-fan': 'board',
  'outlet-fan': 'fan',
  'inline-fan': 'fan',
};

/**
 * What a station is made of, by its kind and what the machine card says of bed and lid. Where the card
 * says nothing, what is harmed most easily is assumed: an aluminium bed, a plastic lid.
 * @param runsDry whether the build says that this rail is never greased; left out: not told
 */
export function partOf(
  stationKind: string,
  card: Readonly<Record<string, string>>,
  runsDry?: boolean,
): Part {
  const part = partsOfKinds[stationKind] ?? 'housing';
  if (part === 'rail' && runsDry) return 'dry rail';
  if (part === 'dry rail' && runsDry === false) return 'rail';
  if (part === 'aluminium bed' && /\bsteel\b/i.test(card['bed'] ?? '')) return 'steel bed';
  if (stationKind === 'clear-parts' && /\bglass\b/i.test(card['lid'] ?? '')) return 'glass panel';
  return part;
}

const holds = (text: string, words: readonly string[]) =>
  words.some((word) => new RegExp(`(?<![a-z])${word}`, 'i').test(text));

/** What a method in words uses, as far as it names it. */
export function readMethod(text: string): ReadMethod {
  let read = known.get(text);
  if (!read) {
    read = readAnew(text);
    // what people write themselves comes in too: not without end
    if (known.size >= mostKnown) known.clear();
    known.set(text, read);
  }
  return read;
}

/** What a method names. */
interface ReadMethod {
  liquids: readonly Liquid[];
  tools: readonly Tool[];
}

/** Methods that were read before: a sheet asks for the same few over and over. */
const known = new Map<string, ReadMethod>();
const mostKnown = 2000;

function readAnew(text: string): ReadMethod {
  const named = <K extends string>(table: Readonly<Record<K, readonly string[]>>) =>
    (Object.keys(table) as K[]).filter((key) => holds(text, table[key]));
  const wet = named<Liquid>(liquids);
  const by = named<Tool>(tools);
  return {
    // damp with something named is not damp with water: faintly damp isopropyl is right on a window
    liquids: wet.some((one) => one !== 'damp') ? wet.filter((one) => one !== 'damp') : wet,
    tools:
      by.includes('compressor') && withTrap.test(text)
        ? by.map((one) => (one === 'compressor' ? 'trapped compressor' : one))
        : by,
  };
}

const withTrap = /\b(with|through|behind)\b[^,;]*\b(trap|separator)\b|\btrapped\b/i;

/** How a method is judged for a part. */
export interface Judgement {
  verdict: Verdict;
  /** the rule that decided; `null` when nothing speaks against it */
  rule: MatrixRule | null;
}

/** The strictest that the matrix says of a method in words, for a part. */
export function judgeMethod(text: string, part: Part): Judgement {
  const used = readMethod(text);
  const speaks = ({ parts: of, liquids: wet, tools: by }: MatrixRule) =>
    of.includes(part) &&
    (!wet || wet.some((liquid) => used.liquids.includes(liquid))) &&
    (!by || by.some((tool) => used.tools.includes(tool)));
  const rule =
    matrix.find((one) => one.verdict === 'harmful' && speaks(one)) ??
    matrix.find((one) => speaks(one)) ??
    null;
  return { verdict: rule?.verdict ?? 'allowed', rule };
}

/** The field of the problem that a disputed method meets until somebody decides. */
export const disputedField = 'disputed method';
