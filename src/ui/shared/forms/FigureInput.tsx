'use client';

import { NumberInput, type NumberInputProps } from '@mantine/core';

/**
 * A number that is sent as it was typed: what lies outside its range is refused in words, not changed into the nearest
 * bound behind one's back. The bounds hold for the arrows.
 */
export function FigureInput(props: NumberInputProps) {
  return <NumberInput clampBehavior="none" {...props} />;
}
