'use client';

import { Button } from '@mantine/core';

export function PrintButton() {
  return <Button onClick={() => window.print()}>Print</Button>;
}
