import type { StepFacts } from '../../core/cleaning/step';
import type { Verdict } from '../matrix';
import { handDrivers, type Act, type RailType, type Said } from './acts';
import type { WrittenLine } from './written';

/** What a sentence is composed from: the methods in force at a station, its build, its machine card. */
export interface By {
  /** the school in force for a question */
  school: (question: string) => string;
  /** what a way in words does to what the station is made of; a dispute that the shop has settled is allowed */
  verdict: (method: string) => Verdict;
  /** the variant of a feature of the build; `undefined` where the machine does not have it */
  variant: (feature: string) => string | undefined;
  /** the shop's own words for a feature that it wrote itself; none where it did not */
  ownWords: (feature: string) => readonly string[];
  card: Readonly<Record<string, string>>;
  /** what its rails are on this build; none: no rail, or not told */
  rails: readonly { axis: string; type: RailType }[];
}

/** A step as it is read. */
export interface Composed {
  text: string;
  why: string | null;
  facts: StepFacts | null;
  /** what must lie ready for it, as the stores name it */
  uses: readonly string[];
  /** ids of cautions that this choice brings with it */
  cautions: readonly string[];
}

const line = (
  text: string,
  why: string | null,
  facts: StepFacts | null,
  uses: readonly string[] = [],
  cautions: readonly string[] = [],
): Composed => ({ text, why, facts, uses, cautions });

interface Liquid {
  /** in the middle of a sentence */
  name: string;
  tool: string;
  /** a dose on swab or tissue */
  dose: string;
  cautions: readonly string[];
}

const liquids: Readonly<Record<string, Liquid>> = {
  isopropyl: {
    name: 'isopropyl 99 %',
    tool: 'isopropyl alcohol 99 %',
    dose: 'two drops',
    cautions: ['solvent'],
  },
  denatured: {
    name: 'denatured alcohol',
    tool: 'denatured alcohol',
    dose: 'two drops',
    cautions: ['solvent'],
  },
  acetone: {
    name: 'acetone',
    tool: 'acetone',
    dose: 'one drop',
    cautions: ['solvent', 'acetone'],
  },
  spirit: {
    name: 'methylated spirit',
    tool: 'methylated spirit',
    dose: 'two drops',
    cautions: ['solvent'],
  },
  'optics-fluid': {
    name: "the maker's optics fluid",
    tool: "maker's optics fluid",
    dose: 'two drops',
    cautions: ['solvent'],
  },
  'glass-cleaner': { name: 'glass cleaner', tool: 'glass cleaner', dose: 'a drop', cautions: [] },
};

interface Carrier {
  /** what is held */
  noun: string;
  tool: string;
}

const carriers: Readonly<Record<string, Carrier>> = {
  cotton: { noun: 'cotton swab', tool: 'cotton swabs' },
  foam: { noun: 'foam swab', tool: 'lens swabs' },
  tissue: { noun: 'lens tissue', tool: 'lens tissue' },
  'thin-stick': { noun: 'thin cotton stick', tool: 'thin swabs' },
};

const wipe: Carrier = { noun: 'optics wipe', tool: 'ready-wet optics wipes' };

/** What carries the liquid: a ready-wet wipe needs nothing else; a narrow hole needs a thin stick. */
function carrierOf(by: By): Carrier {
  if (by.school('optic-liquid') === 'wipes') return wipe;
  if (by.variant('reach') === 'beam-hole') return carriers['thin-stick']!;
  return carriers[by.school('optic-carrier')] ?? carriers['foam']!;
}

const isSheet = ({ noun }: Carrier) => noun === 'lens tissue' || noun === 'optics wipe';

