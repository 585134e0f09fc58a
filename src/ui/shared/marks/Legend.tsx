'use client';

import { inPercent } from '../../../core/units/percent';
import { UnstyledButton } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import { defaultThresholds } from '../../../core/care/due';
import classes from './Legend.module.css';
import { StateMark, type MarkState } from './StateMark';
import { Dialog } from '../Dialog';

const { soon, due, pastDue } = defaultThresholds;

const words: Readonly<Record<MarkState, string>> = {
  clear: `used less than ${inPercent(soon)} of its limit`,
  soon: `from ${inPercent(soon)} of its limit on`,
  'not known':
    'nobody has said when it was last done: it asks for a first look and is never counted as clean',
  due: `its limit is reached (${inPercent(due)}), or a sign or a finding calls for it`,
  'past due': `from ${inPercent(pastDue)} of its limit on: it spills over the line`,
  hold: 'nobody may use the machine until it is released',
};

/** Tells what the marks mean, wherever they stand. */
export function Legend() {
  const [shown, { open, close }] = useDisclosure(false);
  return (
    <>
      <UnstyledButton fz={14} td="underline" onClick={open}>
        Marks
      </UnstyledButton>
      <Dialog opened={shown} onClose={close} title="What the marks mean" size="md">
        <dl className={classes.legend}>
          {(Object.keys(words) as MarkState[]).map((state) => (
            <div key={state}>
              <dt>
                <StateMark state={state} />
              </dt>
              <dd>{words[state]}</dd>
            </div>
          ))}
        </dl>
        <p className="quiet">
          A column is a station; its height is the share used of the limit that is reached first, by
          soil hours, run hours, days or jobs. The copper line is the limit. A station shows its
          worst task, a machine its worst station. What was put off with a reason keeps its mark,
          and counts nowhere as due; what can burn is never put off the lists.
        </p>
      </Dialog>
    </>
  );
}
