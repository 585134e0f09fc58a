import { z } from 'zod';
import { isChlorinated } from '../../catalogue/materials';
import type { MaterialIndex } from '../../core/usage/soil-table';
import { longestSessionSeconds } from '../../core/usage/overlap';
import { draughts, processes } from '../../core/usage/soil';
import { millisecondsPerMinute } from '../../core/units/time';
import type { LoggedSession } from '../../records/usage/sessions';
import { nearest } from './nearest';
import type { Refusal } from '../shop';

/** How far a device's or a person's clock may run ahead before a session lies in the future. */
const clockSlack = 2 * millisecondsPerMinute;

/** Limits of free text, shared by form, import and label page. */
export const textLimits = { operator: 80, note: 500, key: 120 } as const;

const optionalText = (limit: number) =>
  z
    .string()
    .trim()
    .max(limit, `At most ${limit} characters.`)
    .nullish()
    .transform((text) => text || null);

/** A session as a form or device sends it. Times in UTC milliseconds, durations in seconds. */
export const sessionSchema = z.object({
  machineId: z.string().min(1, 'Choose a machine.'),
  start: z.number('Give a start.').int(),
  runSeconds: z.number('Give a duration.').int(),
  beamSeconds: z
    .number()
    .int()
    .nullish()
    .transform((seconds) => seconds ?? null),
  material: optionalText(60),
  process: z
    .enum(processes)
    .nullish()
    .transform((process) => process ?? null),
  airAssist: z
    .boolean()
    .nullish()
    .transform((on) => on ?? null),
  draught: z
    .enum(draughts)
    .nullish()
    .transform((draught) => draught ?? null),
  operator: optionalText(textLimits.operator),
  note: optionalText(textLimits.note),
  /** idempotency key of the form or device */
  key: z.string().min(8).max(textLimits.key),
  /** the job file its figures come from */
  jobId: z.string().nullish(),
  /** the operator cleared the loose debris afterwards */
  debrisCleared: z.boolean().default(false),
});
export type SessionInput = z.infer<typeof sessionSchema>;

/** The material a word stands for, by its name in the soil table, or what is wrong with it. */
export function readMaterial(
  word: string | null,
  materials: MaterialIndex,
): { name: string | null } | { problem: string } {
  if (word === null || !word.trim()) return { name: null };
  if (isChlorinated(word)) {
    return {
      problem: `"${word}" holds chlorine: it gives hydrogen chloride and eats machines. It is refused`,
    };
  }
  const material = materials.find(word);
  if (material) return { name: material.name };
  const guess = nearest(word, materials.words);
  const name = guess ? materials.find(guess)!.name : null;
  return { problem: `unknown material "${word}"${name ? `: did you mean ${name}?` : ''}` };
}

/**
 * What is wrong with the times of a session, whoever logs it; `null` when nothing is.
 * @param now UTC milliseconds
 */
export function timesProblem(session: LoggedSession, now: number): Refusal | null {
  const { start, runSeconds, beamSeconds } = session;
  if (runSeconds < 0) return { field: 'run', message: 'the run time is negative' };
  if (runSeconds === 0) return { field: 'run', message: 'the run time is zero' };
  // a meter may have counted for days before anybody read it
  if (runSeconds > longestSessionSeconds && session.origin !== 'unlogged') {
    return { field: 'run', message: 'the run time is over 24 hours' };
  }
  if (beamSeconds !== null && beamSeconds < 0) {
    return { field: 'beam', message: 'the beam time is negative' };
  }
  if (beamSeconds !== null && beamSeconds > runSeconds) {
    return { field: 'beam', message: 'the beam time is longer than the run time' };
  }
  if (start > now + clockSlack) return { field: 'start', message: 'the start lies in the future' };
  if (start + runSeconds * 1000 > now + clockSlack) {
    return { field: 'run', message: 'the session would end in the future' };
  }
  if (start < Date.UTC(1990, 0, 1))
    return { field: 'start', message: 'the start lies before 1990' };
  return null;
}
