'use client';

import { Checkbox, Textarea, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Line } from '../../core/cleaning/run';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';
import { Allowed } from '../shared/frame/Allowed';
import type { SheetContext } from './context';
import classes from './Sheet.module.css';

/** The words of a step, changed for this machine or every machine, with a reason; ours are one press away. */
export function OwnWords({ context, line }: { context: SheetContext; line: Line }) {
  // a field that grows with its words measures the page: not before it is asked for
  const [asked, setAsked] = useState(false);
  if (!context.changeWords || !line.text) return null;
  return (
    <Allowed right="set up">
      <details className={classes.wrong} onToggle={() => setAsked(true)}>
        <summary>These words are not right here</summary>
        {asked && <WordsForm change={context.changeWords} machine={context.machine} line={line} />}
      </details>
    </Allowed>
  );
}

function WordsForm({
  change,
  machine,
  line,
}: {
  change: NonNullable<SheetContext['changeWords']>;
  machine: SheetContext['machine'];
  line: Line;
}) {
  const instead = line.ours?.instead ?? line.text;
  const form = useSendForm(change, {
    initial: { words: line.text, reason: '', everywhere: false, ours: false },
    input: ({ words, ours, ...rest }) => ({
      ...rest,
      machineId: machine.id,
      instead,
      words: ours ? null : words,
    }),
    said: 'Saved: from the next sheet on.',
  });
  return (
    <div className={classes.details}>
      <SendForm of={form} button="Save these words" buttonProps={{ variant: 'default' }}>
        <Textarea label="The step, in our own words" autosize {...form.field('words')} />
        <TextInput label="Why it is done so here" {...form.field('reason')} />
        <Checkbox
          label={`On every machine, not only ${machine.nickname}`}
          {...form.field('everywhere', 'checkbox')}
        />
        {line.ours && (
          <Checkbox label={`As it was written: ${instead}`} {...form.field('ours', 'checkbox')} />
        )}
      </SendForm>
    </div>
  );
}
