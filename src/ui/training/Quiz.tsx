'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import type { Question } from '../../catalogue/quiz';
import type { Exercise } from '../../core/people/exercises';
import { FacingDrawing } from '../machines/drawing/FacingDrawing';
import { Ended, type Finish } from './Ended';
import classes from './Training.module.css';

/** Questions one after another, each with its reason. */
export function Quiz({
  exercise,
  questions,
  finish,
}: {
  exercise: Exercise;
  questions: readonly Question[];
  finish: Finish;
}) {
  const [at, setAt] = useState(0);
  const [chosen, setChosen] = useState<number | null>(null);
  const [right, setRight] = useState(0);
  const question = questions[at];
  if (!question) {
    const passed = right >= Math.ceil(questions.length * 0.8);
    return (
      <Ended
        exercise={exercise}
        score={right}
        passed={passed}
        finish={finish}
        words={`${right} of ${questions.length} right.${passed ? '' : ' Four in five will do.'}`}
      />
    );
  }
  return (
    <section className="panel">
      <p className="quiet">
        {at + 1} of {questions.length}
      </p>
      <h2>{question.ask}</h2>
      <div className={classes.answers}>
        {question.answers.map((answer, i) => (
          <Button
            key={answer}
            size="lg"
            variant={chosen !== null && i === question.right ? 'filled' : 'default'}
            disabled={chosen !== null && i !== question.right && i !== chosen}
            onClick={() => {
              if (chosen !== null) return;
              setChosen(i);
              if (i === question.right) setRight(right + 1);
            }}
          >
            {answer}
          </Button>
        ))}
      </div>
      {chosen !== null && (
        <div role="status">
          <p>
            <b>
              {chosen === question.right ? 'Right.' : `No: ${question.answers[question.right]}.`}
            </b>{' '}
            {question.why}
          </p>
          {question.facing && <FacingDrawing facing={question.facing} />}
          <Button
            onClick={() => {
              setAt(at + 1);
              setChosen(null);
            }}
          >
            {at + 1 < questions.length ? 'Next' : 'The end'}
          </Button>
        </div>
      )}
    </section>
  );
}
