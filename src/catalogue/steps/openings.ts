import type { WrittenLine, WrittenOpening } from './written';

const laser: Pick<WrittenOpening, 'proofs'> = { proofs: ['travel-hand', 'frame', 'burn'] };

const pullThePlug: WrittenLine = [
  'Pull the cable plug by its body, never by the wires.',
  'A wire torn out of a plug is a fault that comes and goes for weeks.',
];

const untilItClicks: WrittenLine = [
  'Plug in until it clicks, then tug gently.',
  'A plug that is almost in fails when the head moves or warms up.',
];

const snug: WrittenLine = [
  'Start all screws before any is tightened; then snug, opposite corners, by hand; back to the first at the end.',
  'One screw tightened alone pulls the head askew, and plastic threads strip.',
];

const flush: WrittenLine = [
  'Head on its seat, flush all round, before a screw goes in.',
  'A screw that will not bite means that a part is not flush.',
];

const bedCatches: WrittenLine = [
  'The bed stays in: bring the head over its middle by hand.',
  'It catches the head, a screw or a glass that slips.',
];

const diodeHeadOff: WrittenOpening = {
  openMinutes: 2,
  open: [
    bedCatches,
    'Air hose off at the head, holding the fitting: its thread is delicate.',
    pullThePlug,
    'One hand under the head, the other undoes its screws with a hand driver.',
    [
      'Head on a soft cloth, on its side; opening down while its glass is out.',
      'Dust falls onto a glass that lies face up.',
    ],
  ],
  close: [
    flush,
    snug,
    untilItClicks,
    'Air hose on, finger-tight and a touch; cable free and flat, not coiled.',
  ],
  parts: [
    {
      name: 'Head',
      screws: 2,
      plugs: 1,
      hoses: 1,
      facing: 'Vents away from the gantry, opening down',
    },
  ],
  checks: ['plugs', 'screws', 'hose', 'cables'],
  ...laser,
  cautions: ['board'],
};

const enclosedHeadOff: WrittenOpening = {
  ...diodeHeadOff,
  open: [
    'Lid up, key in your pocket.',
    bedCatches,
    'Distance sensor off its magnet: hold it by the body and lay it aside, its cable on.',
    'Air hose off at the head, holding the fitting: its thread is delicate.',
    pullThePlug,
    'One hand under the head, the other undoes its two screws with a hand driver.',
    [
      'Head on a soft cloth, on its side; opening down while its glass is out.',
      'Dust falls onto a glass that lies face up.',
    ],
  ],
  close: [
    ...diodeHeadOff.close,
    [
      'Distance sensor back on its magnet, square.',
      'Askew, it measures wrong and every focus is off.',
    ],
  ],
};

const magneticHeadOff: WrittenOpening = {
  openMinutes: 2,
  open: [
    'Lid up. The tray stays in: bring the head over its middle by hand.',
    [
      'Ribbon cable: open the latch with a fingernail, draw the ribbon straight out, do not fold it.',
      'A ribbon with a crease fails in the crease.',
    ],
    'Lift the head top straight off its magnets, without twisting.',
    'Lay it on a soft cloth, opening down.',
  ],
  close: [
    'Head top over its magnets; let it snap down, flush all round.',
    [
      'Ribbon straight in to its line, latch shut, tug gently.',
      'Half in, the head fan or the lamp fails in the middle of a job.',
    ],
    'Ribbon free: move the head by hand to all four corners and watch it.',
  ],
  parts: [{ name: 'Head top', plugs: 1, facing: 'Ribbon cable to the side of the tube' }],
  checks: ['plugs', 'cables'],
  ...laser,
  cautions: [],
};

const moduleTopOff: WrittenOpening = {
  openMinutes: 3,
  open: [
    'Head on the cloth, top up. Note where its earth lug sits.',
    [
      'The grate over the fan: its two odd holes lie at the back of the module. Note it before it comes off.',
      'The other way round its screws do not meet their posts, and the grate touches the blades.',
    ],
    'Four screws with the hand driver; each back into its hole in the cover, or into a dish in the same places.',
    [
      'Lift the cover a finger wide and look for the fan lead before going on.',
      'The lead is short and tears at the motor.',
    ],
  ],
  close: [
    ['Lead laid clear of blades and edge.', 'Pinched, it shorts; in the blades, it is cut.'],
    'Grate over the fan, its two odd holes to the back of the module.',
    [
      'Cover on, its bevelled holes up; earth lug under the same screw as before.',
      'Without its earth the head picks up noise and shocks.',
    ],
    snug,
  ],
  parts: [
    {
      name: 'Head cover',
      screws: 4,
      lugs: 1,
      facing: 'Bevelled holes up, notch to the side of the plug',
    },
  ],
  checks: ['earth', 'screws'],
  proofs: ['fan', 'burn'],
  cautions: ['board'],
};

