'use client';

import { MantineProvider } from '@mantine/core';
import { useEffect, type ReactNode } from 'react';
import { wakePage } from './early-press';
import { inks, theme } from './theme';

/** Our inks and type for everything inside. */
export function Theme({ children }: { children: ReactNode }) {
  useEffect(wakePage, []);
  return (
    <MantineProvider theme={theme} cssVariablesResolver={inks} defaultColorScheme="auto">
      {children}
    </MantineProvider>
  );
}
