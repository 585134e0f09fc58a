'use client';

import { UnstyledButton } from '@mantine/core';
import { Link } from '../shared/Link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ok } from '../../core/units/result';
import type { Readiness } from '../../services/machines/readiness';
import type { LogChoices, Work } from '../../services/usage/log-choices';
import type { Reported } from '../../services/faults/report';
import type { Watched } from '../../services/faults/watch';
import type { Who } from '../../services/machines/labels';
import type { LabelAsks, Outcome } from '../../services/shop';
import { ReportForm, type ReportMachine } from '../faults/ReportForm';
import { ReportedHere } from '../faults/ReportedHere';
import { SchemeButton } from '../shared/theme/SchemeButton';
import { WatchQuestion } from '../faults/WatchQuestion';
import type { PictureQueue } from '../shared/forms/picture-queue';
import { ReportPictures } from '../shared/forms/ReportPictures';
import { useLine } from '../shared/connection/this-line';
import { LogForm } from '../usage/LogForm';
import classes from './AtMachine.module.css';
import { KeptHere } from './KeptHere';
import { keptAdvice, reportWords, takeBack, type Doing, type LabelActions } from './label-outbox';
import { useKept, useLabelOutbox } from './use-label-outbox';
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
  token: string;
  actions: LabelActions & {
    startTimer: (who: Who) => Promise<Outcome<{ startedAt: number }>>;
    dropTimer: (who: Who) => Promise<Outcome<unknown>>;
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
  const { token, machine, readiness, choices, works, zone, stop, asks, names, actions } = props;
  const { id: machineId, nickname } = machine;
  const router = useRouter();
  const [view, setView] = useState<View>('choose');
  const [reported, setReported] = useState<Reported | null>(null);
  const [pictures, setPictures] = useState<PictureQueue<File> | null>(null);
  const [who, setWho] = useState<Who>({ name: '', code: '' });
  const [kept, setKept] = useState<string | null>(null);
  const outbox = useLabelOutbox(actions);
  const sent = useKept(outbox);
  const { lost } = useLine();
  const machines = [{ id: machineId, nickname, held: readiness.verdict === 'no' }];
  const field = <WhoField asks={asks} names={names} who={who} onChange={setWho} />;

  function show(next: View) {
    setWho((before) => ({ ...before, name: before.name || rememberedName() }));
    setReported(null);
    setKept(null);
    setView(next);
    if (!lost) router.refresh();
  }

  /** Keeps on this phone what is done here, and sends it. */
  async function post<A>(what: Doing, key: string, words: string): Promise<Outcome<A | 'kept'>> {
    rememberName(who.name);
    const at = { token, machineId, who };
    const posted = await outbox.post({ key, words, what: { ...at, ...what } });
    return posted === 'kept' ? ok(posted) : (posted as Outcome<A>);
  }

  function onReported(done: Reported, queue: PictureQueue<File> | null = null) {
    rememberName(who.name);
    setReported(done);
    setPictures(queue);
    if (!lost) router.refresh();
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
      <KeptHere outbox={outbox} token={token} machineId={machineId} />
      {view === 'choose' && (
        <>
          {lost && (
            <p className={classes.restriction}>
              What is said here may have changed since: ask before you trust it.
            </p>
          )}
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
          <p>
            <SchemeButton />
          </p>
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
            refused={sent.flatMap(({ key, refused }) => (refused === null ? [] : [key]))}
            actions={{
              log: (input, words) => post({ kind: 'log', input }, input.key, words),
              logTimer: (input, words) => post({ kind: 'timer', input }, input.key, words),
              undo: async ({ key }) =>
                (await takeBack(outbox, key)) ? ok(null) : actions.undo(token, who, key),
              startTimer: () => actions.startTimer(who),
              dropTimer: () => actions.dropTimer(who),
            }}
            who={field}
          />
        </>
      )}
      {view === 'wrong' &&
        (kept !== null ? (
          <section className={classes.answer} data-verdict="care" role="status">
            <h2>Not sent yet</h2>
            <p className={classes.advice}>{kept}</p>
            <p>
              There is no connection: nobody else knows of it, and {nickname} is not on hold. Tell
              the people around you and the technician yourself. This phone keeps the report and
              sends it as soon as the server answers while this page is open.
            </p>
          </section>
        ) : reported ? (
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
          <>
            <ReportedHere machineId={machineId} zone={zone} />
            <ReportForm
              stop={stop}
              machines={[machine]}
              initial={machineId}
              report={(input, photos) =>
                post(
                  { kind: 'report', input, pictures: photos },
                  input.key,
                  reportWords(nickname, input),
                )
              }
              same={(input, photos) =>
                post(
                  { kind: 'same', input, pictures: photos },
                  input.key,
                  `${nickname}: the same fault again`,
                )
              }
              onReported={onReported}
              onKept={(input) => setKept(keptAdvice(input, machine, stop))}
              who={field}
            />
          </>
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
