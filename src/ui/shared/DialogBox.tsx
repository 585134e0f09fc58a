'use client';

import { Modal, type ModalProps } from '@mantine/core';
import { useEffect, useState } from 'react';

export type DialogProps = ModalProps;

/** The dialog itself. It opens a moment after it is there, so that it knows where the focus was and gives it back. */
export function DialogBox({ opened, ...rest }: DialogProps) {
  const [ready, setReady] = useState(false);
  useEffect(() => {
    const frame = requestAnimationFrame(() => setReady(true));
    return () => cancelAnimationFrame(frame);
  }, []);
  return <Modal opened={opened && ready} {...rest} />;
}
