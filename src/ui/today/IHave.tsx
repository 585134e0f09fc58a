'use client';

import { NumberInput } from '@mantine/core';
import { useDebouncedCallback } from '@mantine/hooks';
import { useState } from 'react';
import type { InMinutes, Offer } from '../../services/today/choice';
import type { Ask } from '../shared/forms/send';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { type Packed, useUnpacked } from '../shared/packed';
import { backWords } from '../shared/marks/when';
import classes from './IHave.module.css';

interface IHaveProps {
  /** for the minutes to begin with */
  initial: Packed<InMinutes>;
  ask: Ask<[minutes: number], InMinutes>;
  /** UTC milliseconds */
  now: number;
  zone: string;
}

const quick = [10, 15, 25, 45, 60];
const typingMs = 300;

/** The cleaning that buys most for the minutes at hand: each machine's by the sheet that it starts. */
export function IHave({ initial: begin, ask, now, zone }: IHaveProps) {
  const initial = useUnpacked(begin);
  const [minutes, setMinutes] = useState<number | string>(initial.minutes);
  const [asked, setAsked] = useState<InMinutes | null>(null);
  const { run, pending, problem } = useAction(ask, setAsked);
  // what the page itself brought is fresher, as long as the minutes are those
  const answer = asked && asked.minutes !== initial.minutes ? asked : initial;
  const later = useDebouncedCallback((value: number) => value >= 1 && run(value), typingMs);
  const choose = (value: number) => {
    setMinutes(value);
    run(value);
  };
  const [best, ...others] = answer.offers;
  return (
    <section className={`panel ${classes.panel}`} aria-labelledby="i-have">
      <div className={classes.minutes}>
        <h2 id="i-have" className={classes.head}>
          I have
          <NumberInput
            aria-label="Minutes I have"
            value={minutes}
            min={1}
            max={480}
            onChange={(value) => {
              setMinutes(value);
              later(Number(value));
            }}
            w={84}
          />
          minutes
        </h2>
        <div className={classes.quick}>
          {quick.map((value) => (
            <button
              key={value}
              type="button"
              className="go"
              aria-pressed={value === Number(minutes)}
              onClick={() => choose(value)}
            >
              {value}
            </button>
          ))}
        </div>
      </div>
      <div
        aria-live="polite"
        aria-busy={pending}
        data-minutes={answer.minutes}
        className={classes.answer}
      >
        {!best && (
          <p className="quiet">
            {answer.any
              ? 'Nothing that is due fits into that, from making safe to the last test.'
              : 'Nothing is due or nearly due on a machine that is free.'}
          </p>
        )}
        {best && <OfferLine offer={best} now={now} zone={zone} />}
      </div>
      <div aria-live="polite" aria-busy={pending} className={classes.others}>
        {others.map((offer) => (
          <span key={offer.machineId}>
            or{' '}
            <a className="line" href={startOf(offer)} aria-label={`Start this on ${offer.machine}`}>
              {offer.machine}, {offer.tasks.length} {offer.tasks.length === 1 ? 'task' : 'tasks'}
            </a>
            : {backWords(offer, now, zone)}
          </span>
        ))}
        {best?.also && (
          <span className="quiet">
            Open anyway: {best.also.station} ({best.also.minutes} min hands-on).
          </span>
        )}
        {answer.more && (
          <span className="quiet">
            With {answer.more.extra} more minutes:{' '}
            {answer.more.added.map(({ machine, station }) => `${machine}, ${station}`).join('; ')}.
          </span>
        )}
      </div>
      <ProblemNote problem={problem} />
    </section>
  );
}

const startOf = ({ machineId, tasks }: Offer) =>
  `/clean?machine=${machineId}&pick=${tasks.map(({ id }) => id).join(',')}`;

function OfferLine({ offer, now, zone }: { offer: Offer; now: number; zone: string }) {
  const { machine, tasks } = offer;
  return (
    <div className={classes.machine}>
      <span>
        <b>{machine}</b>{' '}
        {tasks.map((one, index) => (
          <span key={one.id}>
            {index > 0 && '; '}
            {one.station} <span className="quiet">{one.known ? one.depth : 'first look'}</span>
          </span>
        ))}
        <span className={classes.takes}>{backWords(offer, now, zone)}</span>
      </span>
      <a className="go" href={startOf(offer)} aria-label={`Start this on ${machine}`}>
        Start
      </a>
    </div>
  );
}
