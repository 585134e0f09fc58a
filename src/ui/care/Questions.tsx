'use client';

import { UnstyledButton } from '@mantine/core';
import type { AnsweredQuestion } from '../../services/care/methods';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { dayDate } from '../shared/marks/when';
import classes from './Methods.module.css';

interface QuestionsProps {
  questions: AnsweredQuestion[];
  stationId: string | null;
  now: number;
  zone: string;
  choose: (input: {
    question: string;
    choice: string;
    stationId: string | null;
  }) => Promise<Outcome<unknown>>;
}

/** Where practitioners disagree: the ways with their reasons, and the one this shop uses. */
export function Questions({ questions, stationId, now, zone, choose }: QuestionsProps) {
  const { run, pending, problem } = useAction(choose);
  return (
    <>
      <ProblemNote problem={problem} />
      <div className={classes.questions}>
        {questions.map(({ id, question, schools, chosen, standard, why, by }) => (
          <section key={id} className={`panel ${classes.question}`} aria-labelledby={`q-${id}`}>
            <h2 id={`q-${id}`}>{question}</h2>
            <div className={classes.schools}>
              {schools.map((school) => (
                <UnstyledButton
                  key={school.id}
                  className={classes.school}
                  aria-pressed={school.id === chosen}
                  disabled={pending}
                  onClick={() =>
                    school.id !== chosen && run({ question: id, choice: school.id, stationId })
                  }
                >
                  <span>
                    <span className={classes.name}>{school.name}</span>
                    {school.id === standard && <span className="quiet"> · our default</span>}
                  </span>
                  <span className="quiet">{school.reason}</span>
                  {school.caution && <span className={classes.caution}>{school.caution}</span>}
                </UnstyledButton>
              ))}
            </div>
            <p className="quiet">
              {by
                ? `${by.here ? 'Chosen for this station' : 'The shop’s choice'}: ${by.person}, ${dayDate(by.at, zone, now)}.`
                : `Our default, because: ${why}`}
            </p>
          </section>
        ))}
      </div>
    </>
  );
}
