'use client';

import type { AcceptedMark, acceptMark, dropMark } from '../../services/faults/accepted-marks';
import type { Send } from '../shared/forms/send';
import { Select, TextInput } from '@mantine/core';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';
import { useAction } from '../shared/forms/use-action';
import { Allowed } from '../shared/frame/Allowed';
import { ago } from '../shared/marks/when';
import classes from './Machine.module.css';

interface MarksProps {
  machineId: string;
  marks: AcceptedMark[];
  stations: { value: string; label: string }[];
  now: number;
  zone: string;
  actions: {
    accept: Send<typeof acceptMark>;
    drop: Send<typeof dropMark>;
  };
}

/** Marks and scars that are known and harmless: whoever reports is shown them first. */
export function Marks({ machineId, marks, stations, now, zone, actions }: MarksProps) {
  const drop = useAction(actions.drop);
  const form = useSendForm(actions.accept, {
    initial: { words: '', stationId: null as string | null },
    input: (typed) => ({ machineId, ...typed }),
    clears: true,
  });
  return (
    <section className="panel" aria-labelledby="marks">
      <h2 id="marks">Known and accepted</h2>
      {marks.length === 0 && (
        <p className="quiet">No mark or scar is on the list. What is on it need not be reported.</p>
      )}
      <ul className={classes.history}>
        {marks.map((mark) => (
          <li key={mark.id}>
            {mark.station && <b>{mark.station}: </b>}
            {mark.words}{' '}
            <span className="quiet">
              {mark.person}, {ago(mark.since, now, zone)}
            </span>{' '}
            <Allowed right="diagnose">
              <button
                className="go"
                disabled={drop.pending}
                onClick={() => drop.run({ markId: mark.id, how: 'taken off the list' })}
              >
                Remove
              </button>
            </Allowed>
          </li>
        ))}
      </ul>
      <ProblemNote problem={drop.problem} />
      <Allowed right="diagnose">
        <details>
          <summary>Accept a mark</summary>
          <SendForm of={form} button="Accept it" buttonProps={{ variant: 'default' }}>
            <Select
              label="Where"
              placeholder="the machine as a whole"
              data={stations}
              clearable
              {...form.field('stationId')}
            />
            <TextInput
              label="The mark"
              placeholder="scorch beside the left clamp, from before"
              {...form.field('words')}
            />
          </SendForm>
        </details>
      </Allowed>
    </section>
  );
}
