import { faultTitle, dangerWords } from '../../catalogue/signs';
import type { Fault } from '../../services/faults/faults';
import { ago } from '../shared/marks/when';
import classes from './Faults.module.css';

interface FaultLineProps {
  fault: Fault;
  /** UTC milliseconds */
  now: number;
  zone: string;
  /** what it is and how it stands in one line each: the whole is a press away @default false */
  short?: boolean;
}

/** A fault as one line of a list. */
export function FaultLine({ fault, now, zone, short = false }: FaultLineProps) {
  return (
    <div className={classes.line} data-short={short || undefined}>
      <div>
        <b>{fault.machine}</b>{' '}
        <span className={classes.danger} data-danger={fault.danger}>
          {dangerWords[fault.danger]}
        </span>{' '}
        {faultTitle(fault.signs, fault.note)}
      </div>
      <div className="quiet">
        {fault.waiting ? `waits: ${fault.waiting.what}` : fault.stage}, reported by {fault.person}{' '}
        {ago(fault.at, now, zone)}
      </div>
    </div>
  );
}
