import type { CareEvent, CareTask, Finding } from './care';
import { rung } from './depth';
import { completedDepth, lastReset } from './resets';

/** Why a task is due before its limits: what an inspection found, or a sign somebody noticed. */
export interface Call {
  finding: Finding | null;
  /** the sign in words; `null` when an inspection called it */
  sign: string | null;
  /** UTC milliseconds of the inspection or the sign */
  at: number;
}

/** A sign that calls one task at a station. */
export interface SignCall {
  task: string;
  sign: string;
  /** UTC milliseconds */
  at: number;
}

/**
 * The task at a station that an inspection's finding makes due now. *Soiled* calls the shallowest
 * cleaning there is; *caked* and *damaged* the shallowest that goes at least as deep as a clean,
 * else the deepest there is.
 * @returns `null` for findings that call nothing, and where the station has no cleaning task
 */
export function calledTask<T extends CareTask>(finding: Finding, tasks: readonly T[]): T | null {
  if (finding === 'clear' || finding === 'haze') return null;
  const cleanings = tasks
    .filter((task) => (rung(task.depth) ?? 0) > 0)
    .sort((a, b) => rung(a.depth)! - rung(b.depth)!);
  if (finding === 'soiled') return cleanings[0] ?? null;
  return cleanings.find((task) => rung(task.depth)! >= rung('clean')!) ?? cleanings.at(-1) ?? null;
}

/**
 * Why a task is due now although its limits may not be reached: the latest inspection or sign at its
 * station that called it and that no reset of the task has answered since.
 * @param tasks every task of the station
 * @param events of the station, in any order
 * @param signs that called tasks of the station, in any order
 */
export function callOf(
  task: CareTask,
  tasks: readonly CareTask[],
  events: readonly CareEvent[],
  signs: readonly SignCall[] = [],
): Call | null {
  const answered = lastReset(task, events)?.at ?? -Infinity;
  let call: Call | null = null;
  for (const event of events) {
    if (event.finding === null || event.at <= answered) continue;
    if (completedDepth(event) !== 'inspect') continue;
    if (calledTask(event.finding, tasks)?.key !== task.key) continue;
    if (call === null || event.at >= call.at) {
      call = { finding: event.finding, sign: null, at: event.at };
    }
  }
  for (const { task: called, sign, at } of signs) {
    if (called !== task.key || at <= answered) continue;
    if (call === null || at >= call.at) call = { finding: null, sign, at };
  }
  return call;
}