const nozzleOff: WrittenOpening = {
  openMinutes: 1,
  open: [
    'Soft cloth under the head.',
    'Air hose off at the nozzle, holding the fitting.',
    [
      'Tip and ring unscrewed with the fingers; some turn the other way when seen from the front.',
      'Forced the wrong way, the fine thread is gone.',
    ],
  ],
  close: [
    'Tip and ring on with the fingers: turned backwards until it clicks, then on. Snug.',
    'Air hose on, finger-tight and a touch; with the head on the bench it waits until the head is back.',
  ],
  parts: [{ name: 'Nozzle and ring', hoses: 1, facing: 'Wide end up, to the lens' }],
  checks: ['hose', 'rings'],
  proofs: ['burn'],
  cautions: ['glass-edges'],
};

const bedOut: WrittenOpening = {
  openMinutes: 1,
  open: [
    'Head parked at the far end, by hand.',
    [
      'Mark the edge that lies at the back, with a pen or tape.',
      'The wrong way round it rocks, and the focus with it.',
    ],
    'Gloves on. Lift it straight up; a big one by two people; its edges cut.',
  ],
  close: [
    [
      'Bed, plate and floor dry to the touch and to the look.',
      'Water steams into the optics, and under the boards.',
    ],
    'Bed in, the marked edge to the back, flat on all its rests: press each corner, it does not rock.',
  ],
  parts: [{ name: 'Bed', facing: 'Marked edge to the back, flat side up' }],
  checks: ['bed-flat'],
  proofs: ['travel-hand'],
  cautions: ['lifting'],
};

const trayOut: WrittenOpening = {
  ...bedOut,
  open: [
    'Lid up, head parked at the back, by hand.',
    'Lift the tray at its front edge, then straight out, level: crumbs and tar lie on it.',
  ],
  close: [
    ['Tray and floor dry.', 'Water steams into the optics, and under the boards.'],
    'Tray in: all its feet in their seats; press each corner, it does not rock.',
  ],
  parts: [{ name: 'Tray', facing: 'Lip to the front, feet in their seats' }],
  checks: ['tray-feet'],
};

const rearOff: WrittenOpening = {
  openMinutes: 4,
  open: [
    'Machine away from the wall: two people, or its wheels. Mind the hoses.',
    'Bin bag under the outlet; clamp off, hose off over the bag: tar drips.',
    pullThePlug,
    'Fan screws with the hand driver while the other hand holds the fan’s weight.',
  ],
  close: [
    ['Dry: fan, hub, plug.', 'Nothing wet goes back near electrics.'],
    ['Fan on, the arrow for the air outwards.', 'The wrong way round it blows the smoke in.'],
    snug,
    untilItClicks,
    'Hose on over the whole collar, clamp all round; machine back, hose without a kink.',
  ],
  parts: [
    { name: 'Outlet fan', screws: 4, plugs: 1, facing: 'Arrow for the air outwards' },
    { name: 'Exhaust hose', hoses: 1, facing: 'Clamp screw to where a hand reaches it' },
  ],
  checks: ['plugs', 'screws', 'clamp'],
  proofs: ['draught', 'fan'],
  cautions: ['exhaust-code'],
};

const glassTubeRear: WrittenOpening = {
  ...rearOff,
  open: [
    'Machine away from the wall: two people, or its wheels. Coolant hoses stay on: watch that none pulls.',
    'Bin bag under the collar; clamp off, hose off over the bag: tar drips.',
    'Collar or plenum screws with the hand driver.',
    ['The cover of the tube beside it stays shut.', 'Tens of kilovolts, stored after switch-off.'],
  ],
  close: [
    'Collar on, seal all round.',
    snug,
    'Hose on over the whole collar, clamp all round; machine back, no hose bent or pulled.',
  ],
  parts: [
    { name: 'Collar', screws: 4, facing: 'Its flat edge down' },
    { name: 'Exhaust hose', hoses: 1, facing: 'Clamp screw to where a hand reaches it' },
  ],
  checks: ['screws', 'clamp'],
  proofs: ['draught'],
};

