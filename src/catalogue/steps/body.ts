import { needs } from './acts';
import type { Written } from './written';

export const frameWipe: Written = {
  drawing: 'surface',
  active: [
    {
      act: 'cloth',
      where: 'frame, lid edges and feet',
      why: 'Water runs into a switch: the cloth is damp, not wet.',
    },
    [
      'The floor under and round the stand vacuumed, not dry-swept.',
      'Dust in, on or round a machine burns.',
    ],
    [
      'Look as you go: this is the first look at the machine. Soot where there was none before is a sign.',
      'When the frame is dirty, the rest is too.',
    ],
    'Dry cloth after.',
  ],
  stop: 'A fresh rag stays clean.',
  wrong: ['Water runs into a switch or a screen: cloth damp, not wet.'],
};

export const interiorWipe: Written = {
  drawing: 'surface',
  dusty: true,
  wet: true,
  wait: { verb: 'dries', place: null },
  active: [
    'Vacuum first, ledges from the top down.',
    { act: 'cloth', where: 'walls and ledges' },
    {
      act: 'by build',
      feature: 'tube',
      says: {
        'work-space': [
          'Tube outside: wiped along, barely damp; underneath a strip of tape backed with kitchen paper, damped, drawn through by two people. Its ends and leads are not touched.',
          'Tube, leads and supply are for qualified service only.',
        ],
      },
    },
  ],
  stop: 'A fresh cloth stays clean; everything is dry.',
  wrong: ['The ledge over the door and the exhaust opening are forgotten: tar drips from there.'],
};

/** The inside of a hood is small and is looked at from below. */
export const hoodInside: Written = {
  drawing: 'surface',
  wet: true,
  wait: { verb: 'dries', place: null },
  active: [
    ['Hood up and held, field lens capped.', 'It must not fall shut on your hands.'],
    { act: 'cloth', where: 'the inside of the hood, from the top down' },
    needs('torch', 'Torch into the outlet: soot on the grille, a scrap before it? Out with it.'),
  ],
  stop: 'A fresh cloth stays clean; the outlet is free.',
  wrong: ['Cleaner splashes up to the field lens: cap it first.'],
};

export const interiorStrip: Written = {
  ...interiorWipe,
  active: [
    'Vacuum first, from the top down; corners, ledges, under the rails.',
    { act: 'cloth', where: 'walls, ledges, round the exhaust opening' },
    'Scrape tar with plastic into the cloth.',
    'Open the lid and let it air.',
  ],
};

export const coolantLook: Written = {
  drawing: 'surface',
  active: [
    'Torch into the tank: level at the mark, clear, no threads, no smell.',
    [
      'Missing a little: distilled water, slowly, no funnel that was used for something else.',
      'Tap water conducts, and the tube is at thousands of volts.',
    ],
    'Lid on.',
  ],
  stop: 'At the mark and clear. Looked at and fine is a result.',
  wrong: ['Antifreeze for cars is filled in: it conducts.'],
};

export const coolantChange: Written = {
  drawing: 'surface',
  active: [
    [
      'Tube and supply stay shut: only the tank is opened.',
      'Tens of kilovolts, stored after switch-off.',
    ],
    'Hose end into the bucket; let it run out; lift the tank only when it is nearly empty.',
    'Wipe the tank, look at the pump strainer.',
    'Distilled water to the mark; tip the hose to let air out.',
    [
      'Wipe up every drop and feel along the hoses.',
      'Water under a tube supply is how machines and people are lost.',
    ],
  ],
  stop: 'At the mark, clear, no air bubble stands in the hose.',
  wrong: ['An air bubble stays in the tube: it overheats. Tilt and wait.'],
  proofs: ['coolant'],
};

export const wholeStrip: Written = {
  drawing: 'surface',
  active: [
    'Every other task of this machine stands on this sheet for itself. Mark this one when all of them are.',
  ],
  stop: 'Every other task is done, or said why not.',
  wrong: ['One of the others is still open.'],
};
