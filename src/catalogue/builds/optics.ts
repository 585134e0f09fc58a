import type { Feature } from './feature';

/** Mirrors and lenses of CO2 machines. Common practice, no published source. */
export const opticsFeatures: readonly Feature[] = [
  {
    id: 'mirrors',
    part: 'optics',
    name: 'Mirrors in the beam path',
    usual: { 'co2-glass-tube': 'fixed', 'co2-metal-tube': 'slide-out' },
    variants: [
      { id: 'fixed', name: 'fixed, cleaned in place' },
      { id: 'slide-out', name: 'slide out of a bracket after a thumb screw' },
      { id: 'covered', name: 'behind a magnetic cover' },
    ],
  },
  {
    id: 'head-mirror',
    part: 'optics',
    name: 'Mirror on the head',
    usual: { 'co2-glass-tube': 'fixed', 'co2-metal-tube': 'fixed', 'co2-desktop': 'magnets' },
    variants: [
      { id: 'fixed', name: 'fixed, cleaned in place' },
      { id: 'slide-out', name: 'slides out after a thumb screw' },
      { id: 'magnets', name: 'held by magnets, seats one way only' },
    ],
  },
  {
    id: 'panel',
    part: 'optics',
    name: 'Mirrors behind panels',
    usual: { 'co2-metal-tube': 'quarter-turn' },
    variants: [
      {
        id: 'quarter-turn',
        name: 'quarter-turn side panels',
        undo: [
          'Quarter-turn each lock of the side panel, lift it off, lean it where nobody steps.',
          [
            'Only the panels of the mirrors: the cover of the tube stays shut.',
            'Tens of kilovolts, stored; some tubes hold a ceramic whose dust is poisonous.',
          ],
        ],
        redo: [
          'Panel in at the bottom first, then the top; each lock a quarter turn until it stops.',
        ],
        parts: [{ name: 'Side panel', screws: 4, facing: 'Vents down' }],
        checks: ['panels'],
        cautions: ['high-voltage'],
        connectors: true,
      },
      {
        id: 'magnetic',
        name: 'magnetic covers',
        undo: [
          'Magnetic cover of the mirror off, laid aside face up.',
          [
            'The cover of the tube stays shut.',
            'Tens of kilovolts, stored; some tubes hold a ceramic whose dust is poisonous.',
          ],
        ],
        redo: ['Magnetic cover on: it snaps flush.'],
        parts: [{ name: 'Magnetic cover', facing: 'Arrow up' }],
        checks: ['panels'],
        cautions: ['high-voltage'],
      },
    ],
  },
  {
    id: 'lens',
    part: 'optics',
    name: 'The focus lens sits',
    usual: {
      'co2-glass-tube': 'tip-and-ring',
      'co2-metal-tube': 'tip-and-ring',
      'co2-desktop': 'magnet-tool',
    },
    variants: [
      { id: 'tip-and-ring', name: 'under a tip and a ring' },
      { id: 'assembly', name: 'in an assembly held by four small screws, bulge up' },
      { id: 'glued', name: 'glued into its holder (older)' },
      { id: 'magnet-tool', name: 'pulled with a two-ended tool: magnetic end out, plain end in' },
    ],
  },
  {
    id: 'lens-head',
    part: 'optics',
    name: 'Head over the lens',
    usual: { 'co2-glass-tube': 'small', 'co2-metal-tube': 'small', 'co2-desktop': 'small' },
    variants: [
      { id: 'small', name: 'small stock head: lens and mirrors are wiped often' },
      {
        id: 'industrial',
        name: 'industrial head, air at the lens: its optics may go three times as long',
      },
    ],
  },
  {
    id: 'lens-size',
    part: 'optics',
    name: 'Lenses that fit',
    usual: {
      'co2-glass-tube': 'one-size',
      'co2-metal-tube': 'one-size',
      'co2-desktop': 'one-size',
    },
    variants: [
      { id: 'one-size', name: 'one size only; larger ones need another head' },
      { id: 'several', name: 'several, by holders' },
    ],
  },
  {
    id: 'head-marks',
    part: 'optics',
    name: 'Alignment of the head',
    usual: { 'co2-glass-tube': 'none', 'co2-metal-tube': 'none' },
    variants: [
      {
        id: 'pen-marks',
        name: 'it turns: pen marks across head and mount in three places',
        undo: [
          [
            'Pen marks across head and mount in three places, before it is turned out.',
            'On refit they must meet; two meeting and one a hair off: the dots decide.',
          ],
        ],
        redo: ['Head in until the three pen marks meet.'],
        proofs: ['dots'],
      },
      { id: 'none', name: 'it goes back one way only' },
    ],
  },
  {
    id: 'tube',
    part: 'optics',
    name: 'The tube lies',
    usual: {
      'co2-glass-tube': 'covered',
      'co2-metal-tube': 'covered',
      'co2-desktop': 'work-space',
    },
    variants: [
      { id: 'covered', name: 'under a cover that stays shut' },
      {
        id: 'work-space',
        name: 'in the work space: wiped along, underneath by a damped strip drawn through',
      },
    ],
  },
];
