import { faultTitle, dangerWords } from '../../catalogue/signs';
import type { Fault } from '../../services/faults/faults';
import { ago } from '../shared/marks/when';
import classes from './Faults.module.css';

/** A fault as one line of a list. */
export function FaultLine({ fault, now, zone }: { fault: Fault; now: number; zone: string }) {
  return (
    <div className={classes.line}>
      <b>{fault.machine}</b>{' '}
      <span className={classes.danger} data-danger={fault.danger}>
        {dangerWords[fault.danger]}
      </span>{' '}
      {faultTitle(fault.signs, fault.note)}
      <div className="quiet">
        {fault.waiting ? `waits: ${fault.waiting.what}` : fault.stage}, reported by {fault.person}{' '}
        {ago(fault.at, now, zone)}
      </div>
    </div>
  );
}
