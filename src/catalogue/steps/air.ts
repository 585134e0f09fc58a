import type { Written, WrittenLine } from './written';

const holdBlades: WrittenLine = [
  'Hold the blades with a finger while brushing or blowing.',
  'A fan blown round runs faster than its bearings are made for, and makes current backwards.',
];

const flick: WrittenLine = [
  'Flick it: it turns freely for two turns.',
  'A fan that must be pushed round will not start under power.',
];

export const moduleFanClean: Written = {
  drawing: 'fan',
  dusty: true,
  name: 'fan left in',
  active: [
    [
      'Look at the board before anything: brown spots, a plug half out? Say so in the note.',
      'It is seen only now.',
    ],
    holdBlades,
    'Soft brush kept for boards: blades, then vents, then the fins of the heat sink, always outwards.',
    [
      'Short bursts of canned gas, can upright, from the inside out. Nothing wet near the board.',
      'A tilted can spits liquid that frosts and cracks parts.',
    ],
    flick,
  ],
  ways: [
    {
      id: 'out',
      name: 'fan lifted out',
      school: 'fan-out:out',
      minutes: [14, 0, 0],
      active: [
        [
          'Undo the fan’s screws; hold its weight with the other hand; do not let it hang.',
          'The lead is short and tears at the motor: that ends the fan.',
        ],
        holdBlades,
        'Brush both sides of the blades, the frame, the fins behind it.',
        [
          'Back in by its corners, never by the hub; arrow for the air the same way as before.',
          'Pressed on the hub, the bearing is dented.',
        ],
        flick,
      ],
    },
  ],
  stop: 'You see light between the fins; the fan turns freely.',
  wrong: ['The lead is caught under the cover.', 'A screw drops into the heat sink: count them.'],
  proofs: ['fan'],
};

export const headFanClean: Written = {
  ...moduleFanClean,
  name: 'fan left in',
  active: [
    'Head on the cloth, fan up. Leave the ribbon cable flat; it is not folded.',
    holdBlades,
    'Soft brush kept for boards: blades, then the openings beside it, outwards.',
    'Short bursts of canned gas, can upright. Nothing wet near the plug.',
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
    'Dry brush first: blades, both sides, and the frame. The dust goes into the vacuum.',
    [
      'Degreaser on the brush, hub held upwards; none runs into the bearing.',
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

export const ductClean: Written = {
  drawing: 'fan',
  dusty: true,
  active: [
    [
      'Feel or measure the draught at the machine before, and write it into the note.',
      'Without the figure before, nobody knows what was won.',
    ],
    'Clamp off, hose over a bin bag; look in with a torch. Clean? Looked at and fine, clamp on.',
    [
      'Respirator on. Vacuum, then chip brush, towards the bag.',
      'The flakes are not for lungs, and tar in a duct burns.',
    ],
    'Inline fan: blades held, brushed, wiped; it turns freely.',
    'Clamps on all round, no kink, flap outside moves.',
  ],
  stop: 'A torch shows bare wall as far as it reaches; the draught is no less than it was.',
  wrong: ['A clamp is left loose: smoke in the room.', 'The flap outside sticks after wind.'],
  proofs: ['draught', 'fan'],
};

export const portClean: Written = {
  drawing: 'surface',
  dusty: true,
  active: [
    ['Respirator on, vacuum held beside the brush.', 'The flakes are not for lungs.'],
    'Wire brush round the edges of each opening, then the soft brush inside.',
    'Vacuum what fell, also behind and below.',
  ],
  stop: 'The edges are bare metal; nothing falls when tapped.',
  wrong: ['Flakes are pushed in instead of drawn out: they block the filter.'],
  proofs: ['draught'],
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
