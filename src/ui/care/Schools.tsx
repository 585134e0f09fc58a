'use client';

import type { changeSchool } from '../../services/care/care-plans';
import type { Send } from '../shared/forms/send';
import { Button, Table, TableTbody, TableTd, TableTh, TableThead, TableTr } from '@mantine/core';
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
        <Table className={classes.table}>
          <TableThead>
            <TableTr>
              <TableTh miw={170}>School</TableTh>
              <TableTh ta="right" className="figures">
                Cleanings
              </TableTh>
              <TableTh ta="right" className="figures">
                Hands-on
              </TableTh>
              <TableTh ta="right" className="figures">
                Went past limit
              </TableTh>
              <TableTh miw={190}>The gravest of them</TableTh>
              <TableTh>
                <span className="visually-hidden">Choose</span>
              </TableTh>
            </TableTr>
          </TableThead>
          <TableTbody>
            {trials.map(({ school, cleanings, minutes, past, furthest }) => (
              <TableTr key={school} aria-current={school === inForce || undefined}>
                <TableTd>
                  <span className={classes.station}>{schoolWords[school].name}</span>
                  <div className={classes.basis}>{schoolWords[school].lead}</div>
                </TableTd>
                <TableTd ta="right" className="figures">
                  {cleanings}
                </TableTd>
                <TableTd ta="right" className="figures">
                  {minutesWords(minutes)}
                </TableTd>
                <TableTd ta="right" className="figures">
                  {past}
                </TableTd>
                <TableTd>
                  {furthest ? `${furthest.station}, ${timesWords(furthest.used)}` : 'none'}
                </TableTd>
                <TableTd>
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
                </TableTd>
              </TableTr>
            ))}
          </TableTbody>
        </Table>
      </div>
      <ProblemNote problem={problem} />
    </section>
  );
}
