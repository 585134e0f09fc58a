import { inPercent } from '../../core/units/percent';
import { Table, TableTbody, TableTd, TableTh, TableThead, TableTr } from '@mantine/core';
import { observationOf, type Clock, type Cycle } from '../../core/evidence/cycles';
import type {
  declineProposal,
  ListedInterval,
  takeProposal,
} from '../../services/evidence/proposals';
import { minutesWords } from '../care/words';
import type { Send } from '../shared/forms/send';
import { Allowed } from '../shared/frame/Allowed';
import { dayDate } from '../shared/marks/when';
import classes from './Evidence.module.css';
import { savedMinutes } from './IntervalList';
import { LifeChart } from './LifeChart';
import { ProposalForm } from './ProposalForm';
import {
  amountWords,
  asideWords,
  clockNames,
  missingWords,
  rangeWords,
  rounded,
  taskWords,
} from './words';

/** What findings say of one limit, with the findings themselves. */
export function IntervalDetail({
  interval,
  risk,
  cycles,
  now,
  zone,
  take,
  decline,
}: {
  interval: ListedInterval;
  risk: number;
  cycles: Cycle[];
  now: number;
  zone: string;
  take: Send<typeof takeProposal>;
  decline: Send<typeof declineProposal>;
}) {
  const { machine, clock, limit } = interval;
  const seen = cycles.flatMap((cycle) => {
    const observed = observationOf(cycle, clock);
    return observed ? [{ hours: observed.to ?? observed.from, soiled: observed.to !== null }] : [];
  });
  return (
    <>
      <section className="panel" aria-labelledby="interval">
        <h2 id="interval">
          {machine}: {taskWords(interval)}
        </h2>
        <p className={classes.verdict}>{verdictWords(interval)}</p>
        <div className={classes.two}>
          <LifeChart
            curve={interval.curve}
            seen={seen}
            limit={limit}
            proposed={interval.proposed}
            risk={risk}
            unit={clockNames[clock]}
          />
          <Facts interval={interval} risk={risk} />
        </div>
        {interval.criticality === 'optic damage' && interval.verdict === 'longer' && (
          <p className="quiet">
            Haze heats glass before it counts as soiled. Go longer in steps, look at the strength,
            and keep to the maker’s manual where it asks for more.
          </p>
        )}
        {interval.waits && (
          <Allowed right="set up">
            <ProposalForm interval={interval} take={take} decline={decline} />
          </Allowed>
        )}
      </section>
      <Findings cycles={cycles} clock={clock} interval={interval} now={now} zone={zone} />
    </>
  );
}

function verdictWords(one: ListedInterval): string {
  const { verdict, proposed, clock, more, criticality, limit, life, declined, changedTo } = one;
  if (changedTo !== null) {
    return `The limit was changed to ${amountWords(changedTo, clock)} since. Read the book anew to hold it against the findings.`;
  }
  if (declined) return `Left as it is by ${declined.person}: ${declined.why}`;
  switch (verdict) {
    case 'longer':
      return `It lasts longer than ${amountWords(limit, clock)}: ${amountWords(proposed!, clock)} would do.`;
    case 'shorter':
      return `It does not last ${amountWords(limit, clock)}: ${amountWords(proposed!, clock)} would be right.`;
    case 'fits':
      return criticality === 'fire' && life.p10 > limit
        ? 'The findings would bear a longer limit, but it guards against fire: none is proposed.'
        : 'The findings agree with the limit.';
    case 'not enough':
      if (one.reversed) return missingWords.reversed;
      return `Not enough yet: about ${more === 1 ? 'one finding' : `${more} findings`} more would tell.`;
  }
}

