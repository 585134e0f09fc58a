import type { CareResult } from '../../core/care/care';
import { ruleWords } from '../../core/cleaning/rules';
import { stretchTitle, type Place, type RunSheet } from '../../core/cleaning/run';

/** What waits: "Honeycomb soaks", "the machine discharges". */
export function waitTitle(run: RunSheet, of: string, second = false): string {
  const task = run.tasks.find((one) => one.id === of);
  if (task) return `${task.station} ${second ? 'dries' : task.wait.verb}`;
  const piece = run.pieces.find((one) => one.id === of);
  return piece?.kind === 'isolate' ? 'Wait before connectors' : (piece?.title ?? of);
}

/** Where hands or a wait take a place that is shared. */
export const placeWords: Readonly<Record<Place, string>> = {
  wash: 'at the wash place',
  drying: 'where things dry',
  sun: 'outdoors, in the sun',
  window: 'by the window',
  bench: 'at the bench',
  washer: 'at the pressure washer',
};

/** "58:07", "1:02:30"; "0:00" when it is over. */
export function countdown(milliseconds: number): string {
  const seconds = Math.max(0, Math.ceil(milliseconds / 1000));
  const two = (value: number) => String(value).padStart(2, '0');
  const hours = Math.floor(seconds / 3600);
  const rest = `${hours > 0 ? two(Math.floor(seconds / 60) % 60) : Math.floor(seconds / 60)}:${two(seconds % 60)}`;
  return hours > 0 ? `${hours}:${rest}` : rest;
}

/** "Bed out: put it back cannot come before Honeycomb: finish: nothing goes back before …" */
export function brokenWords(
  run: RunSheet,
  { task, before, rule }: { task: string; before: string; rule: string },
): string {
  const name = (id: string) => stretchTitle(run, { task: id, part: 'active' });
  if (rule === 'begun') return `${name(task)} cannot be finished before it is begun.`;
  return `${name(task)} cannot come before ${name(before)}: ${ruleWords[rule] ?? rule}.`;
}

/** How a task ended. */
export const resultWords: Readonly<Record<CareResult, string>> = {
  done: 'Done',
  'looked-fine': 'Looked at and fine',
  'between-cuts': 'Cleaned between two cuts of a job',
  replaced: 'Replaced',
  'in-part': 'Done in part',
  'put-off': 'Put off',
  'not-reached': 'Could not be reached',
};
