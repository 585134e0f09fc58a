'use client';

import type { abandonSheet } from '../../services/cleaning/abandon';
import type { signOffSheet } from '../../services/cleaning/sign-off';
import type { Send } from '../shared/forms/send';
import { Textarea } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { needed, type InTheWay } from '../../core/cleaning/ending';
import { inTheWayWords } from '../../core/cleaning/rules';
import { wayOf } from '../../core/cleaning/run';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';
import { useAction } from '../shared/forms/use-action';
import classes from './Sheet.module.css';
import type { SheetContext } from './context';
import { resultWords } from './words';

interface EndSheetProps {
  context: SheetContext;
  sheetId: string;
  actions: {
    signOff: Send<typeof signOffSheet>;
    abandon: Send<typeof abandonSheet>;
  };
  /** every step is done */
  ended: boolean;
  blocked: readonly InTheWay[];
  onGoTo: (of: string) => void;
}

/** Where what stands in the way is answered. */
const answeredAt: Partial<Record<InTheWay['why'], readonly [of: string, words: string]>> = {
  isolation: ['isolate', 'Make it safe'],
  check: ['checks', 'Answer the questions'],
  'look again': ['checks', 'Answer the questions'],
  proof: ['proof', 'Make the tests'],
};

/** Sign-off, an early stop, a pause, or giving up: each says what it leaves. */
export function EndSheet({ context, sheetId, actions, ended, blocked, onGoTo }: EndSheetProps) {
  const { run, store, machine } = context;
  const router = useRouter();
  const [open, setOpen] = useState<'sign off' | 'pause' | 'abandon' | null>(null);
  const shown = open ?? (ended ? 'sign off' : null);
  const signOff = useAction(actions.signOff, () => router.push(`/clean/${sheetId}`));
  const { marks } = store.progress;
  const left = run.tasks.filter(({ id }) => !marks.get(id)?.result);
  const marked = run.tasks.length - left.length;
  const toggle = (which: typeof open) => setOpen((before) => (before === which ? null : which));
  return (
    <section className={classes.end} aria-label="End the clean-down">
      <div className={classes.buttons}>
        <button
          className={ended ? classes.next : classes.big}
          aria-expanded={shown === 'sign off'}
          onClick={() => toggle('sign off')}
        >
          {ended ? 'Sign off' : 'Stop here and sign off'}
        </button>
        <button
          className={classes.quiet}
          aria-expanded={open === 'pause'}
          onClick={() => toggle('pause')}
        >
          Pause
        </button>
        <button
          className={classes.quiet}
          aria-expanded={open === 'abandon'}
          onClick={() => toggle('abandon')}
        >
          Abandon
        </button>
        <span className="quiet">
          {marked} of {run.tasks.length} tasks have a result.
        </span>
      </div>
      {shown === 'sign off' && (
        <div className={classes.endPanel}>
          <h2>Sign off</h2>
          <ul className={classes.results}>
            {run.tasks.map((task) => {
              const result = marks.get(task.id)?.result ?? null;
              return (
                <li key={task.id} data-open={result === null || undefined}>
                  <span>
                    {task.station}: {task.name}
                  </span>
                  <span>{result ? resultWords[result].toLowerCase() : 'still open'}</span>
                </li>
              );
            })}
          </ul>
          {left.length > 0 && marked > 0 && (
            <p className="quiet">What is still open stays as due as it was.</p>
          )}
          {marked === 0 && <p>Nothing has a result yet. Give one, pause, or abandon.</p>}
          {marked > 0 && blocked.length > 0 && (
            <>
              <p>
                <b>Before that:</b>
              </p>
              <ul>
                {blocked.map((one) => (
                  <li key={JSON.stringify(one)}>{inTheWayWords(run, one)}</li>
                ))}
              </ul>
              <div className={classes.buttons}>
                {[...new Set(blocked.map(({ why }) => answeredAt[why]))].map(
                  (way) =>
                    way && (
                      <button key={way[0]} className={classes.big} onClick={() => onGoTo(way[0])}>
                        {way[1]}
                      </button>
                    ),
                )}
              </div>
            </>
          )}
          <ProblemNote problem={signOff.problem} />
          <button
            className={classes.next}
            disabled={signOff.pending || marked === 0 || blocked.length > 0 || store.unsent > 0}
            onClick={() => signOff.run(sheetId)}
          >
            {signOff.pending
              ? 'Writing it down …'
              : run.bench
                ? 'Sign off'
                : `Sign off and release ${machine.nickname}`}
          </button>
        </div>
      )}
      {open === 'pause' && (
        <PausePanel
          atBench={run.bench === true}
          pause={(why) => {
            store.press({ kind: 'pause', until: null, why });
            setOpen(null);
          }}
        />
      )}
      {open === 'abandon' && (
        <div className={classes.endPanel}>
          <Abandon sheetId={sheetId} atBench={run.bench === true} abandon={actions.abandon} />
        </div>
      )}
    </section>
  );
}

