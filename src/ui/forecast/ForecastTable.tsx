import { inPercent } from '../../core/units/percent';
import {
  Table,
  TableTbody,
  TableTd,
  TableTfoot,
  TableTh,
  TableThead,
  TableTr,
} from '@mantine/core';
import { judgedSpans } from '../../core/forecast/back-test';
import type { ForecastRecord } from '../../services/forecast/forecast';
import classes from './Forecast.module.css';

/** Under so many forecasts a share says little. */
const fewForecasts = 20;

/** How often the range of use held the truth, machine by machine and over all. */
export function ForecastTable({ records }: { records: ForecastRecord[] }) {
  const all = judgedSpans.map((days, index) => ({
    days,
    judged: records.reduce((sum, { coverage }) => sum + coverage[index]!.judged, 0),
    held: records.reduce((sum, { coverage }) => sum + coverage[index]!.held, 0),
  }));
  return (
    <section className="panel" aria-labelledby="back-test">
      <h2 id="back-test">The four-in-five range, held against what came</h2>
      <p className="quiet">
        For one day of every week of the last year, from what was known that day only: the range in
        which run hours and soil of the days after should lie in four of five cases, and how often
        they did. About 80 % is right; much less is too sure, much more too vague.
      </p>
      <Table className={classes.table}>
        <TableThead>
          <TableTr>
            <TableTh>Machine</TableTh>
            <TableTh>Days of use</TableTh>
            {judgedSpans.map((days) => (
              <TableTh key={days}>next {days} days</TableTh>
            ))}
          </TableTr>
        </TableThead>
        <TableTbody>
          {records.map(({ machineId, nickname, useDays, coverage }) => (
            <TableTr key={machineId}>
              <TableTd>{nickname}</TableTd>
              <TableTd>{useDays}</TableTd>
              {coverage.map((one) => (
                <Share key={one.days} {...one} />
              ))}
            </TableTr>
          ))}
        </TableTbody>
        <TableTfoot>
          <TableTr>
            <TableTd>All together</TableTd>
            <TableTd />
            {all.map((one) => (
              <Share key={one.days} {...one} />
            ))}
          </TableTr>
        </TableTfoot>
      </Table>
    </section>
  );
}

function Share({ judged, held }: { judged: number; held: number }) {
  if (judged < fewForecasts) return <TableTd className="quiet">too few to tell</TableTd>;
  const share = held / judged;
  return (
    <TableTd data-off={share < 0.7 || share > 0.9 || undefined}>
      {inPercent(share)} <span className="quiet">of {judged}</span>
    </TableTd>
  );
}
