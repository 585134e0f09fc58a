import type { LearnedMinutes } from '../../core/cleaning/learned';
import type { DryingPlace } from '../../core/cleaning/run';
import type { Drying } from './written';

/** Where a honeycomb dries, with starting values. Common practice, no source. */
const comb: readonly DryingPlace[] = [
  { id: 'sun', name: 'outdoors in sun and wind', place: 'sun', minutes: 60, seasonal: true },
  { id: 'window', name: 'by a window or radiator', place: 'window', minutes: 240, seasonal: false },
  { id: 'indoors', name: 'standing indoors', place: 'drying', minutes: 480, seasonal: false },
  { id: 'blown', name: 'blown out and wiped', place: null, minutes: 120, seasonal: false },
];

const plate: readonly DryingPlace[] = [
  { id: 'wiped', name: 'wiped dry', place: null, minutes: 20, seasonal: false },
  { id: 'standing', name: 'standing', place: 'drying', minutes: 120, seasonal: false },
];

/**
 * The places where something may dry, the one that the shop chose first. Sun and wind serve only in the warm
 * half of the year: outside it the window comes first.
 * @param learned what the shop's own dryings took, by place
 * @param factor how much longer than in half humid air starting values indoors are
 */
export function dryingPlaces(
  what: Drying,
  chosen: string,
  warm: boolean,
  learned: ReadonlyMap<string, LearnedMinutes> = new Map(),
  factor = 1,
): DryingPlace[] {
  const here = (what === 'plate' ? plate : comb).map((place) => {
    const own = learned.get(place.id);
    if (own) return { ...place, minutes: own.minutes, learned: own.of };
    // outdoors the sun does it, and not the room
    return place.seasonal ? place : { ...place, minutes: inFives(place.minutes * factor) };
  });
  if (what === 'plate') return here;
  const offered = here.filter(({ seasonal }) => warm || !seasonal);
  const first =
    offered.find(({ id }) => id === chosen) ?? offered.find(({ id }) => id === 'window')!;
  return [first, ...offered.filter((one) => one !== first)];
}

const inFives = (minutes: number) => 5 * Math.round(minutes / 5);