function gloves(by: By): Composed[] {
  const facts: StepFacts = { action: 'glove', part: 'hands', gloves: true };
  const why = 'Skin oil on glass burns in at the first pulse and takes the coating with it.';
  if (by.school('gloves') === 'on' || by.school('optic-liquid') === 'acetone') {
    return [line('Fresh gloves on.', why, facts, ['nitrile gloves'])];
  }
  return [
    line('Hands washed and dry; no finger on the glass, hold it by its rim.', why, {
      ...facts,
      gloves: false,
    }),
  ];
}

function protect(by: By): Composed[] {
  if (by.school('optic-liquid') !== 'acetone') return [];
  return [
    line(
      'Clear lid, shield and plastic housing nearby: covered with a dry cloth, or the work carried to the bench. The bottle stays away from them.',
      'One drop of acetone melts acrylic and dulls a housing; its vapour crazes what is under stress.',
      { action: 'protect', part: 'clear plastic nearby', hazard: 'acetone' },
      ['dry cloth to cover plastics'],
    ),
  ];
}

function wet(by: By): Composed[] {
  const carrier = carrierOf(by);
  const facts: StepFacts = {
    action: 'wet',
    part: carrier.noun,
    carriedBy: carrier.noun,
    wet: true,
  };
  if (carrier === wipe) {
    return [
      line(
        'Take a fresh ready-wet optics wipe out of its packet; one that drags has dried out.',
        null,
        { ...facts, with: 'ready-wet wipe' },
        [wipe.tool],
      ),
    ];
  }
  const liquid = liquids[by.school('optic-liquid')] ?? liquids['isopropyl']!;
  const { dose, name, tool, cautions } = liquid;
  const thin = carrier.noun === 'thin cotton stick';
  const head = thin
    ? `Wind fresh cotton on a thin stick, so that its end cannot touch the glass, and wet it with ${dose} of ${name}.`
    : `Wet a fresh ${carrier.noun} with ${dose} of ${name}.`;
  const only =
    by.school('optic-liquid') === 'glass-cleaner'
      ? ' Only because the instructions of this machine name it.'
      : '';
  return [
    line(
      `${head} The ${thin ? 'cotton' : isSheet(carrier) ? 'tissue' : 'swab'} is wetted, never the glass.${only}`,
      'Liquid poured on runs behind the glass and into the head.',
      { ...facts, with: name, dose },
      [tool, carrier.tool],
      cautions,
    ),
  ];
}

/** The stroke in words, by how it moves and what is held. */
function movement(by: By, carrier: Carrier): { text: string; why: string; moves: string } {
  const held = isSheet(carrier)
    ? 'tissue'
    : carrier.noun === 'thin cotton stick'
      ? 'cotton'
      : 'swab';
  const away = `and the ${held} goes away`;
  const dab = isSheet(carrier)
    ? `Dab the grit off with a corner of the ${held} first.`
    : 'Dab the grit off first.';
  const again = `A ${held === 'swab' ? 'swab' : held} used twice rubs the grit it has picked up into the glass.`;
  switch (by.school('optic-stroke')) {
    case 'circles':
      return {
        text: `${dab} Then in circles from the middle to the rim, once, no pressure, ${away}.`,
        why: `Circles carry grit round and round: that is why it is dabbed off before, and why no second round is made with the same ${held}.`,
        moves: 'circles',
      };
    case 'spin':
      return {
        text: isSheet(carrier)
          ? `${dab} Then one stroke across, rolling the ${held} so that a clean fold follows, ${away}.`
          : `${dab} Then one stroke across, spinning the ${held} between the fingers so that a clean side follows, ${away}.`,
        why: again,
        moves: 'spin',
      };
    case 'drag':
      return {
        text: isSheet(carrier)
          ? `Lay the ${held} on and draw it off sideways, once, under its own weight; ${away.slice(4)}.`
          : `${dab} Then draw the ${held} across once, under its own weight, ${away}.`,
        why: again,
        moves: 'drag',
      };
    default:
      return {
        text: `${dab} Then one zig-zag from one side to the other, no pressure, ${away}.`,
        why: again,
        moves: 'dab, then zig-zag',
      };
  }
}

