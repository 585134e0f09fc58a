/** Water: J/(kg·K), kg/L. Rounded; common practice, no source. */
const heatCapacity = 4186;
const kilogramsPerLitre = 1;

/**
 * How far still water is warmed.
 * @param watts heat that goes in
 * @returns K
 */
export const closedWarming = (watts: number, litres: number, minutes: number): number =>
  (watts * minutes * 60) / (litres * kilogramsPerLitre * heatCapacity);

/** How much warmer water leaves than it came. @returns K */
export const flowingWarming = (watts: number, litresPerMinute: number): number =>
  watts / ((litresPerMinute / 60) * kilogramsPerLitre * heatCapacity);

/** Magnus over water: Alduchov & Eskridge (1996), from memory. */
const magnus = { a: 17.625, b: 243.04 };

/**
 * Dew point of the room: glass and coolant colder than it are wetted.
 * @param celsius air
 * @param humidity relative, above 0 to 1
 * @returns °C
 * @throws RangeError for a humidity out of range
 */
export function dewPoint(celsius: number, humidity: number): number {
  if (!(humidity > 0 && humidity <= 1)) {
    throw new RangeError('dewPoint requires a relative humidity above 0 to 1');
  }
  const { a, b } = magnus;
  const gamma = Math.log(humidity) + (a * celsius) / (b + celsius);
  return (b * gamma) / (a - gamma);
}

/** Closer than this to the dew point, glass or coolant is as good as wet: the room is not the same everywhere. K */
export const dewMargin = 2;

/** How far something cold is from being wetted by the room. */
export interface Damp {
  /** °C */
  dewPoint: number;
  /** K above the dew point; below 0 it is wet */
  margin: number;
  state: 'dry' | 'near' | 'wet';
  /** warmest relative humidity, 0 to 1, at which it would keep its margin in this room */
  humidityTo: number;
}

/**
 * Whether the room wets what is cold in it.
 * @param room °C
 * @param humidity relative, above 0 to 1
 * @param cold °C of the coolant, or of a glass
 */
export function dampAt(room: number, humidity: number, cold: number): Damp {
  const dew = dewPoint(room, humidity);
  const margin = cold - dew;
  const { a, b } = magnus;
  const pressure = (celsius: number) => Math.exp((a * celsius) / (b + celsius));
  return {
    dewPoint: dew,
    margin,
    state: margin < 0 ? 'wet' : margin < dewMargin ? 'near' : 'dry',
    humidityTo: Math.min(1, pressure(cold - dewMargin) / pressure(room)),
  };
}

/** From this relative humidity on a room is humid: compressed air gives water, bare screws rust. Common practice, no source. */
export const humidFrom = 0.65;

/** What starting values of drying are of: half humid air. */
const usualHumidity = 0.5;

/**
 * How much longer something dries in still air of a room than in half humid air: water goes as the pressure of its
 * vapour is above that of the air (Dalton), which at one temperature is one less the relative humidity.
 * @param humidity relative, 0 to 1
 * @returns times as long, from two thirds to four
 */
export const dryingFactor = (humidity: number): number =>
  Math.min(4, Math.max(2 / 3, (1 - usualHumidity) / Math.max(1e-6, 1 - humidity)));

/** How a reservoir warms under a steady load. */
export interface WarmUp {
  /** minutes in which it comes 63 % of the way */
  timeConstant: number;
  /** °C it comes to, if the load goes on */
  settlesAt: number;
}

/**
 * One time constant of a reservoir that loses heat to the room, from two readings under a steady load:
 * `T(t) = Tr + P·τ/C·(1 − e^(−t/τ)) + (T0 − Tr)·e^(−t/τ)`.
 * @param start °C at the first reading
 * @param end °C after `minutes`
 * @returns `null` where it warmed as much as with no loss or more, or not at all: two readings then do not tell it
 */
export function fitWarmUp({
  watts,
  litres,
  minutes,
  room,
  start,
  end,
}: {
  watts: number;
  litres: number;
  minutes: number;
  room: number;
  start: number;
  end: number;
}): WarmUp | null {
  const perMinute = closedWarming(watts, litres, 1);
  const after = (tau: number) => {
    const left = Math.exp(-minutes / tau);
    return room + perMinute * tau * (1 - left) + (start - room) * left;
  };
  let [low, high] = [minutes / 100, minutes * 1000];
  if (!(end < after(high) && end > after(low))) return null;
  for (let step = 0; step < 200; step++) {
    const middle = (low + high) / 2;
    if (after(middle) < end) low = middle;
    else high = middle;
  }
  return { timeConstant: low, settlesAt: room + perMinute * low };
}

/**
 * Minutes until a reservoir reaches a temperature.
 * @param now °C
 * @returns 0 where it is there already; `null`: it never will be
 */
export function minutesUntil({ timeConstant, settlesAt }: WarmUp, now: number, limit: number) {
  if (now >= limit) return 0;
  if (settlesAt <= limit) return null;
  return timeConstant * Math.log((settlesAt - now) / (settlesAt - limit));
}
