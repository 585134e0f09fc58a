import type { CareGroup } from '../core/care/care';

/** One honest way of doing a thing, with its reason. */
export interface MethodSchool {
  id: string;
  name: string;
  reason: string;
  caution?: string;
}

/** A question on which practitioners disagree. */
export interface MethodQuestion {
  id: string;
  question: string;
  /** groups of stations it is asked for */
  groups: readonly CareGroup[];
  schools: readonly MethodSchool[];
  /** ours, until the shop chooses */
  standard: string;
  why: string;
  /** what it changes beside a sheet, where it changes none: it is advice only */
  advice?: string;
}

const school = (id: string, name: string, reason: string, caution?: string): MethodSchool => ({
  id,
  name,
  reason,
  ...(caution && { caution }),
});

/** The schools of practice. Common practice, no source; the maker's word comes first. */
export const methodQuestions: readonly MethodQuestion[] = [
  {
    id: 'optic-liquid',
    question: 'What wets the optic?',
    groups: ['optics'],
    schools: [
      school(
        'isopropyl',
        'isopropyl 99 %',
        'evaporates, leaves no residue, cheap',
        'Flammable vapour: no firing until it is dry.',
      ),
      school(
        'denatured',
        'denatured alcohol',
        'what many shops have',
        'Additives can leave a film: look against the light.',
      ),
      school(
        'acetone',
        'acetone',
        'fast on the mirrors and lenses of glass tubes',
        'Never near plastic windows or housings.',
      ),
      school(
        'spirit',
        'methylated spirit',
        'at hand in workshops',
        'Dyes and additives can leave a film.',
      ),
      school('optics-fluid', "maker's optics fluid", 'made for the coating; pure ethanol in need'),
      school('wipes', 'ready-wet optics wipe', 'no bottle, no spill'),
      school(
        'glass-cleaner',
        'glass cleaner',
        'some instructions name it',
        "Only where the maker's instructions say so.",
      ),
    ],
    standard: 'isopropyl',
    why: "The maker's word first; else it evaporates clean and is gentle to coatings and plastics nearby.",
  },
  {
    id: 'optic-carrier',
    question: 'What carries it?',
    groups: ['optics'],
    schools: [
      school('cotton', 'cotton swab', 'at hand everywhere', 'Sheds lint.'),
      school('foam', 'foam swab', 'no lint'),
      school('tissue', 'lens tissue', 'large optics in one drag'),
      school(
        'thin-stick',
        'thin stick with cotton',
        'deep narrow holes',
        'It must not touch the glass with its end.',
      ),
    ],
    standard: 'foam',
    why: 'No lint; for narrow holes a thin swab that cannot touch the glass.',
  },
  {
    id: 'optic-stroke',
    question: 'How does it move?',
    groups: ['optics'],
    schools: [
      school('dab-zigzag', 'dab, then zig-zag', 'grit comes off before anything is rubbed'),
      school('circles', 'circles', 'even over round optics', 'Carries grit round and round.'),
      school('spin', 'spin the swab', 'a clean side all the way'),
      school('drag', 'drag the tissue', 'its own weight, no pressure'),
    ],
    standard: 'dab-zigzag',
    why: 'Dab off the grit first, then one pass a fresh swab, no pressure: grit scratches.',
  },
  {
    id: 'wet-what',
    question: 'Wet what?',
    groups: ['optics', 'bed', 'motion', 'air'],
    schools: [
      school('cloth', 'the swab or cloth', 'goes only where it is put'),
      school('surface', 'the surface', 'soaks residue', 'Only on a bed that is out.'),
    ],
    standard: 'cloth',
    why: 'Away from boards and gears always; residue on a bed that is out may be sprayed.',
  },
  {
    id: 'mirror-place',
    question: 'Mirrors: out or in place?',
    groups: ['optics'],
    schools: [
      school('mirrors-in', 'mirrors in place, never out', 'keeps the alignment'),
      school('mirrors-out', 'slide them out', 'both faces are seen', 'Prove the alignment after.'),
    ],
    standard: 'mirrors-in',
    why: 'In place while it comes clean; out when residue stays or the strip-clean is due, marked first and aligned after.',
  },
  {
    id: 'lens-place',
    question: 'The focus lens: out or in place?',
    groups: ['optics'],
    schools: [
      school(
        'lens-out',
        'lens always out',
        'its back side fouls too',
        'Mark it first: it can go back reversed.',
      ),
      school('lens-in', 'lens in place', 'no risk of reversing it'),
    ],
    standard: 'lens-out',
    why: 'Its back side fouls too; the sheet asks which way round it sat before it is touched.',
  },
  {
    id: 'lens-curve',
    question: 'Which way does the curve face?',
    groups: ['optics'],
    schools: [
      school(
        'up',
        'curved side up, to the beam',
        'most heads; lower aberration for a plano-convex lens in a parallel beam',
      ),
      school('picture', "as the machine card's picture shows", 'some heads differ'),
    ],
    standard: 'picture',
    why: 'The picture taken before removal; else the curved side towards the incoming beam.',
  },
  {
    id: 'air',
    question: 'Which air?',
    groups: ['optics', 'motion', 'air'],
    schools: [
      school('canned', 'canned gas', 'dry', 'Upright: liquid gas frosts glass.'),
      school(
        'compressor',
        'compressor',
        'free and strong',
        'Only with a water and oil trap, at 1 to 1.4 bar.',
      ),
    ],
    standard: 'canned',
    why: 'Dry. A compressor only with a trap and at low pressure.',
  },
  {
    id: 'fan-blades',
    question: 'The fan while blowing?',
    groups: ['air', 'optics'],
    schools: [
      school('hold', 'blades held', 'over-speed hurts bearings, and it generates'),
      school('spin', 'let it spin', 'quicker'),
    ],
    standard: 'hold',
    why: 'A fan blown round runs faster than it is made for.',
  },
  {
    id: 'fan-out',
    question: 'Fan out or in?',
    groups: ['air', 'optics'],
    schools: [
      school('in', 'left in its housing', 'a short lead breaks and is not repaired'),
      school('out', 'lifted out, its weight held', 'comes cleaner'),
    ],
    standard: 'in',
    why: 'In, unless stiff or caked.',
  },
  {
    id: 'head-brush',
    question: 'How is a head brushed out?',
    groups: ['air', 'optics'],
    schools: [
      school(
        'as-built',
        'by the build: from outside where opening it means unplugging it',
        'a quick round stays quick, and no plug is drawn for it',
      ),
      school(
        'top-off',
        'always with the top off',
        'the board and both sides of the blades are seen',
      ),
      school(
        'outside',
        'always from outside, top on',
        'nothing is unscrewed',
        'The board is not seen: the strip-clean looks at it.',
      ),
    ],
    standard: 'as-built',
    why: 'The top comes off where it does so on the machine; a head that must be unplugged for it is opened when it is stripped.',
  },
  {
    id: 'driver',
    question: 'Which driver?',
    groups: ['optics', 'motion', 'air'],
    schools: [
      school('hand', 'hand driver, two fingers', 'feels the plastic give'),
      school('powered', 'powered driver', 'quick'),
    ],
    standard: 'hand',
    why: 'By hand on heads and plastic; opposite corners, snug, not tight.',
  },
  {
    id: 'gloves',
    question: 'Gloves?',
    groups: ['optics', 'motion'],
    schools: [
      school('on', 'gloves on', 'solvent, skin oil'),
      school(
        'off',
        'gloves off',
        'small hex keys',
        'Washed hands, and no finger on glass; still on for solvent that hurts skin.',
      ),
    ],
    standard: 'on',
    why: 'On for solvent and optics.',
  },
  {
    id: 'rail-lubricant',
    question: 'What lubricates the rails?',
    groups: ['motion'],
    schools: [
      school('by-type', 'by the type of rail', 'each rail has what it was made for'),
      school('maker', "the maker's grease", 'where a tube came with the machine'),
      school('silicone', 'silicone grease', 'V-wheel rails'),
      school('lithium', 'white lithium grease', 'linear bearings and lead screws'),
      school('light-oil', 'light oil or grease on rods', 'round rods in bushings'),
      school('none', 'none on round rails', 'gathers soot'),
    ],
    standard: 'by-type',
    why: 'By the type of rail, as listed. Never spray oil, and never two kinds on one rail.',
  },
  {
    id: 'lubricant-amount',
    question: 'How much?',
    groups: ['motion'],
    schools: [
      school('thin', 'a thin bead, worked in, the excess wiped', 'gathers least soot'),
      school('beads', 'small beads left, as from the factory', 'a store of grease'),
    ],
    standard: 'thin',
    why: 'Excess gathers soot.',
  },
  {
    id: 'household',
    question: 'Which household cleaner?',
    groups: ['motion', 'air', 'bed'],
    schools: [
      school('damp', 'damp cloth', 'enough for most'),
      school('degreaser', 'degreaser on a cloth', 'where a damp cloth fails'),
      school('alcohol', 'denatured alcohol on a cloth', 'what degreaser leaves'),
    ],
    standard: 'damp',
    why: 'Damp cloth, then degreaser on the cloth, then alcohol; nothing sprayed near boards.',
  },
  {
    id: 'rail-cloth',
    question: 'What cleans the rails?',
    groups: ['motion'],
    schools: [
      school(
        'alcohol',
        'isopropyl on a cloth',
        'takes the old grease, leaves no water on steel',
        'Flammable vapour: no power until it is dry.',
      ),
      school('degreaser', 'degreaser on a cloth', 'where grease has turned to tar'),
      school('dry', 'dry cloth', 'nothing creeps into a bearing'),
    ],
    standard: 'alcohol',
    why: 'It takes soot and old grease together and is gone in a minute.',
  },
  {
    id: 'belt-cloth',
    question: 'How are belts cleaned?',
    groups: ['motion'],
    schools: [
      school('dry', 'dry cloth along back and teeth', 'nothing swells the belt'),
      school(
        'towel',
        'pinched in a degreaser towel and run its full way',
        'quick, both faces at once',
        'It pinches fingers: move the gantry slowly, by hand.',
      ),
      school('detergent', 'rag with water and detergent, then dry', 'lifts tar, cheap'),
    ],
    standard: 'dry',
    why: 'Dry while it comes clean; wet only what is sticky.',
  },
  {
    id: 'drying',
    question: 'Where does the honeycomb dry?',
    groups: ['bed'],
    schools: [
      school('sun', 'outdoors in sun and wind', 'an hour', 'Dry, warm weather only.'),
      school('window', 'by a window or radiator', 'about four hours'),
      school('indoors', 'standing indoors', 'overnight at worst'),
      school('blown', 'blown out and wiped', 'two hours, a can of gas or a trapped line'),
    ],
    standard: 'window',
    why: 'It works all the year round; in sun and wind it takes an hour.',
  },
  {
    id: 'lid',
    question: 'Clear plastic lids?',
    groups: ['air'],
    schools: [
      school('soap', 'soap and water', 'harms no clear plastic'),
      school(
        'window-cleaner',
        'window cleaner',
        'works at first',
        'Ammonia hazes acrylic in time.',
      ),
      school('vinegar', 'half water, half vinegar', 'streaks less'),
      school(
        'alcohol',
        'alcohol on a cloth',
        'lifts resin',
        'Disputed on acrylic: it may craze under stress.',
      ),
    ],
    standard: 'soap',
    why: 'By the material of the lid; soap and water is safe on all of them.',
  },
  {
    id: 'honeycomb',
    question: 'The honeycomb?',
    groups: ['bed'],
    schools: [
      school('soak', 'degreaser soak, brush, rinse', 'quick and cheap'),
      school(
        'wipe',
        'wiped with alcohol',
        'no soak, but slow and costly',
        'Much vapour: open air, no spark.',
      ),
      school('long-soak', 'long soak overnight', 'no scrubbing'),
      school(
        'pressure',
        'pressure wash from several angles',
        'deep',
        'Steel only, wide jet, at a distance.',
      ),
      school('oven', 'oven cleaner', 'burnt-on residue', 'Steel only: caustic attacks aluminium.'),
      school('cells', 'swabs cell by cell', 'no bath at hand'),
    ],
    standard: 'soak',
    why: 'About an hour in degreaser, brush, rinse, dry.',
  },
  {
    id: 'under-plate',
    question: 'Under the plate?',
    groups: ['bed'],
    schools: [
      school('wipe', 'wipe or degrease', 'no dust'),
      school(
        'brush',
        'brass brush on a drill',
        'burnt-on flakes',
        'Only with extraction running and a respirator: the flakes are not for lungs.',
      ),
    ],
    standard: 'wipe',
    why: 'Nothing becomes dust.',
  },
  {
    id: 'how-clean',
    question: 'How clean is clean?',
    groups: ['optics', 'bed'],
    schools: [
      school(
        'function',
        'until nothing transfers to the work',
        'function is enough for beds and base',
      ),
      school('bright', 'bright metal', 'the next fouling is seen'),
    ],
    standard: 'function',
    why: 'Function for beds and base, crystal clear for optics.',
  },
  {
    id: 'between-cuts',
    question: 'Glass between two cuts of a job?',
    groups: ['optics'],
    schools: [
      school(
        'offered',
        'offered, the machine left on, the beam disarmed',
        'the origin stays, the job goes on',
        'Only where the maker’s manual allows it: where it says off, it is off.',
      ),
      school('never', 'not in this shop', 'nobody reaches into a machine that is on'),
    ],
    standard: 'offered',
    why: 'Offered only where the glass comes out by hand and a key or the lid disarms the beam.',
  },
  {
    id: 'coolant',
    question: 'The coolant?',
    groups: ['coolant'],
    schools: [
      school('month', 'look every four weeks, change half-yearly', 'enough for closed loops'),
      school('week', 'look weekly, change monthly', 'open buckets'),
    ],
    standard: 'month',
    why: 'Level every four weeks, change every six months or when cloudy, warm or conductive.',
    advice: 'It changes no sheet. The limits of the care plan say how often: set them there.',
  },
];

/** Ways to do a task that a record can name; free text is taken too. */
export const methodChoices: Readonly<Record<CareGroup, readonly string[]>> = {
  optics: [
    'isopropyl 99 %, foam swab',
    'isopropyl 99 %, lens tissue',
    'ready-wet optics wipe',
    "maker's optics fluid",
    'soap and water',
  ],
  bed: [
    'degreaser soak, brush, rinse',
    'vacuum',
    'damp cloth',
    'scrape and degrease',
    'pressure wash (steel only)',
  ],
  motion: [
    'damp cloth',
    'isopropyl 99 % on a cloth, re-greased',
    'silicone grease',
    'white lithium grease',
    'looked at only',
  ],
  air: [
    'dry brush',
    'canned gas, blades held',
    'vacuum',
    'degreaser on a cloth',
    'damp cloth',
    'soap and water',
  ],
  coolant: ['looked at only', 'topped up, distilled', 'changed, distilled'],
};

/**
 * Answers to questions that were asked otherwise once: out or in place was one question for lens and
 * mirrors together.
 */
export function presentQuestion(question: string, choice: string): string {
  if (question !== 'in-place') return question;
  return choice.startsWith('lens') ? 'lens-place' : 'mirror-place';
}
