/** What a report means for the machine, gravest first. */
export const dangers = ['stop', 'pause', 'degraded', 'nuisance'] as const;
export type Danger = (typeof dangers)[number];

export interface Sign {
  id: string;
  /** as an operator would say it */
  words: string;
  /** `null`: as the reporter judges */
  danger: Danger | null;
}

/** Signs an operator can report. Common practice, no source. */
export const signs: readonly Sign[] = [
  { id: 'fire', words: 'Flame, glow, scorch inside, or a burning smell when idle', danger: 'stop' },
  {
    id: 'guard',
    words:
      'Guard, lid switch, key or window broken, missing or bypassed; beam where it should not be',
    danger: 'stop',
  },
  { id: 'electric', words: 'Shock, sparks, water near electrics, coolant leak', danger: 'stop' },
  { id: 'alarm', words: 'The machine shows or sounds an alarm', danger: 'pause' },
  { id: 'nobeam', words: 'Everything moves, but no beam', danger: 'pause' },
  {
    id: 'weak',
    words: 'Does not cut through, or needs slower, more power or more passes',
    danger: 'degraded',
  },
  { id: 'uneven', words: 'Faint, patchy, lost detail, skipped lines', danger: 'degraded' },
  { id: 'corner', words: 'Fine in one corner of the bed, weak in another', danger: 'degraded' },
  { id: 'char', words: 'Edges charred, wider cut', danger: 'degraded' },
  { id: 'backsoot', words: 'Soot or burn marks on the underside', danger: 'degraded' },
  { id: 'smoke', words: 'More smoke inside than usual', danger: 'degraded' },
  { id: 'room-smoke', words: 'Smoke comes out into the room', danger: 'pause' },
  { id: 'smell', words: 'Old burnt smell when opened', danger: 'nuisance' },
  { id: 'stutter', words: 'Head jerks, hesitates, scrapes or loses its place', danger: 'pause' },
  { id: 'bump', words: 'A bump or a click as the head goes along', danger: 'degraded' },
  { id: 'wander', words: 'Lines do not meet, sizes off, circles not round', danger: 'degraded' },
  { id: 'focus', words: 'Focus wrong or changing, probe sticks', danger: 'degraded' },
  { id: 'drag', words: 'Residue or parts scrape the work', danger: 'degraded' },
  { id: 'air', words: 'Air assist weak or noisy', danger: 'degraded' },
  { id: 'fan', words: 'Fan loud, slow or stopped; head hot', danger: 'pause' },
  { id: 'coolant', words: 'Coolant low, warm, cloudy, or its alarm', danger: 'pause' },
  { id: 'other', words: 'Anything else, in words', danger: null },
];

const byId = new Map(signs.map((sign) => [sign.id, sign]));

/** A sign by its id. */
export function findSign(id: string): Sign | null {
  return byId.get(id) ?? null;
}

/** Signs in words, as shown in lists. */
export function signWords(ids: readonly string[]): string {
  return ids
    .map((id) => byId.get(id)?.words ?? id)
    .map((words, index) => (index === 0 ? words : words.charAt(0).toLowerCase() + words.slice(1)))
    .join('; ');
}

/** How a fault is called wherever it is named: by its signs, or by the words of whoever reported something else. */
export function faultTitle(signIds: readonly string[], note: string | null): string {
  const known = signIds.filter((id) => id !== 'other');
  return known.length > 0 ? signWords(known) : (note ?? 'something else');
}

/** What a danger asks of the operator, in words to act on. */
export const dangerAdvice: Readonly<Record<Danger, string>> = {
  stop: 'Stop now: switch off at the plug if you safely can, step back, fetch the technician.',
  pause: 'Pause: do not start another job until the technician has looked.',
  degraded: 'You may carry on with care and stay beside it.',
  nuisance: 'Carry on. The technician will look when there is time.',
};

/** The advice, with the shop's own word for an emergency and what these signs ask beside. */
export function adviceFor(
  danger: Danger,
  stop: string,
  signIds: readonly string[] = [],
  machine: MachineState = {},
): string {
  if (danger === 'stop') return `Stop now: ${stop}`;
  if (danger === 'pause' && bedFeedsSmoke(signIds, machine)) return washAdvice;
  if (machine.held && !holdsAtOnce(danger)) return heldAdvice;
  return signIds.includes('alarm')
    ? `${dangerAdvice[danger]} ${alarmAdvice}`
    : dangerAdvice[danger];
}

