import { needs, unscrew } from './acts';
import type { Written, WrittenLine, WrittenWay } from './written';

const holdBlades: WrittenLine = { act: 'blades' };

const flick: WrittenLine = [
  'Flick it: it turns freely for two turns.',
  'A fan that must be pushed round will not start under power.',
];

const fanOut: WrittenWay = {
  id: 'out',
  name: 'fan lifted out',
  school: 'fan-out:out',
  tools: ['soft brush kept for boards'],
  minutes: [14, 0, 0],
  active: [
    unscrew([
      'Undo the fan’s screws; hold its weight with the other hand; do not let it hang.',
      'The lead is short and tears at the motor: that ends the fan.',
    ]),
    holdBlades,
    'Brush both sides of the blades, the frame, the fins behind it.',
    [
      'Back in by its corners, never by the hub; arrow for the air the same way as before.',
      'Pressed on the hub, the bearing is dented.',
    ],
    flick,
  ],
};

/** A head brushed out where it hangs: nothing is unscrewed, and no plug is drawn. */
const fromOutside: WrittenWay = {
  id: 'outside',
  name: 'from outside, top on',
  school: 'head-brush:outside',
  minutes: [5, 0, 0],
  inPlace: true,
  active: [
    needs('torch', [
      'Look in with a torch: fluff on the blades, brown spots on the board? Say so in the note.',
      'What is caked or brown is opened: that is its strip-clean, at the bench.',
    ]),
    [
      'What covers the glass stays on, and a dry cloth lies under the head.',
      'What is brushed loose falls: on the cloth, not on the glass or the bed.',
    ],
    { act: 'blades', with: 'the wooden end of a swab' },
    'Soft brush kept for boards, its hairs through the openings: blades, then the vents all round, always outwards.',
    {
      act: 'blow',
      where: 'slantwise in at the vents and out past the blades, never straight down at the board',
    },
    needs('cotton swabs', [
      'Turn the fan with the wooden end of the swab: it turns freely for two turns.',
      'A fan that must be pushed round will not start under power.',
    ]),
  ],
};

export const moduleFanClean: Written = {
  drawing: 'fan',
  dusty: true,
  name: 'top off, fan left in',
  active: [
    [
      'Look at the board before anything: brown spots, a plug half out? Say so in the note.',
      'It is seen only now.',
    ],
    holdBlades,
    {
      act: 'by build',
      feature: 'head-fan',
      says: {
        two: unscrew('Two fans with two screws each: one after the other, not both out at once.'),
      },
    },
    'Soft brush kept for boards: blades, then vents, then the fins of the heat sink, always outwards.',
    { act: 'blow', where: 'from the inside out, never at the board' },
    flick,
  ],
  ways: [fanOut, fromOutside],
  stop: 'You see light between the fins; the fan turns freely.',
  wrong: ['The lead is caught under the cover.', 'A screw drops into the heat sink: count them.'],
  proofs: ['fan'],
};

/** Where nothing covers the fan there is nothing to open. */
export const openFanClean: Written = {
  ...moduleFanClean,
  name: 'fan left in',
  ways: [fanOut],
};

export const headFanClean: Written = {
  ...moduleFanClean,
  name: 'fan left in',
  active: [
    'Head on the cloth, fan up. Leave the ribbon cable flat; it is not folded.',
    holdBlades,
    {
      act: 'by build',
      feature: 'head-fan',
      says: {
        two: unscrew('Two fans with two screws each: one after the other, not both out at once.'),
      },
    },
    'Soft brush kept for boards: blades, then the openings beside it, outwards.',
    { act: 'blow', where: 'through the openings, away from the plug' },
    flick,
  ],
  ways: [],
};

export const outletFanClean: Written = {
  drawing: 'fan',
  dusty: true,
  wait: { verb: 'dries', place: 'drying' },
  active: [
    'Take a picture of which way the arrow for the air points.',
    needs(
      'vacuum with a fine filter',
      'Dry brush first: blades, both sides, and the frame. The dust goes into the vacuum.',
    ),
    [
      'Degreaser on the brush, never on the fan, hub held upwards; none runs into the bearing.',
      'Degreaser in the bearing washes its oil out: the fan squeals in a week.',
    ],
    'Wipe the rim and the grille; then let it stand where air passes it.',
  ],
  finishing: [
    ['Dry, hub and plug too.', 'Nothing wet goes back near electrics.'],
    flick,
    'Arrow for the air the way the picture shows: outwards.',
  ],
  stop: 'Turns freely when flicked; no flake falls when it is tapped.',
  wrong: [
    'Put back the wrong way round: it blows the smoke in.',
    'A blade chipped by a scraper shakes.',
  ],
  proofs: ['fan', 'draught'],
};