function PausePanel({ atBench, pause }: { atBench: boolean; pause: (why: string) => void }) {
  const [reason, setReason] = useState('');
  return (
    <div className={classes.endPanel}>
      <Textarea
        label="What does it wait for?"
        description={atBench ? undefined : 'The machine stays on hold; operators see these words.'}
        value={reason}
        onChange={(event) => setReason(event.currentTarget.value)}
      />
      <button
        className={classes.big}
        disabled={!reason.trim()}
        onClick={() => pause(reason.trim())}
      >
        Pause the clean-down
      </button>
    </div>
  );
}

interface AbandonProps {
  sheetId: string;
  atBench: boolean;
  abandon: EndSheetProps['actions']['abandon'];
}

function Abandon({ sheetId, atBench, abandon }: AbandonProps) {
  const router = useRouter();
  const form = useSendForm(abandon, {
    initial: { reason: '' },
    input: ({ reason }) => ({ sheetId, reason }),
    onDone: () => router.push(`/clean/${sheetId}`),
  });
  return (
    <SendForm of={form} button="Abandon the clean-down" buttonProps={{ variant: 'default' }}>
      <Textarea
        label={`Why, and how does the ${atBench ? 'head' : 'machine'} stand now?`}
        description={`Nothing is reset${atBench ? '' : ', and the hold ends'}. What you marked is kept in the record as words.`}
        {...form.field('reason')}
      />
    </SendForm>
  );
}

/** The end of a dry run: what was skipped, and why it matters. */
export function EndPractice({ context, ended }: { context: SheetContext; ended: boolean }) {
  const { run, store, machine } = context;
  const { progress } = store;
  const [asked, setAsked] = useState(false);
  const all = [
    ...run.pieces.map(({ title, lines }) => ({ title, lines })),
    ...run.tasks.map((task) => {
      const way = wayOf(task, progress.ways);
      return {
        title: `${task.station}: ${task.name}`,
        lines: [...way.active, ...way.finishing],
      };
    }),
  ];
  const skipped = all
    .map(({ title, lines }) => ({
      title,
      lines: lines.filter(({ id }) => !progress.steps.has(id)),
    }))
    .filter(({ lines }) => lines.length > 0);
  const unanswered = needed(run, 'checks', progress).filter(({ id }) => !progress.checks.has(id));
  const untested = needed(run, 'proofs', progress).filter(({ id }) => !progress.proofs.has(id));
  const count = skipped.reduce((sum, { lines }) => sum + lines.length, 0);
  if (!asked && !ended) {
    return (
      <section className={classes.end} aria-label="End the dry run">
        <button className={classes.big} onClick={() => setAsked(true)}>
          End the dry run: what did I skip?
        </button>
      </section>
    );
  }
  return (
    <section className={classes.end} aria-label="End the dry run">
      <div className={classes.endPanel}>
        <h2>{count === 0 ? 'Nothing was skipped' : `${count} steps were skipped`}</h2>
        <p className="quiet">Nothing of this was recorded: {machine.nickname} is as it was.</p>
        {skipped.map(({ title, lines }) => (
          <div key={title}>
            <h3>{title}</h3>
            <ul>
              {lines.map(({ id, text, why }) => (
                <li key={id}>
                  {text} {why && <b>{why}</b>}
                </li>
              ))}
            </ul>
          </div>
        ))}
        {unanswered.length + untested.length > 0 && (
          <p>
            Not asked or tested at the end:{' '}
            {[
              ...unanswered.map(({ question }) => question),
              ...untested.map(({ name }) => name),
            ].join(' · ')}
          </p>
        )}
        <div className={classes.buttons}>
          <a className={classes.big} href={`/clean?machine=${machine.id}`}>
            Back to {machine.nickname}
          </a>
        </div>
      </div>
    </section>
  );
}
