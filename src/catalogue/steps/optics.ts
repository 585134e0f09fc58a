import { needs, unscrew } from './acts';
import type { Written, WrittenLine, WrittenPart, WrittenWay } from './written';

const dries = { verb: 'dries', place: null } as const;

const gloves: WrittenLine = { act: 'gloves' };
const protect: WrittenLine = { act: 'protect' };
const wet: WrittenLine = { act: 'wet' };
const takeUp: WrittenLine = { act: 'take up' };

const lookFirst = (words: string): WrittenLine =>
  needs('torch', [
    `Look at the glass with a torch held flat before anything touches it: ${words}.`,
    'A damaged window heats up and breaks, or throws the beam aside.',
  ]);

export const windowWipe: Written = {
  drawing: 'glass',
  glass: true,
  wet: true,
  wait: dries,
  active: [
    'Move the head by hand to where you can see the glass from below or with a small mirror.',
    lookFirst('a crack, or a square etched into it, means a new window'),
    gloves,
    protect,
    wet,
    { act: 'stroke', glass: 'protective window' },
    takeUp,
  ],
  stop: 'Held to the light there seems to be no glass, and a fresh swab stays white.',
  wrong: [
    'Alcohol still under the rim at the first pulse: it leaves a ring. Let it dry in full.',
    'Only the middle is wiped: the rim is where it comes back from.',
  ],
};

export const beamWindowWipe: Written = {
  ...windowWipe,
  active: [
    'Lid up. Find every window between tube and head; the beam passes all of them.',
    needs('torch', [
      'Look at each with a torch held flat before touching it: a crack or a cloudy spot means a new window.',
      'A damaged window absorbs the beam, heats up and breaks.',
    ]),
    gloves,
    protect,
    wet,
    'Begin with the window by the tube, the cleanest; one swab is enough for it, the one by the head takes two or three.',
    { act: 'stroke', glass: 'beam window' },
    takeUp,
  ],
};

const windowOut: readonly WrittenPart[] = [
  { name: 'Protective window and its ring', facing: 'The marked face to the work' },
];

const latched: WrittenLine = {
  act: 'by build',
  feature: 'alarm',
  says: {
    latched:
      'The lens alarm is latched: with the glass in and the power on, reset it, and say so in the note.',
    clears: 'The lens alarm clears by itself: if it stays, look at the glass again.',
  },
};

const glassOff: WrittenLine = {
  act: 'by build',
  feature: 'glass',
  says: {
    ring: 'Undo the ring of the window by hand.',
    cap: 'Lens cap off by hand, over the cloth.',
    'other-way': [
      'Unscrew the holder of the glass: seen from the front it turns the other way.',
      'Forced the wrong way, its thread is gone.',
    ],
  },
};

const glassIn: WrittenLine = {
  act: 'by build',
  feature: 'glass',
  says: {
    ring: [
      'Window in, the marked face to the work; ring on by hand, to the end of its thread and a touch.',
      'An over-tight ring cracks the window when it warms up.',
    ],
    cap: [
      'Window in, the marked face to the work; cap on by hand, to the end of its thread and a touch.',
      'An over-tight cap cracks the window when it warms up.',
    ],
    'other-way': [
      'Window in, the marked face to the work; the holder turns in the other way, seen from the front: snug.',
      'Forced the wrong way, its thread is gone.',
    ],
  },
};

const innerLook: WrittenLine = [
  'Look at the inner lens through the hole. Look only: it is not touched.',
  'It is soft and coated, and one stroke marks it for good. If it is soiled, stop and say so in the note; an etched patch on it means a new assembly from the maker.',
];

/** Where nothing stands before the glass: the ring by hand, both faces, the ring again. */
export const windowByHand: Written = {
  drawing: 'glass',
  glass: true,
  wet: true,
  wait: dries,
  name: 'out by hand',
  parts: windowOut,
  active: [
    gloves,
    'Soft cloth under the head.',
    glassOff,
    needs(
      'lens tissue',
      'Window tipped onto lens tissue, held by its rim; mark which face was to the work.',
    ),
    innerLook,
    protect,
    wet,
    { act: 'stroke', glass: 'protective window', faces: 'both' },
  ],
  finishing: [
    ['Dry by touch of tissue, both faces.', 'Vapour shut in under the ring hazes the inner lens.'],
    glassIn,
    latched,
  ],
  stop: 'Held to the light there seems to be no glass; no streak in a reflection; both faces.',
  wrong: [
    'The ring cross-threads: turn it backwards until it clicks, then on.',
    'A hair or lint under the ring tilts the window: the spot turns oval.',
  ],
};

