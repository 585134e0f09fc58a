'use client';

import { MantineProvider } from '@mantine/core';
import { useEffect, type ReactNode } from 'react';
import { wakePage } from './early-press';
import { theme } from './theme';

/** Our inks and type for everything inside. */
export function Theme({ children }: { children: ReactNode }) {
  useEffect(wakePage, []);
  return (
    <MantineProvider
      theme={theme}
      // they stand in `variables.css`; its classes by width are not ours
      withCssVariables={false}
      withGlobalClasses={false}
      defaultColorScheme="auto"
    >
      {children}
    </MantineProvider>
  );
}