const draughtBefore: WrittenLine = [
  'The draught was felt or measured before the machine went off: the figure stands in the note.',
  'Without the figure before, nobody knows what was won.',
];

export const ductClean: Written = {
  drawing: 'fan',
  dusty: true,
  active: [
    draughtBefore,
    needs(
      ['bin bag', 'torch'],
      'Clamp off, hose over a bin bag; look in with a torch. Clean? Looked at and fine, clamp on.',
    ),
    [
      'Respirator on. Vacuum, then chip brush, towards the bag.',
      'The flakes are not for lungs, and tar in a duct burns.',
    ],
    'Clamps on all round, no kink, flap outside moves.',
  ],
  stop: 'A torch shows bare wall as far as it reaches; the draught is no less than it was.',
  wrong: ['A clamp is left loose: smoke in the room.', 'The flap outside sticks after wind.'],
  proofs: ['draught'],
};

/** The fan in the line: the duct on both sides of it is another station. */
export const inlineFanClean: Written = {
  drawing: 'fan',
  dusty: true,
  active: [
    draughtBefore,
    needs('bin bag', 'Its plug is out; clamps off on both sides, a bin bag under it.'),
    holdBlades,
    'Brush blades and housing towards the bag; wipe; nothing runs into the hub.',
    flick,
    'Clamps on all round, the arrow for the air outwards.',
  ],
  stop: 'Blades bare on both sides; it turns freely; no flake falls when it is tapped.',
  wrong: ['It goes back the wrong way round: it blows the smoke in.'],
  proofs: ['draught', 'fan'],
};

export const portClean: Written = {
  drawing: 'surface',
  dusty: true,
  active: [
    ['Respirator on, vacuum held beside the brush.', 'The flakes are not for lungs.'],
    {
      act: 'by build',
      feature: 'vents',
      says: { set: 'Note which vents are open and which are blocked: they go back so.' },
    },
    'Wire brush round the edges of each opening, then the soft brush inside.',
    'Vacuum what fell, also behind and below.',
  ],
  stop: 'The edges are bare metal; nothing falls when tapped.',
  wrong: ['Flakes are pushed in instead of drawn out: they block the filter.'],
  proofs: ['draught'],
};

/** Ports and vents that are reached from inside with a cloth on a dowel. */
export const portInside: Written = {
  ...portClean,
  name: 'from inside',
  active: [
    ['Respirator on, vacuum held beside the brush.', 'The flakes are not for lungs.'],
    needs(
      'dowel',
      'A cloth wound on a dowel through each opening from inside, turned as it comes out.',
    ),
    'Soft brush round the edges; vacuum what fell, also behind and below.',
  ],
};

export const filterCheck: Written = {
  drawing: 'surface',
  dusty: true,
  active: [
    'Note its size and the arrow for the air.',
    'Hold it to the light. Light through it: vacuum the dirty side and use it on.',
    [
      'No light, or it is wet or torn: a new one.',
      'A blocked filter lets the smoke stay in the machine, on the optics.',
    ],
    'In with the arrow the way the air goes; the seal sits all round.',
  ],
  stop: 'Light comes through evenly. Looked at and fine is a result.',
  wrong: [
    'Blown through from the dirty side: the dust is now in the fan.',
    'The arrow points the wrong way.',
  ],
  proofs: ['draught'],
};

export const airPumpClean: Written = {
  drawing: 'fan',
  dusty: true,
  active: [
    'Hose off at the pump. Look into the port and the hose: soot, water?',
    'Soft brush round the intake; its felt is tapped out, or changed when black.',
    [
      'Blow through the hose away from the machine and from you.',
      'What is in it would otherwise land on the lens.',
    ],
    'Hose on, to the end of the barb.',
  ],
  stop: 'No soot at the port; the hose is clear.',
  wrong: ['The hose is kinked behind the machine: no air at the nozzle.'],
  proofs: ['fan'],
};

/** An assist fan has a cover and blades, no felt and no hose. */
export const assistFanClean: Written = {
  drawing: 'fan',
  dusty: true,
  parts: [{ name: 'Cover of the assist fan', screws: 4, facing: 'Grille outwards' }],
  active: [
    'Four star screws of its cover out, by hand; cover off.',
    ['Hold the hub while blowing.', 'A fan blown round makes current backwards.'],
    { act: 'blow', where: 'from the blades towards the room' },
    needs(
      ['soft brush', 'torch'],
      'Soft brush over blades and grille; the port to the head looked through with a torch.',
    ),
    flick,
    { act: 'screws', what: 'four star screws' },
  ],
  stop: 'Blades and grille bare, the port clear; it turns freely.',
  wrong: ['It is looked for a felt: there is none.', 'The cover sits over a lead and pinches it.'],
  proofs: ['fan'],
};
