'use client';

import { UnstyledButton } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { ok } from '../../core/units/result';
import type { Readiness } from '../../services/machines/readiness';
import type { LogChoices, Work } from '../../services/usage/log-choices';
import type { Reported } from '../../services/faults/report';
import type { Watched } from '../../services/faults/watch';
import type { Who } from '../../services/machines/labels';
import type { LabelAsks, Outcome } from '../../services/shop';
import { late } from '../shared/late';
import { SchemeButton } from '../shared/theme/SchemeButton';
import type { ReportMachine } from '../faults/ReportForm';
import { useLine } from '../shared/connection/this-line';
import classes from './AtMachine.module.css';
import { KeptHere } from './KeptHere';
import { takeBack, type Doing, type LabelActions } from './label-outbox';
import { useKept, useLabelOutbox } from './use-label-outbox';

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

// the forms come behind the three choices: whether the machine may be used is said without them
const loadUsedIt = () => import('./UsedIt').then((loaded) => loaded.UsedIt);
const loadSomethingWrong = () => import('./SomethingWrong').then((loaded) => loaded.SomethingWrong);
const UsedIt = late(loadUsedIt);
// what to do in an emergency is said also where the form to tell of it has not come
const SomethingWrong = late(loadSomethingWrong, ({ stop }) => (
  <p className={classes.hold}>Fire, sparks, broken guard: {stop}</p>
));

const formsAfterMs = 400;

/** Has both here before a choice is made, and before the line is lost. */
function loadForms() {
  const later = setTimeout(
    () => void Promise.allSettled([loadUsedIt(), loadSomethingWrong()]),
    formsAfterMs,
  );
  return () => clearTimeout(later);
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
  const [who, setWho] = useState<Who>({ name: '', code: '' });
  const outbox = useLabelOutbox(actions);
  const sent = useKept(outbox);
  const { lost } = useLine();
  useEffect(loadForms, []);
  const machines = [{ id: machineId, nickname, held: readiness.verdict === 'no' }];
  const asked = { asks, names, who, onChange: setWho };

  function show(next: View) {
    setWho((before) => ({ ...before, name: before.name || rememberedName() }));
    setReported(null);
    setView(next);
    refresh();
  }

  function refresh() {
    if (!lost) router.refresh();
  }

  /** Keeps on this phone what is done here, and sends it. */
  async function post<A>(what: Doing, key: string, words: string): Promise<Outcome<A | 'kept'>> {
    rememberName(who.name);
    const at = { token, machineId, who };
    const posted = await outbox.post({ key, words, what: { ...at, ...what } });
    return posted === 'kept' ? ok(posted) : (posted as Outcome<A>);
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
        <UsedIt
          watched={props.watched}
          watch={(input) => actions.watch(who, input)}
          onReported={(done) => {
            rememberName(who.name);
            setReported(done);
            setView('wrong');
            refresh();
          }}
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
          asked={asked}
        />
      )}
      {view === 'wrong' && (
        <SomethingWrong
          machine={machine}
          stop={stop}
          zone={zone}
          post={post}
          first={reported}
          onReported={() => {
            rememberName(who.name);
            refresh();
          }}
          asked={asked}
        />
      )}
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
