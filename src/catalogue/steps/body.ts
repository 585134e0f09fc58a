import type { Written } from './written';

export const frameWipe: Written = {
  drawing: 'surface',
  active: [
    'Damp warm cloth over frame, lid edges, feet and the floor of the stand.',
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
  wait: { verb: 'dries', place: null },
  active: [
    'Vacuum first, ledges from the top down.',
    [
      'Degreaser on the cloth, walls and ledges; never sprayed.',
      'Spray drifts into boards, rails and optics.',
    ],
    'Second cloth with water.',
  ],
  stop: 'A fresh cloth stays clean; everything is dry.',
  wrong: ['The ledge over the door and the exhaust opening are forgotten: tar drips from there.'],
};

export const interiorStrip: Written = {
  ...interiorWipe,
  active: [
    'Vacuum first, from the top down; corners, ledges, under the rails.',
    [
      'Degreaser on the cloth: walls, ledges, round the exhaust opening.',
      'Spray drifts into boards, rails and optics.',
    ],
    'Scrape tar with plastic into the cloth.',
    'Second cloth with water.',
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