function stroke(by: By, { glass, faces, pressing }: Extract<Act, { act: 'stroke' }>): Composed[] {
  const carrier = carrierOf(by);
  const { text, why, moves } = movement(by, carrier);
  const tail =
    faces === 'both'
      ? ' Both faces, a fresh one each: residue creeps to the back.'
      : faces === 'from below'
        ? ' Only this face is reached: the other fouls too, so take it out when it stays dull.'
        : '';
  return [
    line(
      `${text}${tail}`,
      pressing === 'mount'
        ? 'Pressure moves the mount: the beam then misses the next mirror.'
        : why,
      { action: 'wipe', part: glass, carriedBy: carrier.noun, moves, wet: true },
      faces === 'both' ? [carrier.tool] : [],
    ),
  ];
}

function takeUp(by: By): Composed[] {
  const carrier = carrierOf(by);
  const dry = isSheet(carrier)
    ? 'lens tissue'
    : carrier.noun === 'thin cotton stick'
      ? 'stick with fresh cotton'
      : carrier.noun;
  const gone = by.school('optic-liquid') === 'acetone';
  return [
    line(
      gone
        ? `Acetone is gone at once: look for a streak at a slant, and take one up with a fresh, barely wet ${dry}.`
        : `Take up what is left with a dry ${dry}, before it dries to a streak.`,
      null,
      { action: 'take up', part: 'streaks', carriedBy: dry },
      [isSheet(carrier) ? 'lens tissue' : carrier.tool],
    ),
  ];
}

function blow(by: By, { where }: Extract<Act, { act: 'blow' }>): Composed[] {
  if (by.school('air') === 'compressor') {
    return [
      line(
        `Air from the compressor, through its drained trap, at 1 to 1.4 bar: ${where}. Nothing wet near it.`,
        'A line without a trap blows water and oil; a stronger jet tears leads and drives grit in.',
        { action: 'blow', part: where, air: 'compressor with trap, 1 to 1.4 bar' },
        ['compressor line with trap'],
        ['compressed-air'],
      ),
    ];
  }
  return [
    line(
      `Short bursts of canned gas, can upright: ${where}. Nothing wet near it.`,
      'A tilted can spits liquid that frosts and cracks parts.',
      { action: 'blow', part: where, air: 'canned gas' },
      ['canned gas'],
      ['compressed-air'],
    ),
  ];
}

function blades(
  by: By,
  { with: holder = 'a finger' }: Extract<Act, { act: 'blades' }>,
): Composed[] {
  return by.school('fan-blades') === 'spin'
    ? [
        line(
          'Let the blades spin, in short bursts; stop before they whine.',
          'A fan blown round runs faster than its bearings are made for, and makes current backwards.',
          { action: 'hold', part: 'fan', moves: 'let it spin' },
        ),
      ]
    : [
        line(
          `Hold the blades with ${holder} while brushing or blowing.`,
          'A fan blown round runs faster than its bearings are made for, and makes current backwards.',
          { action: 'hold', part: 'fan', moves: 'blades held' },
        ),
      ];
}

function cloth(by: By, { where, why }: Extract<Act, { act: 'cloth' }>): Composed[] {
  const reason = why ?? 'Spray drifts into boards, rails and optics.';
  switch (by.school('household')) {
    case 'degreaser':
      return [
        line(
          `Degreaser on the cloth, never sprayed: ${where}. Then a second cloth with water.`,
          reason,
          { action: 'wipe', part: where, with: 'degreaser', carriedBy: 'cloth', wet: true },
          ['household degreaser', 'microfibre'],
        ),
      ];
    case 'alcohol':
      return [
        line(
          `Denatured alcohol on the cloth, never sprayed and not on clear plastic: ${where}.`,
          reason,
          { action: 'wipe', part: where, with: 'denatured alcohol', carriedBy: 'cloth', wet: true },
          ['denatured alcohol', 'microfibre'],
          ['solvent'],
        ),
      ];
    default:
      return [
        line(
          `Damp cloth: ${where}. Where it fails, degreaser on the cloth, never sprayed.`,
          reason,
          { action: 'wipe', part: where, with: 'water', carriedBy: 'cloth', wet: true },
          ['microfibre', 'household degreaser'],
        ),
      ];
  }
}