export const windowStrip: Written = {
  drawing: 'glass',
  glass: true,
  wet: true,
  wait: dries,
  name: 'with swabs',
  parts: windowOut,
  active: [
    gloves,
    {
      act: 'by build',
      feature: 'reach',
      says: {
        'below-and-bench': 'Head on a soft cloth, on its side.',
        'behind-bench': 'Head on a soft cloth, on its side.',
        'beam-hole': 'Head on a soft cloth, on its side.',
        behind: 'Soft cloth under the head.',
      },
    },
    glassOff,
    needs('lens tissue', [
      'Tip the window out onto lens tissue, and hold it by the rim only. Mark which face was to the work.',
      'Held by its face it must be begun again; put back the other way round, the soiled face sits where no swab reaches it.',
    ]),
    innerLook,
    needs(
      'brush kept for optics',
      'Loosen what is caked on the seat of the window with a dry brush, opening down, so that it falls out and not in.',
    ),
    protect,
    wet,
    { act: 'stroke', glass: 'protective window', faces: 'both' },
  ],
  finishing: [
    [
      'Dry by touch of tissue and by look, both faces.',
      'Vapour shut in under the ring hazes the inner lens.',
    ],
    'New window? Peel the foil off both faces.',
    glassIn,
    latched,
  ],
  ways: [
    {
      id: 'soak',
      name: 'soaked overnight in alcohol, covered',
      minutes: [6, 720, 6],
      parts: windowOut,
      active: [
        'Take the window out as usual, by the rim.',
        needs('isopropyl alcohol 99 %', [
          'Into a small lidded glass with alcohol, standing on its edge. Lid on.',
          'An open glass of alcohol overnight is vapour in a shut room: away from heaters, sparks and machines.',
        ]),
      ],
      finishing: [
        needs('lens tissue', 'Lift it out by the rim, dry on tissue.'),
        wet,
        { act: 'stroke', glass: 'protective window', faces: 'both' },
        glassIn,
      ],
    },
  ],
  stop: 'Held to the light there seems to be no glass; no streak in a reflection; both faces.',
  wrong: [
    'The ring cross-threads: turn it backwards until it clicks, then on.',
    'A hair or lint under the ring tilts the window: the spot turns oval.',
  ],
  proofs: ['burn'],
};

export const headStrip: Written = {
  drawing: 'fan',
  dusty: true,
  at: 'bench',
  wait: { verb: 'airs out', place: 'bench' },
  active: [
    'Vents and heat sink: soft brush kept for boards, from the inside outwards.',
    { act: 'blades' },
    {
      act: 'by build',
      feature: 'head-fan',
      says: {
        'short-lead': 'Fan: brush blades and frame, both sides as far as its lead lets it.',
        two: unscrew(
          'Two fans, one after the other: two screws out, brush blades and frame, two screws in, then the next.',
        ),
      },
    },
    [
      'Board: dry brush only, it stays where it is. Look for brown spots and loose plugs.',
      'Liquid on a board creeps under the parts and is found weeks later.',
    ],
    { act: 'blow', where: 'from the heat sink outwards, never at the board' },
    'Plates may be wiped apart from the board; back only when dry to the last drop.',
    needs(
      ['thin swabs', 'isopropyl alcohol 99 %'],
      'Beam hole: thin swab with alcohol, until the cotton comes out white.',
    ),
  ],
  finishing: [
    [
      'Nothing is wet any more: fan, plugs, edges of the board.',
      'Touch-dry is not dry, and power goes on soon.',
    ],
    [
      'Flick the fan: it turns freely for two turns.',
      'A fan that must be pushed round will not start under power.',
    ],
  ],
  stop: 'You see through the heat sink from end to end; the fan turns freely; the brush brings nothing more.',
  wrong: [
    'The fan lead is short and tears at the motor: hold the weight of the fan, do not let it hang.',
    'The earth lug is forgotten under its screw.',
  ],
  proofs: ['travel-hand', 'frame', 'burn', 'fan'],
};

export const nozzleClean: Written = {
  drawing: 'surface',
  wet: true,
  active: [
    needs(
      'wooden stick',
      'Nozzle on the cloth. Scrape off the crust with a wooden stick, not with steel.',
    ),
    [
      'Thin swab with alcohol through the hole, from both sides, turning.',
      'Build-up narrows the hole: the air no longer reaches the cut and the flame licks up.',
    ],
    'Hold it to the light.',
  ],
  stop: 'The hole is round and open on both sides; the last cotton comes out white.',
  wrong: ['A drill or needle makes the hole oval: the air then blows aside.'],
  proofs: ['burn'],
};

