import { needs } from './acts';
import type { Written } from './written';

export const debrisClear: Written = {
  drawing: 'bed',
  dusty: true,
  active: [
    ['Wait until nothing glows or smokes.', 'A vacuum full of embers burns an hour later.'],
    'Off-cuts out by hand, the small ones with a vacuum with a fine filter.',
    [
      'Look under the edge of the work area and at the exhaust opening too.',
      'Small off-cuts gather there, and that is what catches fire.',
    ],
  ],
  stop: 'No loose piece left on or in the bed.',
  wrong: ['Dry-sweeping puts the soot on the optics.'],
};

export const underBedVacuum: Written = {
  drawing: 'bed',
  dusty: true,
  vacuums: true,
  active: [
    [
      'Wait until nothing glows or smokes, then vacuum from the corners to the middle.',
      'A vacuum full of embers burns an hour later.',
    ],
    'Follow the edges and the exhaust opening with the narrow nozzle.',
    needs('scraper', 'Feel for what the vacuum leaves: sticky scraps are lifted with a scraper.'),
  ],
  stop: 'A white sheet of paper drawn across stays white of crumbs.',
  wrong: ['Magnets, screws or a lens go up the hose: look first.'],
};

export const honeycombClean: Written = {
  drawing: 'bed',
  dusty: true,
  wait: { verb: 'soaks', place: 'wash', soaks: true },
  dries: 'comb',
  name: 'degreaser soak, brush, rinse',
  active: [
    'Carry it flat to the wash, by the frame: its edges cut.',
    'Knock it out over newspaper or vacuum both sides.',
    { act: 'degrease', what: 'honeycomb' },
    'Lay it flat in the tub, covered.',
  ],
  finishing: [
    'Brush from several angles, both sides; the cells have six walls.',
    'Rinse from several angles until the water runs clear.',
    'Shake it out, wipe the frame.',
    [
      'Stand it on edge where it dries, turn it once. It is dry when it is tapped on a cloth and no drop falls.',
      'Water in the cells drips onto the plate and steams into the optics.',
    ],
  ],
  ways: [
    {
      id: 'wipe',
      name: 'wiped with alcohol',
      school: 'honeycomb:wipe',
      minutes: [35, 5, 0],
      wait: { verb: 'airs out', place: null },
      tools: ['vacuum with a fine filter', 'denatured alcohol', 'microfibre', 'gloves and goggles'],
      active: [
        'Outdoors or in a strong draught, no spark near: this is a lot of vapour.',
        'Vacuum both sides.',
        'Alcohol on the cloth; along the cell walls, side by side, both faces.',
        'Let it air until it no longer smells.',
      ],
    },
    {
      id: 'long-soak',
      name: 'long soak overnight',
      school: 'honeycomb:long-soak',
      minutes: [8, 720, 15],
      dries: 'comb',
      active: [
        'Carry it flat to the wash, by the frame.',
        'Vacuum both sides.',
        'Mild degreaser, enough to cover it; lid or board on the tub, a note with the date on it.',
      ],
      finishing: [
        'Rinse from several angles until the water runs clear.',
        'Brush only where something still sticks.',
        [
          'Shake out, stand on edge where it dries, turn once.',
          'Water in the cells steams into the optics.',
        ],
      ],
    },
    {
      id: 'pressure',
      name: 'pressure wash (steel only)',
      school: 'honeycomb:pressure',
      minutes: [20, 0, 0],
      dries: 'comb',
      at: 'washer',
      tools: ['gloves and goggles', 'pressure washer'],
      active: [
        [
          'A magnet sticks to it: steel. If not, choose another way.',
          'The jet folds aluminium cells flat.',
        ],
        'Outdoors, goggles and gloves on, wide jet, at an arm’s length, from several angles.',
        [
          'Shake the cells out, stand it on edge where it dries, turn it once.',
          'Bare steel rusts overnight, and water in the cells steams into the optics.',
        ],
      ],
    },
    {
      id: 'cells',
      name: 'swabs cell by cell',
      school: 'honeycomb:cells',
      minutes: [60, 5, 0],
      wait: { verb: 'dries', place: null },
      tools: ['vacuum with a fine filter', 'cotton swabs', 'household degreaser', 'microfibre'],
      active: [
        'Vacuum both sides.',
        'Only the cells that are blocked: swab with degreaser through each, then a dry one.',
        'Wipe both faces.',
      ],
    },
  ],
  stop: 'Nothing transfers to a white sheet of paper, and the cells see light through. Burnt-in marks are accepted once.',
  bright: 'Bright metal in every cell, on both sides: the next fouling is seen at once.',
  wrong: [
    'Cells bent by leaning on them: the bed is no longer flat.',
    'Rinsed from one side only: the other side drips tar in use.',
    'Put back damp.',
  ],
};

