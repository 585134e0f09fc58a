'use client';

import { useId, type ReactNode } from 'react';
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
  /** after Enter on a tile has chosen it */
  onEnter?: () => void;
}

/**
 * A choice of one by big targets, for gloved hands. For the keyboard it is a group of radio buttons: one stop of Tab,
 * arrows choose. Enter chooses too and does not send the form, so that nothing is sent by a choice.
 */
export function Tiles<V extends string>({
  legend,
  tiles,
  value,
  onChange,
  compact = false,
  clearable = false,
  onEnter,
}: TilesProps<V>) {
  const id = useId();
  return (
    <fieldset className={classes.fieldset} role="radiogroup">
      <legend className={classes.legend}>{legend}</legend>
      <div className={classes.tiles} data-compact={compact || undefined}>
        {tiles.map((tile) => {
          const chosen = value === tile.value;
          const words = `${id} ${tile.value}`.replaceAll(' ', '-');
          return (
            <label key={tile.value} className={classes.tile}>
              <input
                type="radio"
                name={id}
                value={tile.value}
                checked={chosen}
                aria-labelledby={words}
                aria-describedby={tile.hint ? `${words}-hint` : undefined}
                onChange={() => onChange(tile.value)}
                onClick={() => clearable && chosen && onChange(null)}
                onKeyDown={(event) => {
                  if (event.key !== 'Enter') return;
                  event.preventDefault();
                  if (!chosen) event.currentTarget.click();
                  onEnter?.();
                }}
              />
              <span id={words}>{tile.label}</span>
              {tile.hint && (
                <span id={`${words}-hint`} className={classes.hint}>
                  {tile.hint}
                </span>
              )}
            </label>
          );
        })}
      </div>
    </fieldset>
  );
}
