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
