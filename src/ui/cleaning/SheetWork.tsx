'use client';

import type { changeStepWords } from '../../services/cleaning/own-words';
import type { abandonSheet } from '../../services/cleaning/abandon';
import type { signOffSheet } from '../../services/cleaning/sign-off';
import type { Send } from '../shared/forms/send';
import { memo, useMemo, useState } from 'react';
import { inTheWay, isIsolated } from '../../core/cleaning/ending';
import { runningWaits, standsSince } from '../../core/cleaning/waits';
import { minutesLeft, stretchDone, waitsFor } from '../../core/cleaning/working';
import type { SheetEvent } from '../../core/cleaning/progress';
import { arrange, sheetMinutes, type RunSheet } from '../../core/cleaning/run';
import type { Wanting } from '../../services/inventory/inventory';
import { clockTime } from '../shared/marks/when';
import { minutesWords } from '../care/words';
import { Clock } from './Clock';
import { Current } from './Current';
import { EndPractice, EndSheet } from './End';
import { OrderList } from './OrderList';
import { LeftOffList, Tray } from './Tray';
import { stretchKey, type SheetContext } from './context';
import { WhereNow } from './WhereNow';
import { useSheetEvents, type SheetStore } from './use-sheet-events';
import { Waits } from './Waits';
import classes from './Sheet.module.css';

interface SheetWorkProps {
  /** `null`: a dry run, nothing is kept */
  sheetId: string | null;
  machine: SheetContext['machine'];
  run: RunSheet;
  initial: readonly SheetEvent[];
  now: number;
  person: string;
  zone: string;
  wanting: readonly Wanting[];
  actions: {
    signOff: Send<typeof signOffSheet>;
    abandon: Send<typeof abandonSheet>;
  } | null;
  /** left out: the words of steps are not changed here */
  changeWords?: Send<typeof changeStepWords>;
}

/** A clean-down being worked: one step at a time, its waits, its order, its end. */
export function SheetWork(props: SheetWorkProps) {
  const { sheetId, machine, run, initial, now, person, zone, changeWords = null } = props;
  const { store, clock: second } = useSheetEvents({ sheetId, person, initial, now });
  const { progress, events } = store;
  const [chosen, setChosen] = useState<string | null>(null);
  const waits = useMemo(() => runningWaits(run, progress), [run, progress]);
  // only the countdowns are drawn anew every second: a phone has other things to do
  const clock = standsSince(waits, events, second);
  const context = useMemo<SheetContext>(
    () => ({ run, store, clock, zone, sheetId, machine, changeWords }),
    [run, store, clock, zone, sheetId, machine, changeWords],
  );
  return (
    <div className={classes.sheet}>
      <Trouble store={store} />
      <Waits
        run={run}
        waits={waits}
        clock={second}
        title={`Clean ${machine.nickname}`}
        onTake={(of) => setChosen(`${of}|finishing`)}
      />
      <Work
        context={context}
        wanting={props.wanting}
        actions={props.actions}
        chosen={chosen}
        setChosen={setChosen}
      />
    </div>
  );
}

interface WorkProps extends Pick<SheetWorkProps, 'wanting' | 'actions'> {
  context: SheetContext;
  chosen: string | null;
  setChosen: (key: string | null) => void;
}

