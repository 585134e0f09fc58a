'use client';

import { Autocomplete, Select, Tabs, Textarea } from '@mantine/core';
import { causes } from '../../catalogue/causes';
import type { Fault } from '../../services/faults/faults';
import { SendForm } from '../shared/forms/SendForm';
import { Tiles } from '../shared/forms/Tiles';
import { useSendForm } from '../shared/forms/use-send-form';
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
  const { fault, parts, zone, strength, bench, actions } = props;
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
          bench={bench}
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

interface DiagnosisProps {
  about: About;
  diagnose: StepsProps['actions']['diagnose'];
}

function Diagnosis({ about, diagnose }: DiagnosisProps) {
  const form = useSendForm(diagnose, {
    initial: { cause: '', note: '' },
    input: ({ cause, note }) => ({
      ...about,
      cause: causes.find(({ words }) => words === cause)?.id ?? cause,
      note,
    }),
    clears: true,
  });
  return (
    <SendForm of={form} button="Record the diagnosis">
      <Autocomplete
        label="Cause"
        description="Choose from the list, or write your own."
        data={causes.map(({ words }) => words)}
        limit={30}
        {...form.field('cause')}
      />
      <Textarea label="What speaks for it" {...form.field('note')} />
    </SendForm>
  );
}

function Close({ fault, others, about, actions }: StepsProps & { about: About }) {
  const form = useSendForm(actions.close, {
    initial: {
      as: fault.stage === 'proved' ? 'fixed' : (null as ClosedAs | null),
      duplicateOf: null as string | null,
      note: '',
    },
    input: ({ as, ...typed }) => ({ ...about, as: as!, ...typed }),
  });
  const { as } = form.values;
  return (
    <SendForm of={form} button="Close the fault" buttonProps={{ disabled: !as }}>
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
        onChange={(chosen) => form.set({ as: chosen })}
      />
      {as === 'duplicate' && (
        <Select
          label="Of which fault?"
          data={others.map(({ id, words }) => ({ value: id, label: words }))}
          {...form.field('duplicateOf')}
        />
      )}
      <Textarea
        label={fault.held && as !== 'fixed' ? 'Reason for its return without a proof' : 'Note'}
        {...form.field('note')}
      />
    </SendForm>
  );
}
