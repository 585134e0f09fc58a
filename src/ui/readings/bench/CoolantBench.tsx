'use client';

import { inPercent } from '../../../core/units/percent';
import { NumberInput } from '@mantine/core';
import { useState } from 'react';
import { dampAt, dewMargin } from '../../../core/readings/coolant';
import { threeFigures } from '../../../core/readings/reading';
import { SendForm } from '../../shared/forms/SendForm';
import { Tiles } from '../../shared/forms/Tiles';
import { figure } from '../../shared/forms/use-send-form';
import classes from './Bench.module.css';
import { ReadingFoot } from './ReadingFoot';
import { useReading, type RecordReading } from './use-reading';
import { WarmUpReckoner } from './WarmUpReckoner';

type Typed = number | '';
const optional = (typed: Typed) => (typed === '' ? null : Number(typed));

/** Coolant, or a glass that is colder than the room, against the dew point. */
export function CoolantBench({
  machineId,
  record,
  room,
  liquid,
  watts,
}: {
  machineId: string;
  record: RecordReading;
  /** as last read on any machine lately; `null`: nobody did */
  room: { celsius: number; humidity: number } | null;
  /** it is cooled by water */
  liquid: boolean;
  /** rated power of the tube; `null`: the card does not say */
  watts: number | null;
}) {
  const [level, setLevel] = useState<'full' | 'low' | null>(null);
  const form = useReading(
    machineId,
    record,
    {
      water: '' as Typed,
      room: (room?.celsius ?? '') as Typed,
      humidity: (room ? Math.round(room.humidity * 100) : '') as Typed,
      conductivity: '' as Typed,
      flow: '' as Typed,
    },
    (values) => ({
      instrument: 'coolant',
      water: figure(values.water),
      room: optional(values.room),
      humidity: values.humidity === '' ? null : Number(values.humidity) / 100,
      conductivity: optional(values.conductivity),
      flow: optional(values.flow),
      level,
    }),
  );
  const { water, room: air, humidity } = form.values;
  const share = Number(humidity) / 100;
  const damp =
    water !== '' && air !== '' && humidity !== '' && share > 0 && share <= 1
      ? dampAt(Number(air), share, Number(water))
      : null;
  return (
    <>
      <section className="panel">
        <h2>{liquid ? 'Coolant and the room' : 'Glass and the room'}</h2>
        <p className="quiet">
          {liquid
            ? 'Where it enters the tube. Water inside the cover is a hazard of its own: the maker’s manual and a licensed electrician first.'
            : 'A cold glass in a damp room is wetted before anybody sees it: film, then dust, then a crack under the beam.'}
        </p>
        <SendForm of={form} button="Save the reading">
          <div className={classes.row}>
            <NumberInput
              label={liquid ? 'Coolant, °C' : 'Glass or housing, °C'}
              step={0.5}
              w={180}
              {...form.field('water')}
            />
            <NumberInput label="Room, °C" step={0.5} w={130} {...form.field('room')} />
            <NumberInput
              label="Humidity, %"
              min={0}
              max={100}
              w={140}
              {...form.field('humidity')}
            />
          </div>
          <div className={classes.result} aria-live="polite">
            {damp ? (
              <>
                <p className={classes.big}>
                  {damp.state === 'dry' ? 'Dry' : damp.state === 'near' ? 'Close' : 'Wet'}:{' '}
                  {threeFigures(Math.abs(damp.margin))} K {damp.margin < 0 ? 'under' : 'over'} the
                  dew point
                </p>
                <p>
                  The room gives dew at {threeFigures(damp.dewPoint)} °C. It stays {dewMargin} K
                  clear of it up to {inPercent(damp.humidityTo)} humidity.
                  {damp.state !== 'dry' && ' Let it warm before the beam is on.'}
                </p>
              </>
            ) : (
              <p>Temperature and humidity of the room tell its dew point.</p>
            )}
          </div>
          {liquid && (
            <>
              <Tiles
                legend="Level"
                compact
                clearable
                tiles={[
                  { value: 'full', label: 'full' },
                  { value: 'low', label: 'low' },
                ]}
                value={level}
                onChange={setLevel}
              />
              <div className={classes.row}>
                <NumberInput
                  label="Conductivity, µS/cm"
                  min={0}
                  w={190}
                  {...form.field('conductivity')}
                />
                <NumberInput label="Flow, L/min" min={0} w={150} {...form.field('flow')} />
              </div>
            </>
          )}
          <ReadingFoot compared={false} field={form.field} />
        </SendForm>
      </section>
      {liquid && <WarmUpReckoner watts={watts} room={room?.celsius ?? 20} />}
    </>
  );
}
