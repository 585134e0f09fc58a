'use client';

import { Legend } from '../marks/Legend';
import { UnstyledButton, useMantineColorScheme } from '@mantine/core';

/** Day or night, and the way out. */
export function Foot({ signOut }: { signOut: () => Promise<void> }) {
  const { colorScheme, setColorScheme } = useMantineColorScheme();
  const other = colorScheme === 'dark' ? 'light' : 'dark';
  return (
    <>
      <Legend />
      <UnstyledButton fz={14} td="underline" onClick={() => setColorScheme(other)}>
        <span suppressHydrationWarning>{other === 'dark' ? 'Night' : 'Day'}</span>
      </UnstyledButton>
      <UnstyledButton fz={14} td="underline" onClick={() => void signOut()}>
        Sign out
      </UnstyledButton>
    </>
  );
}
