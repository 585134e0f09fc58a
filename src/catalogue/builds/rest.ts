import { needs, unscrew } from '../steps/acts';
import type { WrittenLine } from '../steps/written';
import type { Feature, Variant } from './feature';

const wallAway: WrittenLine = {
  act: 'by build',
  feature: 'stand',
  says: {
    wheels: 'Machine rolled out from the wall. Mind the hoses.',
    bench: 'Machine away from the wall, by two people. Mind the hoses.',
    'laid-back': 'Machine laid on its back, on a cloth; its bottom plate off.',
    'on-side': 'Lid shut, machine stood on the side where the head parks, on a cloth.',
  },
};
const bag: WrittenLine = needs(
  'bin bag',
  'Bin bag under the outlet; clamp off, hose off over the bag: tar drips.',
);
const hose = { name: 'Exhaust hose', hoses: 1, facing: 'Clamp screw to where a hand reaches it' };
const hoseOn: WrittenLine =
  'Hose on over the whole collar, clamp all round; machine back, hose without a kink.';
const dryBed: WrittenLine = [
  'Bed, plate and floor dry to the touch and to the look.',
  'Water steams into the optics, and under the boards.',
];
const byItself: Variant = { id: 'none', name: 'none' };

/** Motion, bed, air and stand. Common practice, no published source. */
export const otherFeatures: readonly Feature[] = [
  {
    id: 'x-rail',
    part: 'motion',
    name: 'Rail along X',
    usual: {
      'open-frame-diode': 'v-wheels',
      'enclosed-diode': 'three-face',
      'co2-glass-tube': 'rods',
      'co2-metal-tube': 'bearing',
    },
    variants: [
      { id: 'v-wheels', name: 'V-wheels, three a carriage: two over one on the head' },
      { id: 'v-wheels-four', name: 'V-wheels, four in the middle' },
      { id: 'rods', name: 'round rods' },
      { id: 'three-face', name: 'rails with three faces' },
      { id: 'bearing', name: 'linear bearing behind the belt, two grooves' },
      { id: 'dry', name: 'plain round rails: dry, never greased' },
    ],
  },
  {
    id: 'y-rail',
    part: 'motion',
    name: 'Rails along Y',
    usual: {
      'open-frame-diode': 'v-wheels',
      'enclosed-diode': 'three-face',
      'galvo-desktop': 'slides',
      'co2-glass-tube': 'rods',
      'co2-metal-tube': 'dry',
    },
    variants: [
      { id: 'v-wheels', name: 'V-wheels, one over two at the sides' },
      { id: 'v-wheels-three', name: 'V-wheels, three a side' },
      { id: 'rods', name: 'round rods' },
      { id: 'three-face', name: 'rails with three faces' },
      { id: 'bearing', name: 'linear bearing, two grooves' },
      { id: 'slides', name: 'hood slides, greased along front and back edge' },
      { id: 'dry', name: 'plain round rails: dry, never greased' },
    ],
  },
  {
    id: 'grease',
    part: 'motion',
    name: 'Which grease',
    usual: {
      'open-frame-diode': 'by-type',
      'enclosed-diode': 'by-type',
      'co2-glass-tube': 'by-type',
      'co2-metal-tube': 'by-type',
    },
    variants: [
      { id: 'by-type', name: 'by the type of rail' },
      { id: 'maker', name: 'the maker’s, a tube came with it' },
    ],
  },
  {
    id: 'belts',
    part: 'motion',
    name: 'Belts',
    usual: {
      'open-frame-diode': 'left-right-beam',
      'enclosed-diode': 'left-right-beam',
      'co2-glass-tube': 'left-right-beam',
      'co2-metal-tube': 'single',
      'co2-desktop': 'side',
    },
    variants: [
      { id: 'left-right-beam', name: 'left and right, and one on the beam' },
      { id: 'single', name: 'one only' },
      { id: 'side', name: 'a side belt that comes off' },
    ],
  },
  {
    id: 'table',
    part: 'motion',
    name: 'Table',
    usual: {
      'open-frame-diode': 'fixed',
      'enclosed-diode': 'fixed',
      'co2-glass-tube': 'powered',
      'co2-metal-tube': 'powered',
      'co2-desktop': 'fixed',
    },
    variants: [
      { id: 'powered', name: 'powered: lowered before the machine is switched off' },
      { id: 'by-hand', name: 'moved by hand' },
      { id: 'fixed', name: 'fixed' },
    ],
  },
  {
    id: 'bed',
    part: 'bed',
    name: 'Bed',
    usual: {
      'open-frame-diode': 'framed',
      'enclosed-diode': 'framed',
      'co2-glass-tube': 'framed',
      'co2-metal-tube': 'perforated',
      'co2-desktop': 'tray-feet',
    },
    variants: [
      {
        id: 'framed',
        name: 'honeycomb in a frame',
        undo: [
          [
            'Mark the edge of the bed that lies at the back, with a pen or tape.',
            'The wrong way round it rocks, and the focus with it.',
          ],
          'Gloves on. Lift it straight up; a big one by two people; its edges cut.',
        ],
        redo: [
          dryBed,
          'Bed in, the marked edge to the back, flat on all its rests: press each corner, it does not rock.',
        ],
        parts: [{ name: 'Bed', facing: 'Marked edge to the back, flat side up' }],
        checks: ['bed-flat'],
        cautions: ['lifting'],
      },
      {
        id: 'on-lift',
        name: 'honeycomb over a plate, fixed to a lift',
        undo: [
          'Mark the edge of the bed that lies at the back.',
          unscrew(
            'Gloves on. Screws of the lift out, then lift the honeycomb off its plate; two people for a big one.',
          ),
        ],
        redo: [dryBed, 'Honeycomb on its plate, marked edge to the back; screws of the lift snug.'],
        parts: [{ name: 'Bed', screws: 4, facing: 'Marked edge to the back' }],
        checks: ['bed-flat', 'screws'],
        cautions: ['lifting'],
      },
      {
        id: 'slats',
        name: 'slats or prisms',
        undo: ['Gloves on. Slats out one by one, laid in their order: they wear to their places.'],
        redo: [dryBed, 'Slats in, each into its own place.'],
        parts: [{ name: 'Slats, in their order', facing: 'Numbered from the left' }],
        checks: ['bed-flat'],
        cautions: ['lifting'],
      },
      {
        id: 'perforated',
        name: 'perforated table',
        undo: ['Gloves on. Table off its rests, straight up, by two people if it is big.'],
        redo: [dryBed, 'Table on its rests: press each corner, it does not rock.'],
        parts: [{ name: 'Table', facing: 'Counterbores up, marked edge to the back' }],
        checks: ['bed-flat'],
        cautions: ['lifting'],
      },
      {
        id: 'tray-feet',
        name: 'crumb tray on feet that sit in dimples',
        undo: [
          'Lift the tray at its front edge, then straight out, level: crumbs and tar lie on it.',
        ],
        redo: [
          ['Tray and floor dry.', 'Water steams into the optics, and under the boards.'],
          'Tray in: all its feet in their dimples; press each corner, it does not rock.',
        ],
        parts: [{ name: 'Tray', facing: 'Lip to the front, feet in their dimples' }],
        checks: ['tray-feet'],
      },
      {
        id: 'tray-catches',
        name: 'tray with two catches',
        undo: ['Both catches of the tray open; draw it out level.'],
        redo: ['Tray in level until it stops; both catches shut.'],
        parts: [{ name: 'Tray', facing: 'Catches to the front' }],
        checks: ['tray-feet'],
      },
    ],
  },
  {
    id: 'base',
    part: 'bed',
    name: 'Base under the bed',
    usual: { 'open-frame-diode': 'free', 'enclosed-diode': 'free', 'galvo-desktop': 'screwed' },
    variants: [
      { id: 'free', name: 'lies free, pushed out from below' },
      { id: 'screwed', name: 'held by screws' },
    ],
  },
  {
    id: 'stand-in',
    part: 'bed',
    name: 'While the honeycomb dries',
    usual: {
      'open-frame-diode': 'none',
      'enclosed-diode': 'none',
      'co2-glass-tube': 'none',
    },
    variants: [
      { id: 'slats', name: 'the machine runs on slats or prisms meanwhile' },
      { id: 'none', name: 'it waits' },
    ],
  },
  {
    id: 'rear',
    part: 'air',
    name: 'Outlet at the back',
    usual: {
      'enclosed-diode': 'fan-four-screws',
      'galvo-desktop': 'fan-four-screws',
      'co2-glass-tube': 'collar',
      'co2-metal-tube': 'plenum',
      'co2-desktop': 'foam-plug',
    },
    variants: [
      {
        id: 'fan-four-screws',
        name: 'fan behind four screws, the hose on it',
        undo: [
          wallAway,
          bag,
          [
            'Pull the fan’s plug by its body, never by the wires.',
            'A lead torn at the motor ends the fan.',
          ],
          unscrew('Fan screws with the hand driver while the other hand holds the fan’s weight.'),
        ],
        redo: [
          ['Dry: fan, hub, plug.', 'Nothing wet goes back near electrics.'],
          ['Fan on, the arrow for the air outwards.', 'The wrong way round it blows the smoke in.'],
          { act: 'screws' },
          'Plug in until it clicks, then tug gently.',
          hoseOn,
        ],
        parts: [
          { name: 'Outlet fan', screws: 4, plugs: 1, facing: 'Arrow for the air outwards' },
          hose,
        ],
        checks: ['plugs', 'screws', 'clamp'],
        proofs: ['draught', 'fan'],
        cautions: ['exhaust-code'],
        connectors: true,
      },
      {
        id: 'foam-plug',
        name: 'desktop fan, its ribbon or plug under a foam pad',
        undo: [
          wallAway,
          'Foam pad up; press the clip of the plug while it is drawn; it fits one way.',
          unscrew('Long screws out, opposite corners, a hand under the fan.'),
        ],
        redo: [
          ['Fan on, the arrow for the air outwards.', 'The wrong way round it blows the smoke in.'],
          { act: 'screws', what: 'long screws' },
          'Plug in, the one way it fits, until the clip holds; foam pad over it.',
          'Machine back, hose without a kink.',
        ],
        parts: [{ name: 'Rear fan', screws: 4, plugs: 1, facing: 'Arrow for the air outwards' }],
        checks: ['plugs', 'screws'],
        proofs: ['draught', 'fan'],
        cautions: ['exhaust-code'],
        connectors: true,
      },
      {
        id: 'collar',
        name: 'collar or plenum, the fan in the line',
        undo: [
          wallAway,
          'Coolant hoses stay on: watch that none pulls.',
          needs(
            'bin bag',
            'Bin bag under the collar; clamp off, hose off over the bag: tar drips.',
          ),
          unscrew('Collar or plenum screws with the hand driver.'),
          [
            'The cover of the tube beside it stays shut.',
            'Tens of kilovolts, stored after switch-off.',
          ],
        ],
        redo: [
          'Collar on, seal all round.',
          { act: 'screws' },
          'Hose on over the whole collar, clamp all round; machine back, no hose bent or pulled.',
        ],
        parts: [{ name: 'Collar', screws: 4, facing: 'Its flat edge down' }, hose],
        checks: ['screws', 'clamp'],
        proofs: ['draught'],
        cautions: ['exhaust-code'],
        connectors: true,
      },
      {
        id: 'plenum',
        name: 'plenum and filter behind the rear panel',
        undo: [
          wallAway,
          'Note the arrow for the air on the filter and the size printed on it.',
          needs('bin bag', 'Bin bag under the plenum; clamp off, hose off over the bag.'),
          unscrew('Plenum screws with the hand driver, the last ones while a hand holds it.'),
        ],
        redo: [
          'Filter in, arrow the way the air goes, seal all round.',
          'Plenum on, no gap along its edge.',
          { act: 'screws' },
          hoseOn,
        ],
        parts: [
          { name: 'Plenum', screws: 4, facing: 'Hose collar up' },
          { name: 'Filter', facing: 'Arrow the way the air goes' },
          hose,
        ],
        checks: ['screws', 'clamp'],
        proofs: ['draught'],
        cautions: ['exhaust-code'],
        connectors: true,
      },
      { id: 'inside', name: 'a fan in the back, reached only from inside' },
    ],
  },
  {
    id: 'ports',
    part: 'air',
    name: 'Ports and vents are reached',
    usual: { 'co2-glass-tube': 'inside', 'co2-metal-tube': 'rear' },
    variants: [
      { id: 'rear', name: 'with the rear off' },
      { id: 'inside', name: 'from inside, with a cloth on a dowel' },
    ],
  },
  {
    id: 'vents',
    part: 'air',
    name: 'Draught vents',
    usual: { 'co2-metal-tube': 'set' },
    variants: [
      { id: 'set', name: 'opened for cutting, blocked for engraving' },
      { id: 'fixed', name: 'fixed' },
    ],
  },
  {
    id: 'assist',
    part: 'air',
    name: 'Air assist',
    usual: { 'co2-glass-tube': 'felt-pump', 'co2-desktop': 'covered-fan' },
    variants: [
      { id: 'felt-pump', name: 'a pump with felt' },
      { id: 'covered-fan', name: 'a fan with a cover, four star screws' },
    ],
  },
  {
    id: 'exhaust',
    part: 'air',
    name: 'Exhaust fan',
    usual: {
      'open-frame-diode': 'own-plug',
      'enclosed-diode': 'own-plug',
      'galvo-desktop': 'built-in',
      'co2-glass-tube': 'own-plug',
      'co2-metal-tube': 'own-plug',
      'co2-desktop': 'built-in',
    },
    variants: [
      { id: 'own-plug', name: 'a device of its own, on its own plug' },
      { id: 'built-in', name: 'runs with the machine only' },
    ],
  },
  {
    id: 'stand',
    part: 'stand',
    name: 'Stand',
    usual: {
      'enclosed-diode': 'bench',
      'galvo-desktop': 'laid-back',
      'co2-glass-tube': 'wheels',
      'co2-metal-tube': 'wheels',
      'co2-desktop': 'bench',
    },
    variants: [
      { id: 'wheels', name: 'on wheels' },
      { id: 'bench', name: 'on a bench by the wall: two people' },
      { id: 'laid-back', name: 'light: laid on its back, the bottom plate off' },
      { id: 'on-side', name: 'light: stood on the side where the head parks, lid shut' },
    ],
  },
  {
    id: 'disarm',
    part: 'stand',
    name: 'The beam is disarmed while the machine stays on by',
    usual: {
      'open-frame-diode': 'none',
      'enclosed-diode': 'key',
      'galvo-desktop': 'lid',
      'co2-glass-tube': 'key',
      'co2-metal-tube': 'lid',
      'co2-desktop': 'lid',
    },
    variants: [{ id: 'key', name: 'its key' }, { id: 'lid', name: 'its lid interlock' }, byItself],
  },
];
