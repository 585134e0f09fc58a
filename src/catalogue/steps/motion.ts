import { needs } from './acts';
import type { Written, WrittenLine } from './written';

const byHand: WrittenLine = [
  'Power is off. Move the gantry by hand, slowly, holding it by the beam and not by the head.',
  'Motors turned fast by hand make current into the board; the head is no handle.',
];

export const wheelRailClean: Written = {
  drawing: 'rail',
  dusty: true,
  active: [
    byHand,
    {
      act: 'rail',
      where: 'along the upper face, then the lower, then behind the frame where nobody looks',
    },
    [
      'Feel for bumps under the cloth.',
      'A crumb on the rail prints as a ripple into every engraving.',
    ],
    { act: 'grease', rail: 'v-wheels', where: 'on the rail again' },
  ],
  stop: 'No bump under the cloth; the head glides from end to end; a fresh rag stays clean.',
  wrong: ['The face behind the frame is left out: that is where the crumbs go.'],
  proofs: ['travel-hand'],
};

export const wheelsClean: Written = {
  ...wheelRailClean,
  active: [
    byHand,
    {
      act: 'by build',
      feature: 'x-rail',
      says: {
        'v-wheels': 'Three wheels a carriage: two over one on the head, one over two at the sides.',
        'v-wheels-four': 'Four wheels on the carriage in the middle, three at each side.',
      },
    },
    needs('soft brush', 'Dry brush round each wheel first: crumbs sit in the groove.'),
    { act: 'rail', where: 'round each wheel, spun in it, all of its flank' },
    [
      'Rock each wheel: no play, and it turns with two fingers.',
      'Play prints as a ripple; too tight wears a flat.',
    ],
  ],
  stop: 'Every wheel turns with two fingers, without a bump; a fresh rag stays clean.',
  wrong: ['A wheel with play is tightened until it drags: half a turn too far wears a flat.'],
};

export const wheelRailGrease: Written = {
  drawing: 'rail',
  active: [
    [
      'The rail was cleaned just now; if not, do that first.',
      'Grease over soot is grinding paste.',
    ],
    { act: 'grease', rail: 'v-wheels', where: 'along each rail' },
    'Run the gantry twice from end to end, by hand.',
  ],
  stop: 'It shines from end to end, and the gantry runs by two fingers.',
  wrong: ['Spray oil instead: it washes the grease out and drifts onto the optics.'],
};

export const rodClean: Written = {
  drawing: 'rail',
  dusty: true,
  active: [
    byHand,
    { act: 'rail', where: 'over all faces, three of them on a profile, end to end' },
    [
      'Feel for bumps; crumbs gather where the head parks.',
      'A crumb on the rail prints as a ripple.',
    ],
    { act: 'grease', rail: 'rods', where: 'along each again' },
  ],
  stop: 'No bump under the cloth; the head glides end to end.',
  wrong: ['Too much grease: it gathers soot within a week.'],
  proofs: ['travel-hand'],
};

export const bearingClean: Written = {
  drawing: 'rail',
  dusty: true,
  active: [
    byHand,
    'A dry swab along each of the two grooves, end to end.',
    'Then a cloth over the flat faces. No solvent into the carriage: it washes the grease out of the balls.',
  ],
  stop: 'A fresh swab comes out of both grooves clean.',
  wrong: ['The groove at the back is forgotten: it cannot be seen, only felt.'],
  proofs: ['travel-hand'],
};

export const bearingGrease: Written = {
  drawing: 'rail',
  active: [
    [
      'Wipe the old grease out of both grooves first.',
      'New grease over old carries its grit along.',
    ],
    'Ease the belt aside, gently, where it lies before the groove.',
    { act: 'grease', rail: 'bearing', where: 'into both grooves, top and bottom' },
    'Run the head side to side by hand ten times; power off.',
    'Wipe off what stands at the ends.',
  ],
  stop: 'It glides without a step; nothing stands at the ends.',
  wrong: ['Only one groove is greased.'],
  proofs: ['travel-hand'],
};

