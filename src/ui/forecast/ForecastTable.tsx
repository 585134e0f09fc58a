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
      <table className={classes.table}>
        <thead>
          <tr>
            <th>Machine</th>
            <th>Days of use</th>
            {judgedSpans.map((days) => (
              <th key={days}>next {days} days</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {records.map(({ machineId, nickname, useDays, coverage }) => (
            <tr key={machineId}>
              <td>{nickname}</td>
              <td>{useDays}</td>
              {coverage.map((one) => (
                <Share key={one.days} {...one} />
              ))}
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td>All together</td>
            <td />
            {all.map((one) => (
              <Share key={one.days} {...one} />
            ))}
          </tr>
        </tfoot>
      </table>
    </section>
  );
}

function Share({ judged, held }: { judged: number; held: number }) {
  if (judged < fewForecasts) return <td className="quiet">too few to tell</td>;
  const share = held / judged;
  return (
    <td data-off={share < 0.7 || share > 0.9 || undefined}>
      {Math.round(share * 100)} % <span className="quiet">of {judged}</span>
    </td>
  );
}
