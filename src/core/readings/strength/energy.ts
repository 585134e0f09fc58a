/** How a cut is made. */
export interface CutSettings {
  /** percent of rated power, above 0 to 100 */
  power: number;
  /** mm/s */
  speed: number;
  passes: number;
}

/**
 * Line energy of a cut, `E = P · passes / v`.
 * @param ratedWatts optical power at 100 percent
 * @returns joules a millimetre of line
 * @example lineEnergy(20, { power: 50, speed: 5, passes: 2 }) // 4
 */
export function lineEnergy(ratedWatts: number, { power, speed, passes }: CutSettings): number {
  return (((ratedWatts * power) / 100) * passes) / speed;
}

/**
 * Strength: the line energy the baseline needed over what is needed now, for the same stock. 1 is as good
 * as the baseline; half the speed at equal power and passes is 0.5. The rated power cancels out.
 */
export function strengthOf(baseline: CutSettings, now: CutSettings): number {
  return lineEnergy(1, baseline) / lineEnergy(1, now);
}

/**
 * The speed (mm/s) that would put as much on a line in other passes: twice the passes at twice the speed are
 * one and the same line energy.
 */
export function speedIn(passes: number, cut: Pick<CutSettings, 'speed' | 'passes'>): number {
  return (cut.speed * passes) / cut.passes;
}

/** Furthest a piece of stock may be from the recipe's thickness and still be compared, as a share. */
const thicknessTolerance = 0.05;

/** Whether two pieces of the same stock are near enough in thickness (mm) to compare their burns. */
export function comparable(recipeThickness: number, measured: number): boolean {
  return Math.abs(measured - recipeThickness) <= thicknessTolerance * recipeThickness + 1e-9;
}
