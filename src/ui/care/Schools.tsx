'use client';

import type { changeSchool } from '../../services/care/care-plans';
import type { Send } from '../shared/forms/send';
import { Button } from '@mantine/core';
import type { School } from '../../core/care/schools';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './CarePlan.module.css';
import { minutesWords, schoolWords, timesWords } from './words';
import type { SchoolTrial } from '../../services/care/school-trials';

interface SchoolsProps {
  machineId: string;
  inForce: School;
  trials: SchoolTrial[];
  change: Send<typeof changeSchool>;
}

/** What each school would have meant over the last three months, side by side. */
export function Schools({ machineId, inForce, trials, change }: SchoolsProps) {
  const { run, pending, problem } = useAction(change);
  return (
    <section className="panel" aria-labelledby="schools">
      <h2 id="schools">Which school?</h2>
      <p className="quiet">
        The last three months of this machine, gone through again. Cleanings and hands-on time if
        each task had been done the moment it came due; beside them, how many tasks the cleanings
        you did make let go past that school&apos;s limit.
      </p>
      <div className={classes.scroll}>
        <table className={classes.table}>
          <thead>
            <tr>
              <th>School</th>
              <th className={classes.number}>Cleanings</th>
              <th className={classes.number}>Hands-on</th>
              <th className={classes.number}>Went past limit</th>
              <th>The gravest of them</th>
              <th>
                <span className="visually-hidden">Choose</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {trials.map(({ school, cleanings, minutes, past, furthest }) => (
              <tr key={school} aria-current={school === inForce || undefined}>
                <td>
                  <span className={classes.station}>{schoolWords[school].name}</span>
                  <div className={classes.basis}>{schoolWords[school].lead}</div>
                </td>
                <td className={classes.number}>{cleanings}</td>
                <td className={classes.number}>{minutesWords(minutes)}</td>
                <td className={classes.number}>{past}</td>
                <td>{furthest ? `${furthest.station}, ${timesWords(furthest.used)}` : 'none'}</td>
                <td>
                  {school === inForce ? (
                    <span className="quiet">in force</span>
                  ) : (
                    <Button
                      variant="default"
                      loading={pending}
                      onClick={() => run({ machineId, school })}
                      aria-label={`Choose ${schoolWords[school].name}`}
                    >
                      Choose
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <ProblemNote problem={problem} />
    </section>
  );
}
