'use client';

import { Button, NativeSelect, NumberInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { CareGroup, Limit } from '../../core/care/care';
import { criticalities, type Criticality } from '../../core/care/danger';
import { depths, type Depth } from '../../core/care/depth';
import { soilGroups } from '../../core/usage/soil';
import type { OwnTaskInput, CarePlanCopied } from '../../services/care/care-plans';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { LimitFields } from './CarePlanTasks';
import classes from './CarePlan.module.css';

/** A task of the shop's own. */
export function OwnTask({
  stations,
  add,
}: {
  stations: { id: string; name: string }[];
  add: (stationId: string, input: OwnTaskInput) => Promise<Outcome<unknown>>;
}) {
  const [station, setStation] = useState(stations[0]?.id ?? '');
  const [name, setName] = useState('');
  const [depth, setDepth] = useState<Depth>('inspect');
  const [group, setGroup] = useState<CareGroup>('air');
  const [criticality, setCriticality] = useState<Criticality>('housekeeping');
  const [limits, setLimits] = useState<Limit[]>([{ kind: 'days', value: 30 }]);
  const [minutes, setMinutes] = useState(5);
  const { run, pending, problem } = useAction(add, () => setName(''));
  return (
    <details className="panel">
      <summary>Add a task of your own</summary>
      <form
        className={classes.form}
        onSubmit={(event) => {
          event.preventDefault();
          run(station, { name, depth, group, criticality, limits, minutes });
        }}
      >
        <div className={classes.row}>
          <NativeSelect
            label="At which station"
            data={stations.map(({ id, name: label }) => ({ value: id, label }))}
            value={station}
            onChange={(event) => setStation(event.currentTarget.value)}
          />
          <TextInput
            label="What is done"
            placeholder="Empty the condensate cup"
            value={name}
            onChange={(event) => setName(event.currentTarget.value)}
            miw={260}
          />
        </div>
        <div className={classes.row}>
          <NativeSelect
            label="How deep"
            data={depths.map((value) => ({ value, label: value }))}
            value={depth}
            onChange={(event) => setDepth(event.currentTarget.value as Depth)}
          />
          <NativeSelect
            label="Counts the soil of"
            data={[...soilGroups, 'coolant'].map((value) => ({ value, label: value }))}
            value={group}
            onChange={(event) => setGroup(event.currentTarget.value as CareGroup)}
          />
          <NativeSelect
            label="If neglected"
            data={criticalities.map((value) => ({ value, label: value }))}
            value={criticality}
            onChange={(event) => setCriticality(event.currentTarget.value as Criticality)}
          />
          <NumberInput
            label="Minutes"
            value={minutes}
            min={1}
            onChange={(value) => setMinutes(Number(value))}
            maw={110}
          />
        </div>
        <LimitFields limits={limits} onChange={setLimits} />
        <ProblemNote problem={problem} />
        <div>
          <Button type="submit" loading={pending}>
            Add the task
          </Button>
        </div>
      </form>
    </details>
  );
}

/** Copies this plan to another machine. */
export function CopyCarePlan({
  machineId,
  machines,
  copy,
}: {
  machineId: string;
  machines: { id: string; nickname: string }[];
  copy: (fromId: string, toId: string) => Promise<Outcome<CarePlanCopied>>;
}) {
  const [to, setTo] = useState(machines[0]?.id ?? '');
  const [done, setDone] = useState<CarePlanCopied | null>(null);
  const { run, pending, problem } = useAction(copy, setDone);
  if (machines.length === 0) return null;
  return (
    <details className="panel">
      <summary>Copy this plan to another machine</summary>
      <div className={classes.form}>
        <p className="quiet">
          School, own limits and own tasks go over, by station. Limits the other machine has and
          this one has not stay.
        </p>
        <div className={classes.row}>
          <NativeSelect
            label="To"
            data={machines.map(({ id, nickname }) => ({ value: id, label: nickname }))}
            value={to}
            onChange={(event) => setTo(event.currentTarget.value)}
          />
          <Button variant="default" loading={pending} onClick={() => run(machineId, to)}>
            Copy
          </Button>
        </div>
        <ProblemNote problem={problem} />
        {done && (
          <p role="status">
            {done.changes === 0
              ? 'Nothing differs.'
              : `${done.changes} ${done.changes === 1 ? 'change' : 'changes'} copied.`}
            {done.left.length > 0 && ` It has no ${done.left.join(', ')}.`}
          </p>
        )}
      </div>
    </details>
  );
}
