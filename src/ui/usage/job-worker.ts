import type { Controller } from '../../core/usage/gcode/controller';
import { readJob, type JobFigures } from '../../core/usage/gcode/job';

/** What the page asks of the worker. */
export interface JobQuestion {
  bytes: ArrayBuffer;
  controller: Controller;
}

/** What it says. */
export type JobWord = { share: number } | { figures: JobFigures } | { problem: string };

const say = (word: JobWord) => postMessage(word);

onmessage = ({ data: { bytes, controller } }: MessageEvent<JobQuestion>) => {
  const job = readJob(new Uint8Array(bytes), controller, (share) => say({ share }));
  say(job.ok ? { figures: job.value } : { problem: job.error });
};
