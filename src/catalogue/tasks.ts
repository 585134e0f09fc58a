import type { CareGroup, Limit, LimitKind } from '../core/care/care';
import type { Criticality } from '../core/care/danger';
import type { Depth } from '../core/care/depth';
import type { School } from '../core/care/schools';
import type { CatalogueTask } from './schema';

/**
 * Care tasks with their starting limits. All figures are common practice with no published source: a
 * shop changes them, and the maker's manual comes first.
 *
 * Limits are written as practice states them, a figure or a range, per school: L little and often,
 * M by the meter, C by the calendar. Where a school names none, it borrows the calendar figure, else
 * the meter's. The schools on their own take the careful (lower) end of a range. The combined plan
 * takes the preferred figures (`prefer`) with the calendar as a cap, both at the upper end: limits
 * and signs stand beside each other there, so none needs to be the careful one alone.
 */
type Written =
  `${'S' | 'R' | 'D' | 'J' | 'U'} ${number}` | `${'S' | 'R' | 'D' | 'J'} ${number}-${number}`;

const kinds: Readonly<Record<string, LimitKind>> = {
  S: 'soil',
  R: 'run',
  D: 'days',
  J: 'jobs',
  U: 'useDays',
};

function limit(written: Written, end: 'lower' | 'upper'): Limit {
  const [letter, range] = written.split(' ') as [string, string];
  const [low, high = low] = range.split('-') as [string, string?];
  return { kind: kinds[letter]!, value: Number(end === 'lower' ? low : high) };
}

interface Row {
  name: string;
  depth: Depth;
  group: CareGroup;
  criticality: Criticality;
  L?: Written;
  M?: Written;
  C?: Written;
  prefer: Written;
  /** a calendar cap makes no sense where nothing falls while nothing runs */
  uncapped?: true;
  minutes: [active: number, passive: number, finishing: number];
  opening: string;
  tools: string[];
  cautions?: string[];
  note: string;
  lookOnly?: true;
}

function task(key: string, row: Row): CatalogueTask {
  const fallback = row.C ?? row.M ?? row.prefer;
  const school = (written: Written | undefined): Limit[] => [limit(written ?? fallback, 'lower')];
  const combined = [limit(row.prefer, 'upper')];
  if (row.C && !row.uncapped && !row.prefer.startsWith('D')) combined.push(limit(row.C, 'upper'));
  const schools: Record<School, Limit[]> = {
    little: school(row.L),
    meter: school(row.M),
    calendar: school(row.C),
    combined,
  };
  const [active, passive, finishing] = row.minutes;
  return {
    key,
    name: row.name,
    depth: row.depth,
    group: row.group,
    criticality: row.criticality,
    schools,
    minutes: { active, passive, finishing },
    opening: row.opening,
    tools: row.tools,
    cautions: row.cautions ?? [],
    note: row.note,
    lookOnly: row.lookOnly ?? false,
  };
}

const swabs = ['lens swabs', 'isopropyl alcohol 99 %', 'nitrile gloves'];
const optic = { group: 'optics', criticality: 'optic damage' } as const;
const bed = { group: 'bed', criticality: 'fire' } as const;
const motion = { group: 'motion', criticality: 'motion' } as const;
const air = { group: 'air', criticality: 'fire' } as const;
const body = { group: 'air', criticality: 'housekeeping' } as const;
const coolantLoop = { group: 'coolant', criticality: 'coolant' } as const;

// Optics

export const windowWipe = task('wipe', {
  ...optic,
  name: 'Wipe the protective window',
  depth: 'wipe',
  L: 'S 4-5',
  M: 'S 15',
  C: 'D 2-7',
  prefer: 'S 4-5',
  minutes: [2, 2, 0],
  opening: 'lid-only',
  tools: swabs,
  cautions: ['solvent', 'never'],
  note: 'Dry end of the swab last. Held to the light it should look as if no glass were there.',
});

export const windowStrip = task('strip-clean', {
  ...optic,
  name: 'Window out, clean both sides',
  depth: 'strip-clean',
  L: 'S 15',
  M: 'S 15-20',
  C: 'D 14',
  prefer: 'S 15-20',
  minutes: [8, 5, 3],
  opening: 'head-off',
  tools: swabs,
  cautions: ['isolate', 'glass-edges', 'solvent'],
  note: 'Also at the lens alarm: residue creeps to the back. Stubborn: overnight in alcohol, covered. Etched square or crack: replace.',
});