export const shieldClean: Written = {
  drawing: 'surface',
  wet: true,
  wait: { verb: 'dries', place: null },
  name: 'while it is off',
  active: [
    [
      'Mild cleaner on the cloth; wait half a minute; wipe towards the edge.',
      'Solvents craze coloured shields, and what is crazed no longer keeps the light in.',
    ],
    'Scrape nothing: soak the cloth once more instead.',
  ],
  stop: 'A fresh cloth stays clean, and the lower edge is smooth to the finger.',
  wrong: ['Residue left on the lower edge scrapes the work.', 'Over-tight screws crack it.'],
};

export const shieldInPlace: Written = {
  ...shieldClean,
  name: 'in place',
  active: ['Hold it from behind with a finger.', ...shieldClean.active],
};

export const fieldLensWipe: Written = {
  drawing: 'glass',
  glass: true,
  wet: true,
  wait: dries,
  active: [
    needs(
      'torch',
      'Hood up, cap off. Look at the lens from below with a torch held flat: a chip or a crack ends the work here.',
    ),
    gloves,
    [
      'Let loose dust fall off by itself; no breath, no blowing from below.',
      'Breath leaves water and salt on the coating.',
    ],
    protect,
    wet,
    { act: 'stroke', glass: 'field lens' },
    'A second one at right angles. Lay no fingertip on the glass.',
  ],
  stop: 'No streak in the reflection of a lamp, at a slant.',
  wrong: [
    'The wipe has dried out in its packet: it drags. Take another.',
    'The cap is left off overnight.',
  ],
};

const lensOut: readonly WrittenPart[] = [
  { name: 'Lens', facing: 'As the drawing shows', lens: true },
];

const whichWay: WrittenLine = [
  'Before anything else: which side bulges, and which way did it face? Draw it, picture it or read it from the card, on the tray list.',
  'This is the one moment at which it is still known.',
];

const chipped: WrittenLine = [
  'Chipped or broken? Stop: wet wipe, seal it in a bag, hazardous waste by local rule; no blowing, no bare hands.',
  'Zinc selenide dust is toxic.',
];

const lensStop =
  'Held to the light the glass seems not to be there; no streak in a reflection; both faces.';

const lensInPlace = {
  id: 'in-place',
  name: 'in place',
  school: 'lens-place:lens-in',
  minutes: [2, 2, 0],
  inPlace: true,
  proofs: [],
  active: [
    needs(
      'torch',
      'Look up through the opening with a torch: a crack or a chip ends the work here.',
    ),
    gloves,
    protect,
    wet,
    { act: 'stroke', glass: 'focus lens', faces: 'from below' },
    takeUp,
  ],
} as const;

export const lensWipe: Written = {
  drawing: 'glass',
  glass: true,
  wet: true,
  wait: dries,
  name: 'taken out',
  parts: lensOut,
  active: [
    gloves,
    'Soft cloth under the head before the ring is undone.',
    'Ring off by hand; on some holders it turns the other way when seen from the front.',
    needs('lens tissue', [
      'Tip the lens onto lens tissue, by the rim.',
      'Touched is dirty: that glass is begun again.',
    ]),
    whichWay,
    chipped,
    protect,
    wet,
    { act: 'stroke', glass: 'focus lens', faces: 'both' },
  ],
  finishing: [
    'Hold it to the light: both faces.',
    { act: 'lens in' },
    [
      'Retaining ring by hand, end of thread and a touch.',
      'Over-tight it cracks the lens when it warms up; loose, the focus wanders.',
    ],
  ],
  ways: [lensInPlace],
  stop: lensStop,
  wrong: [
    'It goes back upside down because nobody looked.',
    'A fingertip on the face: that glass is begun again.',
    'The ring cross-threads and the lens sits at a tilt.',
  ],
  proofs: ['dots', 'burn'],
};

/** Four small screws hold an assembly with the lens in it. */
export const assemblyLensWipe: Written = {
  ...lensWipe,
  active: [
    gloves,
    'Soft cloth under the head. The four small screws of the lens assembly out, opposite corners, a finger under it.',
    needs('lens tissue', [
      'Lift the lens out by its rim, onto lens tissue.',
      'Touched is dirty: that glass is begun again.',
    ]),
    whichWay,
    chipped,
    protect,
    wet,
    { act: 'stroke', glass: 'focus lens', faces: 'both' },
  ],
  finishing: [
    'Hold it to the light: both faces.',
    { act: 'lens in' },
    { act: 'screws', what: 'four small screws', hand: true },
  ],
  parts: [
    { name: 'Lens', facing: 'As the drawing shows', lens: true },
    { name: 'Lens assembly', screws: 4, facing: 'Notch to the front' },
  ],
};