function rail(by: By, { where }: Extract<Act, { act: 'rail' }>): Composed[] {
  const base = { action: 'wipe', part: where, carriedBy: 'cloth' } as const;
  switch (by.school('rail-cloth')) {
    case 'degreaser':
      return [
        line(
          `Degreaser on a cloth, ${where}; then a cloth with water, then a dry one.`,
          'Water left on steel rusts it.',
          { ...base, with: 'degreaser', wet: true },
          ['household degreaser', 'microfibre'],
        ),
      ];
    case 'dry':
      return [line(`Dry cloth ${where}.`, null, { ...base, wet: false }, ['microfibre'])];
    default:
      return [
        line(
          `Cloth with isopropyl ${where}. The cloth is wetted, not the rail.`,
          null,
          { ...base, with: 'isopropyl 99 %', wet: true },
          ['isopropyl alcohol 99 %', 'microfibre'],
          ['solvent'],
        ),
      ];
  }
}

/** What may lubricate each type of rail; the first is what it has where nothing is chosen. */
export const lubricantsFor: Readonly<Record<RailType, readonly string[]>> = {
  'v-wheels': ['silicone', 'lithium'],
  rods: ['silicone', 'light-oil', 'lithium'],
  bearing: ['lithium'],
  screw: ['lithium'],
  slides: ['maker'],
  dry: [],
};

const lubricantNames: Readonly<Record<string, { name: string; tool: string }>> = {
  silicone: { name: 'silicone grease', tool: 'silicone grease' },
  lithium: { name: 'white lithium grease', tool: 'white lithium grease' },
  'light-oil': { name: 'light oil on a cloth', tool: 'light oil' },
  maker: { name: "the maker's grease", tool: "maker's grease" },
};

/**
 * The lubricant of a rail: the shop's choice where this type takes it, else what the type is made for.
 * @returns `null` where nothing may go on, or where the shop runs its rails dry
 */
export function lubricantOf(by: By, type: RailType): { name: string; tool: string } | null {
  const allowed = lubricantsFor[type];
  if (allowed.length === 0) return null;
  const chosen = by.school('rail-lubricant');
  if (chosen === 'none') return type === 'v-wheels' || type === 'rods' ? null : named(allowed[0]!);
  if (chosen === 'maker' || by.variant('grease') === 'maker') return named('maker');
  return named(allowed.includes(chosen) ? chosen : allowed[0]!);
}

const named = (id: string) => lubricantNames[id]!;

function grease(by: By, { rail: usual, where }: Extract<Act, { act: 'grease' }>): Composed[] {
  const [first, ...others] = by.rails;
  if (first && others.some(({ type }) => type !== first.type)) {
    return by.rails.flatMap(({ axis, type }) => greased(by, type, `on ${axis}, ${where}`));
  }
  return greased(by, first?.type ?? usual, where);
}

function greased(by: By, type: RailType, where: string): Composed[] {
  const lubricant = lubricantOf(by, type);
  if (!lubricant) {
    return [
      line(
        where.startsWith('on ') ? `No lubricant ${where.slice(0, 4)}.` : 'No lubricant on these.',
        'They run dry: grease binds soot and the bearing jams.',
        {
          action: 'grease',
          part: where,
          lubricant: 'none',
        },
      ),
    ];
  }
  const { name, tool } = lubricant;
  const oil = name.startsWith('light oil');
  const beads = by.school('lubricant-amount') === 'beads' && !oil;
  const dose = oil ? 'a wet shine' : beads ? 'small beads' : 'half a pea';
  return [
    line(
      oil
        ? `${capital(name)}, ${where}: a shine and no drop; run it end to end by hand, wipe off what stands.`
        : beads
          ? `Small beads of ${name}, ${where}, a hand's width apart, left standing as from the factory; run it end to end by hand.`
          : `A thin bead of ${name}, ${where}, a pea cut in half for each; worked in by hand from end to end, the surplus off.`,
      'Never two kinds on one rail; what stands gathers soot, and spray washes the rest out.',
      { action: 'grease', part: where, lubricant: name, dose },
      [tool],
    ),
  ];
}

