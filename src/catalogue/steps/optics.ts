import type { Written, WrittenLine, WrittenPart } from './written';

const dries = { verb: 'dries', place: null } as const;

const gloves: WrittenLine = [
  'Fresh gloves on.',
  'Skin oil on glass burns in at the first pulse and takes the coating with it.',
];

const wetSwab: WrittenLine = [
  'Wet a fresh swab with two drops of alcohol. The swab is wetted, never the glass.',
  'Liquid poured on runs behind the glass and into the head.',
];

const zigzag: WrittenLine = [
  'Dab the grit off first. Then one zig-zag from one side to the other, no pressure, and the swab goes away.',
  'A swab used twice rubs the grit it has picked up into the glass.',
];

const dryEnd = 'Take up what is left with a dry swab, before it dries to a streak.';

export const windowWipe: Written = {
  drawing: 'glass',
  glass: true,
  wait: dries,
  active: [
    'Move the head by hand to where you can see the glass from below or with a small mirror.',
    [
      'Look at the glass with a torch held flat before anything touches it: a crack, or a square etched into it, means a new window.',
      'A damaged window heats up and breaks, or throws the beam aside.',
    ],
    gloves,
    wetSwab,
    zigzag,
    dryEnd,
  ],
  stop: 'Held to the light there seems to be no glass, and a fresh swab stays white.',
  wrong: [
    'Alcohol still under the rim at the first pulse: it leaves a ring. Let it dry in full.',
    'Only the middle is wiped: the rim is where it comes back from.',
  ],
  proofs: ['burn'],
};

export const beamWindowWipe: Written = {
  ...windowWipe,
  active: [
    'Lid up. Find every window between tube and head; the beam passes all of them.',
    [
      'Look at each with a torch held flat before touching it: a crack or a cloudy spot means a new window.',
      'A damaged window absorbs the beam, heats up and breaks.',
    ],
    gloves,
    wetSwab,
    'Begin with the window by the tube, the cleanest; one swab is enough for it, the one by the head takes two or three.',
    zigzag,
    dryEnd,
  ],
};

const windowOut: readonly WrittenPart[] = [
  { name: 'Protective window and its ring', facing: 'The marked face to the work' },
];

