import type { DotsAdvice, DotsJudged, ScrewTurn } from '../../../core/readings/dots/advice';
import type { Both } from '../../../core/readings/dots/mirrors';
import { threeFigures } from '../../../core/readings/reading';

const mm = (value: number) => `${threeFigures(Math.abs(value))} mm`;

/** Which way a dot goes on the tape. */
export function wayWords({ h, v }: Both): string {
  const ways = [
    ...(Math.abs(h) >= 0.05 ? [`${mm(h)} ${h > 0 ? 'to the right' : 'to the left'}`] : []),
    ...(Math.abs(v) >= 0.05 ? [`${mm(v)} ${v > 0 ? 'up' : 'down'}`] : []),
  ];
  return ways.join(' and ') || 'nowhere';
}

/** "Mirror 1, the screw that sends the beam sideways: 0.13 turn (47°), so that the dot rear right goes 2.3 mm to the left. It is out by 1.40 ± 0.08 mrad." */
export function turnWords({ mirror, axis, tilt, error, turns, moves }: ScrewTurn): string {
  const screw = axis === 'h' ? 'sideways' : 'up and down';
  const by: Both = axis === 'h' ? { h: moves.by, v: 0 } : { h: 0, v: moves.by };
  return `Mirror ${mirror}, the screw that sends the beam ${screw}: ${threeFigures(turns)} turn (${Math.round(turns * 360)}°), so that the dot ${moves.place} goes ${wayWords(by)}. It is out by ${Math.abs(tilt).toFixed(2)} ± ${error.toFixed(2)} mrad.`;
}

/** What dots ask for: what it is, and what to do, in order. */
export function adviceWords({ advice, worst, spread }: DotsJudged): { is: string; do: string[] } {
  const furthest = `Furthest ${mm(worst.off)}, ${worst.place}.`;
  switch (advice.kind) {
    case 'inside':
      return { is: `Inside. ${furthest}`, do: [] };
    case 'open up':
      return {
        is: `The beam is cut off ${advice.clipped.map(({ place, side }) => `${place} (flat at the ${side})`).join(', ')}: the middle of such a dot is not the beam's.`,
        do: [
          'Take off what stands in its way: nozzle, lens, a cover. Tape over the open mount.',
          'Fire all the dots again.',
        ],
      };
    case 'turn':
      return {
        is: `Out of line. ${furthest}`,
        do: [...advice.turns.map(turnWords), ...after(advice)],
      };
    case 'not a mirror':
      return {
        is: `Off alike everywhere (they differ by ${mm(spread)}): no mirror does that.`,
        do: [
          `Move the mount of the head or the tube so that the dots go ${wayWords({ h: -advice.off.h, v: -advice.off.v })}: height of the tube, height of the head, seat of the lens.`,
          'Fire all the dots again.',
        ],
      };
    case 'frame':
      return {
        is: `All follow a tilt but ${advice.places.join(' or ')}, off by ${mm(advice.off)}: not a mirror. Rail or frame there.`,
        do: [
          advice.places.length > 1
            ? 'Five dots do not tell these two apart: fire nine.'
            : 'Look at the rail and the wheels there, and whether the machine stands flat.',
        ],
      };
    case 'cannot tell':
      return advice.why === 'no tilt'
        ? {
            is: `${furthest} No tilt shows beyond the error of reading them.`,
            do: ['Fire again with smaller dots, and read them to a tenth of a millimetre.'],
          }
        : {
            is: `The dots follow no tilt, and no one place is odd: something is loose, or one was read wrong. ${furthest}`,
            do: [
              'Feel every mount and the head for play, with the power off.',
              'Fire all the dots again.',
            ],
          };
  }
}

function after({ left }: Extract<DotsAdvice, { kind: 'turn' }>): string[] {
  const off = Math.hypot(left.h, left.v);
  return [
    ...(off >= 0.15
      ? [
          `Then all dots stand ${wayWords(left)} of the middle: no mirror’s. Move the mount of the head or the tube by as much.`,
        ]
      : []),
    'Fire all the dots again.',
  ];
}
