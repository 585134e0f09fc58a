import { Button, UnstyledButton } from '@mantine/core';
import { formatDuration } from '../../core/units/duration';
import type { Job } from '../../services/usage/job-files';
import classes from './Job.module.css';

/** The job files the machine ran last: the same again in one tap. */
export function JobChips({
  jobs,
  chosen,
  onJob,
}: {
  jobs: readonly Job[];
  chosen: Job | null;
  onJob: (job: Job | null) => void;
}) {
  if (chosen) {
    return (
      <p className={classes.kept}>
        From {chosen.name}: run {formatDuration(chosen.runSeconds)}, beam{' '}
        {formatDuration(chosen.beamSeconds)}.{' '}
        <UnstyledButton td="underline" onClick={() => onJob(null)}>
          Type the time instead
        </UnstyledButton>
      </p>
    );
  }
  if (jobs.length === 0) return null;
  return (
    <div className={classes.row}>
      <span className="quiet">The same job again:</span>
      {jobs.map((job) => (
        <Button key={job.id} variant="default" onClick={() => onJob(job)}>
          {job.name}, {formatDuration(job.runSeconds)}
        </Button>
      ))}
    </div>
  );
}
