import type { ReactNode } from 'react';
import type { Progress } from '../../core/cleaning/progress';
import {
  dryingPlace,
  layOutOf,
  linesOf,
  sheetMinutes,
  stretchTitle,
  wayOf,
  type Arranged,
  type RunSheet,
} from '../../core/cleaning/run';
import { FacingDrawing } from '../machines/drawing/FacingDrawing';
import { minutesWords } from '../care/words';
import classes from './Paper.module.css';

interface PaperProps {
  machine: string;
  run: RunSheet;
  progress: Progress;
  arranged: Arranged;
  foot: string;
  /** the machine drawn */
  drawing: ReactNode;
}

/** A run sheet on paper: the order with its times, every step to tick, what goes back, what to test. */
export function Paper({ machine, run, progress, arranged, foot, drawing }: PaperProps) {
  const takes = sheetMinutes(arranged);
  const cautions = [...new Set([...run.pieces, ...run.tasks].flatMap(({ cautions: own }) => own))];
  return (
    <article className={classes.paper}>
      <header>
        <h1>Run sheet: {machine}</h1>
        <span>
          {minutesWords(takes.handsOn)} hands-on, {minutesWords(takes.back)} until it is back ·
          begun at ______ · by ____________
        </span>
      </header>
      <ol className={classes.order}>
        <li className={classes.top}>
          {drawing}
          <div>
            <p className={classes.cautions}>{cautions.join(' · ')}</p>
            <p>
              <b>Lay out:</b> {layOutOf(run, progress.ways).join(', ')}
            </p>
          </div>
        </li>
        {arranged.steps.map((step) => {
          const task = run.tasks.find(({ id }) => id === step.task);
          const piece = run.pieces.find(({ id }) => id === step.task);
          const way = task && wayOf(task, progress.ways);
          const parts =
            piece?.kind === 'open' ? piece.parts : step.part === 'active' ? (way?.parts ?? []) : [];
          const passive = (way ?? piece)!.minutes.passive;
          const ends = task && (step.part === 'finishing' || way!.finishing.length === 0);
          const dries = ends ? dryingPlace(task, progress.ways) : null;
          return (
            <li key={`${step.task} ${step.part}`}>
              <div>
                <span className={classes.time}>{step.start}</span>
                <span className={classes.box} />
                <b>{stretchTitle(run, step)}</b>
                {step.part === 'active' && passive > 0 && (
                  <span>
                    {' '}
                    → {(task ?? piece)!.wait.verb} {passive} min, from ______
                  </span>
                )}
              </div>
              <ul>
                {linesOf(run, step, progress.ways).map(({ id, text }) => (
                  <li key={id}>
                    <span className={classes.box} /> {text}
                  </li>
                ))}
              </ul>
              {dries && (
                <div className={classes.part}>
                  dries {dries.minutes} min, {dries.name}, from ______
                </div>
              )}
              {parts.map(({ id, name, screws, plugs, hoses, lugs, facing, lens }) => (
                <div key={id} className={classes.part}>
                  out: {name}
                  {Object.entries({ screws, plugs, hoses, lugs })
                    .filter(([, count]) => count > 0)
                    .map(([of, count]) => `, ${of} ${count}`)}
                  ; {lens ? 'bulging side to: beam ☐ work ☐' : facing}
                  {!lens && <FacingDrawing facing={facing} />}
                </div>
              ))}
              {ends && (
                <div className={classes.stop}>found ________ · enough when: {task.stop}</div>
              )}
              {piece?.kind === 'checks' && (
                <ul>
                  {run.checks.map(({ id, question }) => (
                    <li key={id}>
                      <span className={classes.box} /> {question}
                    </li>
                  ))}
                </ul>
              )}
              {piece?.kind === 'proof' && (
                <ul>
                  {run.proofs.map(({ id, name, how }) => (
                    <li key={id}>
                      <span className={classes.box} /> {name}: {how} ________
                    </li>
                  ))}
                </ul>
              )}
            </li>
          );
        })}
      </ol>
      <footer>{foot}</footer>
    </article>
  );
}
