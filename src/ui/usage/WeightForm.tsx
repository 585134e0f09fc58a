'use client';

import { usedPercent } from '../../core/units/percent';
import { Button, NumberInput, Progress, TextInput } from '@mantine/core';
import { useState } from 'react';
import { parseInstant } from '../../core/units/instant';
import { soilGroups, type PerGroup, type Process } from '../../core/usage/soil';
import type { ReweighView } from '../../services/usage/reweigh';
import type { WeightInput, WeightLine, WeightPreview } from '../../services/usage/soil-weights';
import type { Outcome, Refusal } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { Tiles } from '../shared/forms/Tiles';
import { unreachable, useBackgroundJob } from '../shared/forms/use-background-job';
import { WhenField } from '../shared/forms/WhenField';
import { StateMark } from '../shared/marks/StateMark';

import classes from './Weights.module.css';

export interface WeightActions {
  change: (input: WeightInput) => Promise<Outcome<unknown>>;
  start: (input: WeightInput, preview: boolean) => Promise<Outcome<string>>;
  view: (id: string) => Promise<Outcome<ReweighView>>;
  cancel: (id: string) => Promise<Outcome<unknown>>;
  /** shows every page anew after the past was weighed */
  refresh: () => void;
}

type Reach = 'now' | 'day' | 'past';

interface WeightFormProps {
  of: WeightLine['of'] | { own: { name: string; aliases: string[]; process: Process } };
  weight: PerGroup;
  zone: string;
  actions: WeightActions;
  onDone: () => void;
}

/** Changes one line of the soil table: from now on, or for the past too, seen before it is done. */
// eslint-disable-next-line max-lines-per-function -- one screen, from top to bottom, whose parts share their state
export function WeightForm({ of, weight, zone, actions, onDone }: WeightFormProps) {
  const [draft, setDraft] = useState(weight);
  const [reach, setReach] = useState<Reach>('now');
  const [day, setDay] = useState('');
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<Refusal | null>(null);
  const [work, setWork] = useState<{ id: string; preview: boolean } | null>(null);
  const [progress, setProgress] = useState(0);
  const [preview, setPreview] = useState<WeightPreview | null>(null);
  const [pending, setPending] = useState(false);

  useBackgroundJob(work?.id ?? null, actions.view, (view) => {
    const outcome = view.ok ? view.value.outcome : view;
    if (view.ok) setProgress(view.value.progress);
    if (outcome === null) return true;
    setWork(null);
    if (!outcome.ok) setProblem(outcome.error);
    else if (work!.preview) setPreview(outcome.value as WeightPreview);
    else {
      actions.refresh();
      onDone();
    }
    return false;
  });

  function input(): WeightInput | null {
    const from = reach === 'day' ? parseInstant(`${day}T00:00`, zone) : null;
    if (from && !from.ok) {
      setProblem({ field: null, message: 'Give the day it reaches back to.' });
      return null;
    }
    const what: WeightInput['what'] =
      'own' in of
        ? {
            change: 'material',
            name: of.own.name,
            aliases: of.own.aliases,
            works: [{ process: of.own.process, weight: draft }],
          }
        : 'factor' in of
          ? { change: 'factor', factor: of.factor, weight: draft }
          : { change: 'work', name: of.material, process: of.process, weight: draft };
    return {
      what,
      from: reach === 'past' ? null : from ? from.value : Date.now(),
      reason,
    };
  }

  async function run(asPreview: boolean) {
    const next = input();
    if (!next) return;
    setProblem(null);
    setPending(true);
    try {
      if (!asPreview && reach === 'now') {
        const outcome = await actions.change(next);
        if (outcome.ok) onDone();
        else setProblem(outcome.error);
      } else {
        const started = await actions.start(next, asPreview);
        setProgress(0);
        if (started.ok) setWork({ id: started.value, preview: asPreview });
        else setProblem(started.error);
      }
    } catch {
      setProblem(unreachable);
    }
    setPending(false);
  }

  return (
    <div className={classes.form}>
      <div className={classes.four}>
        {soilGroups.map((group) => (
          <NumberInput
            key={group}
            label={group}
            value={draft[group]}
            step={0.1}
            decimalScale={3}
            onChange={(value) => {
              setDraft((before) => ({ ...before, [group]: value === '' ? NaN : Number(value) }));
              setPreview(null);
            }}
          />
        ))}
      </div>
      <TextInput
        label="Based on"
        placeholder="what was found, how often"
        value={reason}
        onChange={(event) => setReason(event.currentTarget.value)}
        required
      />
      <Tiles<Reach>
        legend="Applies"
        tiles={[
          { value: 'now', label: 'from now on', hint: 'the past keeps its weights' },
          { value: 'day', label: 'from a day on', hint: 'weighs since then anew' },
          { value: 'past', label: 'all of the past too', hint: 'weighs everything anew' },
        ]}
        value={reach}
        onChange={(value) => {
          setReach(value ?? 'now');
          setPreview(null);
        }}
      />
      {reach === 'day' && <WhenField type="date" label="From" value={day} onChange={setDay} />}
      {preview && <Preview preview={preview} />}
      <ProblemNote problem={problem} />
      {work ? (
        <div className={classes.form}>
          <Progress value={progress * 100} aria-label="Weighing" />
          <div>
            <Button
              variant="default"
              onClick={() => {
                void actions.cancel(work.id);
                setWork(null);
              }}
            >
              Stop
            </Button>
          </div>
        </div>
      ) : (
        <div className={classes.row}>
          {reach !== 'now' && (
            <Button variant="default" loading={pending} onClick={() => void run(true)}>
              See what becomes due
            </Button>
          )}
          <Button loading={pending} onClick={() => void run(false)}>
            {reach === 'now' ? 'Save from now on' : 'Recalculate the past'}
          </Button>
        </div>
      )}
    </div>
  );
}

function Preview({ preview: { changed, moved } }: { preview: WeightPreview }) {
  return (
    <div>
      <h3>What it would do</h3>
      {changed.length === 0 ? (
        <p>No task changes its state.</p>
      ) : (
        <ul className={classes.effects}>
          {changed.map(({ machine, station, task, before, after }) => (
            <li key={`${machine} ${station} ${task}`}>
              <b>
                {machine}: {station}
              </b>
              <span className="quiet">{task}</span>
              <span className="figures">
                {usedPercent(before.used)} → {usedPercent(after.used)}
              </span>
              <StateMark state={after.state} />
            </li>
          ))}
        </ul>
      )}
      {moved > 0 && (
        <p className="quiet">
          {moved} further {moved === 1 ? 'task moves' : 'tasks move'} without changing state.
        </p>
      )}
    </div>
  );
}
