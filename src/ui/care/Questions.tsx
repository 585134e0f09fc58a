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
  place: Place;
  now: number;
  zone: string;
  choose: (input: { question: string; choice: string } & Place) => Promise<Outcome<unknown>>;
}

/** A station, a machine, or neither: the whole shop. */
interface Place {
  machineId: string | null;
  stationId: string | null;
}

const chosenFor = {
  shop: 'The shop’s choice',
  machine: 'Chosen for this machine',
  station: 'Chosen for this station',
} as const;

/** Where practitioners disagree: the ways with their reasons, and the one this shop uses. */
export function Questions({ questions, place, now, zone, choose }: QuestionsProps) {
  const { run, pending, problem } = useAction(choose);
  return (
    <>
      <ProblemNote problem={problem} />
      <div className={classes.questions}>
        {questions.map(({ id, question, schools, chosen, standard, why, by, advice }) => (
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
                    school.id !== chosen && run({ question: id, choice: school.id, ...place })
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
                ? `${chosenFor[by.for]}: ${by.person}, ${dayDate(by.at, zone, now)}.`
                : `Our default, because: ${why}`}
              {advice && ` Advice only: ${advice}`}
            </p>
          </section>
        ))}
      </div>
    </>
  );
}