/** All but the countdowns: drawn when something was pressed or came in, when a wait ends, and once a minute. */
const Work = memo(function Work({ context, wanting, actions, chosen, setChosen }: WorkProps) {
  const { run, store, clock, zone, sheetId } = context;
  const { progress, press } = store;
  const arranged = useMemo(
    () => arrange(run, progress.ways, progress.sequence),
    [run, progress.ways, progress.sequence],
  );
  const open = arranged.steps.filter((step) => !stretchDone(run, progress, step));
  const ready = open.find((step) => waitsFor(run, progress, step, clock) === null);
  const current =
    arranged.steps.find((step) => stretchKey(step) === chosen) ?? ready ?? open[0] ?? null;
  const left = minutesLeft(run, progress, arranged.steps, clock);
  const begun = progress.steps.size > 0;
  const takes = sheetMinutes(arranged);
  const saved = arranged.sequential - arranged.finish;

  return (
    <>
      {run.setAside && (
        <p className={classes.notYet}>
          What this machine turns round in the order of work leaves no order for these tasks
          together: this sheet goes by our own way.
        </p>
      )}
      <p className={classes.summary}>
        {open.length > 0 ? (
          <>
            Done about <b>{clockTime(clock + left * 60_000, zone)}</b>
            {begun ? `, ${minutesWords(Math.ceil(left))} left` : ''}.{' '}
          </>
        ) : (
          'Every step is done. '
        )}
        {minutesWords(takes.handsOn)} hands-on, {minutesWords(takes.back)} until{' '}
        {run.bench ? 'it is ready for the drawer' : 'the machine is back'} in this order; one after
        another it would be {minutesWords(arranged.sequential)}
        {saved > 0 && `: ${minutesWords(saved)} saved`}.{' '}
        {progress.sequence === null && progress.ways.size === 0 && (
          <span className="quiet">
            {run.exact ? 'No order is sooner.' : 'A good order, not proved the best.'}
          </span>
        )}
      </p>
      {progress.paused && (
        <div className={classes.paused} role="status">
          <p>
            <b>Paused</b> by {progress.paused.person} since {clockTime(progress.paused.since, zone)}
            : {progress.paused.why}
            {progress.paused.until !== null &&
              `, until ${progress.paused.until - clock > 43_200_000 ? 'tomorrow ' : ''}${clockTime(progress.paused.until, zone)}`}
            .{!run.bench && ' The machine stays on hold.'}
          </p>
          <button className={classes.big} onClick={() => press({ kind: 'resume' })}>
            Go on
          </button>
        </div>
      )}
      <Clock run={run} arranged={arranged} progress={progress} fresh={!begun} />
      <div className={classes.columns}>
        <div className={classes.main}>
          {current ? (
            <Current
              key={stretchKey(current)}
              context={context}
              stretch={current}
              wanting={wanting}
              safe={isIsolated(run, progress)}
              onDone={() => setChosen(null)}
              onGoTo={(of) => setChosen(`${of}|active`)}
            />
          ) : null}
          {sheetId && actions ? (
            <EndSheet
              context={context}
              sheetId={sheetId}
              actions={actions}
              ended={open.length === 0}
              blocked={inTheWay(run, progress)}
              onGoTo={(of) => setChosen(`${of}|active`)}
            />
          ) : (
            <EndPractice context={context} ended={open.length === 0} />
          )}
        </div>
        <aside className={classes.side}>
          <WhereNow context={context} stretch={current} />
          <Tray context={context} />
          <OrderList
            context={context}
            arranged={arranged}
            current={current && stretchKey(current)}
            onChoose={setChosen}
          />
          <LeftOffList context={context} />
        </aside>
      </div>
    </>
  );
});

/** What went wrong between this device and the book, and what waits to be sent. */
function Trouble({ store }: { store: SheetStore }) {
  const { unsent, problems, dismiss, signedOut, stuck, closed } = store;
  return (
    <div aria-live="polite">
      {closed && (
        <p className={classes.trouble}>
          This clean-down was closed{closed.by && ` by ${closed.by}`}. What you press now is kept
          with it and changes nothing.{' '}
          <a className="line" href="?">
            See how it ended
          </a>
        </p>
      )}
      {signedOut && (
        <p className={classes.trouble}>
          You are signed out. What you pressed is kept on this device and goes out when you are back
          in.{' '}
          <a className="line" href="/sign-in">
            Sign in
          </a>
        </p>
      )}
      {!signedOut && stuck && (
        <p className={classes.trouble}>
          {stuck} Go on:{' '}
          {unsent > 0
            ? `${unsent} ${unsent === 1 ? 'press is' : 'presses are'} kept on this device and go out in order.`
            : 'what you press is kept on this device until there is one.'}
        </p>
      )}
      {problems.map(({ event, message }) => (
        <p key={event} className={classes.trouble}>
          {message}{' '}
          <button className={classes.dismiss} onClick={() => dismiss(event)}>
            Understood
          </button>
        </p>
      ))}
    </div>
  );
}
