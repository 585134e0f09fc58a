import type { Process } from '../core/usage/soil';

/** Everything here is invented: the workshop of the demo, its people and what its machines do. */
export const shopName = 'Tern Quay Workshop';
export const shopZone = 'Europe/Oslo';

export const technician = { name: 'Marit', password: 'net-loft-lantern' };
export const helpers = ['Tomasz', 'Amina'];
export const operators = [
  'Ines',
  'Jokum',
  'Leila',
  'Piotr',
  'Saoirse',
  'Hiro',
  'Nanna',
  'Emeka',
  'Lucia',
  'Sindre',
  'Yara',
  'Matteo',
  'Oddny',
  'Farid',
  'Wiebke',
  'Kwame',
];
/** Two members who never log the material. */
export const carelessOperators = ['Goran', 'Elsbeth'];

type Work = readonly [{ material: string; process: Process }, number];
const work = (material: string, process: Process, weight: number): Work => [
  { material, process },
  weight,
];

export interface DemoMachine {
  nickname: string;
  family: string;
  card: Record<string, string>;
  /** run hours in a usual week */
  weekHours: number;
  /** minutes of a usual session */
  sessionMinutes: number;
  works: readonly Work[];
  /** how much faster than the app assumes its stations really foul */
  fouling: number;
  /** uses it in bursts: share of weeks in which it is used at all */
  busyWeeks: number;
}

export const machines: readonly DemoMachine[] = [
  {
    nickname: 'Heron',
    family: 'co2-glass-tube',
    card: {
      power: '80 W',
      bed: '900 × 600 mm, steel honeycomb',
      serial: 'TQ-0117',
      serialPlace: 'behind the left foot, on a tin plate',
      breaker: 'grey box by the net hooks, number 4',
      screws: 'hex 2.5 head, hex 3 mirror mounts, hex 5 feet',
      lens: '20 mm; bulging side up',
      lid: 'acrylic',
      fan: 'duct fan 125 mm',
      never: 'Never open the tube cover: service only.',
    },
    weekHours: 20,
    sessionMinutes: 60,
    works: [
      work('cork', 'cut', 40),
      work('plywood', 'cut', 25),
      work('acrylic', 'cut', 15),
      work('resinous softwood', 'cut', 12),
      work('leather', 'cut', 8),
    ],
    fouling: 1.25,
    busyWeeks: 1,
  },
  {
    nickname: 'Dipper',
    family: 'co2-glass-tube',
    card: {
      power: '40 W',
      bed: '300 × 200 mm',
      serial: 'TQ-0042',
      breaker: 'grey box by the net hooks, number 2',
      lens: '12 mm; bulging side up',
      lid: 'acrylic',
      never: 'Never run without the bucket lid on.',
    },
    weekHours: 4,
    sessionMinutes: 50,
    works: [
      work('card', 'cut', 40),
      work('leather', 'cut', 25),
      work('acrylic', 'cut', 20),
      work('felt', 'cut', 15),
    ],
    fouling: 0.9,
    busyWeeks: 0.9,
  },
  {
    nickname: 'Bittern',
    family: 'co2-metal-tube',
    card: {
      power: '50 W',
      bed: '610 × 305 mm',
      serial: 'TQ-0203',
      breaker: 'white box by the door, number 1',
      filter: '305 × 305 × 48 mm',
      lid: 'glass',
    },
    weekHours: 7,
    sessionMinutes: 62,
    works: [
      work('slate', 'engrave', 60),
      work('acrylic', 'cut', 20),
      work('hardwood', 'cut', 12),
      work('glass', 'engrave', 8),
    ],
    fouling: 1.1,
    busyWeeks: 0.95,
  },
  {
    nickname: 'Wren',
    family: 'enclosed-diode',
    card: {
      power: '20 W blue, 2 W infrared',
      bed: '500 × 320 mm, aluminium honeycomb',
      serial: 'TQ-0231',
      breaker: 'wall socket under the bench',
      screws: 'hex 1.5 shield, hex 2 head',
      lid: 'acrylic',
      never: 'Never caustic cleaner on the bed: aluminium.',
    },
    weekHours: 12,
    sessionMinutes: 48,
    works: [
      work('plywood', 'cut', 40),
      work('card', 'cut', 24),
      work('wood', 'engrave', 14),
      work('MDF', 'cut', 12),
      work('leather', 'cut', 10),
    ],
    fouling: 1.4,
    busyWeeks: 1,
  },
  {
    nickname: 'Sparrow',
    family: 'open-frame-diode',
    card: {
      power: '10 W',
      bed: '400 × 400 mm',
      serial: 'TQ-0088',
      screws: 'hex 2 head, hex 3 wheels',
      fan: 'inline fan 100 mm, weak',
      never: 'Never solvent on the amber shield: it crazes.',
      opens: 'Marit and the helpers',
    },
    weekHours: 6,
    sessionMinutes: 50,
    works: [work('plywood', 'cut', 75), work('card', 'cut', 25)],
    fouling: 1.2,
    busyWeeks: 0.75,
  },
  {
    nickname: 'Swift',
    family: 'galvo-desktop',
    card: { power: '10 W diode, 2 W infrared', serial: 'TQ-0260' },
    weekHours: 5,
    sessionMinutes: 28,
    works: [work('anodised metal', 'mark', 80), work('coated surface', 'engrave', 20)],
    fouling: 1,
    busyWeeks: 0.35,
  },
];

