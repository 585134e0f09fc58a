'use client';

import { Button, NativeSelect, TextInput } from '@mantine/core';
import { useCallback, useRef, useState, type ReactNode } from 'react';
import { v7 } from 'uuid';
import { bothReadings, formatDuration, parseDuration } from '../../core/units/duration';
import { parseInstant } from '../../core/units/instant';
import { ok } from '../../core/units/result';
import type { Draught } from '../../core/usage/soil';
import type { Controller } from '../../core/usage/gcode/controller';
import type { LogChoices, Work } from '../../services/usage/log-choices';
import type { Job } from '../../services/usage/job-files';
import type { SessionInput } from '../../services/usage/session-input';
import { late } from '../shared/late';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { focusForm } from '../shared/forms/focus-form';
import { Tiles } from '../shared/forms/Tiles';
import { useAction } from '../shared/forms/use-action';
import { BeamAndNote } from './BeamAndNote';
import { HowLong, StartAndStop, type Times } from './HowLong';
import { JobChips } from './JobChips';
import type { KeepJob } from './JobDrop';
import type { LogActions } from './log-actions';
import { loggedHere } from './logged-here';
import { JustLogged, keptWords, loggedWords, LoggedToday, stretchWords, type Done } from './Logged';
import classes from './Log.module.css';
import { Timer } from './Timer';

// at a label nobody has a file: its script is not loaded there
const JobDrop = late(() => import('./JobDrop').then((loaded) => loaded.JobDrop));

interface LogFormProps {
  machines: { id: string; nickname: string; held: boolean }[];
  choices: LogChoices[];
  works: Work[];
  /** machine to start with */
  initial: string | null;
  zone: string;
  actions: LogActions;
  /** takes job files; left out where only hours are logged */
  jobs?: { controllers: Readonly<Record<string, Controller>>; keep: KeepJob };
  /** keys of what was kept on this device and the server would not take after all */
  refused?: readonly string[];
  /** asks who logs, where that is not known; takes the place of the operator's field */
  who?: ReactNode;
}

const workKey = ({ process, material }: Work) => `${process} ${material}`;
const notSure = 'not sure';
const justNow = () => Date.now();

/** Logs a stretch of use: machine, how long, and the last choice again. */
export function LogForm(props: LogFormProps) {
  const { machines, choices, initial } = props;
  const [machineId, setMachineId] = useState(
    initial ?? (machines.length === 1 ? machines[0]!.id : null),
  );
  const [logged, setLogged] = useState<Done | null>(null);
  // each session is typed into fields of its own; what a refusal left is still there
  const [count, setCount] = useState(0);
  const said = props.refused?.includes(logged?.key ?? '') ? null : logged;
  const chosen = choices.find((one) => one.machineId === machineId);
  const machine = machines.find(({ id }) => id === machineId);
  return (
    <div className={classes.form}>
      {machines.length > 1 && (
        <Tiles
          legend="Machine"
          tiles={machines.map(({ id, nickname, held }) => ({
            value: id,
            label: nickname,
            hint: held ? 'on hold' : undefined,
          }))}
          value={machineId}
          onChange={(id) => {
            setMachineId(id);
            setLogged(null);
          }}
          onEnter={() => requestAnimationFrame(focusForm)}
        />
      )}
      {said && <JustLogged key={said.words} logged={said} undo={props.actions.undo} />}
      {chosen && machine && (
        <SessionFields
          key={`${machineId} ${count}`}
          {...props}
          machine={machine}
          chosen={chosen}
          onTry={() => setLogged(null)}
          onLogged={(done) => {
            setLogged(done);
            setCount(count + 1);
            if (!done.key) return;
            const now = justNow();
            const words = done.words.slice(done.words.indexOf(': ') + 2);
            const here = { key: done.key, machineId: machine.id, words, at: now };
            loggedHere.change(now, (kept) => [here, ...kept]);
          }}
        />
      )}
      {machine && (
        <LoggedToday
          key={`here ${machineId} ${count}`}
          machineId={machine.id}
          undo={props.actions.undo}
          others={machines.filter(({ id }) => id !== machine.id)}
        />
      )}
    </div>
  );
}

