'use client';

import { inPercent } from '../../../core/units/percent';
import { NumberInput } from '@mantine/core';
import { useState } from 'react';
import { airChanges, ductFlow, ductPressure, workingPoint } from '../../../core/readings/draught';
import { threeFigures } from '../../../core/readings/reading';
import classes from './Bench.module.css';

/** What a duct takes, and what a fan would do on it. Nothing is kept. */
export function DuctReckoner({
  diameter,
  volume,
  flow,
}: {
  /** mm */
  diameter: number;
  /** m³ of the enclosure */
  volume: number;
  /** m³/h as last read; `null`: not yet */
  flow: number | null;
}) {
  const [given, setGiven] = useState<Record<string, number | string>>({
    diameter,
    length: 4,
    bends: 2,
    roughness: 1,
    flow: flow === null ? '' : Math.round(flow),
    free: '',
    shut: '',
  });
  const read = (name: string) => (given[name] === '' ? NaN : Number(given[name]));
  const field = (name: string, label: string) => (
    <NumberInput
      label={label}
      w={170}
      min={0}
      value={given[name]!}
      onChange={(value) => setGiven({ ...given, [name]: value })}
    />
  );
  const duct = {
    diameter: read('diameter'),
    length: read('length'),
    bends: read('bends'),
    roughness: read('roughness'),
  };
  const usable = duct.diameter > 0 && duct.length >= 0 && duct.bends >= 0 && duct.roughness >= 0;
  const now = read('flow');
  const [free, shut] = [read('free'), read('shut')];
  const point =
    usable && free > 0 && shut > 0
      ? workingPoint(
          [
            { flow: 0, pressure: shut },
            { flow: free, pressure: 0 },
          ],
          duct,
        )
      : null;
  return (
    <section className="panel">
      <h2>What another fan would do</h2>
      <p className="quiet">
        A fan’s plate says what it moves with nothing before it, and what it presses with the duct
        shut; on a duct it does neither. Nothing is kept: it is reckoned here. What may leave the
        building, and how, local code says.
      </p>
      <div className={classes.row}>
        {field('diameter', 'Duct, mm')}
        {field('length', 'Straight length, m')}
        {field('bends', 'Bends of 90°')}
        {field('roughness', 'Roughness, mm')}
        {field('flow', 'Flow now, m³/h')}
        {field('free', 'Fan free, m³/h')}
        {field('shut', 'Fan shut, Pa')}
      </div>
      <div className={classes.result} style={{ marginTop: 12 }} aria-live="polite">
        {usable && now > 0 && (
          <p>
            At {Math.round(now)} m³/h this duct takes {threeFigures(ductPressure(now, duct))} Pa,
            air at {threeFigures(ductFlow(now, duct.diameter, duct.roughness).velocity)} m/s; the
            enclosure is changed {Math.round(airChanges(volume, now) / 60)} times a minute.
          </p>
        )}
        {point ? (
          <p>
            <b>
              This fan would move {Math.round(point.flow)} m³/h at {threeFigures(point.pressure)} Pa
            </b>
            {now > 0 && `, ${inPercent(point.flow / now)} of now`}. Less behind a filter. A smooth
            pipe has a roughness of 0.01, a hose of wire and foil 1 to 3.
          </p>
        ) : (
          <p>Two figures of a fan tell what it would do.</p>
        )}
      </div>
    </section>
  );
}