export const headStrip = task('strip-clean', {
  ...optic,
  name: 'Strip and brush out the whole head',
  depth: 'strip-clean',
  L: 'R 50',
  M: 'R 100',
  C: 'D 30',
  prefer: 'R 100',
  // solvent beside a board airs out for a quarter of an hour
  minutes: [20, 15, 5],
  opening: 'head-off',
  tools: ['soft brush kept for boards', 'canned gas'],
  cautions: ['isolate', 'board', 'compressed-air'],
  note: 'Housing, vents, heat sink and fan; board brushed dry. First time about a quarter of an hour.',
});

export const nozzleClean = task('clean', {
  ...optic,
  name: 'Clean the nozzle',
  depth: 'clean',
  L: 'J 10',
  M: 'S 10',
  C: 'D 7',
  prefer: 'S 10',
  minutes: [4, 0, 0],
  opening: 'nozzle-off',
  tools: ['thin swabs', 'isopropyl alcohol 99 %'],
  cautions: ['solvent'],
  note: 'The hole must stay round and open on both sides; build-up narrows it even with the air on.',
});

export const shieldClean = task('clean', {
  ...optic,
  name: 'Clean the shield',
  depth: 'clean',
  L: 'S 5',
  M: 'S 10',
  C: 'D 7',
  prefer: 'S 10',
  minutes: [4, 2, 0],
  opening: 'lid-only',
  tools: ['microfibre', 'mild cleaner'],
  cautions: ['acetone', 'clear-plastic'],
  note: 'Residue scrapes the work. Plastic: mild cleaner, never solvents that craze it.',
});

export const fieldLensWipe = task('wipe', {
  ...optic,
  name: 'Wipe the field lens',
  depth: 'wipe',
  L: 'U 1',
  M: 'S 8',
  C: 'D 1-7',
  prefer: 'U 1',
  minutes: [2, 1, 0],
  opening: 'lid-only',
  tools: ['ready-wet optics wipes'],
  cautions: ['never'],
  note: 'Each day of use. Cap or pouch it after.',
});

export const lensWipe = task('wipe', {
  ...optic,
  name: 'Wipe the focus lens',
  depth: 'wipe',
  L: 'S 2-3',
  M: 'S 15',
  C: 'D 2-7',
  prefer: 'S 2-3',
  minutes: [6, 3, 3],
  opening: 'nozzle-off',
  tools: swabs,
  cautions: ['isolate', 'glass-edges', 'znse', 'solvent'],
  note: 'In place or out. Bulging side as the machine card says; touch the rim only.',
});

export const mirrorWipe = task('wipe', {
  ...optic,
  name: 'Wipe the mirror',
  depth: 'wipe',
  L: 'S 2-3',
  M: 'S 15',
  C: 'D 7',
  prefer: 'S 2-3',
  minutes: [1, 1, 0],
  opening: 'lid-only',
  tools: swabs,
  cautions: ['isolate', 'solvent', 'never'],
  note: 'Start with mirror 1, usually the cleanest. Press lightly: pressure moves the alignment or cracks the mirror.',
});

export const panelMirrorCheck = task('clean', {
  ...optic,
  name: 'Inspect the mirror, clean when marked',
  depth: 'clean',
  L: 'S 40',
  M: 'R 100',
  C: 'D 90',
  prefer: 'R 100',
  minutes: [10, 2, 3],
  opening: 'panels-off',
  tools: swabs,
  cautions: ['isolate', 'high-voltage', 'solvent'],
  note: 'Thumb screw snug afterwards: a loose mirror shakes.',
  lookOnly: true,
});

export const probeWipe = task('wipe', {
  ...optic,
  name: 'Wipe the probe',
  depth: 'wipe',
  L: 'S 10',
  M: 'S 20',
  C: 'D 7',
  prefer: 'S 20',
  minutes: [2, 0, 0],
  opening: 'lid-only',
  tools: ['lens swabs', 'isopropyl alcohol 99 %'],
  note: 'Soot lifts the focus. It must move freely.',
});

export const clearPlasticWipe = task('wipe', {
  ...optic,
  name: 'Wipe the clear parts',
  depth: 'wipe',
  L: 'S 10',
  M: 'S 20',
  C: 'D 7',
  prefer: 'D 7',
  minutes: [4, 3, 0],
  opening: 'lid-only',
  tools: ['microfibre', 'warm water', 'mild soap'],
  cautions: ['clear-plastic'],
  note: 'Clear plastic: warm water and mild soap only.',
});

// Bed

