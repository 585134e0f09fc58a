import type { putRight } from '../../services/cleaning/put-backs';
import type { Send } from '../shared/forms/send';
import type { ReactNode } from 'react';
import { faultTitle } from '../../catalogue/signs';
import type { MachineDue } from '../../services/care/due';
import type { Board, DueItem } from '../../services/today/board';
import type { InMinutes } from '../../services/today/choice';
import type { Ask } from '../shared/forms/send';
import { IHave } from './IHave';
import { FaultLine } from '../faults/FaultLine';
import { callWords, untilWords } from '../machines/judged';
import { PutBacks } from '../cleaning/PutBacks';
import { NoMachines } from '../shared/frame/NoMachines';
import { CleanLink } from '../shared/frame/OpenSheets';
import { Allowed } from '../shared/frame/Allowed';
import { HoldTag } from '../shared/marks/HoldTag';
import { StateMark } from '../shared/marks/StateMark';
import { ago, clockTime, longDate } from '../shared/marks/when';
import { fireLoad } from '../../core/care/fire-load';
import type { Packed } from '../shared/packed';
import { drawnColumns } from '../shared/ribbon/markup';
import { leftWords, ribbonColumns, usedWords } from '../shared/ribbon/columns';
import { MachineLines, type MachineLine } from './MachineLines';
import { Planned } from './Planned';
import { UnsentNote } from '../mail/UnsentNote';
import classes from './Today.module.css';

const shownDue = 4;
/** Up to so many restrictions, watches and things mended for now stand open. */
const shownBesides = 2;

interface TodayProps {
  board: Board;
  /** what is drawn of each machine */
  lines: Packed<MachineLine[]>;
  zone: string;
  /** what could be done in the minutes at hand, for whoever may */
  inMinutes: Packed<InMinutes> | null;
  askMinutes: Ask<[minutes: number], InMinutes>;
  putRight: Send<typeof putRight>;
  /** that the newest copy is too old or the clock is wrong, for whoever may mend it */
  keeping: ReactNode;
  /** what is still to set up, for whoever may */
  setup: ReactNode;
}

/** The dirt of the whole shop first, at a glance; then what is held, broken and due, in order of danger. */
export function Today(props: TodayProps) {
  const { board, zone, putRight, keeping, setup } = props;
  const { now, machines, dueCount, pastDueCount } = board;
  return (
    <div className={classes.today}>
      <header className={classes.head}>
        <h1>{longDate(now, zone)}</h1>
        <span className="quiet figures">
          {clockTime(now, zone)} ·{' '}
          {machines.length === 1 ? '1 machine' : `${machines.length} machines`} · {dueCount} due
          {pastDueCount > 0 && `, ${pastDueCount} of them past due`}
          {board.unknown > 0 && ` · ${board.unknown} not known`}
        </span>
        {keeping && <div className={classes.keeping}>{keeping}</div>}
      </header>
      {setup}
      {machines.length === 0 ? (
        <NoMachines>
          Add your first machine from its family; its stations and care tasks come with it. Then log
          hours by hand or from a file.
        </NoMachines>
      ) : (
        <>
          <section aria-labelledby="ribbons" className={classes.ribbons}>
            <h2 id="ribbons" className="visually-hidden">
              All machines
            </h2>
            <MachineLines lines={props.lines} />
          </section>
          {props.inMinutes && (
            <IHave initial={props.inMinutes} ask={props.askMinutes} now={now} zone={zone} />
          )}
          <div className={classes.columns}>
            <Stopped board={board} zone={zone} putRight={putRight} />
            <Due board={board} zone={zone} />
            <div className={classes.side}>
              {board.planned ? (
                <Planned planned={board.planned} zone={zone} now={now}>
                  <PutOff board={board} zone={zone} />
                </Planned>
              ) : (
                board.putOff.length > 0 && (
                  <section className="panel">
                    <PutOff board={board} zone={zone} />
                  </section>
                )
              )}
            </div>
          </div>
        </>
      )}
    </div>
  );
}