function belt(by: By, { single }: Extract<Act, { act: 'belt' }>): Composed[] {
  const belts = single ? 'the belt' : 'each belt';
  switch (by.school('belt-cloth')) {
    case 'towel':
      return [
        line(
          `Pinch ${belts} in a towel with degreaser and run it its full way and back, slowly, by hand. Then a dry towel.`,
          'Fingers between belt and wheel are caught: hold the towel well away from the wheels.',
          { action: 'wipe', part: 'belt', with: 'degreaser', carriedBy: 'towel', wet: true },
          ['household degreaser', 'microfibre'],
        ),
      ];
    case 'detergent':
      return [
        line(
          `Rag with water and detergent along back and teeth of ${belts}; then dry, to the last drop.`,
          null,
          { action: 'wipe', part: 'belt', with: 'detergent', carriedBy: 'rag', wet: true },
          ['mild soap', 'microfibre'],
        ),
      ];
    default:
      return [
        line(
          `Dry cloth along the back and the teeth of ${belts}.`,
          null,
          { action: 'wipe', part: 'belt', carriedBy: 'cloth', wet: false },
          ['microfibre'],
        ),
      ];
  }
}

function clear(by: By): Composed[] {
  const chosen = by.school('lid');
  const names: Readonly<Record<string, string>> = {
    'window-cleaner': 'window cleaner',
    vinegar: 'half water, half vinegar',
    alcohol: 'alcohol',
  };
  const name = names[chosen];
  const why = 'Ammonia and window cleaners haze acrylic in time; strong solvents craze it at once.';
  if (name && by.verdict(`${name} on a cloth`) !== 'harmful') {
    return [
      line(
        `${capital(name)} on microfibre; straight strokes, no pressure.`,
        why,
        { action: 'wipe', part: 'clear part', with: name, carriedBy: 'microfibre', wet: true },
        [name, 'microfibre'],
      ),
    ];
  }
  return [
    line(
      `Warm water with a drop of soap on microfibre; straight strokes.${name ? ` Not ${name} here: this is clear plastic.` : ''}`,
      why,
      {
        action: 'wipe',
        part: 'clear part',
        with: 'soap and water',
        carriedBy: 'microfibre',
        wet: true,
      },
      ['warm water', 'mild soap', 'microfibre'],
    ),
  ];
}

function degrease(by: By, { what }: Extract<Act, { act: 'degrease' }>): Composed[] {
  const facts: StepFacts = { action: 'soak', part: what, with: 'degreaser', wet: true };
  const steel = /\bsteel\b/i.test(by.card['bed'] ?? '');
  const check = steel ? 'Gloves and goggles on.' : 'Check the bottle: no caustic on aluminium.';
  const why = steel
    ? 'It takes the fat out of skin and hurts eyes.'
    : 'Caustic dissolves aluminium and gives off hydrogen.';
  return by.school('wet-what') === 'surface'
    ? [
        line(
          `Degreaser sprayed all over the ${what}, both sides, away from the machine. ${check}`,
          why,
          { ...facts, carriedBy: 'spray' },
          ['household degreaser'],
        ),
      ]
    : [
        line(
          `Degreaser all over the ${what} with a brush, both sides. ${check}`,
          why,
          { ...facts, carriedBy: 'brush' },
          ['household degreaser'],
        ),
      ];
}

