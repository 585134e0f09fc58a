'use client';

import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { dryCheck, glassToLookAt, isAnswered, lookAgain, needed } from '../../core/cleaning/ending';
import { lastDryAt } from '../../core/cleaning/waits';
import { clockTime } from '../shared/marks/when';
import type { ProofWanted } from '../../core/cleaning/run';
import { burnProof, dotsProof } from '../../catalogue/proofs';
import { readDots, type Dots } from '../../core/readings/dots/shapes';
import { BurnReading } from './BurnReading';
import { DotsReading } from './DotsReading';
import classes from './Sheet.module.css';
import type { SheetContext } from './context';

/** Questions before the machine is whole again: every one needs a yes; a no says what to do. */
export function Checks({ context, onDone }: { context: SheetContext; onDone: () => void }) {
  const { run, store } = context;
  const { progress, press } = store;
  const looks = glassToLookAt(run, progress).map((id) => ({
    id: lookAgain(id),
    question: `Dust was raised after ${run.tasks.find((task) => task.id === id)!.station.toLowerCase()} was cleaned. Looked at again, and still clear?`,
    otherwise: 'Clean that glass again, with fresh swabs, and raise no more dust.',
  }));
  const asked = [...needed(run, 'checks', progress), ...looks];
  const open = asked.filter(({ id }) => !isAnswered(run, progress, id)).length;
  const dryAt = lastDryAt(run, progress);
  const wet = dryAt > context.clock;
  return (
    <>
      <ul className={classes.checks}>
        {asked.map(({ id, question, otherwise }) => {
          const given = progress.checks.get(id)?.answer;
          // a yes from before a wait was over is none
          const answer = given === 'yes' && !isAnswered(run, progress, id) ? undefined : given;
          const tooSoon = id === dryCheck && wet;
          return (
            <li key={id} data-answer={answer}>
              <span id={`check-${id}`}>{question}</span>
              <div className={classes.answers} role="group" aria-labelledby={`check-${id}`}>
                {(['yes', 'no'] as const).map((value) => (
                  <button
                    key={value}
                    className={classes.answer}
                    aria-pressed={answer === value}
                    disabled={tooSoon && value === 'yes'}
                    onClick={() => press({ kind: 'check', check: id, answer: value })}
                  >
                    {value}
                  </button>
                ))}
              </div>
              {tooSoon && (
                <p className={classes.notYet}>
                  Something still dries or soaks until {clockTime(dryAt, context.zone)}: it is not
                  all dry yet.
                </p>
              )}
              {answer === 'no' && <p className={classes.notYet}>{otherwise}</p>}
            </li>
          );
        })}
      </ul>
      {asked.length === 0 && <p className="quiet">Nothing was opened: nothing to check.</p>}
      {asked.length > 0 && open === 0 && (
        <div className={classes.buttons}>
          <button className={classes.next} onClick={onDone}>
            All checked: go on
          </button>
        </div>
      )}
    </>
  );
}

/** Tests that show the machine is back, without power first, the beam last. */
export function Proofs({
  context,
  wanted,
}: {
  context: SheetContext;
  wanted: readonly ProofWanted[];
}) {
  if (wanted.length === 0) {
    return <p className="quiet">Nothing was opened or touched that needs a test.</p>;
  }
  return (
    <ul className={classes.checks}>
      {wanted.map((proof) => (
        <Proof key={proof.id} context={context} proof={proof} />
      ))}
    </ul>
  );
}

function Proof({ context, proof }: { context: SheetContext; proof: ProofWanted }) {
  const { progress, press } = context.store;
  const result = progress.proofs.get(proof.id);
  const [words, setWords] = useState(result?.words ?? '');
  const [dots, setDots] = useState<Dots>(result?.dots ?? {});
  const tell = (passed: boolean) =>
    press({
      kind: 'proof',
      proof: proof.id,
      passed,
      words: words.trim(),
      ...(readDots(dots) && { dots }),
    });
  // five dots that were looked at say by themselves whether it passed
  const look = (seen: Dots) => {
    setDots(seen);
    const read = readDots(seen);
    if (!read) return;
    setWords(read.words);
    const { passed, words: said } = read;
    press({ kind: 'proof', proof: proof.id, passed, words: said, dots: seen });
  };
  return (
    <li data-answer={result ? (result.passed ? 'yes' : 'no') : undefined}>
      <span>
        <b id={`proof-${proof.id}`}>{proof.name}.</b> {proof.how}
        {proof.caution && <span className={classes.proofCaution}>{proof.caution}</span>}
      </span>
      {proof.id === burnProof && <BurnReading context={context} when="after" />}
      {proof.id === dotsProof && <DotsReading dots={dots} onChange={look} />}
      <TextInput
        aria-label={`${proof.name}: what was seen`}
        placeholder="what was seen: recipe, figure, words"
        value={words}
        onChange={(event) => setWords(event.currentTarget.value)}
        onBlur={() => result && result.words !== words.trim() && tell(result.passed)}
      />
      <div className={classes.answers} role="group" aria-labelledby={`proof-${proof.id}`}>
        <button
          className={classes.answer}
          aria-pressed={result?.passed === true}
          onClick={() => tell(true)}
        >
          passed
        </button>
        <button
          className={classes.answer}
          aria-pressed={result?.passed === false}
          onClick={() => tell(false)}
        >
          failed
        </button>
      </div>
      {result?.passed === false && (
        <p className={classes.notYet}>
          Put it right and test again; or sign off as it is: the machine stays on hold and a fault
          is opened that knows what was just opened.
        </p>
      )}
    </li>
  );
}
