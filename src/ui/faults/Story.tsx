import type { ReactNode } from 'react';
import { causeWords } from '../../catalogue/causes';
import { dangerWords, faultTitle } from '../../catalogue/signs';
import type { Fault } from '../../services/faults/faults';
import { Pictures } from '../shared/pictures/Pictures';
import { ago, clockTime, dayDate } from '../shared/marks/when';
import classes from './Faults.module.css';

const stepNames: Readonly<Record<Fault['steps'][number]['kind'], string>> = {
  diagnosis: 'Diagnosis',
  repair: 'Repair',
  proof: 'Proof',
  return: 'Returned to use',
  again: 'Met again',
  closed: 'Closed',
};

/** The story step by step: what was struck through stays, crossed out. */
export function Story({
  fault,
  now,
  zone,
  drawing,
}: {
  fault: Fault;
  now: number;
  zone: string;
  /** where on the machine it was seen */
  drawing: ReactNode;
}) {
  const stamp = (at: number) => `${dayDate(at, zone, now)} ${clockTime(at, zone)}`;
  return (
    <ol className={classes.story} style={{ marginTop: 18 }}>
      <li data-kind="report">
        <h3>
          Reported:{' '}
          <span className={classes.danger} data-danger={fault.danger}>
            {dangerWords[fault.danger]}
          </span>
        </h3>
        <div>{faultTitle(fault.signs, fault.note)}</div>
        {fault.note && faultTitle(fault.signs, fault.note) !== fault.note && (
          <div>&ldquo;{fault.note}&rdquo;</div>
        )}
        <div className="quiet">
          {fault.person}, {ago(fault.at, now, zone)}
          {fault.source === 'label' && ', from the label'}
          {fault.pointedAt && `, pointing at ${fault.pointedAt.name}`}
          {fault.material && `, working ${fault.material}`}
          {fault.job && `, ${fault.job}`}
          {fault.stillHappens !== null &&
            (fault.stillHappens ? ', still happens' : ', no longer happens')}
        </div>
        <Pictures ids={fault.photos} />
        {drawing}
      </li>
      {fault.steps.map((step) => (
        <li
          key={step.id}
          data-kind={step.kind}
          data-passed={step.passed || undefined}
          className={step.struck ? 'struck' : undefined}
        >
          <h3>{stepNames[step.kind]}</h3>
          <div>{step.kind === 'diagnosis' ? causeWords(step.title) : step.title}</div>
          {step.note && <div>&ldquo;{step.note}&rdquo;</div>}
          <div className="quiet">
            {step.person}, {stamp(step.at)}
          </div>
          <Pictures ids={step.photos} />
        </li>
      ))}
    </ol>
  );
}
