'use client';

import { Button, Checkbox, NumberInput, Select } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import {
  isUneven,
  tissueGrades,
  traverseFlow,
  traverseShares,
  type TissueGrade,
} from '../../../core/readings/draught';
import { clearingWords } from '../../../core/readings/read-out';
import { corners, threeFigures, type Corner } from '../../../core/readings/reading';
import { SendForm } from '../../shared/forms/SendForm';
import { Tiles } from '../../shared/forms/Tiles';
import { figure } from '../../shared/forms/use-send-form';
import classes from './Bench.module.css';
import { ReadingFoot } from './ReadingFoot';
import { useReading, type RecordReading } from './use-reading';

interface DraughtProps {
  machineId: string;
  record: RecordReading;
}

type Typed = number | '';

/** Flow by an anemometer held at the ten places of a traverse. */
export function Traverse({
  machineId,
  record,
  diameter,
}: DraughtProps & { /** mm */ diameter: number }) {
  const form = useReading(
    machineId,
    record,
    {
      diameter: diameter as Typed,
      wind: false,
      ...Object.fromEntries(traverseShares.map((_, i) => [`v${i}`, '' as Typed])),
    } as { diameter: Typed; wind: boolean } & Record<string, Typed | boolean>,
    (values) => ({
      instrument: 'draught',
      diameter: figure(values.diameter),
      velocities: traverseShares
        .map((_, i) => values[`v${i}`] as Typed)
        .filter((one) => one !== '')
        .map(Number),
      wind: values.wind,
    }),
  );
  const width = Number(form.values.diameter) || diameter;
  const typed = traverseShares.map((_, i) => form.values[`v${i}`] as Typed);
  const whole = typed.every((one) => one !== '');
  const velocities = typed.map(Number);
  const missing = typed.filter((one) => one === '').length;
  return (
    <section className="panel">
      <h2>Flow by anemometer</h2>
      <p className="quiet">
        Across a straight piece of duct, five diameters from bend and fan. Hold it at each depth
        from the near wall until it settles, and type metres a second.
      </p>
      <SendForm of={form} button="Save the flow">
        <NumberInput
          label="Inner diameter of the duct, mm"
          maw={260}
          min={0}
          {...form.field('diameter')}
        />
        <div className={classes.places} role="group" aria-label="Velocity, m/s">
          {traverseShares.map((share, i) => (
            <NumberInput
              key={share}
              label={`at ${threeFigures(share * width)} mm`}
              min={0}
              step={0.1}
              hideControls
              {...form.field(`v${i}`)}
            />
          ))}
        </div>
        <Checkbox label="Wind on the outlet" {...form.field('wind', 'checkbox')} />
        <div className={classes.result} aria-live="polite">
          {whole && velocities.some((one) => one > 0) ? (
            <>
              <p className={classes.big}>
                {threeFigures(traverseFlow(width, velocities).flow)} m³/h
              </p>
              {isUneven(velocities) && (
                <p>
                  The air does not fill the duct evenly: a bend or the fan is too near, or a place
                  was read wrong. Read it again further along.
                </p>
              )}
            </>
          ) : (
            <p>
              {missing === traverseShares.length
                ? 'Ten places make a flow.'
                : `${missing} ${missing === 1 ? 'place' : 'places'} still to read: with one left out the mean is not the flow’s.`}
            </p>
          )}
        </div>
        <ReadingFoot field={form.field} />
      </SendForm>
    </section>
  );
}

/** A strip of tissue at each corner. */
export function Tissue({ machineId, record }: DraughtProps) {
  const [grades, setGrades] = useState<Partial<Record<Corner, TissueGrade>>>({});
  const form = useReading(
    machineId,
    record,
    { wind: false },
    ({ wind }) => ({ instrument: 'tissue', grades, wind }),
    { onDone: () => setGrades({}) },
  );
  return (
    <section className="panel">
      <h2>Tissue at the corners</h2>
      <p className="quiet">Guard closed as far as it goes, draught on, nothing on the bed.</p>
      <SendForm of={form} button="Save the tissue">
        <div className={classes.corners}>
          {corners.map((corner) => (
            <Tiles
              key={corner}
              legend={corner}
              compact
              clearable
              tiles={tissueGrades.map((value) => ({ value, label: value }))}
              value={grades[corner] ?? null}
              onChange={(grade) => {
                const { [corner]: _, ...others } = grades;
                setGrades(grade ? { ...others, [corner]: grade } : others);
              }}
            />
          ))}
        </div>
        <Checkbox label="Wind on the outlet" {...form.field('wind', 'checkbox')} />
      </SendForm>
    </section>
  );
}

