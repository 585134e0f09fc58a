import { figured, graded, yesOrNo, type Answers } from '../core/faults/diagnosis/outcomes';
import { has, lidded } from './diagnosis';
import type { Family } from './schema';

/** A check of the trade, with how often it comes out in each way under the causes it tells. */
export interface WrittenCheck {
  id: string;
  /** one of yes or no is asked so that "yes" means that something is wrong */
  question: string;
  how: string;
  minutes: number;
  /** what must be opened for it; `null`: nothing */
  opening: string | null;
  answers: Answers;
  only?: (family: Family) => boolean;
  /** asked only where one of these was reported */
  signs?: readonly string[];
  /** made only once one of these has come out, or the glass was cleaned just before */
  after?: readonly string[];
  /** asked no more: what was answered before still counts */
  retired?: true;
}

/**
 * Checks in the order of a list that somebody would work down. Minutes, shares and figures are common practice, no
 * source.
 */
export const checks: readonly WrittenCheck[] = [
  {
    id: 'same-settings',
    question: 'Was it another file, material or setting than usual?',
    how: 'Ask, and run the same file on the same stock at the usual settings.',
    minutes: 2,
    opening: null,
    answers: yesOrNo({ settings: 0.92 }, 0.06),
  },
  {
    id: 'reset-alarm',
    question: 'With the glass found clean, does the alarm go when it is reset?',
    signs: ['alarm'],
    how: 'Look at the glass first: an alarm that is reset over a soiled glass cracks it. Then reset it and start once, lid shut.',
    after: ['window-light', 'glass-cracked', 'clean-then-burn'],
    minutes: 1,
    opening: null,
    answers: yesOrNo({ 'alarm-latched': 0.95, connector: 0.1, 'module-fan': 0.15 }, 0.05),
  },
  {
    id: 'plugs',
    question: 'Was a plug, hose or earth lead not fully home?',
    how: 'Machine off. Push every plug that was opened until it clicks, tug gently; hose to the end of its barb; lug under its screw.',
    minutes: 3,
    opening: null,
    answers: yesOrNo({ connector: 0.95, 'earth-lead': 0.85, 'hose-off': 0.92 }, 0.03),
  },
  {
    id: 'interlock',
    question: 'Is the lid, key, a panel or a foot of the tray not in place?',
    how: 'Look at each, press each home. Bypass none.',
    minutes: 1,
    opening: null,
    answers: yesOrNo({ interlock: 0.93 }, 0.03),
    only: lidded,
  },
  {
    id: 'bed-level',
    question: 'Is the bed or tray off its seat, or not level?',
    how: 'Machine idle. Press each corner; gauge block or a rule from the nozzle at four corners.',
    minutes: 2,
    opening: null,
    answers: yesOrNo({ 'bed-not-seated': 0.93 }, 0.04),
  },
  {
    id: 'right-part',
    question: 'Is another head or lens fitted than the job was set for?',
    how: 'Read the mark on the head and the focal length on the lens tube; compare with the job.',
    minutes: 1,
    opening: null,
    answers: yesOrNo({ 'wrong-part': 0.95 }, 0.03),
  },
  {
    id: 'underside',
    question: 'Is the underside of the last cut sooty, and are the cells dark?',
    how: 'Turn the work over; look through the cells against a lamp.',
    minutes: 1,
    opening: null,
    answers: yesOrNo(
      { 'bed-loaded': 0.92, 'air-assist': 0.35, 'weak-draught': 0.3, debris: 0.3 },
      0.1,
    ),
  },
  {
    id: 'nozzle-air',
    question: 'Is the nozzle narrowed, or the air weak at it?',
    how: 'Machine idle. Look along the hole; feel the air with a finger held below, beam off and lid interlocked.',
    minutes: 1,
    opening: null,
    answers: yesOrNo({ nozzle: 0.92, 'air-assist': 0.9, 'hose-off': 0.85 }, 0.05),
  },
  {
    id: 'draught',
    question: 'How is the draught at the corners of the bed?',
    how: 'A strip of tissue at each corner with the exhaust on, or the draught meter.',
    minutes: 3,
    opening: null,
    answers: graded(
      [
        ['strong', 'Strong at all'],
        ['corner', 'Weak at a corner'],
        ['weak', 'Weak everywhere'],
        ['back', 'Comes and goes, or blows back'],
      ],
      {
        'weak-draught': [0.08, 0.32, 0.55, 0.05],
        'back-draught': [0.25, 0.08, 0.12, 0.55],
        'fan-seized': [0.15, 0.05, 0.75, 0.05],
      },
      [0.94, 0.03, 0.02, 0.01],
    ),
  },
  {
    id: 'wind',
    question: 'Does the outlet flap stand still or flutter in the wind?',
    how: 'Look at the outlet from outside.',
    minutes: 3,
    opening: null,
    answers: yesOrNo({ 'back-draught': 0.88, 'weak-draught': 0.25 }, 0.08),
  },
  {
    id: 'focus-gauge',
    question: 'Is the focus off, or does the probe stick?',
    how: 'Focus gauge against the nozzle; press the probe, it comes down by itself.',
    minutes: 2,
    opening: null,
    answers: yesOrNo({ focus: 0.93, 'lens-refit': 0.3 }, 0.05),
  },
  {
    id: 'window-light',
    question: 'Held to the light, how is the window or lens?',
    how: 'Isolate. Take it out by the rim; a torch held flat on both faces. Chipped zinc selenide: no bare hands, no blowing.',
    minutes: 4,
    opening: 'head-off',
    answers: graded(
      [
        ['clear', 'Clear'],
        ['haze', 'Hazy'],
        ['soiled', 'Soiled'],
        ['damaged', 'Etched, cracked or chipped'],
      ],
      {
        'dirty-glass': [0.06, 0.34, 0.58, 0.02],
        'damaged-glass': [0.05, 0.08, 0.12, 0.75],
      },
      [0.85, 0.1, 0.04, 0.01],
    ),
  },
  {
    id: 'glass-cracked',
    question: 'Is the window or lens cracked, etched or chipped?',
    how: 'Isolate. A torch held flat on both faces. Chipped zinc selenide: no bare hands, no blowing.',
    minutes: 4,
    opening: 'head-off',
    answers: yesOrNo({ 'damaged-glass': 0.95 }, 0.02),
    retired: true,
  },
  {
    id: 'lens-way',
    question: 'Is the lens the wrong way round, tilted or loose?',
    how: 'Isolate. Compare with the picture on the machine card; ring snug.',
    minutes: 5,
    opening: 'nozzle-off',
    answers: yesOrNo({ 'lens-refit': 0.94 }, 0.03),
    only: has('lens', 'window'),
  },
  {
    id: 'mirror-swab',
    question: 'How does a clean swab come away from the mirrors?',
    how: 'Isolate. One stroke, no pressure, mirror by mirror.',
    minutes: 4,
    opening: 'isolate',
    answers: graded(
      [
        ['clean', 'Clean'],
        ['grey', 'Grey'],
        ['dark', 'Dark'],
      ],
      { 'dirty-mirror': [0.07, 0.33, 0.6] },
      [0.85, 0.12, 0.03],
    ),
    only: has('mirror', 'head-mirror', 'panel-mirror'),
  },
  {
    id: 'dots',
    question: 'How do the dots lie in the corners and the middle?',
    how: 'Tape over the opening, one short pulse in each corner and the middle. Eyewear for this wavelength, nobody else in line.',
    minutes: 8,
    opening: null,
    answers: graded(
      [
        ['together', 'In one place, round'],
        ['apart', 'They move from corner to corner'],
        ['crescent', 'A crescent or a double'],
        ['faint', 'In one place, but faint or smeared'],
      ],
      {
        misaligned: [0.04, 0.72, 0.21, 0.03],
        'dirty-mirror': [0.5, 0.04, 0.06, 0.4],
        'source-worn': [0.86, 0.02, 0.02, 0.1],
      },
      [0.92, 0.02, 0.02, 0.04],
    ),
    only: has('mirror', 'head-mirror', 'panel-mirror'),
  },
  {
    id: 'by-hand',
    question: 'Moved by hand, how does the head run?',
    how: 'Isolate. End to end on both axes, slowly, and watch the cables.',
    minutes: 3,
    opening: 'isolate',
    answers: graded(
      [
        ['smooth', 'Smoothly, end to end'],
        ['heavy', 'Heavily, all along'],
        ['bumps', 'Over bumps'],
        ['catches', 'It catches or pulls in one region'],
      ],
      {
        'dirty-rails': [0.08, 0.27, 0.6, 0.05],
        'dry-rails': [0.3, 0.6, 0.07, 0.03],
        cable: [0.12, 0.04, 0.04, 0.8],
        rubbing: [0.1, 0.15, 0.15, 0.6],
        debris: [0.7, 0.02, 0.2, 0.08],
        belt: [0.75, 0.08, 0.14, 0.03],
      },
      [0.96, 0.02, 0.01, 0.01],
    ),
    only: has('rods', 'wheel-rail', 'wheels', 'linear-bearing'),
  },
  {
    id: 'rails-look',
    question: 'Are the rails soiled, with crumbs under the cloth?',
    how: 'Isolate. A cloth over each face; feel for bumps.',
    minutes: 2,
    opening: 'isolate',
    answers: yesOrNo({ 'dirty-rails': 0.93, 'dry-rails': 0.2 }, 0.15),
    only: has('rods', 'wheel-rail', 'wheels', 'linear-bearing'),
  },
  {
    id: 'cables-watch',
    question: 'Does a cable or hose pull or catch in one region?',
    how: 'Isolate. To all four corners by hand, watching only the cables.',
    minutes: 2,
    opening: 'isolate',
    answers: yesOrNo({ cable: 0.93, rubbing: 0.15 }, 0.03),
    only: has('cables'),
  },
  {
    id: 'belts',
    question: 'How are the belts?',
    how: 'Isolate. Pluck both at the same span; torch along the teeth.',
    minutes: 3,
    opening: 'isolate',
    answers: graded(
      [
        ['even', 'They sound alike, teeth whole'],
        ['unlike', 'They sound unlike'],
        ['worn', 'Frayed, or teeth missing'],
      ],
      { belt: [0.08, 0.57, 0.35] },
      [0.95, 0.04, 0.01],
    ),
    only: has('belts'),
  },
  {
    id: 'fans',
    question: 'Does a fan stop at once when spun by hand, or hang thick with dust?',
    how: 'Isolate. Flick each: it turns freely for two turns.',
    minutes: 5,
    opening: 'isolate',
    answers: yesOrNo({ 'fan-seized': 0.94, 'module-fan': 0.85, 'weak-draught': 0.4 }, 0.05),
  },
  {
    id: 'shield',
    question: 'Is the lower edge of the shield caked?',
    how: 'Look from below with a mirror.',
    minutes: 1,
    opening: null,
    answers: yesOrNo({ 'shield-caked': 0.94 }, 0.08),
    only: has('shield'),
  },
  {
    id: 'inside-look',
    question: 'Do loose pieces lie in the bed, at the exhaust or under the head?',
    how: 'Machine idle, torch.',
    minutes: 1,
    opening: null,
    answers: yesOrNo({ debris: 0.93, rubbing: 0.15 }, 0.1),
  },
  {
    id: 'coolant-look',
    question: 'How is the coolant?',
    how: 'Level in the reservoir, a look through it, the flow of the return.',
    minutes: 3,
    opening: null,
    answers: graded(
      [
        ['good', 'Full, clear, flowing'],
        ['low', 'Low'],
        ['cloudy', 'Cloudy or grown'],
        ['slow', 'It flows weakly, or not'],
      ],
      { coolant: [0.12, 0.24, 0.3, 0.34] },
      [0.955, 0.025, 0.015, 0.005],
    ),
    only: has('coolant'),
  },
  {
    id: 'coolant-warm',
    question: 'How warm is the coolant after ten minutes of running?',
    how: 'A thermometer in the reservoir, or the chiller’s own figure.',
    minutes: 12,
    opening: null,
    answers: figured(
      { unit: '°C', least: 5, most: 60, step: 2.5 },
      { coolant: [31, 5] },
      [22, 2.5],
      (celsius) => celsius >= 28,
    ),
    only: has('coolant'),
  },
  {
    id: 'clean-then-burn',
    question: 'Is it good again with the glass freshly cleaned?',
    how: 'Isolate, clean window or lens, dry, then the same test burn.',
    minutes: 10,
    opening: 'head-off',
    answers: yesOrNo({ 'dirty-glass': 0.93 }, 0.06),
  },
  {
    id: 'warm-up',
    question: 'How fast does it cut after twenty minutes of running, against cold?',
    how: 'Test burn cold, and again after twenty minutes: the second speed as a share of the first.',
    minutes: 20,
    opening: null,
    answers: figured(
      { unit: '%', least: 0, most: 120, step: 5 },
      { 'source-worn': [85, 9], 'module-fan': [72, 13], coolant: [75, 14] },
      [98, 4],
      (share) => share < 90,
    ),
  },
];

/** A check of the list, asked or retired. */
export const findCheck = (id: string): WrittenCheck | null =>
  checks.find((check) => check.id === id) ?? null;