/** A lens glued into its holder never leaves it. */
export const gluedLensWipe: Written = {
  drawing: 'glass',
  glass: true,
  wet: true,
  wait: dries,
  name: 'in place',
  active: [
    'The lens is glued into its holder: it is cleaned where it sits, or the holder is replaced whole.',
    ...lensInPlace.active,
  ],
  stop: 'No streak in the reflection of a torch, as far as it can be seen from below.',
  wrong: [
    'Somebody pries it out: the glue tears the coating.',
    'Alcohol under the rim at the first pulse: it leaves a ring.',
  ],
};

export const pulledLensWipe: Written = {
  ...lensWipe,
  name: 'pulled out',
  active: [
    gloves,
    'Soft cloth under the opening of the head.',
    [
      'The magnetic end of the tool draws the lens out, in its holder. Straight down, slowly.',
      'The plain end puts it back; mixed up, the lens comes out again with the tool or drops.',
    ],
    whichWay,
    chipped,
    protect,
    wet,
    { act: 'stroke', glass: 'focus lens', faces: 'both' },
  ],
  finishing: [
    'Hold it to the light: both faces.',
    { act: 'lens in' },
    'Plain end of the tool: press the holder home until it sits flush all round.',
  ],
  ways: [],
  wrong: [
    'The holder sits askew: the spot wanders as the head moves.',
    'A fingertip on the face: that glass is begun again.',
  ],
};

const slant: WrittenLine = needs(
  'torch',
  'Look at it at a slant with a torch: a burnt spot or a lifted coating means a new mirror.',
);

const mirrorStop = 'No film and no marks at a slant; a fresh swab stays white.';

export const mirrorWipe: Written = {
  drawing: 'glass',
  glass: true,
  wet: true,
  mount: true,
  wait: dries,
  name: 'in place',
  active: [
    slant,
    gloves,
    protect,
    wet,
    { act: 'stroke', glass: 'mirror', pressing: 'mount' },
    takeUp,
  ],
  ways: [
    {
      id: 'out',
      name: 'slid out',
      parts: [{ name: 'Mirror in its holder', facing: 'Pen marks in three places meet' }],
      school: 'mirror-place:mirrors-out',
      minutes: [10, 2, 5],
      proofs: ['dots', 'burn'],
      active: [
        [
          'Pen marks in three places across mirror holder and mount, and a picture.',
          'The same mirror turned by a few degrees sends the beam elsewhere.',
        ],
        'Thumb screw loosened, holder slid out; leave the three alignment screws alone.',
        'Look at both faces for scratch, crack and film.',
        gloves,
        protect,
        wet,
        { act: 'stroke', glass: 'mirror' },
        'The back and the seat, dry.',
      ],
      finishing: [
        'Holder in until it stops, on its marks; thumb screw snug: a loose mirror shakes.',
        [
          'Two of three marks meet and one is a hair off? The dots decide.',
          'A mirror that was out is not aligned until it is proved.',
        ],
      ],
    },
  ],
  stop: mirrorStop,
  wrong: [
    'An alignment screw is bumped with the knuckle.',
    'Alcohol runs behind the mirror and creeps out when it warms up.',
  ],
};

/** A mirror that stays in its mount: where it must come out, the glass alone is turned out of its ring. */
export const ringHeld = (written: Written): Written => ({
  ...written,
  ways: (written.ways ?? []).map((way) => (way.id === 'out' ? turnedOut : way)),
});

const turnedOut: WrittenWay = {
  id: 'out',
  name: 'turned out of its ring',
  parts: [{ name: 'Mirror glass', facing: 'Bright side to the beam' }],
  school: 'mirror-place:mirrors-out',
  minutes: [10, 2, 5],
  proofs: ['dots', 'burn'],
  active: [
    [
      'Ring of the mirror turned out by hand or with its key, one hand under it; leave the three alignment screws alone.',
      'Glass that drops is scratched or gone.',
    ],
    'Glass held by the rim, onto a clean cloth, bright side up, the number of its mirror beside it.',
    'Look at both faces for scratch, crack and film.',
    gloves,
    protect,
    wet,
    { act: 'stroke', glass: 'mirror' },
    'The back, the ring and the seat, dry: a crumb under it tilts the mirror.',
  ],
  finishing: [
    'Glass in, bright side to the beam, flat on its seat; it does not rock.',
    [
      'Ring in by hand to the end of its thread and a touch.',
      'Tighter bends the glass; loose, it shakes.',
    ],
    [
      'The dots decide whether it is back.',
      'A mirror that was out is not aligned until it is proved.',
    ],
  ],
};

