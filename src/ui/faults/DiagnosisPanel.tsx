'use client';

import { inPercent } from '../../core/units/percent';
import type { Diagnosis } from '../../services/faults/diagnosis';
import type { diagnoseFault } from '../../services/faults/steps';
import type { Send } from '../shared/forms/send';
import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Outcome } from '../../services/shop';
import { Below } from '../shared/first-picture';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { Allowed } from '../shared/frame/Allowed';
import { CheckQuestion, type SendAnswer } from './CheckQuestion';
import classes from './Diagnosis.module.css';
import { ShowingTiles, type Showing } from './ShowingTiles';
import type { answerCheck, addCause, sayShowing } from '../../services/faults/answers';

interface DiagnosisPanelProps {
  faultId: string;
  /** the last step of the story that is shown */
  seen: string | null;
  diagnosis: Diagnosis;
  /** when and where it shows, as far as anybody said */
  showing: Showing;
  actions: {
    answer: Send<typeof answerCheck>;
    takeBack: (entryId: string) => Promise<Outcome<unknown>>;
    addCause: Send<typeof addCause>;
    sayShowing: Send<typeof sayShowing>;
    decide: Send<typeof diagnoseFault>;
    reset: () => Promise<Outcome<unknown>>;
  };
}

const shownCauses = 5;

/** Causes ranked with what speaks for and against each, and the check that tells most for its minutes. */
export function DiagnosisPanel({
  faultId,
  seen,
  diagnosis,
  showing,
  actions,
}: DiagnosisPanelProps) {
  const { causes, checks, answers, confirmed } = diagnosis;
  const [all, setAll] = useState(false);
  const decide = useAction(actions.decide);
  const answer = useAction(actions.answer);
  const reset = useAction(actions.reset);
  const show = useAction(actions.sayShowing);
  const [next, ...others] = checks;
  const shown = all ? causes : causes.slice(0, shownCauses);
  return (
    <div className={classes.panel}>
      <section aria-labelledby="likely">
        <h2 id="likely">What it likely is</h2>
        <ol className={classes.causes}>
          {shown.map((cause) => (
            <li key={cause.id}>
              <details>
                <summary>
                  <span className={classes.name}>{cause.words}</span>
                  <span className={classes.bar} aria-hidden="true">
                    <span style={{ width: `${cause.probability * 100}%` }} />
                  </span>
                  <span className={classes.figure}>{percent(cause.probability)}</span>
                </summary>
                <Below>
                  <ul className={classes.because}>
                    {cause.because.slice(0, 6).map(({ words, factor }) => (
                      <li key={words} data-against={factor < 1 || undefined}>
                        {words}: <b>{times(factor)}</b>
                      </li>
                    ))}
                    {cause.because.length === 0 && <li>Nothing speaks for or against it yet.</li>}
                  </ul>
                  <Button
                    variant="default"
                    loading={decide.pending}
                    onClick={() => decide.run({ faultId, seen, cause: cause.id, note: '' })}
                  >
                    It is this: decide
                  </Button>
                </Below>
              </details>
            </li>
          ))}
        </ol>
        {causes.length > shownCauses && (
          <button className="go" onClick={() => setAll((before) => !before)}>
            {all ? 'Fewer' : `${causes.length - shownCauses} more`}
          </button>
        )}
        <ProblemNote problem={decide.problem} />
      </section>
      <section aria-labelledby="next-check">
        <h2 id="next-check">Worth checking next</h2>
        {next ? (
          <CheckQuestion check={next} faultId={faultId} answer={answer} first />
        ) : (
          <p className="quiet">No check tells much more. Decide, or look for something else.</p>
        )}
        <ProblemNote problem={answer.problem} />
        {others.length > 0 && (
          <details>
            <summary>
              {others.length === 1 ? 'Or another one' : `Or one of ${others.length} others`}
            </summary>
            <Below>
              {others.map((check) => (
                <CheckQuestion key={check.id} check={check} faultId={faultId} answer={answer} />
              ))}
            </Below>
          </details>
        )}
      </section>
      <Answered faultId={faultId} answers={answers} answer={answer} takeBack={actions.takeBack} />
      <details>
        <summary>{showingWords(showing)}</summary>
        <Below>
          <ShowingTiles showing={showing} onChange={(said) => show.run({ faultId, ...said })} />
        </Below>
        <ProblemNote problem={show.problem} />
      </details>
      <OwnCause faultId={faultId} add={actions.addCause} />
      <p className="quiet">
        Starting weights are common practice, no source; each can be opened above.{' '}
        {confirmed > 0 && (
          <>
            Cases confirmed under such signs, worth {Number(confirmed.toFixed(1))} of this machine,
            move them.{' '}
            <Allowed right="set up">
              <button className="go" disabled={reset.pending} onClick={() => reset.run()}>
                Stop counting them
              </button>
            </Allowed>
          </>
        )}
      </p>
      <ProblemNote problem={reset.problem} />
    </div>
  );
}

interface AnsweredProps {
  faultId: string;
  answers: Diagnosis['answers'];
  answer: SendAnswer;
  takeBack: DiagnosisPanelProps['actions']['takeBack'];
}

/** What was answered so far, each with a way back. */
function Answered({ faultId, answers, answer, takeBack: take }: AnsweredProps) {
  const takeBack = useAction(take);
  if (answers.length === 0) return null;
  return (
    <section aria-labelledby="answered">
      <h2 id="answered">Answered</h2>
      <ul className={classes.answers}>
        {answers.map(({ check, entryId, question, words, opposite, by }) => (
          <li key={check}>
            <span>
              {question} <b>{words}</b>
              <span className="quiet">, {by}</span>
            </span>
            {entryId ? (
              <button
                className="go"
                disabled={takeBack.pending}
                onClick={() => takeBack.run(entryId)}
              >
                Undo
              </button>
            ) : (
              opposite && (
                <button
                  className="go"
                  disabled={answer.pending}
                  onClick={() => answer.run({ faultId, check, answer: opposite })}
                >
                  It is not so
                </button>
              )
            )}
          </li>
        ))}
      </ul>
      <ProblemNote problem={takeBack.problem} />
    </section>
  );
}

function OwnCause({
  faultId,
  add,
}: {
  faultId: string;
  add: DiagnosisPanelProps['actions']['addCause'];
}) {
  const [words, setWords] = useState('');
  const { run, pending, problem } = useAction(add, () => setWords(''));
  return (
    <details>
      <summary>Add a cause of your own</summary>
      <form
        className={classes.own}
        onSubmit={(event) => {
          event.preventDefault();
          run({ faultId, words });
        }}
      >
        <TextInput
          aria-label="Cause in words"
          value={words}
          onChange={(event) => setWords(event.currentTarget.value)}
        />
        <Button type="submit" variant="default" loading={pending}>
          Add this cause
        </Button>
      </form>
      <ProblemNote problem={problem} />
    </details>
  );
}

/** "38 %", "under 1 %" */
function percent(probability: number): string {
  return probability < 0.01 ? 'under 1 %' : inPercent(probability);
}

/** "×2.6", "×0.3" */
function showingWords({ when, where }: Showing): string {
  const said = [when, where].filter(Boolean).join(', ');
  return said ? `It shows: ${said}` : 'When and where does it show?';
}

function times(factor: number): string {
  return `×${factor.toFixed(factor < 0.1 ? 2 : factor < 20 ? 1 : 0)}`;
}
