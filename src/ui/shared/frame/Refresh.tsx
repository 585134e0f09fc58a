'use client';

import { useInterval } from '@mantine/hooks';
import { useRouter } from 'next/navigation';
import { thisLine } from '../connection/this-line';

/** Keeps a page that stays open on the bench true: operators report from their phones. */
export function Refresh({ seconds = 60 }: { seconds?: number }) {
  const router = useRouter();
  useInterval(
    () => {
      if (document.visibilityState === 'visible' && !thisLine.state().lost) router.refresh();
    },
    seconds * 1000,
    { autoInvoke: true },
  );
  return null;
}