const alarmAdvice = 'Do not reset the alarm: the glass is looked at first, the reset comes after.';
const washAdvice =
  'Stop and clean: soot under the work and more smoke while the bed is near its limit. The bed itself burns; no further job until it is washed.';

const heldAdvice = 'It is on hold: do not use it until the technician has released it.';

/** What is known of a machine when its signs are weighed. */
export interface MachineState {
  /** bed, slats or plate are near their limit or past it */
  bedLoaded?: boolean;
  /** on hold, for whatever reason */
  held?: boolean;
}

/** Kinds of station whose residue the beam burns again. */
export const bedKinds: readonly string[] = [
  'honeycomb',
  'slats',
  'plate',
  'under-bed',
  'crumb-tray',
];

/** Soot under the work together with more smoke. */
const smokesOverSoot = (signIds: readonly string[]) =>
  signIds.includes('backsoot') && (signIds.includes('smoke') || signIds.includes('room-smoke'));

/** Soot under the work together with more smoke, the bed near its limit: it feeds the smoke with every pass. */
function bedFeedsSmoke(signIds: readonly string[], { bedLoaded = false }: MachineState): boolean {
  return bedLoaded && smokesOverSoot(signIds);
}

export const dangerWords: Readonly<Record<Danger, string>> = {
  stop: 'stop now',
  pause: 'pause',
  degraded: 'degraded',
  nuisance: 'nuisance',
};

/**
 * The gravest danger among reported signs, and of some together; for signs without one of their own the reporter's
 * judgement counts, and it may raise the danger, never lower it.
 */
export function reportedDanger(
  signIds: readonly string[],
  judged: Danger | null,
  machine: MachineState = {},
): Danger {
  const found = signIds.map((id) => findSign(id)?.danger ?? null);
  const together: Danger | null = bedFeedsSmoke(signIds, machine) ? 'pause' : null;
  const all = [...found, judged, together].filter((danger) => danger !== null);
  return dangers.find((danger) => all.includes(danger)) ?? 'degraded';
}

/** Whether a report of this danger puts the machine on hold at once. */
export function holdsAtOnce(danger: Danger): boolean {
  return danger === 'stop' || danger === 'pause';
}

/** Kinds of station that a head runs on. */
const railKinds = ['wheel-rail', 'wheels', 'rods', 'linear-bearing', 'round-rails'] as const;

/** Kinds of station whose fouling shows as a sign, the likelier first. Common practice, no source. */
const fouling: Readonly<Partial<Record<string, readonly string[]>>> = {
  weak: ['window', 'lens', 'mirror', 'head-mirror', 'nozzle'],
  uneven: ['window', 'lens', 'field-lens', 'mirror', 'head-mirror'],
  corner: ['mirror', 'head-mirror'],
  char: ['nozzle', 'window', 'lens', 'air-assist'],
  backsoot: ['honeycomb', 'slats', 'plate'],
  smoke: ['honeycomb', 'slats', 'plate', 'outlet-fan', 'filter', 'duct'],
  'room-smoke': ['filter', 'outlet-fan', 'inline-fan', 'duct'],
  smell: ['under-bed', 'honeycomb', 'plate', 'crumb-tray'],
  stutter: railKinds,
  bump: railKinds,
  wander: ['belts', 'wheels', 'lead-screws'],
  focus: ['probe', 'lens', 'field-lens'],
  drag: ['honeycomb', 'slats', 'shield'],
  air: ['nozzle', 'air-assist'],
  fan: ['head-fan', 'diode-module', 'outlet-fan'],
  coolant: ['coolant'],
};

/**
 * Kinds of station whose cleaning these signs call by themselves, without anybody's judgement: the glass under an
 * alarm, what a bump was felt on, the bed that feeds the smoke. Common practice, no source.
 */
export function calledAtOnce(signIds: readonly string[]): string[] {
  const shows = (id: string) => signIds.includes(id);
  return [
    ...(shows('alarm') ? ['window'] : []),
    ...(shows('bump') ? railKinds : []),
    ...(smokesOverSoot(signIds) ? bedKinds : []),
  ];
}

/** Kinds of station that may be fouled when these signs show, the likelier first. */
export function fouledBy(signIds: readonly string[]): string[] {
  return [...new Set(signIds.flatMap((id) => fouling[id] ?? []))];
}
