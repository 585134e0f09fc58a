'use client';

import { useState } from 'react';
import type { DialogProps } from './DialogBox';
import { late } from './late';

const DialogBox = late(() => import('./DialogBox').then((loaded) => loaded.DialogBox));

/** A dialog whose script comes when it is first opened: most visits open none. */
export function Dialog({ opened, ...rest }: DialogProps) {
  const [asked, ask] = useState(opened);
  if (opened && !asked) ask(true);
  return asked ? <DialogBox opened={opened} {...rest} /> : null;
}
