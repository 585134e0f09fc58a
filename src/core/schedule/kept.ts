import type { Doing } from './problem';

/** A task in a planned clean-down. */
export interface KeptTask {
  stationId: string;
  task: string;
}

/** A planned clean-down: one machine in one window. */
export interface Block {
  id: string;
  machineId: string;
  /** the window it lies in: its day and its start on the clock on the wall, as `day-minutes` */
  window: string;
  /** UTC milliseconds */
  from: number;
  to: number;
  /** end of its window: until then it can still be done, UTC milliseconds */
  until: number;
  /** hands-on minutes, making safe and openings with them: of its very sheet, where that was asked */
  minutes: number;
  /** minutes until the machine is back, its waits sat out; left out where its sheet was not asked */
  back?: number;
  /** minutes of them for making safe and openings */
  opened: number;
  tasks: KeptTask[];
  /** where a hand put it: planning anew leaves it there */
  pinned: boolean;
}

/** What a hand refused, and why. */
export interface Refusal extends Doing {
  window: string;
  machineId: string;
  reason: string;
  by: string;
}

/** A plan as it is kept. */
export interface KeptSchedule {
  /** first shop-local day, and how many */
  from: number;
  days: number;
  blocks: Block[];
  refused: Refusal[];
  /** minutes around the tasks of a clean-down that it was reckoned with, by machine; left out: the usual */
  setUps?: Readonly<Record<string, number>>;
  /** what it cost when it was made, and what no plan costs less than; null: nothing is proved */
  cost: number;
  bound: number | null;
}
