'use client';

import { UnstyledButton } from '@mantine/core';
import { Link } from '../shared/Link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Readiness } from '../../services/machines/readiness';
import type { LogChoices, Work } from '../../services/usage/log-choices';
import type { ReportInput, Reported } from '../../services/faults/report';
import type { Watched } from '../../services/faults/watch';
import type { Who } from '../../services/machines/labels';
import type { SessionInput } from '../../services/usage/session-input';
import type { LabelAsks, Outcome } from '../../services/shop';
import { ReportForm, type ReportMachine } from '../faults/ReportForm';
import { WatchQuestion } from '../faults/WatchQuestion';
import type { PictureQueue } from '../shared/forms/picture-queue';
import { ReportPictures } from '../shared/forms/ReportPictures';
import { LogForm } from '../usage/LogForm';
import classes from './AtMachine.module.css';
import { WhoField } from './WhoField';

interface AtMachineProps {
  machine: ReportMachine;
  readiness: Readiness;
  choices: LogChoices;
  works: Work[];
  zone: string;
  /** what to do first in this shop in an emergency */
  stop: string;
  asks: LabelAsks;
  /** who can be chosen, where a name from the list is asked for */
  names: string[];
  /** faults whose next operators are asked */
  watched: Watched[];
  actions: {
    log: (who: Who, input: SessionInput) => Promise<Outcome<{ duplicate: boolean }>>;
    undo: (who: Who, key: string) => Promise<Outcome<null>>;
    startTimer: (who: Who) => Promise<Outcome<{ startedAt: number }>>;
    dropTimer: (who: Who) => Promise<Outcome<unknown>>;
    logTimer: (
      who: Who,
      input: Omit<SessionInput, 'start' | 'runSeconds'>,
    ) => Promise<Outcome<{ duplicate: boolean }>>;
    report: (who: Who, input: ReportInput) => Promise<Outcome<Reported>>;
    same: (
      who: Who,
      input: { faultId: string; note: string | null; key: string },
    ) => Promise<Outcome<Reported>>;
    watch: (
      who: Who,
      input: { faultId: string; seen: boolean; key: string },
    ) => Promise<Outcome<Reported | null>>;
  };
}

type View = 'choose' | 'used' | 'wrong' | 'ready';

const rememberedName = () => {
  try {
    return localStorage.getItem('bitacora-name') ?? '';
  } catch {
    return '';
  }
};

function rememberName(name: string) {
  try {
    localStorage.setItem('bitacora-name', name.trim());
  } catch {
    // a private window keeps nothing: the name is simply typed again
  }
}

/** The page behind the label: three big choices, nothing else of the shop. */
// eslint-disable-next-line max-lines-per-function -- one screen, from top to bottom, whose parts share their state
export function AtMachine(props: AtMachineProps) {
  const { machine, readiness, choices, works, zone, stop, asks, names, actions } = props;
  const { id: machineId, nickname } = machine;
  const router = useRouter();
  const [view, setView] = useState<View>('choose');
  const [reported, setReported] = useState<Reported | null>(null);
  const [pictures, setPictures] = useState<PictureQueue<File> | null>(null);
  const [who, setWho] = useState<Who>({ name: '', code: '' });
  const machines = [{ id: machineId, nickname, held: readiness.verdict === 'no' }];
  const field = <WhoField asks={asks} names={names} who={who} onChange={setWho} />;

  function show(next: View) {
    setWho((before) => ({ ...before, name: before.name || rememberedName() }));
    setReported(null);
    setView(next);
    router.refresh();
  }

  function onReported(done: Reported, queue: PictureQueue<File> | null = null) {
    rememberName(who.name);
    setReported(done);
    setPictures(queue);
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
          {readiness.verdict === 'no' && (
            <p className={classes.hold}>{readiness.headline}. Do not use it.</p>
          )}
          {readiness.verdict === 'care' && (
            <p className={classes.restriction}>
              <b>{readiness.headline}.</b> “Is it ready?” says why.
            </p>
          )}
          {readiness.restrictions.map((words) => (
            <p key={words} className={classes.restriction}>
              <b>Use it only so:</b> {words}
            </p>
          ))}
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
        <>
          {props.watched.map((watched) => (
            <WatchQuestion
              key={watched.faultId}
              watched={watched}
              answer={(input) => actions.watch(who, input)}
              onReported={(done) => {
                onReported(done);
                setView('wrong');
              }}
            />
          ))}
          <LogForm
            machines={machines}
            choices={[choices]}
            works={works}
            initial={machineId}
            zone={zone}
            actions={{
              log: (input) => {
                rememberName(who.name);
                return actions.log(who, input);
              },
              logTimer: (input) => {
                rememberName(who.name);
                return actions.logTimer(who, input);
              },
              undo: ({ key }) => actions.undo(who, key),
              startTimer: () => actions.startTimer(who),
              dropTimer: () => actions.dropTimer(who),
            }}
            who={field}
          />
        </>
      )}
      {view === 'wrong' &&
        (reported ? (
          <section className={classes.answer} role="status">
            <h2>Reported. Thank you</h2>
            <p className={classes.advice}>{reported.advice}</p>
            <p>
              {reported.held
                ? `${nickname} is on hold now: nobody should use it until the technician releases it.`
                : 'The technician sees it on the next look at the book.'}
            </p>
            <ReportPictures queue={pictures} />
            <Link className="go" href={`/follow/${reported.follow}`}>
              Follow what becomes of it
            </Link>
          </section>
        ) : (
          <ReportForm
            stop={stop}
            machines={[machine]}
            initial={machineId}
            report={(input) => actions.report(who, input)}
            same={(input) => actions.same(who, input)}
            onReported={onReported}
            who={field}
          />
        ))}
      {view === 'ready' && (
        <section className={classes.answer} data-verdict={readiness.verdict}>
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
