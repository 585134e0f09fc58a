import { needs } from './acts';
import { variantIn, type Build } from '../builds/build';
import type { ProofId, WrittenLine, WrittenOpening } from './written';

interface Plan {
  /** features in the order in which they are undone; what is not there is passed over */
  features: readonly string[];
  first?: readonly WrittenLine[];
  last?: readonly WrittenLine[];
  /** after everything is back */
  closed?: readonly WrittenLine[];
  checks?: readonly string[];
  proofs?: readonly ProofId[];
  cautions?: readonly string[];
}

const plans: Readonly<Record<string, Plan>> = {
  'head-off': {
    features: ['sensor', 'cable-run', 'hose', 'plugs', 'head-marks', 'held'],
    last: [
      [
        'Head on a soft cloth, on its side; opening down while its glass is out.',
        'Dust falls onto a glass that lies face up.',
      ],
    ],
    proofs: ['travel-hand', 'frame', 'burn'],
  },
  'shield-off': { features: ['shield'] },
  'nozzle-off': { features: ['nozzle'], cautions: ['glass-edges'] },
  'module-top-off': {
    features: ['earth', 'grate', 'top', 'wire-holder', 'head-filter'],
    proofs: ['fan'],
    cautions: ['board'],
  },
  'bed-out': {
    features: ['bed'],
    first: ['Head parked at the far end, by hand.'],
    proofs: ['travel-hand'],
  },
  'rear-off': { features: ['rear'] },
  'panels-off': { features: ['panel'] },
  'coolant-open': {
    features: [],
    first: [
      'Pump and chiller off and unplugged. Bucket and cloth beside the tank.',
      'Lid of the tank off.',
    ],
    closed: ['Lid on the tank; floor and hoses dry.', 'Hoses as they were, no kink.'],
    checks: ['no-drop'],
    proofs: ['coolant'],
    cautions: ['high-voltage'],
  },
};

/** Where the air hose goes to the tip of the nozzle and not to the head. */
const hoseAtNozzle = (build: Build) =>
  build.family === 'co2-glass-tube' || build.family === 'co2-metal-tube';

/**
 * An opening of a build in words: what comes off in its order, and back in the reverse of it; what lies on
 * the tray, and what is asked after. `null` for one without dismantling.
 */
export function writtenOpening(build: Build, opening: string): WrittenOpening | null {
  const plan = plans[opening];
  if (!plan) return null;
  const features =
    opening === 'nozzle-off' && hoseAtNozzle(build) ? ['hose', ...plan.features] : plan.features;
  const variants = features.flatMap((feature) => variantIn(build, feature) ?? []);
  // a feature without words stands for nothing that is undone
  if (plan.features.length > 0 && variants.every(({ undo, redo }) => !undo && !redo)) return null;
  const all = <T>(pick: (variant: (typeof variants)[number]) => readonly T[] | undefined) =>
    variants.flatMap((variant) => pick(variant) ?? []);
  return {
    open: [...(plan.first ?? []), ...all(({ undo }) => undo), ...(plan.last ?? [])],
    close: [...variants.toReversed().flatMap(({ redo }) => redo ?? []), ...(plan.closed ?? [])],
    parts: all(({ parts }) => parts),
    checks: [...new Set([...all(({ checks }) => checks), ...(plan.checks ?? [])])],
    proofs: [...new Set([...all(({ proofs }) => proofs), ...(plan.proofs ?? [])])],
    cautions: [...new Set([...all(({ cautions }) => cautions), ...(plan.cautions ?? [])])],
  };
}

/** Whether an opening touches a plug, a lead or a board: it waits for the discharge. */
export function touchesConnectors(build: Build, opening: string): boolean {
  if (opening === 'coolant-open') return true;
  // a cover over fan and board is no plug: what is touched inside stays plugged in
  if (opening === 'module-top-off') return build.variants['bench'] === 'bench';
  const features = plans[opening]?.features ?? [];
  return features.some((feature) => variantIn(build, feature)?.connectors === true);
}

/**
 * How far a machine is made safe: switched off for what is opened by hand, isolated for all else. At the bench there
 * is no machine.
 */
export type Safety = 'disarmed' | 'off' | 'isolated' | 'bench';

/** Openings by hand, behind which nothing moves and nothing is live. */
const byHand: readonly string[] = ['lid-only', 'shield-off', 'nozzle-off', 'module-top-off'];

/** How safe a machine must be for an opening. */
export function safetyFor(build: Build, opening: string): Safety {
  return byHand.includes(opening) && !touchesConnectors(build, opening) ? 'off' : 'isolated';
}

const noJob: WrittenLine = [
  'No job runs, and none will: no upkeep while a job runs.',
  'However tempting the wait is: a beam does not see a hand.',
];
const qualified: WrittenLine = [
  'Understood: tube, its leads and its supply are for qualified service only. Nothing on this sheet goes inside their cover.',
  'Tens of kilovolts, stored after switch-off.',
];