export const roundRailWipe: Written = {
  drawing: 'rail',
  dusty: true,
  active: [
    'Dry cloth round the rail, end to end, both sides.',
    { act: 'grease', rail: 'dry', where: 'along each rail' },
  ],
  stop: 'A fresh rag stays clean.',
  wrong: ['Somebody greases them after all.'],
};

export const hoodSlideGrease: Written = {
  drawing: 'rail',
  active: [
    ['Hood up and held, field lens capped.', 'It must not fall shut on your hands.'],
    'Dry cloth along both slides, front and back edge: the old grease and the soot in it come off.',
    { act: 'grease', rail: 'slides', where: 'along the front and the back edge of each slide' },
    [
      'Both edges, not only the one that shows.',
      'They carry the hood: dry, they bind, and the hood no longer shuts on its switch.',
    ],
    'Hood up and down ten times, slowly.',
  ],
  stop: 'The hood glides from top to bottom by itself under a hand; nothing stands at the ends.',
  wrong: ['Only the front edge is greased.', 'Grease on the field lens: cap it first.'],
};

export const beltCheck: Written = {
  drawing: 'rail',
  active: [
    byHand,
    'Torch along the teeth: fraying, cracks, missing teeth, crumbs between them.',
    { act: 'belt' },
    [
      'Pluck the left and the right belt at the same span: they sound alike.',
      'Unequal belts rack the gantry: squares come out as diamonds.',
    ],
  ],
  stop: 'No tooth missing, no fray, left and right alike. Looked at and fine is a result.',
  wrong: ['One side is tightened alone.'],
};

const beltStart: readonly WrittenLine[] = beltCheck.active.slice(0, 2);

/** One belt has no fellow to be compared with. */
export const singleBeltCheck: Written = {
  ...beltCheck,
  active: [
    ...beltStart,
    { act: 'belt', single: true },
    [
      'Pluck it in the middle of its span: it sounds as it did last time.',
      'Too loose it skips and will not centre; too tight it wears its bearings.',
    ],
  ],
  stop: 'No tooth missing, no fray, the tone as before. Looked at and fine is a result.',
  wrong: ['It is tightened against the other side, which is not there.'],
};

/** A side belt that can be taken off: it goes back in one order only. */
export const sideBeltCheck: Written = {
  ...singleBeltCheck,
  ways: [
    {
      id: 'off',
      name: 'belt taken off',
      minutes: [8, 0, 6],
      parts: [{ name: 'Side belt', facing: 'Teeth inward, looped inside the wheels' }],
      proofs: ['travel-hand', 'frame'],
      active: [
        ...beltStart,
        'Loosen its wheel from below on the right; slip the belt off.',
        { act: 'belt', single: true },
      ],
      finishing: [
        'Teeth inward, looped inside the wheels, the rear end clicked in first.',
        [
          'Tension first, then tighten the wheel firmly.',
          'Tightened first it stays loose: too loose it will not centre.',
        ],
      ],
    },
  ],
};

export const screwWipe: Written = {
  drawing: 'rail',
  dusty: true,
  active: [
    needs(
      'soft brush',
      'Dry brush along the thread, then a cloth pressed into it while the screw is turned by hand.',
    ),
    'Only in a humid shop it is greased; in a dry one it ends here.',
    { act: 'grease', rail: 'screw', where: 'along the thread' },
  ],
  stop: 'The thread is bright; the table moves without a squeak.',
  wrong: ['The four screws are turned unevenly: the table tilts. Turn the belt, not one screw.'],
};

export const cableCheck: Written = {
  drawing: 'surface',
  active: [
    'Move the head by hand to all four corners and watch the cables: nothing rubs, nothing pulls.',
    [
      'Press each plug on the way home.',
      'A plug that has crept out a millimetre fails when it is warm.',
    ],
    'Look for shiny spots, cracks, a kink where the chain bends.',
  ],
  stop: 'Free to every corner; every plug home. Looked at and fine is a result.',
  wrong: ['A cable that seems too short: a part is the wrong way round.'],
};
