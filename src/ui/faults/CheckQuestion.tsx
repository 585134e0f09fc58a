'use client';

import { Button } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import { useState } from 'react';
import type { answerCheck } from '../../services/faults/answers';
import type { DiagnosisCheck } from '../../services/faults/diagnosis';
import classes from './Diagnosis.module.css';

/** Sends what a check came out as. */
export interface SendAnswer {
  run: (input: Parameters<typeof answerCheck>[2]) => void;
  pending: boolean;
}

/** A check that is worth making: its question, how it is done, and a way to answer it. */
export function CheckQuestion({
  check,
  faultId,
  answer,
  first,
}: {
  check: DiagnosisCheck;
  faultId: string;
  answer: SendAnswer;
  first?: boolean;
}) {
  const send = (said: string) => answer.run({ faultId, check: check.id, answer: said });
  return (
    <div className={classes.ask} data-first={first}>
      <p className={classes.question} id={`ask-${check.id}`}>
        {check.question}
      </p>
      <p>
        {check.how}{' '}
        <span className="quiet">
          {check.minutes} min{check.minutesLearned && ' here'}; {check.why}. {openWords(check)}
        </span>
      </p>
      <div className={classes.buttons} role="group" aria-labelledby={`ask-${check.id}`}>
        {check.scale && (
          <Figure check={check} scale={check.scale} pending={answer.pending} send={send} />
        )}
        {[...check.choices, { id: 'unknown', words: "Can't tell" }].map(({ id, words }) => (
          <Button
            key={id}
            size="lg"
            variant="default"
            disabled={answer.pending}
            onClick={() => send(id)}
          >
            {words}
          </Button>
        ))}
      </div>
    </div>
  );
}

/** What an opening costs, and what else is worth it. */
function openWords({ opening, besides, alongside }: DiagnosisCheck): string {
  if (!opening) return '';
  const also = [...(besides ? [`also worth a look: ${besides}`] : []), ...alongside];
  return also.length > 0
    ? `While it is open: ${also.join(', ')}.`
    : 'It needs isolating and opening.';
}

/** A figure that was read, in its unit. */
function Figure({
  check,
  scale: { unit, least, most },
  pending,
  send,
}: {
  check: DiagnosisCheck;
  scale: NonNullable<DiagnosisCheck['scale']>;
  pending: boolean;
  send: (said: string) => void;
}) {
  const [read, setRead] = useState<number | string>('');
  const inside = typeof read === 'number' && read >= least && read <= most;
  return (
    <form
      className={classes.figureRead}
      onSubmit={(event) => {
        event.preventDefault();
        if (inside) send(String(read));
      }}
    >
      <FigureInput
        aria-labelledby={`ask-${check.id}`}
        description={`${least} to ${most} ${unit}`}
        suffix={` ${unit}`}
        size="lg"
        value={read}
        onChange={setRead}
        min={least}
        max={most}
        decimalScale={1}
        error={read !== '' && !inside && `Give a figure from ${least} to ${most} ${unit}.`}
        inputWrapperOrder={['input', 'error', 'description']}
        hideControls
      />
      <Button type="submit" size="lg" variant="default" disabled={!inside || pending}>
        Record it
      </Button>
    </form>
  );
}
