'use client';

import { Button, NativeSelect } from '@mantine/core';
import { useState } from 'react';
import { calendarDays } from '../../core/units/zone';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { clockTime, dayDate } from '../shared/marks/when';
import { loggedHere, type LoggedHere } from './logged-here';
import classes from './Log.module.css';

/** Takes back what was logged with a key, or gives it to the machine where it truly was. */
export type Undo = (input: { key: string; machineId?: string }) => Promise<Outcome<null>>;

/** What was just logged; `key` where it can be taken back. */
export interface Done {
  words: string;
  key: string | null;
}

export const loggedWords = 'Logged';
export const keptWords = 'Kept on this phone, sent when the server answers';

/** "today 14:05–15:35", "Wed 18 Nov 14:05–15:35" */
export function stretchWords(start: number, runSeconds: number, zone: string): string {
  const now = Date.now();
  const day = calendarDays(start, now, zone) === 0 ? 'today' : dayDate(start, zone, now);
  return `${day} ${clockTime(start, zone)}–${clockTime(start + runSeconds * 1000, zone)}`;
}

interface UndoProps {
  of: string;
  undo: Undo;
  onDone: () => void;
}

/** Takes back what was logged with a key. */
function UndoLogged({ of, undo, onDone }: UndoProps) {
  const { run, pending, problem } = useAction(undo, () => {
    loggedHere.change(Date.now(), (kept) => kept.filter(({ key }) => key !== of));
    onDone();
  });
  return (
    <>
      <Button variant="default" loading={pending} onClick={() => run({ key: of })}>
        Undo
      </Button>
      <ProblemNote problem={problem} />
    </>
  );
}

/** Gives what was logged to the machine where it truly was. */
function MoveLogged({ of, others, undo, onDone }: UndoProps & Pick<LoggedTodayProps, 'others'>) {
  const { run, pending, problem } = useAction(undo, () => {
    loggedHere.change(Date.now(), (kept) => kept.filter(({ key }) => key !== of));
    onDone();
  });
  return (
    <>
      <NativeSelect
        aria-label="Wrong machine: it was on"
        disabled={pending}
        value=""
        data={[
          { value: '', label: 'Wrong machine?' },
          ...others.map(({ id, nickname }) => ({ value: id, label: `it was on ${nickname}` })),
        ]}
        onChange={(event) => run({ key: of, machineId: event.currentTarget.value })}
      />
      <ProblemNote problem={problem} />
    </>
  );
}

/** Says what was logged, and takes it back. */
export function JustLogged({ logged, undo }: { logged: Done; undo: Undo }) {
  const [undone, setUndone] = useState(false);
  return (
    <div role="status" className={classes.logged}>
      <span>{undone ? 'Undone: it stands struck through in the record.' : `${logged.words}.`}</span>
      {logged.key && !undone && (
        <UndoLogged of={logged.key} undo={undo} onDone={() => setUndone(true)} />
      )}
    </div>
  );
}

interface LoggedTodayProps {
  machineId: string;
  undo: Undo;
  /** where it may truly have been; none at a label, which shows its own machine alone */
  others: readonly { id: string; nickname: string }[];
}

/** What was logged on this device of late, opened on demand; each can be taken back, or moved. */
export function LoggedToday({ machineId, undo, others }: LoggedTodayProps) {
  const [kept, setKept] = useState<LoggedHere[] | null>(null);
  const look = () =>
    setKept(loggedHere.all(Date.now()).filter((one) => one.machineId === machineId));
  return (
    <details onToggle={(event) => event.currentTarget.open && look()}>
      <summary>What I logged here</summary>
      {kept?.length === 0 && <p className="quiet">Nothing was logged on this device.</p>}
      <ul className={classes.kept}>
        {kept?.map(({ key, words }) => (
          <li key={key}>
            <span>{words}</span>
            {others.length > 0 && <MoveLogged of={key} others={others} undo={undo} onDone={look} />}
            <UndoLogged of={key} undo={undo} onDone={look} />
          </li>
        ))}
      </ul>
    </details>
  );
}
