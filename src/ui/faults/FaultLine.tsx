import { dangerWords, signWords } from '../../catalogue/signs';
import type { Fault } from '../../services/faults/faults';
import { ago } from '../marks/when';
import classes from './Faults.module.css';

/** What a report says in one line: its signs in words, or the reporter's own. */
export function faultWords({ signs, note }: Pick<Fault, 'signs' | 'note'>): string {
  const known = signs.filter((id) => id !== 'other');
  return known.length === 0 ? (note ?? 'in words') : signWords(known);
}

/** A fault as one line of a list. */
export function FaultLine({ fault, now, zone }: { fault: Fault; now: number; zone: string }) {
  return (
    <div className={classes.line}>
      <b>{fault.machine}</b>{' '}
      <span className={classes.danger} data-danger={fault.danger}>
        {dangerWords[fault.danger]}
      </span>{' '}
      {faultWords(fault)}
      <div className="quiet">
        {fault.waiting ? `waits: ${fault.waiting.what}` : fault.stage}, reported by {fault.person}{' '}
        {ago(fault.at, now, zone)}
      </div>
    </div>
  );
}
