'use client';

import { NumberInput } from '@mantine/core';
import { matchFan, type Fan } from '../../../core/faults/fan';
import { readOut } from '../../../core/readings/read-out';
import { SendForm } from '../../shared/forms/SendForm';
import { figure } from '../../shared/forms/use-send-form';
import classes from './Bench.module.css';
import { ReadingFoot } from './ReadingFoot';
import { useReading, type RecordReading } from './use-reading';

const figures = [
  ['size', 'Frame, mm'],
  ['thickness', 'Thickness, mm'],
  ['voltage', 'Volts'],
  ['current', 'Amps'],
  ['flow', 'Flow, m³/h, if it says'],
] as const;
type Figure = (typeof figures)[number][0];
type Typed = number | '';
type Plates = Record<`${'old' | 'next'}-${Figure}`, Typed>;

/** A fan's plate against the one it replaces. */
export function FanBench({
  machineId,
  record,
  old,
}: {
  machineId: string;
  record: RecordReading;
  /** the plate of the fan that is in it, as last read */
  old: Fan | null;
}) {
  const initial = Object.fromEntries(
    (['old', 'next'] as const).flatMap((which) =>
      figures.map(([name]) => [`${which}-${name}`, which === 'old' ? (old?.[name] ?? '') : '']),
    ),
  ) as Plates;
  const plate = (values: Plates, which: 'old' | 'next'): Fan => {
    const of = (name: Figure) => values[`${which}-${name}`];
    return {
      size: figure(of('size')),
      thickness: figure(of('thickness')),
      voltage: figure(of('voltage')),
      current: figure(of('current')),
      flow: of('flow') === '' ? null : Number(of('flow')),
    };
  };
  const form = useReading(machineId, record, initial, (values) => ({
    instrument: 'fan',
    old: plate(values, 'old'),
    next: plate(values, 'next'),
  }));
  const plates = { old: plate(form.values, 'old'), next: plate(form.values, 'next') };
  const whole = [plates.old, plates.next].every((one) =>
    [one.size, one.thickness, one.voltage, one.current].every((value) => value > 0),
  );
  const match = whole ? matchFan(plates.old, plates.next) : null;
  return (
    <section className="panel">
      <h2>Two plates</h2>
      <p className="quiet">
        Frame, thickness and volts must be equal, amps no more. Few plates say the flow. The plug is
        looked at.
      </p>
      <SendForm of={form} button="Save the match">
        {(['old', 'next'] as const).map((which) => (
          <div key={which} className={classes.row} role="group" aria-label={which}>
            <h3 style={{ flex: '0 0 100%' }}>
              {which === 'old' ? 'The fan that is in it' : 'The new one'}
            </h3>
            {figures.map(([name, label]) => (
              <NumberInput
                key={name}
                label={label}
                min={0}
                w={name === 'flow' ? 190 : 120}
                {...form.field(`${which}-${name}`)}
              />
            ))}
          </div>
        ))}
        <div className={classes.result} aria-live="polite">
          {match ? (
            <>
              <p className={classes.big}>{match.misfits.length > 0 ? 'Does not fit' : 'Fits'}</p>
              <p>{readOut({ instrument: 'fan', ...plates }, null).words}</p>
            </>
          ) : (
            <p>Four figures of each plate tell whether it fits.</p>
          )}
        </div>
        <ReadingFoot compared={false} field={form.field} />
      </SendForm>
    </section>
  );
}
