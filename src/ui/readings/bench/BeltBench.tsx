'use client';

import { Autocomplete, Button, NumberInput } from '@mantine/core';
import { useEffect } from 'react';
import { beltTension } from '../../../core/readings/belts';
import { threeFigures } from '../../../core/readings/reading';
import { SendForm } from '../../shared/forms/SendForm';
import { figure } from '../../shared/forms/use-send-form';
import classes from './Bench.module.css';
import { ReadingFoot } from './ReadingFoot';
import { useListening } from './use-listening';
import { useReading, type RecordReading } from './use-reading';

type Typed = number | '';

/** A belt as it was read last, or as such belts usually are. */
export interface KnownBelt {
  belt: string;
  /** kg/m */
  mass: number;
  /** metres */
  span: number;
  /** Hz; `null`: never read */
  hertz: number | null;
}

/** The tension of a belt by its tone: heard or typed. */
export function BeltBench({
  machineId,
  record,
  belts,
}: {
  machineId: string;
  record: RecordReading;
  belts: readonly KnownBelt[];
}) {
  const first = belts[0]!;
  const form = useReading(
    machineId,
    record,
    {
      belt: first.belt,
      mass: (first.mass * 1000) as Typed,
      span: (first.span * 1000) as Typed,
      hertz: '' as Typed,
    },
    (values) => ({
      instrument: 'belt',
      belt: values.belt,
      mass: figure(values.mass) / 1000,
      span: figure(values.span) / 1000,
      hertz: figure(values.hertz),
    }),
    { empties: { hertz: '' } },
  );
  const { belt, mass, span, hertz } = form.values;
  const known = belts.find((one) => one.belt === belt);
  const { heard, listen, stop } = useListening(known?.hertz ?? undefined);
  const tone = heard.state === 'heard' ? heard.hertz : null;
  const { set } = form;
  useEffect(() => {
    if (tone !== null) set({ hertz: Number(tone.toFixed(1)) });
    // the form's setter is another one at every drawing
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [tone]);
  const choose = (name: string) => {
    const chosen = belts.find((one) => one.belt === name);
    form.set({
      belt: name,
      ...(chosen && { mass: chosen.mass * 1000, span: chosen.span * 1000, hertz: '' }),
    });
    stop();
  };
  const newtons =
    hertz !== '' && mass !== '' && span !== ''
      ? beltTension(Number(mass) / 1000, Number(span) / 1000, Number(hertz))
      : null;
  return (
    <section className="panel">
      <h2>Pluck a belt</h2>
      <p className="quiet">
        Power off. Both sides of an axis at the same span: the carriage as far away as it goes, the
        same finger, the same place.
      </p>
      <SendForm of={form} button="Save the tension" buttonProps={{ size: 'md' }}>
        <Autocomplete
          label="Belt"
          maw={320}
          data={belts.map((one) => one.belt)}
          {...form.field('belt')}
          onChange={choose}
        />
        <div className={classes.row}>
          <Button
            size="lg"
            variant={heard.state === 'listening' ? 'filled' : 'default'}
            onClick={() => (heard.state === 'listening' ? stop() : void listen())}
          >
            {heard.state === 'listening' ? 'Listening: pluck now (stop)' : 'Listen'}
          </Button>
          <NumberInput
            label="or the tone, typed, Hz"
            min={0}
            step={0.5}
            w={190}
            {...form.field('hertz')}
          />
        </div>
        <div className={classes.result} aria-live="polite">
          {heard.state === 'nothing' && <p>{heard.why}</p>}
          {heard.state === 'heard' && (
            <p>
              Heard {heard.hertz.toFixed(1)} Hz ± {Math.max(0.1, heard.spread).toFixed(1)}
              {heard.octave && ', an octave off what it gave before, set right'}.
            </p>
          )}
          {newtons !== null && Number.isFinite(newtons) ? (
            <p className={classes.big}>{threeFigures(newtons)} N</p>
          ) : (
            heard.state !== 'nothing' && <p>A taut string: 4 × mass × length² × tone².</p>
          )}
        </div>
        <div className={classes.row}>
          <NumberInput label="Free length, mm" min={0} w={150} {...form.field('span')} />
          <NumberInput label="Mass, g a metre" min={0} w={150} {...form.field('mass')} />
        </div>
        <ReadingFoot field={form.field} />
      </SendForm>
    </section>
  );
}