export const debrisClear = task('clear', {
  ...bed,
  name: 'Clear loose debris',
  depth: 'wipe',
  L: 'J 1',
  M: 'J 1',
  C: 'D 1',
  prefer: 'J 1',
  uncapped: true,
  minutes: [2, 0, 0],
  opening: 'lid-only',
  tools: ['brush and pan', 'vacuum with a fine filter'],
  cautions: ['soot'],
  note: 'After every job: small off-cuts are what catches fire.',
});

export const underBedVacuum = task('vacuum', {
  ...bed,
  name: 'Vacuum under the bed',
  depth: 'clean',
  L: 'J 5',
  M: 'R 8',
  C: 'D 7',
  prefer: 'J 5',
  minutes: [4, 0, 0],
  opening: 'bed-out',
  tools: ['vacuum with a fine filter'],
  cautions: ['soot', 'lifting'],
  note: 'Scraps that fell through burn just as well.',
});

export const honeycombClean = task('clean', {
  ...bed,
  name: 'Degrease, soak, brush, rinse and dry the honeycomb',
  depth: 'clean',
  L: 'S 15',
  M: 'S 25',
  C: 'D 7-30',
  prefer: 'S 25',
  minutes: [10, 60, 15],
  opening: 'bed-out',
  tools: [
    'vacuum with a fine filter',
    'household degreaser',
    'brass brush',
    'gloves and goggles',
    'soaking tub',
  ],
  cautions: ['caustic', 'lifting', 'dry-before-power'],
  note: 'Brush from several angles. Clean enough to work, not to look at. It must be fully dry.',
});

export const slatWipe = task('wipe', {
  ...bed,
  name: 'Wipe the slats',
  depth: 'wipe',
  L: 'S 5',
  M: 'S 10',
  C: 'D 7',
  prefer: 'S 10',
  minutes: [6, 2, 0],
  opening: 'lid-only',
  tools: ['microfibre', 'household degreaser'],
  cautions: ['lifting'],
  note: 'Easy if kept up.',
});

export const plateClean = task('clean', {
  ...bed,
  name: 'Clean the plate under the bed',
  depth: 'clean',
  L: 'S 15',
  M: 'S 25',
  C: 'D 30',
  prefer: 'S 25',
  minutes: [12, 10, 3],
  opening: 'bed-out',
  tools: ['household degreaser', 'scraper', 'microfibre', 'respirator'],
  cautions: ['soot', 'caustic', 'lifting'],
  note: 'The overlooked fire starter. Keep about 13 mm of air between bed and plate.',
});

export const trayEmpty = task('empty', {
  ...bed,
  name: 'Empty and wipe the crumb tray',
  depth: 'clean',
  L: 'J 10',
  M: 'R 10',
  C: 'D 7',
  prefer: 'J 10',
  minutes: [3, 0, 0],
  opening: 'bed-out',
  tools: ['vacuum with a fine filter', 'microfibre'],
  cautions: ['soot'],
  note: 'Sticky tar: deep soak.',
});

// Motion

const wheelsAndRails = {
  ...motion,
  depth: 'clean',
  L: 'S 15',
  M: 'S 25',
  C: 'D 7',
  prefer: 'S 25',
  opening: 'isolate',
  tools: ['microfibre', 'isopropyl alcohol 99 %'],
  cautions: ['isolate', 'moving', 'solvent'],
} as const;

// wheels have a station of their own: they are cleaned once, not with each rail
export const wheelRailClean = task('clean', {
  ...wheelsAndRails,
  tools: [...wheelsAndRails.tools],
  cautions: [...wheelsAndRails.cautions],
  name: 'Clean the rail',
  minutes: [6, 0, 0],
  note: 'Upper and lower face, behind the frame. Feel for bumps.',
});

export const wheelsClean = task('clean', {
  ...wheelsAndRails,
  tools: [...wheelsAndRails.tools],
  cautions: [...wheelsAndRails.cautions],
  name: 'Clean the wheels',
  minutes: [10, 0, 0],
  note: 'Spin each wheel in the cloth, all of its flank; no play, no drag.',
});

export const wheelRailGrease = task('grease', {
  ...motion,
  name: 'Grease the rail',
  depth: 'lubricate',
  L: 'S 60',
  M: 'R 100',
  C: 'D 90',
  prefer: 'R 100',
  minutes: [4, 0, 0],
  opening: 'isolate',
  tools: ['silicone grease'],
  cautions: ['isolate', 'moving'],
  note: 'A fingertip; wipe off what is too much, it gathers soot.',
});

