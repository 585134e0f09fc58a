import type { ReactNode } from 'react';
import { amountWords } from '../../core/inventory/amount';
import type { HandOver } from '../../services/cleaning/hand-over';
import { PrintButton } from '../machines/PrintButton';
import { StateMark } from '../shared/marks/StateMark';
import { ago, clockTime, dayDate } from '../shared/marks/when';
import { minutesWords } from '../care/words';
import { leftOf } from '../shared/ribbon/columns';
import classes from './HandOver.module.css';
import { resultWords } from './words';

interface HandOverPageProps {
  machine: { id: string; nickname: string; bench: boolean };
  over: HandOver;
  now: number;
  zone: string;
  /** takes an abandoned one up again, where it can be */
  again: ReactNode;
}

/** What a clean-down leaves to whoever comes next: done, left, tested, used, and what to expect. */
// eslint-disable-next-line max-lines-per-function -- one screen, from top to bottom, whose parts share their state
export function HandOverPage({ machine, over, now, zone, again }: HandOverPageProps) {
  const { closed, done, left, next, proofs, opened, drawn, instead, putBacks, late, minutes } =
    over;
  const abandoned = closed?.abandoned ?? null;
  const actual = done.reduce((sum, row) => sum + (row.minutes ?? 0), 0);
  return (
    <article className={classes.over}>
      <header className={classes.head}>
        <h1>
          {machine.nickname}:{' '}
          {abandoned !== null
            ? 'clean-down abandoned'
            : machine.bench
              ? 'back in the drawer'
              : 'handed over'}
        </h1>
        <PrintButton />
      </header>
      {closed && (
        <p>
          {closed.abandoned !== null ? 'Abandoned' : 'Signed off'} by {closed.by}{' '}
          {ago(closed.at, now, zone)}.{' '}
          {minutes !== null && `${minutesWords(minutes)} from the first press to the end. `}
          {closed.abandoned && <b>{closed.abandoned}</b>}
        </p>
      )}
      {again}
      {late.length > 0 && (
        <section className={classes.late} aria-labelledby="late">
          <h2 id="late">Came in after it was closed</h2>
          <p>
            {late.length} {late.length === 1 ? 'press' : 'presses'} by{' '}
            {[...new Set(late.map(({ person }) => person))].join(', ')}, made between{' '}
            {clockTime(Math.min(...late.map(({ at }) => at)), zone)} and{' '}
            {clockTime(Math.max(...late.map(({ at }) => at)), zone)}. They are kept and change
            nothing: correct the{' '}
            <a className="line" href={`/record?machine=${machine.id}&kind=care`}>
              record
            </a>{' '}
            where they should.
          </p>
          <ul>
            {late.map(({ id, what }) => (
              <li key={id}>{lateWords(what)}</li>
            ))}
          </ul>
        </section>
      )}
      <section aria-labelledby="done">
        <h2 id="done">Done</h2>
        {done.length === 0 && <p className="quiet">Nothing was recorded.</p>}
        {done.length > 0 && (
          // plain: the page of a sheet in work loads what this needs, and the library's table is 22 kB
          <table className={classes.table}>
            <thead>
              <tr>
                <th>Task</th>
                <th>Found</th>
                <th>Ended</th>
                <th className={classes.figure}>Min</th>
                <th className={classes.figure}>Planned</th>
                <th>Method, note</th>
              </tr>
            </thead>
            <tbody>
              {done.map((row) => (
                <tr key={`${row.station} ${row.task}`}>
                  <td>
                    {row.station}: {row.task.replaceAll('-', ' ')}
                  </td>
                  <td>{row.finding ?? ''}</td>
                  <td>
                    {resultWords[row.result].toLowerCase()}
                    {row.again > 0 && `, begun again ${row.again} ×`}
                  </td>
                  <td className={classes.figure}>{row.minutes ?? ''}</td>
                  <td className={classes.figure}>{row.planned ?? ''}</td>
                  <td>{[row.method, row.note].filter(Boolean).join('; ')}</td>
                </tr>
              ))}
            </tbody>
            {actual > 0 && (
              <tfoot>
                <tr>
                  <td colSpan={3}>hands-on, as far as it was timed</td>
                  <td className={classes.figure}>{actual}</td>
                  <td className={classes.figure}>{over.planned}</td>
                  <td />
                </tr>
              </tfoot>
            )}
          </table>
        )}
      </section>
      <div className={classes.columns}>
        <section aria-labelledby="left">
          <h2 id="left">Still open</h2>
          {left.length === 0 ? (
            <p className="quiet">Nothing of this sheet.</p>
          ) : (
            <ul className={classes.list}>
              {left.map(({ station, task, how, note, due }) => (
                <li key={`${station} ${task}`}>
                  <span>
                    {station}: {task.replaceAll('-', ' ')}
                    {how && (
                      <span className="quiet">
                        {' '}
                        {[resultWords[how].toLowerCase(), note].filter(Boolean).join(': ')}
                      </span>
                    )}
                  </span>
                  {due && <StateMark state={due.standing.state} />}
                </li>
              ))}
            </ul>
          )}
        </section>
        <section aria-labelledby="next">
          <h2 id="next">To expect next</h2>
          <ul className={classes.list}>
            {next.map(({ station, due }) => (
              <li key={`${station} ${due.task.key}`}>
                <span>
                  {station}: {due.task.key.replaceAll('-', ' ')}{' '}
                  <span className="quiet">{leftOf(due.standing)}</span>
                </span>
                <StateMark state={due.standing.state} />
              </li>
            ))}
          </ul>
        </section>
        <section aria-labelledby="proved">
          <h2 id="proved">Opened and tested</h2>
          <p>{opened.length > 0 ? `Opened: ${opened.join(', ')}.` : 'Nothing was opened.'}</p>
          <ul className={classes.list}>
            {proofs.map(({ name, passed, words }) => (
              <li key={name}>
                <span>
                  {name}
                  {words && <span className="quiet"> {words}</span>}
                </span>
                <b>{passed ? 'passed' : 'failed: see its fault'}</b>
              </li>
            ))}
          </ul>
        </section>
        <section aria-labelledby="used">
          <h2 id="used">From the stores</h2>
          {drawn.length === 0 ? (
            <p className="quiet">Nothing that is kept track of.</p>
          ) : (
            <ul className={classes.list}>
              {drawn.map(({ name, unit, quantity }) => (
                <li key={name}>
                  <span>{name}</span>
                  <span>{amountWords(quantity, unit)}</span>
                </li>
              ))}
            </ul>
          )}
          {instead.length > 0 && (
            <p>
              Used instead: {instead.map(({ tool, used }) => `${used} for ${tool}`).join(', ')}.
            </p>
          )}
        </section>
      </div>
      {putBacks.length > 0 && (
        <section aria-labelledby="mended">
          <h2 id="mended">Mended for now</h2>
          <ul className={classes.list}>
            {putBacks.map(({ what, until }) => (
              <li key={what}>
                <span>{what}</span>
                <span>until {dayDate(until, zone, now)}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {over.photos.length > 0 && (
        <section aria-labelledby="pictures">
          <h2 id="pictures">Pictures</h2>
          <div className={classes.pictures}>
            {over.photos.map(({ photo, when }) => (
              <figure key={photo}>
                {/* eslint-disable-next-line @next/next/no-img-element -- our own route, already sized */}
                <img src={`/api/photos/${photo}`} alt={when} />
                <figcaption>{when}</figcaption>
              </figure>
            ))}
          </div>
        </section>
      )}
      <p className="no-print">
        {machine.bench ? (
          <a className="go" href="/clean">
            Clean
          </a>
        ) : (
          <a className="go" href={`/machines/${machine.id}`}>
            {machine.nickname}
          </a>
        )}{' '}
        <a className="go" href="/">
          Today
        </a>
      </p>
    </article>
  );
}

function lateWords(what: HandOver['late'][number]['what']): string {
  switch (what.kind) {
    case 'mark':
      return `marked: ${Object.values(what.change).filter(Boolean).join(', ')}`;
    case 'step':
      return what.done ? 'a step done' : 'a step taken back';
    case 'check':
      return `${what.check}: ${what.answer}`;
    case 'proof':
      return `${what.proof}: ${what.passed ? 'passed' : 'failed'}`;
    default:
      return what.kind;
  }
}
