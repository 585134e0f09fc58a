'use client';

import { inPercent } from '../../core/units/percent';
import { NumberInput } from '@mantine/core';
import { useState } from 'react';
import classes from './Sheet.module.css';
import type { SheetContext } from './context';

/** The reference burn at its recipe, kept as a reading of the machine: before and after give the ratio. */
export function BurnReading({
  context: { store, machine },
  when,
}: {
  context: SheetContext;
  when: 'before' | 'after';
}) {
  const { progress, press } = store;
  const kept = progress.burns.get(when);
  const before = progress.burns.get('before');
  const [typed, setTyped] = useState<Partial<Record<'through' | 'failed', number | null>>>({});
  const { recipe } = machine;
  if (!recipe) return null;
  const shown = { through: kept?.through ?? null, failed: kept?.failed ?? null, ...typed };
  const keep = () => {
    if (Object.keys(typed).length === 0) return;
    press({ kind: 'burn', when, burn: { recipeId: recipe.recipeId, ...shown } });
    setTyped({});
  };
  const ratio =
    when === 'after' && before?.through && kept?.through ? kept.through / before.through : null;
  return (
    <div className={classes.burn}>
      <p className="quiet">
        Recipe: {recipe.words}. At equal power and passes the speed is the strength.
      </p>
      <div className={classes.burnFields}>
        {(
          [
            ['through', 'Fastest that cut, mm/s'],
            ['failed', 'Slowest that did not, mm/s'],
          ] as const
        ).map(([name, label]) => (
          <NumberInput
            key={name}
            label={label}
            min={0}
            max={20000}
            placeholder={name === 'through' ? `${recipe.speed} on record` : ''}
            value={shown[name] ?? ''}
            onChange={(value) =>
              setTyped((others) => ({ ...others, [name]: value === '' ? null : Number(value) }))
            }
            onBlur={keep}
          />
        ))}
      </div>
      {ratio !== null && (
        <p>
          {inPercent(ratio)} of the speed before cleaning
          {ratio < 1 ? ': slower than before. Look at what was opened.' : '.'}
        </p>
      )}
    </div>
  );
}
