'use client';

import { UnstyledButton } from '@mantine/core';
import type { ReactNode } from 'react';
import classes from './forms.module.css';

export interface Tile<V extends string> {
  value: V;
  label: ReactNode;
  hint?: ReactNode;
}

interface TilesProps<V extends string> {
  legend: string;
  tiles: readonly Tile<V>[];
  value: V | null;
  onChange: (value: V | null) => void;
  /** narrow tiles side by side @default false */
  compact?: boolean;
  /** pressing the chosen tile again clears it @default false */
  clearable?: boolean;
}

/** A choice of one by big targets, for gloved hands. */
export function Tiles<V extends string>({
  legend,
  tiles,
  value,
  onChange,
  compact = false,
  clearable = false,
}: TilesProps<V>) {
  return (
    <fieldset className={classes.fieldset}>
      <legend className={classes.legend}>{legend}</legend>
      <div className={classes.tiles} data-compact={compact || undefined}>
        {tiles.map((tile) => (
          <UnstyledButton
            key={tile.value}
            className={classes.tile}
            aria-pressed={value === tile.value}
            onClick={() => onChange(clearable && value === tile.value ? null : tile.value)}
          >
            <span>{tile.label}</span>
            {tile.hint && <span className={classes.hint}>{tile.hint}</span>}
          </UnstyledButton>
        ))}
      </div>
    </fieldset>
  );
}
