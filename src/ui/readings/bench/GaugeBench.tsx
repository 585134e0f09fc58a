'use client';

import { Autocomplete, NumberInput, TextInput } from '@mantine/core';
import { usualGauges } from '../../../catalogue/bench';
import { SendForm } from '../../shared/forms/SendForm';
import { figure } from '../../shared/forms/use-send-form';
import classes from './Bench.module.css';
import { ReadingFoot } from './ReadingFoot';
import { useReading, type RecordReading } from './use-reading';

type Typed = number | '';

/** A gauge that was read before: its unit and limits stay. */
export interface KnownGauge {
  name: string;
  unit: string;
  low: number | null;
  high: number | null;
}

/** Any figure, with its unit and limits. */
export function GaugeBench({
  machineId,
  record,
  known,
}: {
  machineId: string;
  record: RecordReading;
  known: readonly KnownGauge[];
}) {
  const form = useReading(
    machineId,
    record,
    { name: '', unit: '', value: '' as Typed, low: '' as Typed, high: '' as Typed },
    (values) => ({
      instrument: 'gauge',
      name: values.name,
      unit: values.unit,
      value: figure(values.value),
      low: values.low === '' ? null : Number(values.low),
      high: values.high === '' ? null : Number(values.high),
    }),
    { empties: { value: '' } },
  );
  const all: KnownGauge[] = [
    ...known,
    ...usualGauges.filter(({ name }) => !known.some((one) => one.name === name)),
  ];
  const how = usualGauges.find(({ name }) => name === form.values.name)?.how;
  const choose = (name: string) => {
    const chosen = all.find((one) => one.name === name);
    form.set({
      name,
      ...(chosen && { unit: chosen.unit, low: chosen.low ?? '', high: chosen.high ?? '' }),
    });
  };
  return (
    <section className="panel">
      <h2>Read a gauge</h2>
      <SendForm of={form} button="Save the reading">
        <Autocomplete
          label="What is measured"
          description={how ?? 'One that is offered, or any of your own.'}
          data={all.map(({ name }) => name)}
          maw={420}
          {...form.field('name')}
          onChange={choose}
        />
        <div className={classes.row}>
          <NumberInput label="Figure" w={150} {...form.field('value')} />
          <TextInput label="Unit" w={110} {...form.field('unit')} />
          <NumberInput label="Not under" w={130} {...form.field('low')} />
          <NumberInput label="Not over" w={130} {...form.field('high')} />
        </div>
        <ReadingFoot field={form.field} />
      </SendForm>
    </section>
  );
}
