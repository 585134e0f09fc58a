import fs from 'node:fs';
import path from 'node:path';
import { sheetText, writtenSheet } from '../../core/cleaning/written-sheet';
import type { SheetMode } from './run-sheet';
import { placesOn, runOn, type Imagined } from './testing/sheets';

/** The other side of every question on which practitioners disagree, as far as a sheet shows it. */
const otherHands: Readonly<Record<string, string>> = {
  'optic-liquid': 'acetone',
  'optic-carrier': 'cotton',
  'optic-stroke': 'circles',
  'wet-what': 'surface',
  'mirror-place': 'mirrors-out',
  'lens-place': 'lens-in',
  'lens-curve': 'up',
  air: 'compressor',
  'fan-blades': 'spin',
  'fan-out': 'out',
  driver: 'powered',
  gloves: 'off',
  'rail-lubricant': 'lithium',
  'lubricant-amount': 'beads',
  household: 'alcohol',
  'rail-cloth': 'degreaser',
  'belt-cloth': 'towel',
  drying: 'sun',
  lid: 'vinegar',
  honeycomb: 'wipe',
  'under-plate': 'brush',
  'how-clean': 'bright',
};

interface Golden {
  machine: Imagined;
  tasks: [slug: string, task: string][];
  mode?: SheetMode;
}

const golden: Readonly<Record<string, Golden>> = {
  'enclosed diode, as most': {
    machine: { family: 'enclosed-diode' },
    tasks: [
      ['window', 'strip-clean'],
      ['shield', 'clean'],
      ['distance-sensor', 'wipe'],
      ['honeycomb', 'clean'],
      ['plate', 'clean'],
      ['lid-window', 'wipe'],
    ],
  },
  'enclosed diode, glass in front': {
    machine: { family: 'enclosed-diode', variants: { reach: 'in-front', glass: 'other-way' } },
    tasks: [
      ['window', 'strip-clean'],
      ['belts', 'inspect'],
    ],
  },
  'enclosed diode, behind set screws': {
    machine: {
      family: 'enclosed-diode',
      variants: { reach: 'behind', shield: 'set-screws', nozzle: 'grub-screw', glass: 'cap' },
      card: { screws: 'hex 1.5 mm', breaker: 'left of the door' },
    },
    tasks: [
      ['window', 'wipe'],
      ['shield', 'clean'],
      ['nozzle', 'clean'],
    ],
  },
  'enclosed diode, whole height stage': {
    machine: {
      family: 'enclosed-diode',
      variants: {
        held: 'domed-nuts',
        plugs: 'two-plugs',
        hose: 'threaded',
        sensor: 'screwed',
        'wire-holder': 'one-way',
        'head-filter': 'blown-through',
        'head-fan': 'two',
      },
    },
    tasks: [
      ['module', 'strip-clean'],
      ['outlet-fan', 'clean'],
    ],
  },
  'enclosed diode, between two cuts': {
    machine: { family: 'enclosed-diode', variants: { reach: 'in-front' } },
    tasks: [['window', 'strip-clean']],
    mode: { between: true },
  },
  'enclosed diode, head on the bench': {
    machine: {
      family: 'enclosed-diode',
      card: { breaker: 'left of the door', opens: ' Marit only ', never: 'acetone near the hood' },
    },
    tasks: [
      ['window', 'strip-clean'],
      ['module', 'strip-clean'],
      ['nozzle', 'clean'],
    ],
    mode: { bench: true },
  },
  'enclosed diode, our ways turned round': {
    machine: {
      family: 'enclosed-diode',
      turned: ['bed-catches', 'shield-apart', 'optics-last'],
      card: { breaker: ' left of the door ', opens: ' Marit only ' },
      connectorWait: { minutes: 25, source: 'label' },
      warm: false,
      humidity: 0.7,
    },
    tasks: [
      ['window', 'strip-clean'],
      ['shield', 'clean'],
      ['honeycomb', 'clean'],
      ['debris', 'clear'],
      ['cables', 'inspect'],
    ],
  },
  'open frame, as most': {
    machine: { family: 'open-frame-diode' },
    tasks: [
      ['module', 'clean'],
      ['wheels', 'clean'],
      ['rail-x', 'grease'],
      ['debris', 'clear'],
    ],
  },
  'open frame, soft hood': {
    machine: {
      family: 'open-frame-diode',
      variants: { shield: 'hood', nozzle: 'none', reach: 'behind' },
    },
    tasks: [
      ['window', 'strip-clean'],
      ['frame', 'wipe'],
    ],
  },
  'galvo, end of the day': {
    machine: { family: 'galvo-desktop' },
    tasks: [
      ['field-lens', 'wipe'],
      ['hood-inside', 'wipe'],
      ['hood-outside', 'wipe'],
      ['slide-rails', 'wipe'],
    ],
  },
  'glass tube, as most': {
    machine: { family: 'co2-glass-tube', card: { lens: '20 mm; bulging side up' } },
    tasks: [
      ['mirror-1', 'wipe'],
      ['mirror-2', 'wipe'],
      ['lens', 'wipe'],
      ['rails', 'clean'],
      ['ports', 'clean'],
    ],
  },
  'glass tube, assembly, on slats': {
    machine: {
      family: 'co2-glass-tube',
      variants: { lens: 'assembly', mirrors: 'covered', 'stand-in': 'slats' },
      card: { bed: 'steel' },
    },
    tasks: [
      ['mirror-1', 'wipe'],
      ['lens', 'wipe'],
      ['honeycomb', 'clean'],
    ],
  },
  'metal tube, as most': {
    machine: { family: 'co2-metal-tube' },
    tasks: [
      ['panel-mirror', 'clean'],
      ['ports', 'clean'],
      ['linear-bearing', 'grease'],
      ['round-rails', 'wipe'],
    ],
  },
  'desktop, as most': {
    machine: { family: 'co2-desktop' },
    tasks: [
      ['lens', 'wipe'],
      ['head-mirror', 'wipe'],
      ['belt-side', 'inspect'],
      ['air-assist', 'clean'],
      ['interior', 'wipe'],
    ],
  },
  'desktop, glued lens, fan inside': {
    machine: { family: 'co2-desktop', variants: { lens: 'glued', rear: 'inside' } },
    tasks: [
      ['lens', 'wipe'],
      ['rear-fan', 'clean'],
    ],
  },
};

const folder = path.join(__dirname, 'golden');
const cases = Object.entries(golden).flatMap(([name, one]) =>
  [
    { hands: 'our hands', methods: {} },
    { hands: 'other hands', methods: otherHands },
  ].map(({ hands, methods }) => [`${name}, ${hands}`, one, methods] as const),
);

// Each of these was read line by line. A change of one is read again: GOLDEN=write npx jest golden
test.each(cases)('%s', (name, { machine, tasks, mode }, methods) => {
  const imagined = { ...machine, methods };
  const text = `${sheetText(writtenSheet(runOn(imagined, placesOn(imagined, ...tasks), mode))).join('\n')}\n`;
  const file = path.join(folder, `${name.replaceAll(', ', '--').replaceAll(' ', '-')}.txt`);
  if (process.env['GOLDEN'] === 'write') fs.writeFileSync(file, text);
  expect(text).toBe(fs.readFileSync(file, 'utf8'));
});
