'use client';

import { Button, Progress } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import type { Controller } from '../../core/usage/gcode/controller';
import type { JobFigures } from '../../core/usage/gcode/job';
import { formatDuration } from '../../core/units/duration';
import type { Job } from '../../services/usage/job-files';
import type { Outcome } from '../../services/shop';
import { FileDrop } from '../shared/forms/FileDrop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { HeatView } from './HeatView';
import classes from './Job.module.css';
import type { JobQuestion, JobWord } from './job-worker';

export type KeepJob = (job: {
  machineId: string;
  hash: string;
  name: string;
  runSeconds: number;
  beamSeconds: number;
}) => Promise<Outcome<Job>>;

interface JobDropProps {
  machineId: string;
  controller: Controller;
  keep: KeepJob;
  onJob: (job: Job) => void;
}

const largestMb = 200;
/** A file that takes longer is not worked through. */
const longestMs = 120_000;
const shownWarnings = 6;

/** A job file worked through in the browser: its times, where it burns, and what was not understood. */
// eslint-disable-next-line max-lines-per-function -- one screen, from top to bottom, whose parts share their state
export function JobDrop({ machineId, controller, keep, onJob }: JobDropProps) {
  const [name, setName] = useState('');
  const [share, setShare] = useState<number | null>(null);
  const [figures, setFigures] = useState<JobFigures | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const worker = useRef<Worker | null>(null);
  const limit = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const { run, pending, problem } = useAction(keep, (job: Job) => {
    setFigures(null);
    onJob(job);
  });

  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
    clearTimeout(limit.current);
    setShare(null);
  };
  useEffect(
    () => () => {
      worker.current?.terminate();
      clearTimeout(limit.current);
    },
    [],
  );

  async function read(file: File) {
    stop();
    setFigures(null);
    setRefused(null);
    setName(file.name);
    setShare(0);
    const started = new Worker(new URL('./job-worker.ts', import.meta.url), { type: 'module' });
    worker.current = started;
    limit.current = setTimeout(() => {
      setRefused(`${file.name} took longer than two minutes. Nothing was taken from it.`);
      stop();
    }, longestMs);
    started.onmessage = ({ data }: MessageEvent<JobWord>) => {
      if ('share' in data) return setShare(data.share);
      if ('figures' in data) setFigures(data.figures);
      else setRefused(`${file.name}: ${data.problem}`);
      stop();
    };
    started.onerror = () => {
      setRefused(`${file.name} could not be worked through. Nothing was taken from it.`);
      stop();
    };
    const bytes = await file.arrayBuffer();
    started.postMessage({ bytes, controller } satisfies JobQuestion, [bytes]);
  }

  return (
    <div className={classes.job}>
      {share !== null ? (
        <div className={classes.row}>
          <span>{name}</span>
          <Progress value={share * 100} style={{ flex: 1 }} aria-label="Working it through" />
          <Button variant="default" onClick={stop}>
            Stop
          </Button>
        </div>
      ) : (
        <FileDrop
          label="Job file"
          onFile={(file) => void read(file)}
          onRefused={() =>
            setRefused(`Take one job file (.gcode, .nc, .gc, .ngc) of at most ${largestMb} MB.`)
          }
          accept={{ 'text/plain': ['.gcode', '.nc', '.gc', '.ngc'] }}
          largestBytes={largestMb * 1024 * 1024}
        >
          <b>Drop the job file</b> (.gcode, .nc, .gc, .ngc) or press to choose it. It stays on this
          computer; only its figures are kept.
        </FileDrop>
      )}
      <ProblemNote problem={refused ? { field: null, message: refused } : problem} />
      {figures && (
        <div className={classes.figures}>
          <div>
            <dl className={classes.list}>
              <dt>File</dt>
              <dd>
                {name}, {figures.lines} lines
              </dd>
              <dt>Run</dt>
              <dd>{formatDuration(Math.round(figures.runSeconds))}</dd>
              <dt>Beam on</dt>
              <dd>
                {formatDuration(Math.round(figures.beamSeconds))}, as{' '}
                {formatDuration(Math.round(figures.fullPowerSeconds))} at full power
              </dd>
              <dt>Burned</dt>
              <dd>
                {(figures.burnedMm / 1000).toFixed(2)} m, {(figures.heat.share * 100).toFixed(1)} %
                of the bed
              </dd>
            </dl>
            {figures.warnings.length > 0 && (
              <>
                <p className="quiet">Not understood, or odd:</p>
                <ul className={classes.warnings}>
                  {figures.warnings.slice(0, shownWarnings).map(({ line, text, count }) => (
                    <li key={text}>
                      line {line}: {text}
                      {count > 1 && `, ${count} times`}
                    </li>
                  ))}
                  {figures.warnings.length > shownWarnings && (
                    <li>and {figures.warnings.length - shownWarnings} more kinds</li>
                  )}
                </ul>
              </>
            )}
            <Button
              mt={10}
              loading={pending}
              onClick={() =>
                run({
                  machineId,
                  hash: figures.hash,
                  name,
                  runSeconds: figures.runSeconds,
                  beamSeconds: figures.beamSeconds,
                })
              }
            >
              Use these figures
            </Button>
          </div>
          <HeatView heat={figures.heat} />
        </div>
      )}
    </div>
  );
}
