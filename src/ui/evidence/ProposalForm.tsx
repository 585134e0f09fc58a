'use client';

import { Button, TextInput } from '@mantine/core';
import type {
  declineProposal,
  ListedInterval,
  takeProposal,
} from '../../services/evidence/proposals';
import type { Send } from '../shared/forms/send';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { SendForm } from '../shared/forms/SendForm';
import { useAction } from '../shared/forms/use-action';
import { useSendForm } from '../shared/forms/use-send-form';
import { amountWords } from './words';

/** Takes a proposed limit by one press, or leaves it with a reason. */
export function ProposalForm({
  interval: { stationId, task, proposed, clock },
  take,
  decline,
}: {
  interval: ListedInterval;
  take: Send<typeof takeProposal>;
  decline: Send<typeof declineProposal>;
}) {
  const taking = useAction(take);
  const form = useSendForm(decline, {
    initial: { why: '' },
    input: ({ why }) => ({ stationId, task, why }),
    said: () => 'Left as it is.',
  });
  return (
    <div>
      <Button loading={taking.pending} onClick={() => void taking.run({ stationId, task })}>
        Take {amountWords(proposed!, clock)} into the care plan
      </Button>
      <ProblemNote problem={taking.problem} />
      <SendForm of={form} button="Leave it as it is" buttonProps={{ variant: 'default' }} row>
        <TextInput label="Why not, for now" {...form.field('why')} />
      </SendForm>
    </div>
  );
}
