import type { SoilGroup } from '../usage/soil';
import type { Depth } from './depth';

/** What a limit is counted in. `useDays` are shop-local days on which the machine was used. */
export const limitKinds = ['soil', 'run', 'beam', 'days', 'jobs', 'useDays'] as const;
export type LimitKind = (typeof limitKinds)[number];

/** Soil, run and beam limits in hours, the others in counts. More than 0. */
export interface Limit {
  kind: LimitKind;
  value: number;
  /** does not make it due, but must be reached too before anything else does: "after 50 h, not before 30 days" */
  notBefore?: true | undefined;
}

/** Groups a task can count soil of; coolant does not foul with use. */
export type CareGroup = SoilGroup | 'coolant';

/** What the core needs to know of a care task at one station. */
export interface CareTask {
  /** unique at its station */
  key: string;
  depth: Depth;
  group: CareGroup;
  limits: readonly Limit[];
}

/** What a station looked like before it was cared for. */
export const findings = ['clear', 'haze', 'soiled', 'caked', 'damaged'] as const;
export type Finding = (typeof findings)[number];

/** How a task ended. Only some of these reset anything. */
export const careResults = [
  'done',
  'looked-fine',
  'between-cuts',
  'replaced',
  'in-part',
  'put-off',
  'not-reached',
] as const;
export type CareResult = (typeof careResults)[number];

/** One entry of the book about one task at one station. */
export interface CareEvent {
  /** UTC milliseconds */
  at: number;
  task: string;
  depth: Depth;
  result: CareResult;
  finding: Finding | null;
}

/** Use counted between a reset and now. */
export interface Counters {
  runSeconds: number;
  /** known; for a task with a limit in beam hours, what was not logged by the machine's own share of the run */
  beamSeconds: number;
  /** milliseconds of the task's soil group; 0 for coolant */
  soilMilliseconds: number;
  /** shop-local calendar days */
  days: number;
  jobs: number;
  useDays: number;
}
