'use client';

import { NumberInput } from '@mantine/core';
import { useState } from 'react';
import {
  closedWarming,
  fitWarmUp,
  flowingWarming,
  minutesUntil,
} from '../../../core/readings/coolant';
import { limits } from '../../../core/readings/read-out';
import { threeFigures } from '../../../core/readings/reading';
import classes from './Bench.module.css';

/** How a reservoir warms, from two temperatures under a steady load. Nothing is kept. */
export function WarmUpReckoner({ watts, room }: { watts: number | null; room: number }) {
  const [given, setGiven] = useState<Record<string, number | string>>({
    watts: watts ? Math.round(watts * 5) : 400,
    litres: 15,
    perMinute: 6,
    minutes: 30,
    room,
    start: '',
    end: '',
  });
  const read = (name: string) => (given[name] === '' ? NaN : Number(given[name]));
  const field = (name: string, label: string, width = 150) => (
    <NumberInput
      label={label}
      w={width}
      value={given[name]!}
      onChange={(value) => setGiven({ ...given, [name]: value })}
    />
  );
  const [heat, litres, minutes] = [read('watts'), read('litres'), read('minutes')];
  const usable = heat > 0 && litres > 0 && minutes > 0;
  const two = [read('room'), read('start'), read('end')].every(Number.isFinite);
  const fit =
    usable && two
      ? fitWarmUp({
          watts: heat,
          litres,
          minutes,
          room: read('room'),
          start: read('start'),
          end: read('end'),
        })
      : null;
  const until = fit && minutesUntil(fit, read('end'), limits.coolant);
  return (
    <section className="panel">
      <h2>How long it stays cool</h2>
      <p className="quiet">
        Heat into the water is about five times the beam. Nothing is kept: it is reckoned here.
      </p>
      <div className={classes.row}>
        {field('watts', 'Heat, W', 110)}
        {field('litres', 'Reservoir, L', 120)}
        {field('perMinute', 'Flow, L/min', 120)}
        {field('minutes', 'Minutes of beam', 140)}
        {field('start', 'At first, °C', 120)}
        {field('end', 'Then, °C', 120)}
        {field('room', 'Room, °C', 110)}
      </div>
      <div className={classes.result} style={{ marginTop: 12 }} aria-live="polite">
        {usable ? (
          <>
            <p>
              With no loss it warms by {threeFigures(closedWarming(heat, litres, minutes))} K in{' '}
              {minutes} min
              {read('perMinute') > 0 &&
                `, and by ${threeFigures(flowingWarming(heat, read('perMinute')))} K on its way through the tube`}
              .
            </p>
            {fit ? (
              <p>
                It settles at {threeFigures(fit.settlesAt)} °C, most of the way in{' '}
                {Math.round(fit.timeConstant)} min;{' '}
                {until === null
                  ? `never as warm as ${limits.coolant} °C.`
                  : until === 0
                    ? `it is at ${limits.coolant} °C already.`
                    : `${limits.coolant} °C in another ${Math.round(until!)} min of beam.`}
              </p>
            ) : (
              two && (
                <p>
                  These two temperatures do not fit the load: it cannot warm by more than with no
                  loss. Read them again, or mend the figures.
                </p>
              )
            )}
          </>
        ) : (
          <p>Heat, litres and minutes are needed.</p>
        )}
      </div>
    </section>
  );
}
