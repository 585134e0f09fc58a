'use client';

import { MantineProvider } from '@mantine/core';
import type { ReactNode } from 'react';
import { inks, theme } from './theme';

/** Our inks and type for everything inside. */
export function Theme({ children }: { children: ReactNode }) {
  return (
    <MantineProvider theme={theme} cssVariablesResolver={inks} defaultColorScheme="auto">
      {children}
    </MantineProvider>
  );
}
