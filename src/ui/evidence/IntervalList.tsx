import { inPercent } from '../../core/units/percent';
import { TableTd, TableTr } from '@mantine/core';
import type { ListedInterval } from '../../services/evidence/proposals';
import { minutesWords } from '../care/words';
import classes from './Evidence.module.css';
import { FiguresTable } from './FiguresTable';
import { amountWords, rangeWords, taskWords } from './words';

export const intervalPath = ({ stationId, task }: { stationId: string; task: string }) =>
  `/evidence/${stationId}/${encodeURIComponent(task)}`;

/** Hands-on minutes a quarter that a proposal saves (below 0: costs); `null` where nobody can tell. */
export function savedMinutes({ quarterly, minutes }: ListedInterval): number | null {
  if (!quarterly || quarterly.proposed === null) return null;
  return Math.round((quarterly.now - quarterly.proposed) * minutes);
}

function effectWords(one: ListedInterval): string {
  const saved = savedMinutes(one);
  if (saved === null) return '';
  return saved >= 0 ? `saves ${minutesWords(saved)}` : `costs ${minutesWords(-saved)}`;
}

/** What findings say of every limit: those that ask for a word first, then those that hold, then those nobody can tell of. */
export function IntervalList({ intervals, risk }: { intervals: ListedInterval[]; risk: number }) {
  const proposed = intervals.filter(({ waits }) => waits).sort((a, b) => weight(b) - weight(a));
  const settled = intervals.filter((one) => !one.waits && one.verdict !== 'not enough');
  const open = intervals.filter(
    (one) => !one.waits && one.verdict === 'not enough' && one.cycles > 0,
  );
  const silent = intervals.filter(
    (one) => !one.waits && one.verdict === 'not enough' && one.cycles === 0,
  );
  return (
    <>
      <section className="panel" aria-labelledby="proposed">
        <h2 id="proposed">Limits that findings speak against: {proposed.length}</h2>
        <p className="quiet">
          Each is proposed so that {inPercent(risk)} of cleanings find it soiled. Nothing changes
          until somebody takes it; the maker’s manual comes first.
        </p>
        {proposed.length === 0 ? (
          <p>None. Grade what you find at each cleaning, and this page learns from it.</p>
        ) : (
          <Rows
            rows={proposed}
            head={['limit', 'proposed', 'four in five cases', 'a quarter']}
            cells={(one) => [
              amountWords(one.limit, one.clock),
              <b key="to">{amountWords(one.proposed!, one.clock)}</b>,
              rangeWords(one.life.p10, one.life.p90, one.clock),
              effectWords(one),
            ]}
          />
        )}
      </section>
      <section className="panel" aria-labelledby="settled">
        <h2 id="settled">Limits that hold: {settled.length}</h2>
        <Rows
          rows={settled}
          head={['limit', 'four in five cases', 'why it stays']}
          cells={(one) => [
            amountWords(one.changedTo ?? one.limit, one.clock),
            rangeWords(one.life.p10, one.life.p90, one.clock),
            whyItStays(one),
          ]}
        />
      </section>
      <section className="panel" aria-labelledby="open">
        <h2 id="open">Not enough yet: {open.length}</h2>
        <Rows
          rows={open}
          head={['limit', 'four in five cases', 'to be told']}
          cells={(one) => [
            amountWords(one.limit, one.clock),
            rangeWords(one.life.p10, one.life.p90, one.clock),
            one.reversed
              ? 'longer use was found cleaner'
              : `about ${one.more === 1 ? 'one finding' : `${one.more} findings`} more`,
          ]}
        />
        {silent.length > 0 && (
          <p className="quiet">
            {silent.length === 1 ? 'One more task has' : `${silent.length} more tasks have`} no
            finding yet that tells: the limit stands as it was set.
          </p>
        )}
      </section>
    </>
  );
}

/** What is too long a limit comes before what is too short; among them what moves the most minutes. */
function weight(one: ListedInterval): number {
  return (one.verdict === 'shorter' ? 1e6 : 0) + Math.abs(savedMinutes(one) ?? 0);
}

function whyItStays({
  changedTo,
  declined,
  criticality,
  limit,
  life,
  verdict,
}: ListedInterval): string {
  if (changedTo !== null) return 'changed since';
  if (declined) return `left by ${declined.person}: ${declined.why}`;
  if (verdict === 'fits' && criticality === 'fire' && life.p10 > limit)
    return 'guards against fire: never longer';
  return 'findings agree';
}

function Rows({
  rows,
  head,
  cells,
}: {
  rows: ListedInterval[];
  head: string[];
  cells: (one: ListedInterval) => React.ReactNode[];
}) {
  if (rows.length === 0) return <p>None.</p>;
  return (
    <FiguresTable minWidth={640} titles={['Machine', 'Task', 'soiled', ...head]}>
      {rows.map((one) => (
        <TableTr key={`${one.stationId} ${one.task}`}>
          <TableTd>{one.machine}</TableTd>
          <TableTd>
            <a className="line" href={intervalPath(one)}>
              {taskWords(one)}
            </a>
          </TableTd>
          <TableTd className={classes.figures}>
            {one.soiled} of {one.cycles}
          </TableTd>
          {cells(one).map((cell, i) => (
            <TableTd key={head[i]} className={classes.figures}>
              {cell}
            </TableTd>
          ))}
        </TableTr>
      ))}
    </FiguresTable>
  );
}
