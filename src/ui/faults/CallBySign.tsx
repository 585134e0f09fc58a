'use client';

import { usedPercent } from '../../core/units/percent';
import type { callTask, SuggestedCall } from '../../services/care/call-or-defer';
import type { Send } from '../shared/forms/send';
import { Button } from '@mantine/core';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';

import classes from './Faults.module.css';

/** Cleanings the reported sign may call for before their limits. */
export function CallBySign({
  faultId,
  sign,
  calls,
  call,
}: {
  faultId: string;
  sign: string;
  calls: SuggestedCall[];
  call: Send<typeof callTask>;
}) {
  const { run, pending, problem } = useAction(call);
  if (calls.length === 0) return null;
  return (
    <div className={classes.calls}>
      <h3>Does this call for a cleaning?</h3>
      <ul>
        {calls.map(({ stationId, station, task, name, used, due }) => (
          <li key={stationId}>
            <span>
              <b>{station}</b>: {name.toLowerCase()}{' '}
              <span className="quiet figures">({usedPercent(used)} of its limit)</span>
            </span>
            {due ? (
              <span className="quiet">due already</span>
            ) : (
              <Button
                variant="default"
                loading={pending}
                onClick={() => run({ stationId, task, sign, faultId })}
                aria-label={`Call ${station} due`}
              >
                Call it due
              </Button>
            )}
          </li>
        ))}
      </ul>
      <ProblemNote problem={problem} />
    </div>
  );
}