/** A fault as the simulation plays it: what is seen, what it was, what was done and how it was proved. */
export interface DemoFault {
  machine: string;
  signs: string[];
  note: string;
  cause: string;
  action: string;
  minutes: number;
  /** paid for parts, in the shop's money */
  cost?: number;
  proof: string;
}

/** Faults that come up again and again, by machine. */
export const commonFaults: readonly DemoFault[] = [
  {
    machine: 'Heron',
    signs: ['weak'],
    note: 'cork needs two passes where one did',
    cause: 'dirty-glass',
    action: 'lens out, cleaned both sides',
    minutes: 14,
    proof: 'test burn at baseline',
  },
  {
    machine: 'Heron',
    signs: ['corner'],
    note: 'right back corner does not cut',
    cause: 'misaligned',
    action: 'mirror 2 aligned on the dots',
    minutes: 35,
    proof: 'dots at four corners and centre',
  },
  {
    machine: 'Heron',
    signs: ['smoke', 'backsoot'],
    note: 'gaskets sooty underneath',
    cause: 'bed-loaded',
    action: 'honeycomb degreased and brushed',
    minutes: 30,
    proof: 'test cut, clean underneath',
  },
  {
    machine: 'Dipper',
    signs: ['coolant'],
    note: 'bucket feels warm after an hour',
    cause: 'coolant',
    action: 'coolant changed, pump inlet cleared',
    cost: 12,
    minutes: 25,
    proof: 'temperature steady for half an hour',
  },
  {
    machine: 'Dipper',
    signs: ['weak'],
    note: 'leather labels only scored',
    cause: 'dirty-mirror',
    action: 'mirrors wiped from the source on',
    minutes: 12,
    proof: 'test burn at baseline',
  },
  {
    machine: 'Bittern',
    signs: ['stutter'],
    note: 'scraping on long engravings',
    cause: 'dirty-rails',
    action: 'slate dust out of the X bearing, greased',
    minutes: 20,
    proof: 'travel square, by hand then powered',
  },
  {
    machine: 'Bittern',
    signs: ['room-smoke'],
    note: 'smell of stone dust in the room',
    cause: 'weak-draught',
    action: 'filter vacuumed, plenum brushed out',
    minutes: 25,
    proof: 'tissue held at each corner',
  },
  {
    machine: 'Wren',
    signs: ['smoke'],
    note: 'hazy inside, fan sounds normal',
    cause: 'bed-loaded',
    action: 'honeycomb and plate cleaned',
    minutes: 34,
    proof: 'test cut, no smoke lingers',
  },
  {
    machine: 'Wren',
    signs: ['uneven'],
    note: 'engraving patchy to the left',
    cause: 'dirty-glass',
    action: 'window out, cleaned both sides',
    minutes: 12,
    proof: 'test burn at baseline',
  },
  {
    machine: 'Wren',
    signs: ['alarm'],
    note: 'lens alarm came on',
    cause: 'alarm-latched',
    action: 'alarm reset after the clean',
    minutes: 2,
    proof: 'ten minutes running without alarm',
  },
  {
    machine: 'Sparrow',
    signs: ['wander'],
    note: 'puppet slots do not meet',
    cause: 'belt',
    action: 'left belt tensioned to match the right',
    cost: 17,
    minutes: 15,
    proof: 'square and circle measured',
  },
  {
    machine: 'Sparrow',
    signs: ['room-smoke'],
    note: 'tent pushes smoke back on westerlies',
    cause: 'back-draught',
    action: 'outlet turned out of the wind',
    cost: 6.5,
    minutes: 10,
    proof: 'tissue held at the tent door',
  },
  {
    machine: 'Swift',
    signs: ['focus'],
    note: 'badge text soft at the edge',
    cause: 'dirty-glass',
    action: 'field lens wiped',
    minutes: 4,
    proof: 'test mark sharp at all corners',
  },
];