/** What is drawn of each machine. @param familyNames by the family's id */
export function machineLines(
  { machines, holds, strengths, now }: Board,
  zone: string,
  familyNames: Readonly<Record<string, string>>,
): MachineLine[] {
  return machines.map((machine) => {
    const { id, nickname, stations } = machine;
    const hold = holds.find(({ machineId }) => machineId === id);
    return {
      id,
      nickname,
      family: familyNames[machine.family],
      state: hold ? 'hold' : machine.state,
      lately: lately(machine, now, zone),
      hold: hold?.words ?? null,
      strength: strengths.get(id)?.strength ?? null,
      fire: fireLoad(stations),
      columns: drawnColumns(ribbonColumns(stations)),
    };
  });
}

/** How much a machine was used of late. */
function lately({ weekSeconds, lastUse }: MachineDue, now: number, zone: string): string {
  if (weekSeconds > 0) return `${(weekSeconds / 3600).toFixed(1)} h in 7 d`;
  return lastUse === null ? 'never used' : `last used ${ago(lastUse, now, zone).split(',')[0]}`;
}

function Stopped({ board, zone, putRight }: Pick<TodayProps, 'board' | 'zone' | 'putRight'>) {
  const { holds, faults, sheets, machines, putBacks, now } = board;
  const nameOf = (id: string) =>
    machines.find((machine) => machine.id === id)?.nickname ?? 'retired';
  const besides = board.restrictions.length + board.watched.length + putBacks.length;
  return (
    <section className="panel" aria-labelledby="stopped">
      <h2 id="stopped">Stopped or broken</h2>
      {holds.length + faults.length === 0 && (
        <p className="quiet">Nothing is held and no fault is open.</p>
      )}
      <UnsentNote unsent={board.unsent} />
      <ul className={classes.rows}>
        {holds.map((hold) => {
          const sheet = sheets.find(({ row }) => row.holdId === hold.id);
          const fault = faults.find(({ id }) => id === hold.faultId);
          return (
            <li key={hold.id}>
              <div>
                <b>{nameOf(hold.machineId)}</b> <HoldTag words={hold.words} />
                <div className={classes.short}>
                  {fault && `${faultTitle(fault.signs, fault.note)}; `}
                  {sheet
                    ? `${sheet.marked} of ${sheet.tasks.length} tasks done, started ${ago(hold.since, now, zone)}`
                    : hold.why === 'fire load'
                      ? `${hold.person}, until it is cleaned`
                      : `${hold.person}, ${ago(hold.since, now, zone)}`}
                </div>
              </div>
              {sheet ? (
                <Allowed right="clean">
                  <a className="go" href={`/clean/${sheet.row.id}`}>
                    Resume
                  </a>
                </Allowed>
              ) : (
                <a
                  className="go"
                  href={hold.faultId ? `/faults/${hold.faultId}` : `/machines/${hold.machineId}`}
                >
                  Open
                </a>
              )}
            </li>
          );
        })}
        {faults
          .filter(({ id }) => !holds.some(({ faultId }) => faultId === id))
          .map((fault) => (
            <li key={fault.id}>
              <FaultLine fault={fault} now={now} zone={zone} short />
              <a className="go" href={`/faults/${fault.id}`}>
                Open
              </a>
            </li>
          ))}
      </ul>
      {besides > 0 && (
        <details className={classes.besides} open={besides <= shownBesides}>
          <summary>
            {[
              board.restrictions.length > 0 && `${board.restrictions.length} restricted`,
              board.watched.length > 0 && `${board.watched.length} on watch`,
              putBacks.length > 0 && `${putBacks.length} mended`,
            ]
              .filter(Boolean)
              .join(', ')}
          </summary>
          <ul className={classes.rows}>
            {board.restrictions.map((one) => (
              <li key={one.id}>
                <div>
                  <b>{nameOf(one.machineId)}</b> in use only so: {one.words}
                  <div className="quiet">
                    {one.person}, {ago(one.since, now, zone)}
                  </div>
                </div>
                <a className="go" href={`/faults/${one.faultId}`}>
                  Open
                </a>
              </li>
            ))}
            {board.watched.map((one) => (
              <li key={one.faultId}>
                <div>
                  <b>{nameOf(one.machineId)}</b> on watch: {one.words}
                  <div className="quiet">
                    not reproduced {ago(one.since, now, zone)}; {one.answers} of the next 2 users
                    asked
                  </div>
                </div>
                <a className="go" href={`/faults/${one.faultId}`}>
                  Open
                </a>
              </li>
            ))}
          </ul>
          <Allowed right="clean">
            <PutBacks
              items={putBacks}
              names={Object.fromEntries(machines.map(({ id, nickname }) => [id, nickname]))}
              now={now}
              zone={zone}
              putRight={putRight}
            />
          </Allowed>
        </details>
      )}
    </section>
  );
}

