'use client';

import { Button, Checkbox, NumberInput } from '@mantine/core';
import { useState } from 'react';
import type { Controller } from '../../core/usage/gcode/controller';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './Meter.module.css';

const figures = [
  ['acceleration', 'Acceleration, mm/s²'],
  ['maxFeed', 'Fastest, mm/s'],
  ['bedWidth', 'Bed width, mm'],
  ['bedHeight', 'Bed depth, mm'],
  ['fullPower', 'S word of full power'],
] as const;

/** How the machine's controller moves: what run time from a job file rests on. */
export function ControllerForm({
  machineId,
  controller,
  own,
  change,
}: {
  machineId: string;
  controller: Controller;
  /** whether these are the machine's own figures, not its family's */
  own: boolean;
  change: (machineId: string, controller: Controller) => Promise<Outcome<unknown>>;
}) {
  const [draft, setDraft] = useState(controller);
  const { run, pending, problem, at } = useAction(change);
  return (
    <section className="panel" aria-labelledby="controller">
      <h2 id="controller">How it moves</h2>
      <p className="quiet">
        Run time from a job file rests on these.{' '}
        {own
          ? "They are this machine's own."
          : 'They are usual for its family, no more: read the real ones from its controller.'}
      </p>
      <form
        className={classes.form}
        onSubmit={(event) => {
          event.preventDefault();
          run(machineId, draft);
        }}
      >
        <div className={classes.pair}>
          {figures.map(([field, label]) => (
            <NumberInput
              key={field}
              label={label}
              value={draft[field]}
              min={0}
              onChange={(value) => setDraft((before) => ({ ...before, [field]: Number(value) }))}
              error={at(field)}
            />
          ))}
        </div>
        <Checkbox
          label="With M4 the power follows the speed"
          checked={draft.dynamicPower}
          onChange={(event) => {
            const { checked } = event.currentTarget;
            setDraft((before) => ({ ...before, dynamicPower: checked }));
          }}
        />
        <ProblemNote problem={problem} />
        <div>
          <Button type="submit" variant="default" loading={pending}>
            Keep
          </Button>
        </div>
      </form>
    </section>
  );
}