export const rodClean = task('clean', {
  ...motion,
  name: 'Clean the rail and re-grease thinly',
  depth: 'clean',
  L: 'S 15',
  M: 'S 25',
  C: 'D 30',
  prefer: 'S 25',
  minutes: [8, 0, 0],
  opening: 'isolate',
  tools: ['microfibre', 'isopropyl alcohol 99 %', 'silicone grease'],
  cautions: ['isolate', 'moving', 'solvent'],
  note: 'Re-grease after every alcohol wipe.',
});

export const bearingClean = task('clean', {
  ...motion,
  name: 'Clean both grooves',
  depth: 'clean',
  L: 'S 25',
  M: 'S 25',
  C: 'D 7',
  prefer: 'D 7',
  minutes: [6, 0, 0],
  opening: 'isolate',
  tools: ['lens swabs', 'microfibre'],
  cautions: ['isolate', 'moving'],
  note: 'Swab both grooves end to end.',
});

export const bearingGrease = task('grease', {
  ...motion,
  name: 'Grease both grooves',
  depth: 'lubricate',
  L: 'R 150',
  M: 'R 150',
  C: 'D 90',
  prefer: 'R 150',
  minutes: [6, 0, 0],
  opening: 'isolate',
  tools: ['white lithium grease', 'microfibre'],
  cautions: ['isolate', 'moving'],
  note: 'Wipe the old out first; work it in by hand, power off.',
});

export const roundRailWipe = task('wipe', {
  ...motion,
  name: 'Wipe the round rails',
  depth: 'wipe',
  C: 'D 7',
  prefer: 'D 7',
  minutes: [3, 0, 0],
  opening: 'isolate',
  tools: ['microfibre'],
  cautions: ['isolate', 'moving'],
  note: 'Dry. No lubricant, ever.',
});

export const hoodSlideGrease = task('wipe', {
  ...motion,
  name: 'Wipe the hood slides and grease both edges',
  depth: 'wipe',
  L: 'U 1',
  M: 'R 60',
  C: 'D 14',
  prefer: 'D 14',
  minutes: [2, 0, 0],
  opening: 'lid-only',
  tools: ['microfibre', "maker's grease"],
  cautions: ['isolate', 'moving'],
  note: 'Front and back edge, worked up and down, the surplus off.',
});

export const beltCheck = task('inspect', {
  ...motion,
  name: 'Inspect and wipe belts, compare tension',
  depth: 'inspect',
  L: 'S 25',
  M: 'S 40',
  C: 'D 30',
  prefer: 'S 40',
  minutes: [4, 0, 0],
  opening: 'isolate',
  tools: ['microfibre', 'torch'],
  cautions: ['isolate', 'moving'],
  note: 'Left against right. Fraying, cracks, missing teeth.',
  lookOnly: true,
});

export const screwWipe = task('wipe', {
  ...motion,
  name: 'Wipe the lead screws',
  depth: 'wipe',
  M: 'R 200',
  C: 'D 180',
  prefer: 'D 180',
  minutes: [6, 0, 0],
  opening: 'isolate',
  tools: ['microfibre', 'white lithium grease'],
  cautions: ['isolate', 'moving'],
  note: 'A bead of lithium grease only in humid shops.',
});

export const cableCheck = task('inspect', {
  ...motion,
  name: 'Inspect cables and connectors',
  depth: 'inspect',
  M: 'R 50',
  C: 'D 30',
  prefer: 'D 30',
  minutes: [3, 0, 0],
  opening: 'isolate',
  tools: ['torch'],
  cautions: ['isolate'],
  note: 'Travel and strain: free to every corner, nothing rubbing.',
  lookOnly: true,
});

// Air

export const moduleFanClean = task('clean', {
  ...air,
  name: 'Brush fan, vents and heat sink',
  depth: 'clean',
  L: 'S 20',
  M: 'S 30',
  C: 'D 14-30',
  prefer: 'S 30',
  minutes: [6, 0, 0],
  opening: 'module-top-off',
  tools: ['soft brush kept for boards', 'canned gas'],
  cautions: ['isolate', 'board', 'compressed-air'],
  note: 'No liquid on the board. Hold the blades; short leads break; press corners, not the hub.',
});

export const outletFanClean = task('clean', {
  ...air,
  name: 'Clean the outlet fan',
  depth: 'clean',
  L: 'S 25',
  M: 'S 40',
  C: 'D 21-30',
  prefer: 'S 40',
  minutes: [10, 20, 4],
  opening: 'rear-off',
  tools: ['chip brush', 'household degreaser', 'microfibre'],
  cautions: ['isolate', 'soot', 'dry-before-power', 'exhaust-code'],
  note: 'Turns freely by hand afterwards; dry before refit.',
});