const plenumOff: WrittenOpening = {
  ...rearOff,
  open: [
    'Machine away from the wall: two people, or its wheels.',
    'Note the arrow for the air on the filter and the size printed on it.',
    'Bin bag under the plenum; clamp off, hose off over the bag.',
    'Plenum screws with the hand driver, the last ones while a hand holds it.',
  ],
  close: [
    'Filter in, arrow the way the air goes, seal all round.',
    'Plenum on, no gap along its edge.',
    snug,
    'Hose on over the whole collar, clamp all round; machine back, hose without a kink.',
  ],
  parts: [
    { name: 'Plenum', screws: 4, facing: 'Hose collar up' },
    { name: 'Filter', facing: 'Arrow the way the air goes' },
    { name: 'Exhaust hose', hoses: 1, facing: 'Clamp screw to where a hand reaches it' },
  ],
  checks: ['screws', 'clamp'],
  proofs: ['draught'],
};

const panelsOff: WrittenOpening = {
  openMinutes: 2,
  open: [
    'Quarter-turn each lock of the side panel, lift it off, lean it where nobody steps.',
    [
      'Only the panels of the mirrors: the cover of the tube stays shut.',
      'Tens of kilovolts, stored; some tubes hold a ceramic whose dust is poisonous.',
    ],
  ],
  close: ['Panel in at the bottom first, then the top; each lock a quarter turn until it stops.'],
  parts: [{ name: 'Side panel', screws: 4, facing: 'Vents down' }],
  checks: ['panels'],
  proofs: [],
  cautions: ['high-voltage'],
};

const coolantOpen: WrittenOpening = {
  openMinutes: 1,
  open: [
    'Pump and chiller off and unplugged. Bucket and cloth beside the tank.',
    'Lid of the tank off.',
  ],
  close: ['Lid on the tank; floor and hoses dry.', 'Hoses as they were, no kink.'],
  parts: [{ name: 'Lid of the tank', facing: 'Hole over the return hose' }],
  checks: ['no-drop'],
  proofs: ['coolant'],
  cautions: ['high-voltage'],
};

const usual: Readonly<Record<string, WrittenOpening>> = {
  'head-off': diodeHeadOff,
  'module-top-off': moduleTopOff,
  'nozzle-off': nozzleOff,
  'bed-out': bedOut,
  'rear-off': rearOff,
  'panels-off': panelsOff,
  'coolant-open': coolantOpen,
};

const ofFamily: Readonly<Record<string, Readonly<Record<string, WrittenOpening>>>> = {
  'enclosed-diode': { 'head-off': enclosedHeadOff },
  'galvo-desktop': {},
  'co2-glass-tube': { 'rear-off': glassTubeRear },
  'co2-metal-tube': { 'rear-off': plenumOff },
  'co2-desktop': { 'head-off': magneticHeadOff, 'bed-out': trayOut },
};

/** An opening of a family in words; `null` for one without dismantling. */
export function writtenOpening(family: string, opening: string): WrittenOpening | null {
  return ofFamily[family]?.[opening] ?? usual[opening] ?? null;
}

/** How each family is made safe before anything is opened. */
export function isolationLines(family: string): readonly WrittenLine[] {
  const water = family === 'co2-glass-tube';
  const lidded = family !== 'open-frame-diode';
  return [
    [
      'No job runs, and none will: no upkeep while a job runs.',
      'However tempting the wait is: a beam does not see a hand.',
    ],
    'Switched off at its switch, and its plug pulled.',
    ...(water ? ['Chiller or pump and air pump off too.'] : []),
    ...(lidded ? ['Key out, in my pocket.'] : []),
    [
      'Exhaust fan unplugged too.',
      'It has a plug of its own, and its blades start without warning.',
    ],
    'Tagged: nobody else will start it.',
    ...(family.startsWith('co2')
      ? ([
          [
            'Understood: tube, its leads and its supply are for qualified service only. Nothing on this sheet goes inside their cover.',
            'Tens of kilovolts, stored after switch-off.',
          ],
        ] as const)
      : []),
  ];
}