/** Driver sizes as the machine card has them, for the step where they are needed. */
export function driverSize(by: Pick<By, 'card'>): string {
  const size = by.card['screws']?.trim();
  return size ? ` (${size})` : '';
}

function screws(by: By, { what = 'screws', hand }: Extract<Act, { act: 'screws' }>): Composed[] {
  const why = 'One screw tightened alone pulls the part askew, and plastic threads strip.';
  return by.school('driver') === 'powered' && !hand
    ? [
        line(
          `Start all ${what} by hand before any is tightened; run them down with the powered driver at its lowest torque, opposite corners; the last quarter turn by hand${driverSize(by)}.`,
          why,
          { action: 'fasten', part: what, driver: 'powered, last quarter turn by hand' },
          ['powered driver', handDrivers],
        ),
      ]
    : [
        line(
          `Start all ${what} before any is tightened; then snug with two fingers on the hand driver${driverSize(by)}, opposite corners; back to the first at the end.`,
          why,
          { action: 'fasten', part: what, driver: 'by hand' },
          [handDrivers],
        ),
      ];
}

function lensIn(by: By): Composed[] {
  const why =
    'The wrong way round the spot is three to four times as blurred: it will not cut, and nobody will know why.';
  const card = by.card['lens']?.trim();
  const way = card
    ? `as the machine card says: ${card}`
    : by.school('lens-curve') === 'up'
      ? 'bulging side up, towards the beam'
      : 'bulging side as you noted or pictured it';
  return [line(`Lens in, ${way}. By the rim only.`, why, { action: 'put in', part: 'lens' })];
}

function byBuild(by: By, { feature, says }: Extract<Act, { act: 'by build' }>): Composed[] {
  const variant = by.variant(feature);
  if (variant === undefined) return [];
  const own = by.ownWords(feature);
  if (own.length > 0) return own.map((text) => line(text, null, null));
  const said = says[variant];
  return said === undefined ? [] : compose([said], by);
}

const spoken = (said: Said, uses: readonly string[] = []): Composed =>
  typeof said === 'string' ? line(said, null, null, uses) : line(said[0], said[1], null, uses);

const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1);

function composeAct(act: Act, by: By): Composed[] {
  switch (act.act) {
    case 'gloves':
      return gloves(by);
    case 'protect':
      return protect(by);
    case 'wet':
      return wet(by);
    case 'stroke':
      return stroke(by, act);
    case 'take up':
      return takeUp(by);
    case 'blow':
      return blow(by, act);
    case 'blades':
      return blades(by, act);
    case 'cloth':
      return cloth(by, act);
    case 'rail':
      return rail(by, act);
    case 'grease':
      return grease(by, act);
    case 'belt':
      return belt(by, act);
    case 'clear':
      return clear(by);
    case 'degrease':
      return degrease(by, act);
    case 'screws':
      return screws(by, act);
    case 'lens in':
      return lensIn(by);
    case 'needs':
      return [spoken(act.says, act.tools)];
    case 'by build':
      return byBuild(by, act);
    default:
      return act satisfies never;
  }
}

/** Written steps as they are read under the methods and the build in force. */
export function compose(lines: readonly WrittenLine[], by: By): Composed[] {
  return lines.flatMap((written): Composed[] => {
    if (typeof written === 'object' && 'act' in written) return composeAct(written, by);
    return [spoken(written)];
  });
}

/** Tools and supplies that composed steps bring with them: a task names no others of these by itself. */
export const composedTools: ReadonlySet<string> = new Set([
  ...Object.values(liquids).map(({ tool }) => tool),
  ...Object.values(carriers).map(({ tool }) => tool),
  ...Object.values(lubricantNames).map(({ tool }) => tool),
  wipe.tool,
  'nitrile gloves',
  'canned gas',
  'compressor line with trap',
  'household degreaser',
  'warm water',
  'mild soap',
]);