export const windowStrip: Written = {
  drawing: 'glass',
  glass: true,
  wait: dries,
  name: 'with swabs',
  parts: windowOut,
  active: [
    gloves,
    'Head on a soft cloth, on its side. Undo the ring of the window by hand; on some heads it turns the other way when seen from the front.',
    [
      'Tip the window out onto lens tissue, and hold it by the rim only. Mark which face was to the work.',
      'Held by its face it must be begun again; put back the other way round, the soiled face sits where no swab reaches it.',
    ],
    [
      'Look at the inner lens through the hole. Look only: it is not touched.',
      'It is soft and coated, and one stroke marks it for good. If it is soiled, stop and say so in the note.',
    ],
    'Loosen what is caked on the seat of the window with a dry brush, opening down, so that it falls out and not in.',
    wetSwab,
    zigzag,
    'The same on the other face: residue creeps to the back.',
  ],
  finishing: [
    [
      'Dry by touch of tissue and by look, both faces.',
      'Vapour shut in under the ring hazes the inner lens.',
    ],
    'New window? Peel the foil off both faces.',
    'A lens alarm that still shows after it is clean is latched: reset it, and say so in the note.',
    [
      'Window in, the marked face to the work; ring on by hand, snug and no more.',
      'An over-tight ring cracks the window when it warms up.',
    ],
  ],
  ways: [
    {
      id: 'soak',
      name: 'soaked overnight in alcohol, covered',
      minutes: [6, 720, 6],
      parts: windowOut,
      active: [
        'Take the window out as usual, by the rim.',
        [
          'Into a small lidded glass with alcohol, standing on its edge. Lid on.',
          'An open glass of alcohol overnight is vapour in a shut room: away from heaters, sparks and machines.',
        ],
      ],
      finishing: [
        'Lift it out by the rim, dry on tissue.',
        'One zig-zag a face with a fresh swab.',
        'Window in, the marked face to the work; ring on by hand, snug and no more.',
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
  wait: { verb: 'dries', place: null },
  active: [
    [
      'Crust first: loosen what is caked on shield, nozzle and vents with a dry brush, head held opening down.',
      'Blown loose later, it falls into the optics.',
    ],
    'Housing: damp cloth, nothing that drips.',
    'Vents and heat sink: soft brush kept for boards, from the inside outwards.',
    [
      'Fan: hold the blades with a finger while brushing or blowing.',
      'A fan blown round runs faster than its bearings are made for, and it makes current backwards into the board.',
    ],
    [
      'Board: dry brush only, it stays where it is. Look for brown spots and loose plugs.',
      'Liquid on a board creeps under the parts and is found weeks later.',
    ],
    'Nozzle and its hole: thin swab with alcohol, until it comes out white.',
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
  active: [
    'Nozzle on the cloth. Scrape off the crust with a wooden stick, not with steel.',
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
  wait: { verb: 'dries', place: null },
  active: [
    'Shield off, or hold it from behind with a finger.',
    [
      'Mild cleaner on the cloth; wait half a minute; wipe towards the edge.',
      'Solvents craze coloured shields, and what is crazed no longer keeps the light in.',
    ],
    'Scrape nothing: soak the cloth once more instead.',
  ],
  stop: 'A fresh cloth stays clean, and the lower edge is smooth to the finger.',
  wrong: ['Residue left on the lower edge scrapes the work.', 'Over-tight screws crack it.'],
};

export const fieldLensWipe: Written = {
  drawing: 'glass',
  glass: true,
  wait: dries,
  active: [
    'Hood up, cap off. Look at the lens from below with a torch held flat: a chip or a crack ends the work here.',
    gloves,
    [
      'Let loose dust fall off by itself; no breath, no blowing from below.',
      'Breath leaves water and salt on the coating.',
    ],
    'A fresh ready-wet wipe, laid on, drawn once across under its own weight, then thrown away.',
    'A second one at right angles. Lay no fingertip on the glass.',
  ],
  stop: 'No streak in the reflection of a lamp, at a slant.',
  wrong: [
    'The wipe has dried out in its packet: it drags. Take another.',
    'The cap is left off overnight.',
  ],
  proofs: ['burn'],
};

const lensOut: readonly WrittenPart[] = [
  { name: 'Lens', facing: 'As the drawing shows', lens: true },
];

const lensIn: readonly WrittenLine[] = [
  [
    'Lens in the way round that you kept: bulging side as the drawing says. Rim only.',
    'The wrong way round the spot is three to four times as blurred: it will not cut, and nobody will know why.',
  ],
  [
    'Retaining ring by hand, end of thread and a touch.',
    'Over-tight it cracks the lens when it warms up; loose, the focus wanders.',
  ],
];

export const lensWipe: Written = {
  drawing: 'glass',
  glass: true,
  wait: dries,
  name: 'taken out',
  parts: lensOut,
  active: [
    gloves,
    'Soft cloth under the head before the ring is undone.',
    'Ring off by hand; on some holders it turns the other way when seen from the front. Glued in? Then clean it in place.',
    [
      'Tip the lens onto lens tissue. Before anything else: which side bulges, and which way did it face? Put it on the tray list.',
      'This is the one moment at which it is still known.',
    ],
    [
      'Chipped or broken? Stop: wet wipe, seal it in a bag, hazardous waste by local rule; no blowing, no bare hands.',
      'Zinc selenide dust is toxic.',
    ],
    'Lens tissue with two drops of alcohol, laid on, drawn off sideways under its own weight. Both faces, a fresh tissue each.',
  ],
  finishing: ['Hold it to the light: both faces.', ...lensIn],
  ways: [
    {
      id: 'in-place',
      name: 'in place',
      school: 'in-place:lens-in',
      minutes: [5, 3, 0],
      active: [
        'Look up through the opening with a torch: a crack or a chip ends the work here.',
        gloves,
        wetSwab,
        [
          'One zig-zag from below, no pressure. Only this face: the other fouls too, so take it out when it stays dull.',
          'Pressure on a lens in its holder tilts or cracks it.',
        ],
        dryEnd,
      ],
    },
  ],
  stop: 'Held to the light the glass seems not to be there; no streak in a reflection; both faces.',
  wrong: [
    'It goes back upside down because nobody looked.',
    'A fingertip on the face: that glass is begun again.',
    'The ring cross-threads and the lens sits at a tilt.',
  ],
  proofs: ['burn'],
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
    [
      'Before anything else: which side bulges, and which way did it face? Put it on the tray list.',
      'This is the one moment at which it is still known.',
    ],
    [
      'Chipped or broken? Stop: wet wipe, seal it in a bag, hazardous waste by local rule; no blowing, no bare hands.',
      'Zinc selenide dust is toxic.',
    ],
    'Lens tissue with two drops of alcohol, drawn across under its own weight. Both faces, a fresh tissue each.',
  ],
  finishing: [
    'Hold it to the light: both faces.',
    'Plain end of the tool: press the holder home until it sits flush all round.',
  ],
  ways: [],
  wrong: [
    'The holder sits askew: the spot wanders as the head moves.',
    'A fingertip on the face: that glass is begun again.',
  ],
};

export const mirrorWipe: Written = {
  drawing: 'glass',
  glass: true,
  wait: dries,
  name: 'in place',
  active: [
    [
      'Begin with the mirror by the tube and go on towards the head: from the cleanest to the dirtiest.',
      'So that one clean swab serves, and soot from the head is not carried to the first mirror.',
    ],
    'Look at it at a slant with a torch: a burnt spot or a lifted coating means a new mirror.',
    gloves,
    wetSwab,
    [
      'One stroke across, turning the swab as it goes, with no more pressure than its own weight.',
      'Pressure moves the mount: the beam then misses the next mirror.',
    ],
    dryEnd,
  ],
  ways: [
    {
      id: 'out',
      name: 'taken out',
      parts: [{ name: 'Mirror in its holder', facing: 'Three pen marks in line' }],
      school: 'in-place:mirrors-out',
      minutes: [10, 2, 5],
      proofs: ['dots'],
      active: [
        [
          'Pen marks in three places across mirror holder and mount, and a picture.',
          'The same mirror turned by a few degrees sends the beam elsewhere.',
        ],
        'Holder out; leave the three alignment screws alone.',
        gloves,
        wetSwab,
        'One stroke across the face, turning the swab; then the back and the seat, dry.',
      ],
      finishing: [
        'Holder in, on its marks; ring snug.',
        [
          'Dots in all corners are due before the machine returns.',
          'A mirror that was out is not aligned until it is proved.',
        ],
      ],
    },
  ],
  stop: 'No film and no marks at a slant; a fresh swab stays white.',
  wrong: [
    'An alignment screw is bumped with the knuckle.',
    'Alcohol runs behind the mirror and creeps out when it warms up.',
  ],
  proofs: ['burn'],
};

export const headMirrorWipe: Written = {
  ...mirrorWipe,
  active: [
    'The mirror on the head is the dirtiest: it comes last of the mirrors.',
    ...mirrorWipe.active.slice(1),
  ],
};

export const panelMirrorCheck: Written = {
  drawing: 'glass',
  glass: true,
  wait: dries,
  active: [
    'Torch at a slant on the mirror. Clear and even: looked at and fine, panel on again.',
    gloves,
    'Marked or dull: loosen the thumb screw, tilt the mirror out on its hinge, hold by the rim.',
    wetSwab,
    ['One stroke across, no pressure.', 'Pressure bends the mount.'],
  ],
  finishing: [
    [
      'Mirror back on its seat; thumb screw snug.',
      'A loose mirror shakes, and lines double at speed.',
    ],
    'Wiggle it with a fingertip: it does not move.',
  ],
  stop: 'No film and no marks at a slant; a fresh swab stays white.',
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

export const clearPlasticWipe: Written = {
  drawing: 'surface',
  wait: { verb: 'dries', place: null },
  active: [
    'Vacuum or brush off the grit first, without rubbing.',
    [
      'Warm water with a drop of soap on microfibre; straight strokes.',
      'Ammonia and window cleaners haze acrylic in time; strong solvents craze it at once.',
    ],
    'A second cloth with clear water, then a dry one.',
  ],
  stop: 'Clear and dry; the work can be seen through it.',
  wrong: ['Paper towels scratch it.', 'Water runs into the lamp strip: cloth damp, not wet.'],
};
