'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { DialogProps } from './DialogBox';

const DialogBox = dynamic(() => import('./DialogBox').then((loaded) => loaded.DialogBox));

/** A dialog whose script comes when it is first opened: most visits open none. */
export function Dialog({ opened, ...rest }: DialogProps) {
  const [asked, ask] = useState(opened);
  if (opened && !asked) ask(true);
  return asked ? <DialogBox opened={opened} {...rest} /> : null;
}
