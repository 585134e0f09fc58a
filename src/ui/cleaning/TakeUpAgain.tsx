'use client';

import type { takeUpAgain } from '../../services/cleaning/abandon';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';

interface TakeUpAgainProps {
  sheetId: string;
  take: Send<typeof takeUpAgain>;
}

/** Takes the abandonment of a clean-down back: what was marked is there again, and the machine is on hold. */
export function TakeUpAgain({ sheetId, take }: TakeUpAgainProps) {
  const form = useSendForm(take, { initial: {}, input: () => ({ sheetId }) });
  return (
    <SendForm
      of={form}
      button="Undo: take it up again"
      buttonProps={{ variant: 'default' }}
      beside={
        <span className="quiet">All that was marked is there again, and the hold with it.</span>
      }
    />
  );
}
