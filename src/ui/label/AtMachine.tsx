'use client';

import { UnstyledButton } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { adviceFor } from '../../catalogue/signs';
import type { Readiness } from '../../services/at-machine';
import type { LogChoices, Work } from '../../services/choices';
import type { ReportInput, Reported } from '../../services/faults';
import type { Outcome } from '../../services/shop';
import { ReportForm } from '../faults/ReportForm';
import { LogForm, type LogActions } from '../log/LogForm';
import classes from './AtMachine.module.css';

interface AtMachineProps {
  nickname: string;
  machineId: string;
  readiness: Readiness;
  choices: LogChoices;
  works: Work[];
  zone: string;
  /** what to do first in this shop in an emergency */
  stop: string;
  log: LogActions;
  report: (name: string, input: ReportInput, files: FormData) => Promise<Outcome<Reported>>;
}

type View = 'choose' | 'used' | 'wrong' | 'ready';

const rememberedName = () => {
  try {
    return localStorage.getItem('bitacora-name') ?? '';
  } catch {
    return '';
  }
};

/** The page behind the label: three big choices, nothing else of the shop. */
export function AtMachine(props: AtMachineProps) {
  const { nickname, machineId, readiness, choices, works, zone, stop, log, report } = props;
  const router = useRouter();
  const [view, setView] = useState<View>('choose');
  const [reported, setReported] = useState<Reported | null>(null);
  const [name, setName] = useState('');
  const machines = [{ id: machineId, nickname, held: !readiness.ready }];

  function show(next: View) {
    setName(rememberedName());
    setReported(null);
    setView(next);
    router.refresh();
  }

  return (
    <main className={classes.page}>
      <header className={classes.head}>
        <h1>{nickname}</h1>
        {view !== 'choose' && (
          <UnstyledButton className={classes.back} onClick={() => show('choose')}>
            Back
          </UnstyledButton>
        )}
      </header>
      {view === 'choose' && (
        <>
          {!readiness.ready && <p className={classes.hold}>{readiness.headline}. Do not use it.</p>}
          <div className={classes.choices}>
            <UnstyledButton className={classes.choice} onClick={() => show('used')}>
              I used it
              <small>log how long</small>
            </UnstyledButton>
            <UnstyledButton className={classes.choice} onClick={() => show('wrong')}>
              Something is wrong
              <small>tell the technician</small>
            </UnstyledButton>
            <UnstyledButton className={classes.choice} onClick={() => show('ready')}>
              Is it ready?
              <small>may I use it now</small>
            </UnstyledButton>
          </div>
        </>
      )}
      {view === 'used' && (
        <LogForm
          machines={machines}
          choices={[choices]}
          works={works}
          initial={machineId}
          zone={zone}
          actions={log}
          askName
        />
      )}
      {view === 'wrong' &&
        (reported ? (
          <section className={classes.answer} role="status">
            <h2>Reported. Thank you</h2>
            <p className={classes.advice}>{adviceFor(reported.danger, stop)}</p>
            <p>
              {reported.held
                ? `${nickname} is on hold now: nobody should use it until the technician releases it.`
                : 'The technician sees it on the next look at the book.'}
            </p>
          </section>
        ) : (
          <ReportForm
            stop={stop}
            machines={machines}
            initial={machineId}
            report={(input, files) => report(name, input, files)}
            onReported={(done) => {
              try {
                localStorage.setItem('bitacora-name', name.trim());
              } catch {
                // a private window keeps nothing: the name is simply typed again
              }
              setReported(done);
              router.refresh();
            }}
            askName
            name={name}
            onName={setName}
          />
        ))}
      {view === 'ready' && (
        <section className={classes.answer} data-ready={readiness.ready || undefined}>
          <h2>{readiness.headline}</h2>
          {readiness.reasons.length === 0 ? (
            <p>
              Nothing is reported and nothing dangerous is past due. Eyewear on, lid closed, stay
              beside it.
            </p>
          ) : (
            <ul>
              {readiness.reasons.map((reason) => (
                <li key={reason}>{reason}</li>
              ))}
            </ul>
          )}
        </section>
      )}
    </main>
  );
}
