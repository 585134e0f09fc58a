'use client';

import { Button, Table, TableTbody, TableTd, TableTh, TableThead, TableTr } from '@mantine/core';
import { useState } from 'react';
import type { ShopSchool } from '../../services/care/lighter-schools';
import { schoolWords, timesWords } from '../care/words';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Ask } from '../shared/forms/send';
import { useAction } from '../shared/forms/use-action';

const hours = (minutes: number) => `${(minutes / 60).toFixed(1)} h`;

/** Where time is short: which school would fit, and what it lets go. */
export function LighterSchools({
  needed,
  there,
  ask,
}: {
  /** minutes of the next quarter */
  needed: number;
  there: number;
  ask: Ask<[], ShopSchool[]>;
}) {
  const [schools, setSchools] = useState<ShopSchool[] | null>(null);
  const { run, pending, problem } = useAction(ask, setSchools);
  return (
    <section className="panel" aria-labelledby="lighter" style={{ marginTop: 16 }}>
      <h2 id="lighter">Would a lighter school fit?</h2>
      {schools === null ? (
        <>
          <p className="quiet">
            Goes through the last three months of every machine by each school. It takes a moment.
          </p>
          <Button variant="default" loading={pending} onClick={() => run()}>
            Go through them
          </Button>
        </>
      ) : (
        <Table>
          <TableThead>
            <TableTr>
              <TableTh>School, for every machine</TableTh>
              <TableTh ta="right">About needed</TableTh>
              <TableTh>Fits</TableTh>
              <TableTh>Its risk, as things were done</TableTh>
            </TableTr>
          </TableThead>
          <TableTbody>
            {schools.map(({ school, ofNow, past, furthest }) => (
              <TableTr key={school}>
                <TableTd>{schoolWords[school].name}</TableTd>
                <TableTd ta="right" className="figures">
                  {hours(needed * ofNow)}
                </TableTd>
                <TableTd>
                  {needed * ofNow <= there
                    ? 'yes'
                    : `no, ${hours(needed * ofNow - there)} too much`}
                </TableTd>
                <TableTd>
                  {past === 0 || !furthest
                    ? 'nothing went past its limits'
                    : `${past} tasks went past its limits; the gravest: ${furthest.machine}, ${furthest.station.toLowerCase()} (${furthest.criticality}), ${timesWords(furthest.used)}`}
                </TableTd>
              </TableTr>
            ))}
          </TableTbody>
        </Table>
      )}
      <ProblemNote problem={problem} />
    </section>
  );
}