// eslint-disable-next-line max-lines-per-function -- one screen, from top to bottom, whose parts share their state
function SessionFields({
  machine,
  chosen,
  works,
  zone,
  actions,
  jobs,
  who,
  onTry,
  onLogged,
}: LogFormProps & {
  machine: { id: string; nickname: string };
  chosen: LogChoices;
  /** what was said of the session before no longer holds */
  onTry: () => void;
  onLogged: (done: Done) => void;
}) {
  const [key] = useState(() => v7());
  const [minutes, setMinutes] = useState<string | null>(null);
  const [typed, setTyped] = useState('');
  const [times, setTimes] = useState<Times | null>(null);
  // `null`: just now
  const [endedAt, setEndedAt] = useState<string | null>(null);
  const [work, setWork] = useState<string | null>(chosen.work ? workKey(chosen.work) : null);
  const [airAssist, setAirAssist] = useState(chosen.airAssist);
  const [draught, setDraught] = useState<Draught>(chosen.draught);
  const [cleared, setCleared] = useState<'yes' | 'no' | null>(null);
  const [operator, setOperator] = useState('');
  const [note, setNote] = useState('');
  const [beam, setBeam] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const [job, setJob] = useState<Job | null>(null);

  const doubt = minutes ? null : bothReadings(typed);
  const [meant, setMeant] = useState<'minutes' | 'hours' | null>(null);
  // asked beside the field, and once the button was pressed where the thumb is
  const [asked, setAsked] = useState(false);
  const meaning = doubt && (
    <Tiles<'minutes' | 'hours'>
      legend={`Is ${typed} minutes or hours?`}
      compact
      tiles={[
        { value: 'minutes', label: 'minutes', hint: `${typed} min` },
        { value: 'hours', label: 'hours', hint: formatDuration(doubt.hours) },
      ]}
      value={meant}
      onChange={(value) => {
        setMeant(value);
        setWrong(null);
      }}
    />
  );
  const sent = useRef('');
  const done = useCallback(
    (logged: { duplicate: boolean } | 'kept') =>
      onLogged(
        logged === 'kept'
          ? { words: `${keptWords}: ${sent.current}`, key }
          : logged.duplicate
            ? { words: `${sent.current} was logged before; nothing was added`, key: null }
            : { words: `${loggedWords}: ${sent.current}`, key },
      ),
    [onLogged, key],
  );
  const log = useAction(actions.log, done);
  const timer = useAction(actions.logTimer, done);
  const begin = useAction(actions.startTimer);
  const drop = useAction(actions.dropTimer);
  /** Says what is sent: "Wren, 1 h 30, cut plywood, today 14:05–15:35". */
  const send = (
    input: Omit<SessionInput, 'start' | 'runSeconds'>,
    start: number,
    runSeconds: number,
  ) => {
    sent.current = [
      machine.nickname,
      formatDuration(runSeconds),
      job?.name ?? (input.material ? `${input.process ?? 'work'} ${input.material}` : null),
      stretchWords(start, runSeconds, zone),
    ]
      .filter(Boolean)
      .join(', ');
    log.run({ ...input, start, runSeconds }, sent.current);
  };
  const problem = log.problem ?? timer.problem ?? begin.problem ?? drop.problem;

  const offered = [...chosen.usual];
  if (work && work !== notSure && !offered.some((one) => workKey(one) === work)) {
    offered.push(works.find((one) => workKey(one) === work) ?? chosen.work!);
  }

  /** Everything but the times, or `null` after saying what is wrong. */
  function rest() {
    const picked =
      work === notSure ? null : [...works, ...offered].find((one) => workKey(one) === work);
    if (bothReadings(beam)) {
      setWrong(`Beam time: is ${beam} minutes or hours? Write it as h:mm, such as 0:02 or 1:30.`);
      return null;
    }
    const beamSeconds = beam.trim() ? parseDuration(beam) : null;
    if (beamSeconds && !beamSeconds.ok) {
      setWrong(beamSeconds.error);
      return null;
    }
    setWrong(null);
    return {
      machineId: machine.id,
      beamSeconds: beamSeconds ? beamSeconds.value : (job?.beamSeconds ?? null),
      material: picked?.material ?? null,
      process: picked?.process ?? null,
      airAssist,
      draught,
      operator: operator.trim() || null,
      note: note.trim() || null,
      key,
      debrisCleared: cleared === 'yes',
      jobId: job?.id ?? null,
    };
  }

  function submit() {
    onTry();
    const common = rest();
    if (!common) return;
    if (times && !job) {
      const start = parseInstant(times.start, zone);
      const stop = parseInstant(times.stop, zone);
      if (!start.ok || !stop.ok) return setWrong('Give both start and stop.');
      if (stop.value <= start.value) return setWrong('The stop lies before the start.');
      return send(common, start.value, Math.round((stop.value - start.value) / 1000));
    }
    if (!job && doubt && !meant) {
      setAsked(true);
      return setWrong(`Nothing is logged yet: is ${typed} minutes or hours?`);
    }
    const duration = job
      ? ok(job.runSeconds)
      : minutes
        ? parseDuration(minutes)
        : doubt && meant
          ? ok(doubt[meant])
          : parseDuration(typed);
    if (!duration.ok) return setWrong(typed ? duration.error : 'Choose how long it ran.');
    const end = endedAt ? parseInstant(endedAt, zone) : null;
    if (end && !end.ok) return setWrong(end.error);
    const stop = end ? end.value : justNow();
    send(common, stop - duration.value * 1000, duration.value);
  }

  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <JobChips jobs={chosen.jobs} chosen={job} onJob={setJob} />
      {jobs && !job && (
        <details>
          <summary>Take the times from the job file</summary>
          <JobDrop
            machineId={machine.id}
            controller={jobs.controllers[machine.id]!}
            keep={jobs.keep}
            onJob={setJob}
          />
        </details>
      )}
      {job ? null : chosen.timerStartedAt !== null ? (
        <Timer
          since={chosen.timerStartedAt}
          pending={timer.pending}
          onLog={() => {
            onTry();
            const common = rest();
            if (!common) return;
            sent.current = `${machine.nickname}, the timer`;
            timer.run(common, sent.current);
          }}
          onDrop={() => drop.run(machine.id)}
        />
      ) : times ? (
        <StartAndStop times={times} onChange={setTimes} />
      ) : (
        <HowLong
          minutes={minutes}
          typed={typed}
          endedAt={endedAt}
          zone={zone}
          meaning={!asked && meaning}
          onMinutes={(value) => {
            setMinutes(value);
            setTyped('');
          }}
          onTyped={(value) => {
            setTyped(value);
            setMinutes(null);
            setMeant(null);
            setAsked(false);
          }}
          onEndedAt={setEndedAt}
          onTimes={setTimes}
          onTimer={() => begin.run(machine.id)}
        />
      )}
      <div>
        <Tiles
          legend="What was worked?"
          tiles={[
            ...offered.map((one) => ({ value: workKey(one), label: workKey(one) })),
            { value: notSure, label: notSure, hint: "counts as this machine's usual mix" },
          ]}
          value={work}
          onChange={setWork}
        />
        <NativeSelect
          mt={8}
          aria-label="Another material"
          data={[{ value: '', label: 'another material' }, ...works.map(workKey)]}
          value=""
          onChange={(event) => event.currentTarget.value && setWork(event.currentTarget.value)}
          maw={320}
        />
      </div>
      <div className={classes.pair}>
        <Tiles
          legend="Air assist"
          compact
          tiles={[
            { value: 'on', label: 'on' },
            { value: 'off', label: 'off' },
          ]}
          value={airAssist ? 'on' : 'off'}
          onChange={(value) => setAirAssist(value === 'on')}
        />
        <Tiles<Draught>
          legend="Draught"
          compact
          tiles={[
            { value: 'full', label: 'full' },
            { value: 'weak', label: 'weak' },
            { value: 'off', label: 'off' },
          ]}
          value={draught}
          onChange={(value) => setDraught(value ?? 'full')}
        />
      </div>
      {draught === 'off' && (
        <p className={classes.warning}>
          Without draught smoke stays with the machine and with you. Do not run it so again.
        </p>
      )}
      <Tiles
        legend="Did you clear the loose debris afterwards? It can burn."
        compact
        clearable
        tiles={[
          { value: 'yes', label: 'yes' },
          { value: 'no', label: 'no' },
        ]}
        value={cleared}
        onChange={(value) => setCleared(value as 'yes' | 'no' | null)}
      />
      {who ?? (
        <TextInput
          label="Operator"
          placeholder="you, unless you write another name"
          value={operator}
          onChange={(event) => setOperator(event.currentTarget.value)}
          autoComplete="off"
          maw={320}
        />
      )}
      <BeamAndNote beam={beam} note={note} onBeam={setBeam} onNote={setNote} />
      <ProblemNote problem={wrong ? { field: null, message: wrong } : problem} />
      {asked && meaning}
      {(chosen.timerStartedAt === null || job) && (
        <div className={classes.submit}>
          <Button type="submit" size="lg" loading={log.pending}>
            Log it
          </Button>
        </div>
      )}
    </form>
  );
}
