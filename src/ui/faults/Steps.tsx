'use client';

import { Autocomplete, Button, Select, Tabs, Textarea } from '@mantine/core';
import { useState } from 'react';
import { causes } from '../../catalogue/causes';
import type { Fault } from '../../services/faults/faults';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { Tiles } from '../shared/forms/Tiles';
import { useAction } from '../shared/forms/use-action';
import classes from './Faults.module.css';
import { Proofs } from './Proofs';
import { Repair } from './Repair';
import type { About, ClosedAs, StepsProps } from './steps-props';

const next: Readonly<Record<Fault['stage'], string>> = {
  reported: 'diagnosis',
  diagnosed: 'repair',
  waiting: 'repair',
  repaired: 'proof',
  proved: 'proof',
  closed: 'close',
};

/** What can be done about an open fault; the step that comes next is open. */
export function Steps(props: StepsProps) {
  const { fault, parts, zone, strength, actions } = props;
  const about = { faultId: fault.id, seen: fault.seen };
  const first = fault.stage === 'proved' && fault.returned ? 'close' : next[fault.stage];
  return (
    <Tabs key={`${fault.stage} ${first}`} defaultValue={first} color="copper">
      <Tabs.List mb="md">
        <Tabs.Tab value="diagnosis">Diagnosis</Tabs.Tab>
        <Tabs.Tab value="repair">Repair</Tabs.Tab>
        <Tabs.Tab value="proof">Proof and return</Tabs.Tab>
        <Tabs.Tab value="close">Close</Tabs.Tab>
      </Tabs.List>
      <Tabs.Panel value="diagnosis">
        <Diagnosis about={about} diagnose={actions.diagnose} />
      </Tabs.Panel>
      <Tabs.Panel value="repair">
        <Repair
          about={about}
          cause={fault.cause}
          parts={parts}
          zone={zone}
          repair={actions.repair}
        />
      </Tabs.Panel>
      <Tabs.Panel value="proof">
        <Proofs
          about={about}
          fault={fault}
          strength={strength}
          prove={actions.prove}
          giveBack={actions.giveBack}
        />
      </Tabs.Panel>
      <Tabs.Panel value="close">
        <Close {...props} about={about} />
      </Tabs.Panel>
    </Tabs>
  );
}

function Diagnosis({
  about,
  diagnose,
}: {
  about: About;
  diagnose: StepsProps['actions']['diagnose'];
}) {
  const [cause, setCause] = useState('');
  const [note, setNote] = useState('');
  const { run, pending, problem } = useAction(diagnose, () => {
    setCause('');
    setNote('');
  });
  const known = causes.find(({ words }) => words === cause);
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        run({ ...about, cause: known?.id ?? cause, note });
      }}
    >
      <Autocomplete
        label="Cause"
        description="Choose from the list, or write your own."
        data={causes.map(({ words }) => words)}
        value={cause}
        onChange={setCause}
        limit={30}
      />
      <Textarea
        label="What speaks for it"
        value={note}
        onChange={(event) => setNote(event.currentTarget.value)}
      />
      <ProblemNote problem={problem} />
      <div>
        <Button type="submit" loading={pending}>
          Record the diagnosis
        </Button>
      </div>
    </form>
  );
}

function Close({ fault, others, about, actions }: StepsProps & { about: About }) {
  const [as, setAs] = useState<ClosedAs | null>(fault.stage === 'proved' ? 'fixed' : null);
  const [duplicateOf, setDuplicateOf] = useState<string | null>(null);
  const [note, setNote] = useState('');
  const { run, pending, problem } = useAction(actions.close);
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        if (as) run({ ...about, as, duplicateOf, note });
      }}
    >
      <Tiles<ClosedAs>
        legend="Closed as"
        tiles={[
          { value: 'fixed', label: 'fixed', hint: 'needs every proof' },
          {
            value: 'not reproduced',
            label: 'not reproduced',
            hint: 'on watch: the next two users are asked',
          },
          { value: 'duplicate', label: 'duplicate' },
          { value: 'no fault', label: 'no fault' },
        ]}
        value={as}
        onChange={setAs}
      />
      {as === 'duplicate' && (
        <Select
          label="Of which fault?"
          data={others.map(({ id, words }) => ({ value: id, label: words }))}
          value={duplicateOf}
          onChange={setDuplicateOf}
        />
      )}
      <Textarea
        label={fault.held && as !== 'fixed' ? 'Reason for its return without a proof' : 'Note'}
        value={note}
        onChange={(event) => setNote(event.currentTarget.value)}
      />
      <ProblemNote problem={problem} />
      <div>
        <Button type="submit" loading={pending} disabled={!as}>
          Close the fault
        </Button>
      </div>
    </form>
  );
}