/** The first of the chain: the cleanest. */
export const firstMirrorWipe: Written = {
  ...mirrorWipe,
  active: [
    [
      'The mirror by the tube is the cleanest: begin here, and go on towards the head.',
      'So that one clean swab serves, and soot from the head is not carried to the first mirror.',
    ],
    ...mirrorWipe.active,
  ],
};

export const headMirrorWipe: Written = {
  ...mirrorWipe,
  active: [
    'The mirror on the head is the dirtiest: it comes last of the mirrors.',
    ...mirrorWipe.active,
  ],
  wrong: [
    ...mirrorWipe.wrong,
    'Much of what the swab brings is off the rough housing, not off the glass: rubbing harder pulls fibres.',
  ],
};

const coverOff = 'Magnetic cover off, laid aside face up.';
const coverOn = 'Magnetic cover on: it snaps flush.';
const magneticCover = { name: 'Magnetic cover', facing: 'Arrow up' };

/** Behind a cover that magnets hold. */
export const coveredMirrorWipe: Written = {
  ...mirrorWipe,
  active: [coverOff, ...mirrorWipe.active],
  finishing: [coverOn],
  parts: [magneticCover],
  ways: mirrorWipe.ways!.map((way) => ({
    ...way,
    active: [coverOff, ...way.active],
    finishing: [...(way.finishing ?? []), coverOn],
    parts: [magneticCover, ...(way.parts ?? [])],
  })),
};

/** A mirror on the head that magnets hold and that seats one way only. */
export const magnetMirrorWipe: Written = {
  ...headMirrorWipe,
  name: 'lifted off its magnets',
  active: [
    'Lift the mirror off its magnets, straight, by its edge; it seats one way only.',
    slant,
    gloves,
    protect,
    wet,
    { act: 'stroke', glass: 'mirror' },
    takeUp,
  ],
  finishing: ['Mirror over its magnets: it snaps flush, one way only. It does not rock.'],
  parts: [{ name: 'Head mirror', facing: 'It seats one way only' }],
  ways: [],
  proofs: ['dots', 'burn'],
};

export const panelMirrorCheck: Written = {
  drawing: 'glass',
  glass: true,
  wet: true,
  mount: true,
  wait: dries,
  active: [
    needs(
      'torch',
      'Torch at a slant on the mirror. Clear and even: looked at and fine, panel on again.',
    ),
    gloves,
    'Marked or dull: loosen the thumb screw, slide the mirror out of its bracket, hold by the rim.',
    'Look at both faces for scratch, crack and film.',
    protect,
    wet,
    { act: 'stroke', glass: 'mirror' },
  ],
  finishing: [
    [
      'Mirror back in until it stops; thumb screw snug.',
      'A loose mirror shakes, and lines double at speed.',
    ],
    'Wiggle it with a fingertip: it does not move.',
  ],
  stop: mirrorStop,
  wrong: [
    'The thumb screw is left a turn loose.',
    'The tube side of the machine is opened too: never.',
  ],
  proofs: ['burn', 'dots'],
};

export const probeWipe: Written = {
  drawing: 'surface',
  active: [
    'Dry swab round the tip and the shaft.',
    'Alcohol on the swab for tar; none may run into the guide.',
    [
      'Press it up and let go: it must come down by itself.',
      'Soot lifts the focus, and every cut is then a little out of it.',
    ],
  ],
  stop: 'It moves freely and the tip is bare metal.',
  wrong: ['Grease on the shaft: soot sticks to it within a day.'],
};

/** A sensor that measures by light or sound moves nothing. */
export const sensorWipe: Written = {
  drawing: 'surface',
  wet: true,
  active: [
    'Look at its face: soot on it, a scratch, a loose cable?',
    'Dry swab over the face, then one barely wet with alcohol; none runs behind it.',
    [
      'It sits square on its holder, its cable free.',
      'Askew or smeared it measures wrong, and every focus is off.',
    ],
  ],
  stop: 'Its face is clear and it sits square, its cable free.',
  wrong: ['It is taken for a plunger and pressed: there is nothing to press.'],
};

export const clearPlasticWipe: Written = {
  drawing: 'surface',
  wet: true,
  wait: { verb: 'dries', place: null },
  active: [
    needs('soft brush', 'Vacuum or brush off the grit first, without rubbing.'),
    { act: 'clear' },
    'A second cloth with clear water, then a dry one.',
  ],
  stop: 'Clear and dry; the work can be seen through it.',
  wrong: ['Paper towels scratch it.', 'Water runs into the lamp strip: cloth damp, not wet.'],
};
