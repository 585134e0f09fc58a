'use client';

import { Checkbox } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import type { Controller } from '../../core/usage/gcode/controller';
import type { changeController } from '../../services/usage/job-files';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { figure, useSendForm } from '../shared/forms/use-send-form';
import classes from './Meter.module.css';

const figures = [
  ['acceleration', 'Acceleration, mm/s²'],
  ['maxFeed', 'Fastest, mm/s'],
  ['bedWidth', 'Bed width, mm'],
  ['bedHeight', 'Bed depth, mm'],
  ['fullPower', 'S at full power'],
] as const;

interface ControllerFormProps {
  machineId: string;
  controller: Controller;
  /** whether these are the machine's own figures, not its family's */
  own: boolean;
  change: Send<typeof changeController>;
}

/** How the machine's controller moves: what run time from a job file rests on. */
export function ControllerForm({ machineId, controller, own, change }: ControllerFormProps) {
  const form = useSendForm(change, {
    initial: { ...controller },
    input: ({ dynamicPower, ...typed }) => ({
      machineId,
      controller: {
        dynamicPower,
        acceleration: figure(typed.acceleration),
        maxFeed: figure(typed.maxFeed),
        bedWidth: figure(typed.bedWidth),
        bedHeight: figure(typed.bedHeight),
        fullPower: figure(typed.fullPower),
      },
    }),
    said: 'Saved.',
  });
  return (
    <section className="panel" aria-labelledby="controller">
      <h2 id="controller">How it moves</h2>
      <p className="quiet">
        Run time from a job file rests on these.{' '}
        {own
          ? "They are this machine's own."
          : 'They are usual for its family, no more: read the real ones from its controller.'}
      </p>
      <SendForm of={form} button="Save" buttonProps={{ variant: 'default' }}>
        <div className={classes.pair}>
          {figures.map(([name, label]) => (
            <FigureInput key={name} label={label} min={0} {...form.field(name)} />
          ))}
        </div>
        <Checkbox
          label="With M4 the power follows the speed"
          {...form.field('dynamicPower', 'checkbox')}
        />
      </SendForm>
    </section>
  );
}
