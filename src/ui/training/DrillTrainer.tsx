'use client';

import { inPercent } from '../../core/units/percent';
import { Button, Select } from '@mantine/core';
import { useState } from 'react';
import type { DrillCase, DrillEnd } from '../../services/training/drill';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Ask } from '../shared/forms/send';
import { useAction } from '../shared/forms/use-action';
import { Ended, type Finish } from './Ended';
import classes from './Training.module.css';

/** A made-up fault: checks cost minutes, a wrong name a needless repair. */
export function DrillTrainer({
  given,
  wrongCosts,
  answer,
  end,
  finish,
}: {
  given: DrillCase;
  /** minutes that a wrong name costs */
  wrongCosts: number;
  answer: Ask<[{ seed: number; check: string }], { check: string; words: string }>;
  end: Ask<[{ seed: number; cause: string }], DrillEnd>;
  finish: Finish;
}) {
  const [made, setMade] = useState<{ check: string; words: string }[]>([]);
  const [cause, setCause] = useState<string | null>(null);
  const [ended, setEnded] = useState<DrillEnd | null>(null);
  const asked = useAction(answer, (one) => setMade((before) => [...before, one]));
  const named = useAction(end, setEnded);
  const minutesOf = (id: string) => given.checks.find((one) => one.id === id)?.minutes ?? 0;
  const spent = made.reduce((sum, { check }) => sum + minutesOf(check), 0);
  const score = spent + (ended && !ended.right ? wrongCosts : 0);
  return (
    <>
      <section className="panel">
        <h2>Reported: {given.family}</h2>
        <ul>
          {given.signs.map((sign) => (
            <li key={sign}>
              <b>{sign}</b>
            </li>
          ))}
        </ul>
        <p>
          It shows {[given.when, given.where].filter(Boolean).join(', ')}.
          {given.record.length > 0 && <> The record says: {given.record.join('; ')}.</>}
        </p>
      </section>
      {!ended && (
        <section className="panel">
          <h2>Checks</h2>
          <p className="quiet">
            Each costs its minutes. Name the cause when you are sure enough: a wrong name costs{' '}
            {wrongCosts} min of needless repair.
          </p>
          <ul className={classes.checks}>
            {given.checks.map(({ id, question, how, minutes }) => {
              const answered = made.find(({ check }) => check === id);
              return (
                <li key={id}>
                  <div>
                    <b>{question}</b>
                    <div className="quiet">{how}</div>
                  </div>
                  {answered ? (
                    <b className={classes.answer}>{answered.words}</b>
                  ) : (
                    <Button
                      variant="default"
                      disabled={asked.pending}
                      aria-label={`${question} ${minutes} minutes`}
                      onClick={() => asked.run({ seed: given.seed, check: id })}
                    >
                      {minutes} min
                    </Button>
                  )}
                </li>
              );
            })}
          </ul>
          <ProblemNote problem={asked.problem ?? named.problem} />
          <div className={classes.row}>
            <Select
              label={`The cause, after ${spent} min`}
              searchable
              w={360}
              data={given.causes.map(({ id, words }) => ({ value: id, label: words }))}
              value={cause}
              onChange={setCause}
            />
            <Button
              disabled={!cause}
              loading={named.pending}
              onClick={() => cause && named.run({ seed: given.seed, cause })}
            >
              Name the cause
            </Button>
          </div>
        </section>
      )}
      {ended && (
        <>
          <Ours end={ended} />
          <Ended
            exercise="drill"
            score={score}
            passed={ended.right}
            finish={finish}
            words={`${ended.right ? 'Right' : 'Wrong'}: it was ${ended.truth}. ${score} min.`}
          />
        </>
      )}
    </>
  );
}

/** The program's own way through the case. */
function Ours({ end: { ours, named, probability } }: { end: DrillEnd }) {
  const minutes = ours.reduce((sum, one) => sum + one.minutes, 0);
  return (
    <section className="panel">
      <h2>How the program would go about it</h2>
      <ol>
        {ours.map((one) => (
          <li key={one.question}>
            {one.question} <b>{one.words}</b>, {one.minutes} min
          </li>
        ))}
      </ol>
      <p>
        Then it names {named}, {inPercent(probability)} sure, after {minutes} min.
      </p>
    </section>
  );
}
