'use client';

import type { QuickTask, recordQuickCare, undoQuickCare } from '../../services/cleaning/quick-care';
import type { Send } from '../shared/forms/send';
import { useState } from 'react';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './Clean.module.css';

interface QuickCareProps {
  machineId: string;
  nickname: string;
  tasks: QuickTask[];
  record: Send<typeof recordQuickCare>;
  undo: Send<typeof undoQuickCare>;
}

/** The wipe at the end of the day: one press a machine, and a way back. */
export function QuickCare({ machineId, nickname, tasks, record, undo }: QuickCareProps) {
  const [entryIds, setEntryIds] = useState<string[] | null>(null);
  const [key, setKey] = useState(() => String(Math.random()).slice(2));
  const done = useAction(record, ({ entryIds: ids }: { entryIds: string[] }) => setEntryIds(ids));
  const back = useAction(undo, () => {
    setEntryIds(null);
    setKey(String(Math.random()).slice(2));
  });
  const minutes = tasks.reduce((sum, task) => sum + task.minutes, 0);
  if (tasks.length === 0) return null;
  return (
    <div className={classes.quick}>
      {entryIds ? (
        <>
          <span role="status">
            <b>{nickname}: wiped,</b> {entryIds.length} recorded.
          </span>
          <button className="go" disabled={back.pending} onClick={() => back.run(entryIds)}>
            Undo
          </button>
        </>
      ) : (
        <>
          <button
            className={classes.quickPress}
            disabled={done.pending}
            onClick={() => done.run({ machineId, tasks, key })}
          >
            {nickname} wiped
          </button>
          <span className="quiet">
            {tasks.map(({ station }) => station.toLowerCase()).join(', ')}: {minutes} min, machine
            switched off
          </span>
        </>
      )}
      <ProblemNote problem={done.problem ?? back.problem} />
    </div>
  );
}