export const ductClean = task('clean', {
  ...air,
  name: 'Inspect and clean duct and inline fan',
  depth: 'clean',
  L: 'S 80',
  M: 'S 120',
  C: 'D 90',
  prefer: 'S 120',
  minutes: [20, 0, 0],
  opening: 'isolate',
  tools: ['chip brush', 'vacuum with a fine filter', 'respirator'],
  cautions: ['isolate', 'soot', 'exhaust-code'],
  note: 'Measure the draught before and after.',
  lookOnly: true,
});

export const portClean = task('clean', {
  ...air,
  name: 'Brush out the ports',
  depth: 'clean',
  L: 'S 40',
  M: 'S 60',
  C: 'D 30',
  prefer: 'S 60',
  minutes: [15, 0, 0],
  opening: 'rear-off',
  tools: ['wire brush', 'soft brush', 'vacuum with a fine filter', 'respirator'],
  cautions: ['isolate', 'soot'],
  note: 'Wire brush, then soft brush.',
});

export const filterCheck = task('inspect', {
  ...air,
  name: 'Inspect the filter, vacuum or replace',
  depth: 'clean',
  L: 'S 40',
  M: 'S 60',
  C: 'D 30',
  prefer: 'S 60',
  minutes: [5, 0, 0],
  opening: 'rear-off',
  tools: ['vacuum with a fine filter', 'spare filter'],
  cautions: ['soot', 'exhaust-code'],
  note: 'Note its size.',
  lookOnly: true,
});

export const airPumpClean = task('clean', {
  ...air,
  name: 'Clean the air-assist fan or pump and its port',
  depth: 'clean',
  L: 'S 25',
  M: 'S 40',
  C: 'D 30',
  prefer: 'S 40',
  minutes: [6, 0, 0],
  opening: 'isolate',
  tools: ['soft brush', 'canned gas'],
  cautions: ['isolate', 'compressed-air'],
  note: 'Hose back on, and feel the air at the nozzle.',
});

// Body and coolant

export const frameWipe = task('wipe', {
  ...body,
  name: 'Wipe frame and outside',
  depth: 'wipe',
  L: 'U 1',
  C: 'D 3-7',
  prefer: 'D 3-7',
  minutes: [5, 0, 0],
  opening: 'lid-only',
  tools: ['microfibre', 'warm water', 'vacuum with a fine filter'],
  note: 'Damp warm cloth. When the frame is dirty the rest is too.',
});

export const interiorWipe = task('wipe', {
  ...body,
  name: 'Wipe the interior',
  depth: 'wipe',
  L: 'S 10',
  C: 'D 7',
  prefer: 'D 7',
  minutes: [10, 5, 0],
  opening: 'lid-only',
  tools: ['microfibre', 'household degreaser', 'vacuum with a fine filter'],
  cautions: ['soot'],
  note: 'Cleaner on the cloth, never sprayed near boards.',
});

export const interiorStrip = task('strip-clean', {
  ...body,
  name: 'Strip-clean the interior',
  depth: 'strip-clean',
  C: 'D 30',
  prefer: 'D 30',
  minutes: [10, 5, 0],
  opening: 'bed-out',
  tools: ['microfibre', 'household degreaser', 'vacuum with a fine filter', 'scraper'],
  cautions: ['isolate', 'soot'],
  note: 'Corners and ledges too, with the bed out.',
});

export const coolantLook = task('inspect', {
  ...coolantLoop,
  name: 'Look at coolant and level',
  depth: 'inspect',
  C: 'D 21-28',
  prefer: 'D 21-28',
  minutes: [2, 0, 0],
  opening: 'lid-only',
  tools: ['torch', 'distilled water'],
  note: 'Distilled water, lidded.',
  lookOnly: true,
});

export const coolantChange = task('change', {
  ...coolantLoop,
  name: 'Change the coolant',
  depth: 'drain',
  C: 'D 180',
  prefer: 'D 180',
  minutes: [20, 0, 0],
  opening: 'coolant-open',
  tools: ['distilled water', 'bucket', 'funnel'],
  cautions: ['isolate', 'high-voltage', 'dry-before-power'],
  note: 'Sooner if cloudy.',
});

export const wholeStrip = task('strip-clean', {
  ...body,
  name: 'Strip-clean the whole machine',
  depth: 'strip-clean',
  C: 'D 7-30',
  prefer: 'D 7-30',
  minutes: [90, 0, 0],
  opening: 'isolate',
  tools: ['everything the other tasks ask for'],
  cautions: ['isolate'],
  note: 'Takes every other task in one sitting; each is signed off for itself. Light use monthly, many hours a day weekly.',
});