function Due({ board, zone }: { board: Board; zone: string }) {
  const { due, afterJob, now } = board;
  const shown = due.slice(0, shownDue);
  return (
    <section className="panel" aria-labelledby="due">
      <h2 id="due">Due, by danger</h2>
      {due.length === 0 && <p className="quiet">Nothing is due.</p>}
      <ul className={classes.rows}>
        {shown.map(({ machine, station, task }) => (
          <li key={`${station.id} ${task.task.key}`}>
            <div>
              <a className="line" href={`/machines/${machine.id}?station=${station.slug}`}>
                {machine.nickname}: {station.name}
              </a>
              <div className={classes.short}>
                {task.task.criticality};{' '}
                {task.call
                  ? `called: ${callWords(task.call)}`
                  : `${leftWords(task.standing.first)}, ${task.task.key.replace('-', ' ')}`}
                {task.deferral && `; put off ${untilWords(task.deferral, now, zone)}`}
              </div>
            </div>
            <span className={classes.used}>
              {usedWords(task)}
              <StateMark state={task.standing.state} />
            </span>
            <Allowed right="clean">
              <CleanLink
                machineId={machine.id}
                picked={[`${station.id}.${task.task.key}`]}
                what="Clean"
                name={`${machine.nickname}, ${station.name}`}
              />
            </Allowed>
          </li>
        ))}
      </ul>
      {(due.length > shown.length || afterJob.length > 0) && (
        <p className={classes.more}>
          {due.length > shown.length &&
            `and ${due.length - shown.length} more: the columns over their line. `}
          {afterJob.length > 0 && <AfterJob items={afterJob} />}
        </p>
      )}
    </section>
  );
}

/** What is due and waits all the same, and why: one press away. */
function PutOff({ board: { putOff, now }, zone }: { board: Board; zone: string }) {
  if (putOff.length === 0) return null;
  return (
    <details className={classes.besides} aria-label="Put off">
      <summary>{putOff.length} put off</summary>
      <ul className={classes.rows}>
        {putOff.map(({ machine, station, task }) => (
          <li key={`${station.id} ${task.task.key}`}>
            <div>
              <a className="line" href={`/machines/${machine.id}?station=${station.slug}`}>
                {machine.nickname}: {station.name}
              </a>
              <div className={classes.short}>
                {untilWords(task.deferral!, now, zone)} ({task.deferral!.reason})
              </div>
            </div>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** What follows every job, in one line: it is the operator's to do, not the technician's round. */
function AfterJob({ items }: { items: DueItem[] }) {
  return (
    <>
      Debris not ticked off:{' '}
      {items
        .map(
          ({ machine, task }) =>
            `${machine.nickname} (${task.counters.jobs === 1 ? '1 job' : `${task.counters.jobs} jobs`})`,
        )
        .join(', ')}
      .
    </>
  );
}
