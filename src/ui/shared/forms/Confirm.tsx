'use client';

import { Button, Group, UnstyledButton } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import type { ReactNode } from 'react';
import type { Outcome } from '../../../services/shop';
import { ProblemNote } from './ProblemNote';
import { useAction } from './use-action';
import { Dialog } from '../Dialog';

/** A press that is asked about before it is done: what goes with it, and whether it can be taken back. */
export function Confirm({
  button,
  of,
  title,
  children,
  act,
}: {
  /** what is done, as the buttons say it */
  button: string;
  /** of what, for whoever does not see where the button stands */
  of: string;
  title: string;
  /** what goes with it */
  children: ReactNode;
  act: () => Promise<Outcome<unknown>>;
}) {
  const [opened, { open, close }] = useDisclosure(false);
  const { run, pending, problem } = useAction(act, close);
  return (
    <>
      <UnstyledButton td="underline" onClick={open} aria-label={`${button} ${of}`}>
        {button}
      </UnstyledButton>
      <Dialog opened={opened} onClose={close} title={title}>
        {children}
        <ProblemNote problem={problem} />
        <Group mt="md">
          <Button loading={pending} onClick={() => run()}>
            {button}
          </Button>
          <Button variant="default" onClick={close}>
            Cancel
          </Button>
        </Group>
      </Dialog>
    </>
  );
}