/** What a sheet asks of the machine before it goes off, and what stays on. */
export interface Isolation {
  safety: Safety;
  /** the powered table must be down, the head parked */
  lower: boolean;
  /** the draught is measured before and after */
  draught: boolean;
  /** a step needs the extraction */
  extraction: boolean;
  /** a board is laid open */
  board: boolean;
}

const tableDown: WrittenLine = [
  'Table lowered and head parked, before the machine goes off.',
  'Without power neither moves, and what is below is not reached.',
];
const readDraught: WrittenLine = [
  'Draught felt or measured with the exhaust on, and written into the note.',
  'Without the figure before, nobody knows what was won.',
];

/** How a machine is made safe before anything is opened. */
export function isolationLines(build: Build, asked: Isolation): readonly WrittenLine[] {
  const { family, variants } = build;
  const co2 = family.startsWith('co2');
  const keyed = variants['disarm'] === 'key';
  const own = variants['exhaust'] === 'own-plug';
  if (asked.safety === 'disarmed') {
    return [
      [
        'Job paused, not ended; the head has stopped. The machine stays on.',
        'Its origin stays, so that the job goes on where it was.',
      ],
      keyed
        ? 'Key out, in my pocket: the beam is disarmed.'
        : 'Lid open, so that its interlock holds the beam off; it stays open.',
      [
        'Nothing but the glass is touched: no plug, no cover, no reaching past the head.',
        'The motors are live. The maker’s manual comes first: where it says off, it is off.',
      ],
    ];
  }
  if (asked.safety === 'bench') {
    return [
      'The head lies on a clean cloth, glass upwards, nothing plugged into it.',
      ...(asked.board
        ? ([
            [
              'Bare metal of a radiator or a grounded case touched before the board is.',
              'A spark that nobody feels ends a board.',
            ],
          ] as const)
        : []),
    ];
  }
  const before = [
    ...(asked.draught ? [readDraught] : []),
    ...(asked.lower && variants['table'] === 'powered' ? [tableDown] : []),
  ];
  if (asked.safety === 'off') {
    return [
      noJob,
      ...before,
      `Switched off at its switch${co2 || asked.board ? ', and its plug pulled' : ''}${keyed ? '; key out, in my pocket' : ''}. Nobody else will start it.`,
    ];
  }
  return [
    noJob,
    ...before,
    'Switched off at its switch, and its plug pulled.',
    ...(family === 'co2-glass-tube' ? ['Chiller or pump and air pump off too.'] : []),
    ...(keyed ? ['Key out, in my pocket.'] : []),
    ...(asked.extraction && own
      ? ([
          [
            'Exhaust fan stays on, by its own plug: a step of this sheet raises dust that must go. It is unplugged when that is done, before the fan or its duct is touched.',
            'The flakes are not for lungs.',
          ],
        ] as const)
      : own
        ? ([
            [
              'Exhaust fan unplugged too.',
              'It has a plug of its own, and its blades start without warning.',
            ],
          ] as const)
        : []),
    'Tagged: nobody else will start it.',
    ...(co2 ? [qualified] : []),
  ];
}

/** What comes before an opening: housing and crust outside; the extraction that was left on; the bed that is in. */
export function linesBefore(
  opening: string,
  { extraction, bedIn }: { extraction: boolean; bedIn: boolean },
): readonly WrittenLine[] {
  if (opening === 'head-off' && bedIn) {
    return [
      [
        'The bed stays in: bring the head over its middle by hand.',
        'It catches the head, a screw or a glass that slips.',
      ],
    ];
  }
  if (opening === 'rear-off' && extraction) {
    return [
      [
        'Exhaust fan unplugged now: what needed it is done.',
        'It has a plug of its own, and its blades start without warning.',
      ],
    ];
  }
  return opening === 'module-top-off'
    ? [
        needs('soft brush', [
          'Housing wiped and crust loosened with a dry brush first, opening down. Brown outside is cleaned before it is opened; brown powder inside is wood soot blown back.',
          'Blown loose later, it falls into the optics.',
        ]),
      ]
    : [];
}

/** How a bed is closed while its honeycomb dries elsewhere. */
export const standInLines: readonly WrittenLine[] = [
  ['Plate and floor dry to the touch and to the look.', 'Water steams into the optics.'],
  'Slats or prisms in, all of them level: the machine runs on them while the honeycomb dries.',
  'The honeycomb stands where it dries; it is on the put-back list until it is in again.',
];

/** What ends the clean of a head at the bench. */
export const drawerLines: readonly WrittenLine[] = [
  'Beam hole and plugs covered against dust; back in its box or drawer, glass not lying on anything.',
  [
    'It is proved when it is fitted: travel by hand and under power, a frame run, a test burn.',
    'Nothing shows at the bench whether the glass sits square or a plug is home.',
  ],
];

/** How a job goes on that was paused for its glass. */
export const goOnLines: readonly WrittenLine[] = [
  'Glass snug, hood on.',
  'Key in, or lid shut: armed again. The job goes on where it was.',
];
