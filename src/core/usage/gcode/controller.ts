/** What a controller does with a job file. Lengths in millimetres, times in seconds. */
export interface Controller {
  /** along the path, mm/s² */
  acceleration: number;
  /** fastest it moves, mm/s; rapid moves take it */
  maxFeed: number;
  bedWidth: number;
  bedHeight: number;
  /** the S word that stands for full power */
  fullPower: number;
  /** whether M4 scales the power with the speed actually reached; else M4 is as M3 */
  dynamicPower: boolean;
}
