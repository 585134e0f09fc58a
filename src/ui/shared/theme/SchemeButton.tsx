'use client';

import { UnstyledButton, useComputedColorScheme, useMantineColorScheme } from '@mantine/core';
import { useSyncExternalStore } from 'react';
import { eyewearKey } from './scheme';

/** Schemes in the order in which a press goes through them. */
const schemes = ['Day', 'Night', 'Eyewear'] as const;
type Scheme = (typeof schemes)[number];

const changed = 'eyewear-changed';

function listen(tell: () => void): () => void {
  addEventListener(changed, tell);
  return () => removeEventListener(changed, tell);
}

const isOn = () => 'eyewear' in document.documentElement.dataset;

function setEyewear(on: boolean): void {
  const { dataset } = document.documentElement;
  if (on) dataset['eyewear'] = '';
  else delete dataset['eyewear'];
  try {
    if (on) localStorage.setItem(eyewearKey, '1');
    else localStorage.removeItem(eyewearKey);
  } catch {
    // a device that keeps nothing shows it for this visit
  }
  dispatchEvent(new Event(changed));
}

/** Goes on to the next scheme: day, night, and for who wears laser eyewear. */
export function SchemeButton() {
  const { setColorScheme } = useMantineColorScheme();
  // nobody may have chosen one: then it is the device's own, which is known once the page answers
  const shown = useComputedColorScheme('light');
  const eyewear = useSyncExternalStore(listen, isOn, () => false);
  const now: Scheme = eyewear ? 'Eyewear' : shown === 'dark' ? 'Night' : 'Day';
  const next = schemes[(schemes.indexOf(now) + 1) % schemes.length]!;
  return (
    <UnstyledButton
      fz={14}
      td="underline"
      aria-label={`Change to ${next === 'Eyewear' ? 'the scheme for laser eyewear' : next.toLowerCase()}`}
      onClick={() => {
        setEyewear(next === 'Eyewear');
        setColorScheme(next === 'Night' ? 'dark' : 'light');
      }}
    >
      {next}
    </UnstyledButton>
  );
}
