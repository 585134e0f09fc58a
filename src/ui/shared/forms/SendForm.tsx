'use client';

import { Button, Group, Stack, type ButtonProps } from '@mantine/core';
import type { ReactNode } from 'react';
import { ProblemNote } from './ProblemNote';
import type { useSendForm } from './use-send-form';

interface SendFormProps {
  /** what `useSendForm` made */
  of: Pick<ReturnType<typeof useSendForm>, 'onSubmit' | 'pending' | 'loose' | 'said'>;
  /** what the button says */
  button: ReactNode;
  buttonProps?: Omit<ButtonProps, 'children' | 'loading'>;
  /** what stands beside the button */
  beside?: ReactNode;
  /** the fields and the button stand in one row @default false */
  row?: boolean;
  children?: ReactNode;
}

/** Fields with their foot: what is wrong with the whole, the button, and what became of it. */
export function SendForm({
  of: { onSubmit, pending, loose, said },
  button,
  buttonProps,
  beside,
  row = false,
  children,
}: SendFormProps) {
  const buttons = (
    <>
      <Button type="submit" {...buttonProps} loading={pending}>
        {button}
      </Button>
      {beside}
      <span role="status">{said}</span>
    </>
  );
  return (
    <form onSubmit={onSubmit} noValidate>
      {row ? (
        <>
          <Group align="flex-end" gap="sm">
            {children}
            {buttons}
          </Group>
          <ProblemNote problem={loose} />
        </>
      ) : (
        <Stack gap="sm" mb="sm">
          {children}
          <ProblemNote problem={loose} />
          <Group gap="sm">{buttons}</Group>
        </Stack>
      )}
    </form>
  );
}