/** A table that is lifted out like a honeycomb but has no cells to soak. */
export const slatWipe: Written = {
  drawing: 'bed',
  dusty: true,
  wait: { verb: 'dries', place: null },
  active: [
    'One slat at a time, back into its own place: they wear to their places.',
    { act: 'cloth', where: 'along the top edge and down both flanks' },
    'Feel the tips: burrs are taken off with a file away from the machine.',
  ],
  stop: 'Nothing transfers to a white sheet of paper laid on top.',
  bright: 'Bright metal along every slat.',
  wrong: ['Slats swapped: the bed is uneven.', 'Cuts on the fingers: gloves.'],
};

export const plateClean: Written = {
  drawing: 'bed',
  dusty: true,
  wet: true,
  extraction: true,
  dries: 'plate',
  wait: { verb: 'soaks', place: null, soaks: true },
  name: 'wipe and degrease',
  active: [
    ['Respirator on, the extraction running.', 'The flakes are not for lungs.'],
    needs('vacuum with a fine filter', 'Vacuum first, with the fine filter.'),
    {
      act: 'by build',
      feature: 'base',
      says: {
        free: 'The base lies free: push it up from below where its edge must be reached.',
        screwed: 'The base is held by screws: they stay in, unless tar has run under it.',
      },
    },
    'Degreaser on a cloth laid over what is caked: it soaks from above, it is never sprayed near boards.',
  ],
  finishing: [
    'Scrape with plastic or wood towards you into the cloth.',
    'Wipe with water, then dry, edges and corners too.',
    [
      'About 13 mm of air will be left between plate and bed: the spacers are in place.',
      'Without that air the plate is what burns.',
    ],
  ],
  ways: [
    {
      id: 'brush',
      name: 'brass brush on a drill',
      school: 'under-plate:brush',
      minutes: [15, 0, 5],
      dries: 'plate',
      tools: [
        'respirator',
        'gloves and goggles',
        'brass brush for a drill',
        'vacuum with a fine filter',
        'microfibre',
      ],
      active: [
        [
          'Respirator and goggles on, extraction running.',
          'It turns tar into dust that stays in the air for an hour.',
        ],
        'Everything else in the machine covered; head parked at the far end.',
        'Slow speed, flat, in strips; vacuum held beside the brush.',
      ],
      finishing: ['Vacuum again.', 'Wipe with a damp cloth, then dry; spacers in place.'],
    },
  ],
  stop: 'Nothing transfers to a white sheet of paper drawn across.',
  bright: 'Bright metal from edge to edge.',
  wrong: ['The plate is wiped only where it shows; the fire starts under the middle.'],
};

export const hoodPlateClean: Written = {
  ...plateClean,
  active: [
    'Hood up and held: it must not fall shut on your hands. Cap the field lens.',
    ...plateClean.active,
  ],
  finishing: [
    'Scrape with plastic or wood towards you into the cloth, away from the field lens.',
    'Wipe with water, then dry, edges and the slot of the hood too.',
    ['Cap off the field lens again.', 'The first pulse would go into the cap.'],
  ],
  ways: [],
  wrong: ['Cleaner splashes up to the field lens: cap it first.'],
};

export const trayEmpty: Written = {
  drawing: 'bed',
  dusty: true,
  vacuums: true,
  active: [
    [
      'Nothing in it glows or smokes. Then draw it out level.',
      'Embers under tar keep their heat for long.',
    ],
    'Empty it into the lidded metal bin.',
    'Wipe it; sticky tar is laid in degreaser outside the machine.',
    'Feet and runners clean, tray in until it stops all round.',
  ],
  stop: 'Empty, dry, and it slides.',
  wrong: ['A tray that is not home lets the air past: smoke stays in.'],
};

/** Where the tray is what was lifted out already. */
export const trayOnBench: Written = {
  ...trayEmpty,
  active: [
    ['Nothing in it glows or smokes.', 'Embers under tar keep their heat for long.'],
    'Empty it into the lidded metal bin.',
    'Wipe it outside the machine; sticky tar is laid in degreaser.',
    'Feet of the tray and their seats clean and dry.',
  ],
  stop: 'Empty, dry, feet and seats bare.',
};
