'use client';

import { Autocomplete, type AutocompleteProps } from '@mantine/core';
import { useState } from 'react';

/** A time zone, proposed out of those the browser knows: some four hundred, looked up when one is to be typed. */
export function ZoneInput(props: AutocompleteProps) {
  const [zones, setZones] = useState<string[]>([]);
  return (
    <Autocomplete
      limit={8}
      {...props}
      data={zones}
      onFocusCapture={() =>
        setZones((known) => (known.length > 0 ? known : Intl.supportedValuesOf('timeZone')))
      }
    />
  );
}
