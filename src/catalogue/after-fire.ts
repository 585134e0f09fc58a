/** A part that is looked at after a fire, in the order in which it is looked at. */
export interface FirePart {
  id: string;
  name: string;
  /** what to look for */
  look: string;
  /** kinds of station it is, where it is one: what is sooty there is cleaned next */
  kinds: readonly string[];
}

/** What a fire reaches, part by part. Common practice, no published source. */
export const fireParts: readonly FirePart[] = [
  {
    id: 'debris',
    name: 'Debris',
    look: 'Cold, out, and in a lidded metal bin; nothing glows under the bed or in the duct.',
    kinds: ['debris', 'under-bed', 'crumb-tray'],
  },
  {
    id: 'bed',
    name: 'Bed',
    look: 'Bent, burnt through, tar in the cells.',
    kinds: ['honeycomb', 'slats'],
  },
  {
    id: 'plate',
    name: 'Plate under it',
    look: 'Tar, warped, the air under the bed still free.',
    kinds: ['plate'],
  },
  {
    id: 'glass',
    name: 'Glass and mirrors',
    look: 'Soot, a crack, a burnt spot: with a torch, before anything is wiped.',
    kinds: ['window', 'field-lens', 'lens', 'mirror', 'head-mirror', 'panel-mirror', 'beam-window'],
  },
  {
    id: 'cables',
    name: 'Cables and plugs',
    look: 'Melted or stiff sheath, brown plugs, a hose that has gone hard.',
    kinds: ['cables'],
  },
  {
    id: 'wiring',
    name: 'Wiring behind covers',
    look: 'Smell, soot at cable entries. Inside a mains or high-voltage cover: qualified service only.',
    kinds: [],
  },
  {
    id: 'rails',
    name: 'Rails and their grease',
    look: 'Soot in the grease, a flat on a wheel, a belt that has gone hard.',
    kinds: [
      'wheels',
      'wheel-rail',
      'rods',
      'linear-bearing',
      'round-rails',
      'hood-slides',
      'belts',
    ],
  },
  {
    id: 'air',
    name: 'Fans and duct',
    look: 'Tar that burned in the duct; blades, bearings, the filter; nothing glows at the far end.',
    kinds: [
      'outlet-fan',
      'inline-fan',
      'duct',
      'ports',
      'filter',
      'head-fan',
      'air-assist',
      'diode-module',
    ],
  },
  {
    id: 'sensor',
    name: 'Sensor or probe',
    look: 'Soot on its face, a stiff plunger.',
    kinds: ['probe'],
  },
  { id: 'camera', name: 'Camera', look: 'Its window, its cable.', kinds: ['camera'] },
  {
    id: 'seals',
    name: 'Lid, window and seals',
    look: 'Crazed or softened plastic, a seal that no longer closes: the beam must stay inside.',
    kinds: ['clear-parts', 'shield'],
  },
  {
    id: 'board',
    name: 'Cover of the board',
    look: 'Extinguisher powder or water inside? No power until it is out and dry.',
    kinds: [],
  },
];

/** Depths of the cleaning after a fire, decided after the look. */
export const fireDepths = ['ordinary', 'deep'] as const;
export type FireDepth = (typeof fireDepths)[number];

/** What is found of a part. */
export const fireFindings = ['untouched', 'sooty', 'damaged', 'not looked at'] as const;
export type FireFinding = (typeof fireFindings)[number];
