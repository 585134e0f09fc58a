'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { workedSoFar, type Stretch } from '../../core/cleaning/order';
import { harmWords, ruleWords } from '../../core/cleaning/rules';
import type { OrderPuzzle } from '../../services/training/puzzle';
import { Ended, type Finish } from './Ended';
import classes from './Training.module.css';

const most = 1;
const keyOf = ({ task, part }: Stretch) => `${task} ${part}`;

/** A shuffled sheet, put in order part by part; a wrong one says what goes wrong. */
export function OrderTrainer({ puzzle, finish }: { puzzle: OrderPuzzle; finish: Finish }) {
  const { family, tasks, stretches, soonest } = puzzle;
  const [done, setDone] = useState<Stretch[]>([]);
  const [wrong, setWrong] = useState<{ title: string; said: string[] } | null>(null);
  const [mistakes, setMistakes] = useState(0);
  const title = (task: string, part: Stretch['part'] = 'active') =>
    stretches.find((one) => one.task === task && one.part === part)!.title;
  const left = stretches.filter((one) => !done.some((other) => keyOf(other) === keyOf(one)));
  const { timed, brokenBy } = workedSoFar(tasks, done);

  const take = (next: Stretch) => {
    const broken = brokenBy(next);
    if (broken.length === 0) {
      setDone([...done, next]);
      setWrong(null);
      return;
    }
    // of one rule the first: "the head is shut" is said once
    const first = broken.filter(
      ({ rule }, i) => broken.findIndex((one) => one.rule === rule) === i,
    );
    setMistakes(mistakes + 1);
    setWrong({
      title: title(next.task, next.part),
      said: first.map(({ before, rule }) =>
        rule === 'begun'
          ? `${harmWords[rule]}.`
          : `first “${title(before)}”: ${ruleWords[rule]}. Otherwise ${harmWords[rule]}.`,
      ),
    });
  };

  return (
    <>
      <section className="panel">
        <h2>{family}, built as most are</h2>
        <p className="quiet">
          Press what comes next. More than one order can be right; waits go on beside other work.
        </p>
        <div className={classes.sorting}>
          <div role="group" aria-label="What comes next?" className={classes.loose}>
            {left.map((stretch) => (
              <Button
                key={keyOf(stretch)}
                variant="default"
                size="md"
                onClick={() => take(stretch)}
              >
                {stretch.title}
              </Button>
            ))}
          </div>
          <ol className={classes.placed} aria-label="In this order">
            {done.map((stretch, i) => (
              <li key={keyOf(stretch)}>
                <span>{timed.steps[i]!.start}</span>
                {title(stretch.task, stretch.part)}
              </li>
            ))}
          </ol>
        </div>
        <div aria-live="polite" className={classes.says}>
          {wrong && (
            <div className={classes.wrong}>
              <b>Not yet: {wrong.title}.</b>
              <ul>
                {wrong.said.map((words) => (
                  <li key={words}>{words}</li>
                ))}
              </ul>
            </div>
          )}
        </div>
      </section>
      {left.length === 0 && (
        <Ended
          exercise="order"
          score={mistakes}
          passed={mistakes <= most}
          finish={finish}
          words={`${mistakes === 1 ? '1 mistake' : `${mistakes} mistakes`}${mistakes > most ? ': one will do' : ''}. It is back after ${timed.finish} min; the soonest order takes ${soonest}.`}
        />
      )}
    </>
  );
}
