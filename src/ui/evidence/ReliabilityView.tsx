import { inPercent } from '../../core/units/percent';
import { Table, TableTbody, TableTd, TableTr } from '@mantine/core';
import type { DiagnosisRecord } from '../../services/evidence/judgements';
import type { Reliability, ShopReliability } from '../../services/evidence/reliability';
import { millisecondsPerHour } from '../../core/units/time';
import { span } from '../shared/marks/when';
import { CumulativeChart } from './CumulativeChart';
import classes from './Evidence.module.css';
import { FiguresTable } from './FiguresTable';
import { hoursWords, meanWords } from './words';

const lasting = (value: number | null) => (value === null ? '' : span(value * millisecondsPerHour));

/** How often what fails, how long it takes, and whether it grows. */
export function ReliabilityView({
  of,
  diagnosis,
}: {
  of: ShopReliability;
  diagnosis: DiagnosisRecord;
}) {
  const { machines, families, shop, causes } = of;
  return (
    <>
      <section className="panel" aria-labelledby="between">
        <h2 id="between">Between faults</h2>
        <p className="quiet">
          Run hours over faults, with exact limits of 90 percent (two-sided, the time ended by the
          clock). Met twice, and nothing wrong, do not count. Availability is the share of all hours
          it was not on hold for a fault.
        </p>
        <FiguresTable
          minWidth={760}
          titles={[
            'Machine',
            'run',
            'faults',
            'run hours between',
            'trend',
            'answered after',
            'repair',
            'on hold',
            'available',
          ]}
        >
          {machines.map((one) => (
            <Row
              key={one.machineId}
              of={one}
              name={
                <a className="line" href={`/machines/${one.machineId}`}>
                  {one.name}
                </a>
              }
            />
          ))}
          {families.length > 1 &&
            families.map((one) => <Row key={one.name} of={one} name={one.name} />)}
          <Row of={shop} name={<b>{shop.name}</b>} />
        </FiguresTable>
      </section>
      <div className={classes.two}>
        <div>
          <section className="panel" aria-labelledby="cumulative">
            <h2 id="cumulative">Faults a machine over its run hours</h2>
            {of.meanCumulative.length === 0 ? (
              <p>No fault yet.</p>
            ) : (
              <CumulativeChart points={of.meanCumulative} />
            )}
          </section>
          <DiagnosisRight record={diagnosis} />
        </div>
        <section className="panel" aria-labelledby="causes">
          <h2 id="causes">What it was</h2>
          <p>{tallyWords(of)}</p>
          <Table className={classes.table}>
            <TableTbody>
              {causes.map(({ cause, words, faults, repeats, machines: on }) => (
                <TableTr key={cause}>
                  <TableTd className={classes.figures}>{faults}</TableTd>
                  <TableTd>
                    {words}
                    <span className="quiet">
                      {' '}
                      {on.join(', ')}
                      {repeats > 0 && `; came back ${repeats === 1 ? 'once' : `${repeats} times`}`}
                    </span>
                  </TableTd>
                </TableTr>
              ))}
            </TableTbody>
          </Table>
          <ByStation stations={of.stations} />
        </section>
      </div>
    </>
  );
}

/** Where the causes lay, and how many run hours of a machine that has such a part lie between. */
function ByStation({ stations }: { stations: ShopReliability['stations'] }) {
  if (stations.length === 0) return null;
  return (
    <>
      <h3>Where it lay</h3>
      <Table className={classes.table}>
        <TableTbody>
          {stations.map((one) => (
            <TableTr key={one.kind}>
              <TableTd className={classes.figures}>{one.faults}</TableTd>
              <TableTd>
                {one.name}
                <span className="quiet">
                  {' '}
                  {one.machines.join(', ')}; one in {meanWords(one)}
                </span>
              </TableTd>
            </TableTr>
          ))}
        </TableTbody>
      </Table>
    </>
  );
}

/** How right the diagnosis was, before any check. */
function DiagnosisRight({ record }: { record: DiagnosisRecord }) {
  const { faults, first, amongThree, bands } = record;
  return (
    <section className="panel" aria-labelledby="diagnosis">
      <h2 id="diagnosis">How right the diagnosis was, before anybody looked</h2>
      {faults === 0 ? (
        <p>No fault was fixed yet with its cause named.</p>
      ) : (
        <>
          <p>
            Of {faults} faults that were fixed, the cause that was found stood first in {first}, and
            among the first three in {amongThree}.
          </p>
          <ul>
            {bands.map(({ said, right, faults: of }) => (
              <li key={said}>
                When it said about {inPercent(said)}, it was so in {inPercent(right)}{' '}
                <span className="quiet">({of === 1 ? 'one fault' : `${of} faults`})</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function tallyWords({ shop, afterCleaning, repeats, repairCost }: ShopReliability): string {
  return [
    `${afterCleaning} of ${shop.faults} within two run hours of a cleaning of our own`,
    `${repeats} came back within 30 days or 30 run hours`,
    ...(repairCost > 0 ? [`parts of repairs cost ${repairCost.toFixed(0)} in all`] : []),
  ].join('; ');
}

function Row({ of, name }: { of: Reliability; name: React.ReactNode }) {
  const { runHours, faults, trend, response, repairMinutes, down } = of;
  return (
    <TableTr>
      <TableTd>{name}</TableTd>
      <TableTd className={classes.figures}>{hoursWords(runHours)}</TableTd>
      <TableTd className={classes.figures}>{faults}</TableTd>
      <TableTd>{meanWords(of)}</TableTd>
      <TableTd>{trendWords(trend)}</TableTd>
      <TableTd className={classes.figures}>{lasting(response)}</TableTd>
      <TableTd className={classes.figures}>
        {repairMinutes === null ? '' : `${Math.round(repairMinutes)} min`}
      </TableTd>
      <TableTd className={classes.figures}>{down > 0 ? lasting(down) : ''}</TableTd>
      <TableTd className={classes.figures}>
        {of.availability === null ? '' : `${(of.availability * 100).toFixed(1)} %`}
      </TableTd>
    </TableTr>
  );
}

function trendWords(trend: Reliability['trend']): string {
  if (!trend) return '';
  const [low, high] = trend.range;
  const range = `${low.toFixed(1)} to ${high.toFixed(1)}`;
  if (low > 1) return `more often (${range})`;
  if (high < 1) return `less often (${range})`;
  return `no trend (${range})`;
}
