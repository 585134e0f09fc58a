import { unscrew } from '../steps/acts';
import type { WrittenLine } from '../steps/written';
import type { Feature } from './feature';

const pullThePlug: WrittenLine = [
  'Pull the cable plug by its body, never by the wires.',
  'A wire torn out of a plug is a fault that comes and goes for weeks.',
];
const untilItClicks: WrittenLine = [
  'Plug in until it clicks, then tug gently.',
  'A plug that is almost in fails when the head moves or warms up.',
];
const flush: WrittenLine = [
  'Head on its seat, flush all round, before a screw goes in.',
  'A screw that will not bite means that a part is not flush.',
];
const screwsIn: WrittenLine = { act: 'screws', hand: true };

/** How the head of a machine comes off and comes apart. Common practice, no published source. */
export const headFeatures: readonly Feature[] = [
  {
    id: 'held',
    part: 'head',
    ofHead: true,
    name: 'The head is held by',
    usual: {
      'enclosed-diode': 'two-screws',
      'open-frame-diode': 'latch',
      'co2-desktop': 'magnets',
      'co2-metal-tube': 'thumb-screws',
    },
    variants: [
      {
        id: 'two-screws',
        name: 'two screws on top',
        undo: [
          unscrew('One hand under the head, the other undoes its two screws with a hand driver.'),
        ],
        redo: [flush, screwsIn],
        parts: [{ name: 'Head', screws: 2, facing: 'Vents away from the gantry, opening down' }],
        checks: ['screws'],
      },
      {
        id: 'latch',
        name: 'a latch; it slides up and out, upright',
        undo: ['Latch open; slide the head up and out, upright, one hand under it.'],
        redo: ['Head down its slide, upright, until it stops; latch shut: it does not rock.'],
        parts: [{ name: 'Head', facing: 'Upright, opening down' }],
        checks: ['latch'],
      },
      {
        id: 'screws-behind',
        name: 'screws from behind',
        undo: [unscrew('One hand under the head, the other undoes its screws from behind.')],
        redo: [flush, screwsIn],
        parts: [{ name: 'Head', screws: 2, facing: 'Back to the gantry, opening down' }],
        checks: ['screws'],
      },
      {
        id: 'domed-nuts',
        name: 'four domed nuts that free the whole height stage',
        undo: [
          unscrew(
            'Four domed nuts off; the whole height stage comes away with the head: lay both aside together.',
          ),
        ],
        redo: [
          'Height stage back over its studs, flush all round.',
          { act: 'screws', what: 'four domed nuts', hand: true },
        ],
        parts: [{ name: 'Height stage with the head', screws: 4, facing: 'Opening down' }],
        checks: ['screws'],
      },
      {
        id: 'magnets',
        name: 'magnets, a flat ribbon at a shallow angle',
        undo: [
          'Lift the head top straight off its magnets, without twisting, the ribbon at a shallow angle.',
        ],
        redo: ['Head top over its magnets; let it snap down, flush all round.'],
        parts: [{ name: 'Head top', facing: 'Ribbon cable to the side of the tube' }],
      },
      {
        id: 'thumb-screws',
        name: 'three captive thumb screws, drawn forward; a swinging crash bar',
        undo: [
          'Crash bar swung up onto its pins.',
          'Three thumb screws loosened: they stay in. Draw the head forward.',
        ],
        redo: [
          'Head back until it stops; three thumb screws snug.',
          'Crash bar up on its pins before the head goes back, and down after.',
        ],
        parts: [{ name: 'Head', facing: 'Drawn forward, lens side down' }],
        checks: ['rings'],
      },
    ],
  },
  {
    id: 'hose',
    part: 'head',
    ofHead: true,
    name: 'Air hose',
    usual: {
      'enclosed-diode': 'collar',
      'open-frame-diode': 'threaded',
      'co2-glass-tube': 'barb',
      'co2-metal-tube': 'barb',
      'co2-desktop': 'none',
    },
    variants: [
      {
        id: 'collar',
        name: 'a collar is pressed, then it draws out',
        undo: ['Air hose: press the collar, then draw it out.'],
        redo: ['Air hose in: it clicks by itself.'],
        parts: [{ name: 'Air hose', hoses: 1, facing: 'To its collar' }],
        checks: ['hose'],
      },
      {
        id: 'threaded',
        name: 'threaded, finger-tight',
        undo: ['Air hose off, holding the fitting: its thread is delicate.'],
        redo: ['Air hose on, finger-tight and a touch: a fine thread strips.'],
        parts: [{ name: 'Air hose', hoses: 1, facing: 'To its fitting' }],
        checks: ['hose'],
      },
      {
        id: 'barb',
        name: 'pushed on a barb',
        undo: ['Air hose off its barb, turning, not levering.'],
        redo: ['Air hose home over the barb; there is no click: push until it stops.'],
        parts: [{ name: 'Air hose', hoses: 1, facing: 'To its barb' }],
        checks: ['hose'],
      },
      { id: 'none', name: 'none' },
    ],
  },
  {
    id: 'plugs',
    part: 'head',
    ofHead: true,
    name: 'Power and data',
    usual: {
      'enclosed-diode': 'side-clip',
      'open-frame-diode': 'side-clip',
      'co2-metal-tube': 'camera',
      'co2-desktop': 'ribbon',
    },
    variants: [
      {
        id: 'side-clip',
        name: 'one plug with a side clip',
        undo: [pullThePlug],
        redo: [untilItClicks],
        parts: [{ name: 'Head plug', plugs: 1, facing: 'Clip to its side' }],
        checks: ['plugs'],
        connectors: true,
        cautions: ['board'],
      },
      {
        id: 'two-plugs',
        name: 'two plugs: laser power and motor',
        undo: [
          'Two plugs: laser power and motor; note which sits where. The motor plug has a far end too.',
          pullThePlug,
        ],
        redo: ['Both plugs, each where it sat; the far end of the motor plug too.', untilItClicks],
        parts: [{ name: 'Head plugs', plugs: 2, facing: 'Power and motor as noted' }],
        checks: ['plugs'],
        connectors: true,
        cautions: ['board'],
      },
      {
        id: 'ribbon',
        name: 'a flat ribbon',
        undo: [
          [
            'Ribbon cable: open the latch with a fingernail, draw the ribbon straight out, do not fold it.',
            'A ribbon with a crease fails in the crease.',
          ],
        ],
        redo: [
          [
            'Ribbon straight in to its line, latch shut, tug gently.',
            'Half in, the head fan or the lamp fails in the middle of a job.',
          ],
          'Ribbon free: move the head by hand to all four corners and watch it.',
        ],
        parts: [{ name: 'Ribbon cable', plugs: 1, facing: 'Contacts as they lay' }],
        checks: ['plugs', 'cables'],
        connectors: true,
      },
      {
        id: 'camera',
        name: 'a camera cable, only with the power off',
        undo: [
          [
            'Camera cable off, by its plug; only with the power off.',
            'Pulled live, it ends the camera.',
          ],
        ],
        redo: ['Camera cable in until it clicks, the power still off.'],
        parts: [{ name: 'Camera cable', plugs: 1, facing: 'Notch up' }],
        checks: ['plugs'],
        connectors: true,
      },
      { id: 'none', name: 'none is undone' },
    ],
  },
  {
    id: 'earth',
    part: 'head',
    ofHead: true,
    name: 'Earth lug',
    usual: { 'enclosed-diode': 'under-screw', 'open-frame-diode': 'none' },
    variants: [
      {
        id: 'under-screw',
        name: 'under one of the screws of the cover',
        undo: ['Earth lug: note under which screw it sits.'],
        redo: [
          [
            'Earth lug under the same screw as before.',
            'Without its earth the head picks up noise and shocks.',
          ],
        ],
        parts: [{ name: 'Earth lug', lugs: 1, facing: 'Under the screw that was noted' }],
        checks: ['earth'],
        connectors: true,
      },
      { id: 'none', name: 'none' },
    ],
  },
  {
    id: 'sensor',
    part: 'head',
    name: 'Distance sensor',
    usual: { 'enclosed-diode': 'magnet', 'open-frame-diode': 'none' },
    variants: [
      {
        id: 'magnet',
        name: 'on a magnet, laid aside first',
        undo: [
          'Distance sensor off its magnet: hold it by the body and lay it aside, its cable on.',
        ],
        redo: [
          [
            'Distance sensor back on its magnet, square.',
            'Askew, it measures wrong and every focus is off.',
          ],
        ],
      },
      {
        id: 'screwed',
        name: 'screwed on',
        undo: [unscrew('Distance sensor: its screw out, laid aside, its cable on.')],
        redo: ['Distance sensor on, square, its screw snug.'],
        parts: [{ name: 'Distance sensor', screws: 1, facing: 'Face down, square' }],
        checks: ['screws'],
      },
      { id: 'none', name: 'none' },
    ],
  },
  {
    id: 'cable-run',
    part: 'head',
    name: 'Cable of the head',
    usual: { 'enclosed-diode': 'holder', 'open-frame-diode': 'free', 'co2-metal-tube': 'holder' },
    variants: [
      {
        id: 'holder',
        name: 'through a holder on the head',
        undo: ['Cable out of its holder on the head: note which way it runs.'],
        redo: [
          'Cable through its holder, flat, never coiled; move the head by hand to all four corners: nothing binds, nothing tightens.',
        ],
        checks: ['cables'],
      },
      {
        id: 'free',
        name: 'free',
        redo: ['Cable free and flat, not coiled.'],
        checks: ['cables'],
      },
    ],
  },
  {
    id: 'shield',
    part: 'head',
    ofHead: true,
    name: 'Outer shield',
    usual: { 'enclosed-diode': 'pulls-off', 'open-frame-diode': 'set-screws' },
    variants: [
      {
        id: 'pulls-off',
        name: 'pulls off by hand',
        undo: ['Shield off by hand, straight.'],
        redo: ['Shield on until it stops all round.'],
        parts: [{ name: 'Shield', facing: 'Cut-out to the front' }],
      },
      {
        id: 'set-screws',
        name: 'set screws, loosened until it slides',
        undo: [unscrew('Set screws of the shield loosened until it slides, not taken out.')],
        redo: [
          [
            'Shield up; its set screws fall into the dents they made; snug and no more.',
            'Too tight they crack it.',
          ],
        ],
        parts: [{ name: 'Shield', facing: 'Dents to the set screws' }],
        checks: ['shield'],
      },
      {
        id: 'hood',
        name: 'a soft pull-off hood, the tube left in it',
        undo: ['Soft hood off by hand; its tube stays in it.'],
        redo: ['Hood on until it stops, its tube without a kink.'],
        parts: [{ name: 'Hood with its tube', facing: 'Tube to the back' }],
      },
      {
        id: 'four-and-set-screw',
        name: 'four screws and a set screw above them',
        undo: [
          unscrew(
            'Four screws out, and the set screw above them: it alone does not free the shield.',
          ),
        ],
        redo: [
          { act: 'screws', what: 'four screws', hand: true },
          'The set screw above them last, snug.',
        ],
        parts: [{ name: 'Shield', screws: 5, facing: 'Set screw up' }],
        checks: ['screws', 'shield'],
      },
      {
        id: 'two-behind',
        name: 'two screws from behind',
        undo: [unscrew('Two screws of the shield out, from behind.')],
        redo: ['Shield on, two screws from behind, snug.'],
        parts: [{ name: 'Shield', screws: 2, facing: 'Window to the front' }],
        checks: ['screws', 'shield'],
      },
      { id: 'none', name: 'none' },
    ],
  },
  {
    id: 'nozzle',
    part: 'head',
    ofHead: true,
    name: 'Nozzle',
    usual: {
      'enclosed-diode': 'pulls-off',
      'open-frame-diode': 'pulls-off',
      'co2-glass-tube': 'tip-and-ring',
      'co2-metal-tube': 'tip-and-ring',
    },
    variants: [
      {
        id: 'tip-and-ring',
        name: 'screwed tip with a ring',
        undo: [
          'Soft cloth under the head.',
          [
            'Tip and ring unscrewed with the fingers; some turn the other way when seen from the front.',
            'Forced the wrong way, the fine thread is gone.',
          ],
        ],
        redo: [
          'Tip and ring on with the fingers: turned backwards until it clicks, then on. Snug.',
        ],
        parts: [{ name: 'Nozzle and ring', facing: 'Wide end up, to the lens' }],
        checks: ['rings'],
      },
      {
        id: 'grub-screw',
        name: 'a grub screw behind a rubber cap',
        undo: [
          unscrew('Rubber cap off; the grub screw behind it a little loose, not out.'),
          'Nozzle down and off; its tube comes out of its hole.',
        ],
        redo: ['Nozzle up, its tube meeting its hole; grub screw snug; rubber cap back on.'],
        parts: [{ name: 'Nozzle', facing: 'Tube to its hole' }],
        checks: ['rings', 'cap'],
      },
      {
        id: 'hex-below',
        name: 'a hex key from below',
        undo: [unscrew('Soft cloth under the head; nozzle off with the hex key, from below.')],
        redo: ['Nozzle on from below with the hex key, snug.'],
        parts: [{ name: 'Nozzle', screws: 1, facing: 'Wide end up' }],
        checks: ['screws'],
      },
      {
        id: 'pulls-off',
        name: 'pulls off',
        undo: ['Soft cloth under the head; nozzle off by hand, straight down.'],
        redo: ['Nozzle up until it stops; nothing moves when nudged.'],
        parts: [{ name: 'Nozzle', facing: 'Wide end up' }],
        checks: ['rings'],
      },
      { id: 'none', name: 'none: an infrared head needs no air assist' },
    ],
  },
  {
    id: 'reach',
    part: 'head',
    ofHead: true,
    name: 'How the outer glass is reached',
    usual: { 'enclosed-diode': 'below-and-bench', 'open-frame-diode': 'in-front' },
    variants: [
      {
        id: 'in-front',
        name: 'nothing in front of it: its ring comes off by hand',
      },
      {
        id: 'below-and-bench',
        name: 'wiped from below; out at the bench, behind shield and nozzle',
      },
      { id: 'behind', name: 'behind shield and nozzle, the head on the machine' },
      { id: 'behind-bench', name: 'behind shield and nozzle, only at the bench' },
      { id: 'beam-hole', name: 'wiped through a beam hole too narrow for a swab' },
    ],
  },
  {
    id: 'glass',
    part: 'head',
    ofHead: true,
    name: 'The outer glass is held by',
    usual: { 'enclosed-diode': 'ring', 'open-frame-diode': 'ring' },
    variants: [
      { id: 'ring', name: 'a ring before a fixed inner lens' },
      { id: 'cap', name: 'a lens cap: end of its thread and a touch' },
      { id: 'other-way', name: 'a holder that unscrews the other way, seen from the front' },
    ],
  },
  {
    id: 'top',
    part: 'head',
    ofHead: true,
    name: 'Cover over the fan of the head',
    usual: { 'enclosed-diode': 'four-screws', 'open-frame-diode': 'four-screws' },
    variants: [
      {
        id: 'four-screws',
        name: 'four screws, its bevelled holes up',
        undo: [
          unscrew(
            'Four screws with the hand driver; each back into its hole in the cover, or into a dish in the same places.',
          ),
          [
            'Lift the cover a finger wide and look for the fan lead before going on.',
            'The lead is short and tears at the motor.',
          ],
        ],
        redo: [
          ['Lead laid clear of blades and edge.', 'Pinched, it shorts; in the blades, it is cut.'],
          'Cover on, its bevelled holes up.',
          screwsIn,
        ],
        parts: [{ name: 'Head cover', screws: 4, facing: 'Bevelled holes up, notch to the plug' }],
        checks: ['screws'],
        cautions: ['board'],
      },
      {
        id: 'plate-indents',
        name: 'a plate whose indents face the screw posts',
        undo: [
          unscrew(
            'Four screws out, a dish in the same places; plate up, the fan lead looked for first.',
          ),
        ],
        redo: ['Plate on, its indents facing the screw posts.', screwsIn],
        parts: [{ name: 'Head plate', screws: 4, facing: 'Indents to the screw posts' }],
        checks: ['screws'],
        cautions: ['board'],
      },
      { id: 'open', name: 'none: the fan lies open' },
    ],
  },
  {
    id: 'grate',
    part: 'head',
    ofHead: true,
    name: 'Grate over the module’s fan',
    usual: { 'enclosed-diode': 'odd-holes', 'open-frame-diode': 'none' },
    variants: [
      {
        id: 'odd-holes',
        name: 'with two odd holes, to the back of the module',
        undo: [
          [
            'The grate over the module’s fan: its two odd holes lie at the back of the module. Note it before it comes off.',
            'The other way round its screws do not meet their posts, and the grate touches the blades.',
          ],
        ],
        redo: ['Grate over the fan, its two odd holes to the back of the module.'],
        parts: [
          { name: 'Grate of the module fan', facing: 'Two odd holes to the back of the module' },
        ],
      },
      { id: 'none', name: 'none' },
    ],
  },
  {
    id: 'head-fan',
    part: 'head',
    ofHead: true,
    name: 'Fan of the head',
    usual: {
      'enclosed-diode': 'short-lead',
      'open-frame-diode': 'short-lead',
      'co2-desktop': 'short-lead',
    },
    variants: [
      { id: 'short-lead', name: 'one, on a short lead' },
      { id: 'two', name: 'two with two screws each, done one after the other' },
    ],
  },
  {
    id: 'wire-holder',
    part: 'head',
    ofHead: true,
    name: 'Wire holder in the head',
    usual: { 'enclosed-diode': 'none', 'open-frame-diode': 'none' },
    variants: [
      {
        id: 'one-way',
        name: 'one, with one right way',
        undo: ['Wire holder out: note its one right way.'],
        redo: ['Wire holder in, the way that was noted: the cover then closes without force.'],
        parts: [{ name: 'Wire holder', facing: 'As noted: it fits one way' }],
      },
      { id: 'none', name: 'none' },
    ],
  },
  {
    id: 'head-filter',
    part: 'head',
    ofHead: true,
    name: 'Filter of the head',
    usual: { 'enclosed-diode': 'none', 'open-frame-diode': 'none' },
    variants: [
      {
        id: 'blown-through',
        name: 'one, blown through gently',
        undo: ['Filter of the head out; blow through it gently, away from the machine.'],
        redo: ['Filter of the head in, its seal all round.'],
        parts: [{ name: 'Filter of the head', facing: 'Soot side to the fan' }],
      },
      { id: 'none', name: 'none' },
    ],
  },
  {
    id: 'bench',
    part: 'head',
    ofHead: true,
    name: 'The head is opened',
    usual: { 'enclosed-diode': 'bench', 'open-frame-diode': 'machine' },
    variants: [
      { id: 'machine', name: 'on the machine, its plug left in' },
      { id: 'bench', name: 'at the bench' },
    ],
  },
  {
    id: 'alarm',
    part: 'head',
    ofHead: true,
    name: 'Lens alarm',
    usual: { 'enclosed-diode': 'latched', 'open-frame-diode': 'none' },
    variants: [
      { id: 'latched', name: 'latched: it is reset after the glass is clean' },
      { id: 'clears', name: 'clears by itself' },
      { id: 'none', name: 'none' },
    ],
  },
];