function Facts({ interval, risk }: { interval: ListedInterval; risk: number }) {
  const { clock, life, limit, riskNow, riskProposed, proposed, cycles, soiled, likeliest } =
    interval;
  const saved = savedMinutes(interval);
  const best = bestClock(interval.explains);
  return (
    <dl className={classes.facts}>
      <dt>Limit in force</dt>
      <dd>
        {amountWords(limit, clock)}: {inPercent(riskNow)} believed soiled by then
      </dd>
      {proposed !== null && (
        <>
          <dt>Proposed</dt>
          <dd>
            {amountWords(proposed, clock)}: {inPercent(riskProposed!)} believed soiled by then
          </dd>
        </>
      )}
      <dt>{inPercent(risk)} are soiled by</dt>
      <dd>
        {amountWords(life.p50, clock)}; in four of five cases{' '}
        {rangeWords(life.p10, life.p90, clock)}
      </dd>
      <dt>Based on</dt>
      <dd>
        {cycles === 1 ? 'one time' : `${cycles} times`} it was looked at, soiled in {soiled}, and
        the limit in force as what was believed before
      </dd>
      {saved !== null && interval.quarterly && (
        <>
          <dt>A quarter</dt>
          <dd>
            {rounded(interval.quarterly.now)} cleanings, then{' '}
            {rounded(interval.quarterly.proposed!)}: {saved >= 0 ? 'saves' : 'costs'}{' '}
            {minutesWords(Math.abs(saved))} hands-on
          </dd>
        </>
      )}
      <dt>Without that belief</dt>
      <dd>
        {likeliest
          ? `${amountWords(likeliest.life, clock)} (95 %: ${rangeWords(...likeliest.range, clock)}), Weibull shape ${likeliest.shape.toFixed(1)}`
          : cycles === 0
            ? 'no finding yet'
            : missingWords[interval.missing!]}
      </dd>
      {best && (
        <>
          <dt>Explained best by</dt>
          <dd>{best}</dd>
        </>
      )}
    </dl>
  );
}

/** Two clocks whose likelihoods differ by less than this explain as well. */
const clearly = 2;

function bestClock(explains: ListedInterval['explains']): string | null {
  const ranked = (Object.entries(explains) as [Clock, number | null][])
    .flatMap(([clock, value]) => (value === null ? [] : [{ clock, value }]))
    .sort((a, b) => b.value - a.value);
  const [first] = ranked;
  if (!first || ranked.length < 2) return null;
  const alike = ranked.filter(({ value }) => first.value - value < clearly);
  const names = alike.map(({ clock }) => clockNames[clock]);
  return names.length === 1
    ? `${names[0]}, clearly`
    : `${names.slice(0, -1).join(', ')} and ${names.at(-1)} about alike`;
}

const shownCycles = 60;

function Findings({
  cycles,
  clock,
  interval,
  now,
  zone,
}: {
  cycles: Cycle[];
  clock: Clock;
  interval: ListedInterval;
  now: number;
  zone: string;
}) {
  const aside = asideWords(interval.aside);
  const latest = cycles.toReversed().slice(0, shownCycles);
  return (
    <section className="panel" aria-labelledby="findings">
      <h2 id="findings">The findings behind it: {cycles.length}</h2>
      {aside.length > 0 && <p className="quiet">Set aside: {aside.join('; ')}.</p>}
      <Table className={classes.table}>
        <TableThead>
          <TableTr>
            <TableTh>Done before</TableTh>
            <TableTh>Looked at</TableTh>
            <TableTh>after {clockNames[clock]}</TableTh>
            <TableTh>found</TableTh>
            <TableTh>as done by</TableTh>
          </TableTr>
        </TableThead>
        <TableTbody>
          {latest.flatMap((cycle) =>
            cycle.looks.map((look) => (
              <TableTr key={look.id}>
                <TableTd>{dayDate(cycle.since, zone, now)}</TableTd>
                <TableTd>{dayDate(look.at, zone, now)}</TableTd>
                <TableTd className={classes.figures}>{look.counted[clock].toFixed(1)}</TableTd>
                <TableTd>{look.soiled ? <b>{look.finding}</b> : look.finding}</TableTd>
                <TableTd>{[cycle.person, cycle.method].filter(Boolean).join(', ')}</TableTd>
              </TableTr>
            )),
          )}
        </TableTbody>
      </Table>
      {cycles.length > latest.length && (
        <p className="quiet">
          The last {latest.length} of {cycles.length} are shown.
        </p>
      )}
    </section>
  );
}
