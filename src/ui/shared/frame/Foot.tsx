'use client';

import { UnstyledButton } from '@mantine/core';
import { Legend } from '../marks/Legend';
import { SchemeButton } from '../theme/SchemeButton';

/** What the marks mean, day, night or eyewear, and the way out. */
export function Foot({ signOut }: { signOut: () => Promise<void> }) {
  return (
    <>
      <Legend />
      <SchemeButton />
      <UnstyledButton fz={14} td="underline" onClick={() => void signOut()}>
        Sign out
      </UnstyledButton>
    </>
  );
}