/** A stopwatch until the smoke is gone. */
export function Clearing({
  machineId,
  record,
  volume,
  flow,
}: DraughtProps & {
  /** m³ */
  volume: number;
  /** m³/h as last read; `null`: not yet */
  flow: number | null;
}) {
  const form = useReading(
    machineId,
    record,
    { place: 'rear left' as Corner, volume: volume as Typed, seconds: '' as Typed },
    (values) => ({
      instrument: 'clearing',
      place: values.place,
      volume: figure(values.volume),
      seconds: figure(values.seconds),
      flow,
    }),
  );
  const { seconds, place } = form.values;
  const words =
    seconds === ''
      ? null
      : clearingWords({
          place,
          volume: Number(form.values.volume),
          seconds: Number(seconds),
          flow,
        });
  return (
    <section className="panel">
      <h2>Until the smoke is gone</h2>
      <p className="quiet">
        Fill the closed enclosure from a smoke stick or a scrap cut, then the draught on and the
        watch with it. Stop it when you see no more smoke at the place.
      </p>
      <SendForm of={form} button="Save the time">
        <div className={classes.row}>
          <Select
            label="Watched at"
            data={[...corners]}
            allowDeselect={false}
            {...form.field('place')}
          />
          <NumberInput
            label="Volume of the enclosure, m³"
            min={0}
            step={0.01}
            w={230}
            {...form.field('volume')}
          />
          <NumberInput label="Seconds" min={0} w={130} {...form.field('seconds')} />
        </div>
        <Stopwatch onStop={(took) => form.set({ seconds: took })} />
        <div aria-live="polite">{words && <p className={classes.result}>{words}</p>}</div>
        <ReadingFoot field={form.field} />
      </SendForm>
    </section>
  );
}

/** How much a filter is loaded, by a manometer across it. */
export function Filter({
  machineId,
  record,
  flow,
}: DraughtProps & { /** m³/h as last read; `null`: not yet */ flow: number | null }) {
  const form = useReading(
    machineId,
    record,
    { pressure: '' as Typed, flow: (flow === null ? '' : Math.round(flow)) as Typed },
    (values) => ({
      instrument: 'filter',
      pressure: figure(values.pressure),
      flow: values.flow === '' ? null : Number(values.flow),
    }),
  );
  return (
    <section className="panel">
      <h2>Load of the filter</h2>
      <p className="quiet">
        A manometer, or a hose with water, on both sides of it with the draught on: 1 mm of water is
        9.8 Pa. Keep the first reading of a new filter as the baseline; at twice that it is changed.
      </p>
      <SendForm of={form} button="Save the load">
        <div className={classes.row}>
          <NumberInput label="Pressure across it, Pa" min={0} w={210} {...form.field('pressure')} />
          <NumberInput
            label="Flow, m³/h; empty: not read"
            min={0}
            w={240}
            {...form.field('flow')}
          />
        </div>
        <ReadingFoot field={form.field} />
      </SendForm>
    </section>
  );
}

/** A stopwatch; what it took is handed on when it is stopped, in seconds to a tenth. */
function Stopwatch({ onStop }: { onStop: (seconds: number) => void }) {
  const [since, setSince] = useState<number | null>(null);
  const [shown, setShown] = useState(0);
  const tick = useRef<ReturnType<typeof setInterval>>(undefined);
  useEffect(() => () => clearInterval(tick.current), []);
  const press = () => {
    clearInterval(tick.current);
    if (since !== null) {
      setSince(null);
      const took = Math.round((performance.now() - since) / 100) / 10;
      setShown(took);
      return onStop(took);
    }
    const start = performance.now();
    setSince(start);
    tick.current = setInterval(() => setShown((performance.now() - start) / 1000), 100);
  };
  return (
    <div className={classes.watch}>
      <Button size="lg" variant={since === null ? 'default' : 'filled'} onClick={press}>
        {since === null ? 'Start the watch' : 'Smoke gone: stop'}
      </Button>
      <span className={classes.big} role="timer">
        {shown.toFixed(1)} s
      </span>
    </div>
  );
}
