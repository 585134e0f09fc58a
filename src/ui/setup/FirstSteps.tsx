'use client';

import type { FirstStep, StepState, tickStep } from '../../services/setup/first-steps';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Send } from '../shared/forms/send';
import { useAction } from '../shared/forms/use-action';
import classes from './Setup.module.css';

const named: Readonly<Record<FirstStep, { name: string; why: string; href: string }>> = {
  zone: { name: 'Time zone', why: 'decides what a day is', href: '/setup' },
  machines: {
    name: 'Machines',
    why: 'their stations and tasks come with them',
    href: '/machines/new',
  },
  past: { name: 'Their past', why: 'what is not said counts as not known', href: '/machines/new' },
  time: { name: 'When you are there', why: 'cleaning is planned into it', href: '/setup/time' },
  people: { name: 'People', why: 'helpers and operators come in by a link', href: '/setup/people' },
  labels: { name: 'Labels', why: 'operators log and report by them', href: '/setup/labels' },
  stores: {
    name: 'Stores',
    why: 'what is short is said before a clean-down',
    href: '/setup/stores',
  },
  plan: { name: 'A first plan', why: 'four weeks by one press', href: '/plan' },
};

/** What a shop does once: done by itself where the book shows it, ticked where not, gone when all is done. */
export function FirstSteps({
  steps,
  tick,
}: {
  steps: readonly StepState[];
  tick: Send<typeof tickStep>;
}) {
  const { run, pending, problem } = useAction(tick);
  const open = steps.filter(({ done }) => !done);
  if (open.length === 0) return null;
  return (
    <section className={`panel ${classes.first}`} aria-labelledby="first-steps">
      <h2 id="first-steps">
        To set up: {steps.length - open.length} of {steps.length} done
      </h2>
      <ul>
        {open.map(({ step, words, machineId }) => (
          <li key={step}>
            <span>
              <a
                className="line"
                href={machineId ? `/machines/${machineId}/before` : named[step].href}
              >
                {named[step].name}
              </a>{' '}
              <span className="quiet">{words || named[step].why}</span>
            </span>
            <button
              className="go"
              disabled={pending}
              onClick={() => run({ step })}
              aria-label={`${named[step].name}: done, or not needed`}
            >
              Mark as done
            </button>
          </li>
        ))}
      </ul>
      <ProblemNote problem={problem} />
    </section>
  );
}
