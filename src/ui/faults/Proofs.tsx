'use client';

import { inPercent } from '../../core/units/percent';
import { Button, Textarea, TextInput } from '@mantine/core';
import { useState } from 'react';
import { burnProof } from '../../catalogue/proofs';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { SendForm } from '../shared/forms/SendForm';
import { useAction } from '../shared/forms/use-action';
import { useSendForm } from '../shared/forms/use-send-form';
import classes from './Faults.module.css';
import type { About, StepsProps } from './steps-props';

/** What must be proved, test by test, and the return to use. */
export function Proofs({
  about,
  fault,
  strength,
  bench,
  prove,
  giveBack,
}: Pick<StepsProps, 'fault' | 'strength' | 'bench'> & {
  about: About;
  prove: StepsProps['actions']['prove'];
  giveBack: StepsProps['actions']['giveBack'];
}) {
  const [note, setNote] = useState('');
  const { run, pending, problem } = useAction(prove, () => setNote(''));
  const open = fault.proofs.filter(({ passed }) => !passed).length;
  return (
    <div className={classes.form}>
      <p className="quiet">
        Eyewear on, nobody in line, guards closed. What must be proved follows from what was opened.
      </p>
      <ol className={classes.proofs}>
        {fault.proofs.map((one) => (
          <li key={one.id} data-passed={one.passed ?? undefined}>
            <div>
              <b>{one.words}</b>
              <div className="quiet">
                {one.because}
                {one.passed !== null && `; ${one.passed ? 'passed' : 'failed'}, ${one.by}`}
                {one.id === burnProof && (
                  <>
                    {strength.measured !== null && `; measured ${inPercent(strength.measured)}`}.{' '}
                    <a className="line" href={strength.href}>
                      Measure it
                    </a>
                  </>
                )}
                {bench
                  .filter(({ proof }) => proof === one.id)
                  .map(({ href, read }) => (
                    <span key={href}>
                      {read ? `; read: ${read.words}` : ''}.{' '}
                      <a className="line" href={href}>
                        Read it at the bench
                      </a>
                    </span>
                  ))}
              </div>
            </div>
            <div className={classes.verdicts}>
              {([true, false] as const).map((passed) => (
                <Button
                  key={String(passed)}
                  variant={one.passed === passed ? 'filled' : 'default'}
                  loading={pending}
                  aria-label={`${one.words}: ${passed ? 'passed' : 'failed'}`}
                  aria-pressed={one.passed === passed}
                  onClick={() => run({ ...about, tested: one.words, passed, proof: one.id, note })}
                >
                  {passed ? 'passed' : 'failed'}
                </Button>
              ))}
            </div>
          </li>
        ))}
      </ol>
      <Textarea
        label="Note with the next result"
        value={note}
        onChange={(event) => setNote(event.currentTarget.value)}
      />
      <ProblemNote problem={problem} />
      {open === 0 && !fault.returned && (
        <Return
          faultId={fault.id}
          held={fault.held}
          below={strength.measured !== null && strength.measured < strength.floor}
          strength={strength}
          giveBack={giveBack}
        />
      )}
    </div>
  );
}

interface ReturnProps {
  faultId: string;
  held: boolean;
  below: boolean;
  strength: StepsProps['strength'];
  giveBack: StepsProps['actions']['giveBack'];
}

function Return({ faultId, held, below, strength, giveBack }: ReturnProps) {
  const form = useSendForm(giveBack, {
    initial: { restriction: '' },
    input: ({ restriction }) => ({ faultId, restriction }),
  });
  return (
    <div className={classes.return}>
      <h3>Everything is proved</h3>
      {below && (
        <p>
          Strength is {inPercent(strength.measured!)}, under the floor of{' '}
          {inPercent(strength.floor)}: it returns only with a restriction.
        </p>
      )}
      <SendForm of={form} button={held ? 'Return it and release' : 'Return it to use'}>
        <TextInput
          label={below ? 'Use it only so' : 'Use it only so (left empty: for everything)'}
          description="Operators read this on the label page."
          placeholder="engraving only; cutting up to 3 mm"
          maxLength={200}
          {...form.field('restriction')}
        />
      </SendForm>
    </div>
  );
}
