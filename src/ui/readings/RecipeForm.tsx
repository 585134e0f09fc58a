'use client';

import { Autocomplete, Button, Checkbox, NumberInput } from '@mantine/core';
import { useState } from 'react';
import type { RecipeInput } from '../../services/readings/strength/recipes';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './Strength.module.css';

const empty = { thickness: '', power: '', speed: '', passes: 1 } as Record<
  'thickness' | 'power' | 'speed' | 'passes',
  number | ''
>;

const fields = [
  ['thickness', 'Thickness, mm'],
  ['power', 'Power, %'],
  ['speed', 'Speed, mm/s'],
  ['passes', 'Passes'],
] as const;

/** Adds a recipe: stock and settings at which it just cuts through. */
export function RecipeForm({
  machineId,
  materials,
  change,
}: {
  machineId: string;
  materials: string[];
  change: (input: RecipeInput) => Promise<Outcome<unknown>>;
}) {
  const [material, setMaterial] = useState('');
  const [air, setAir] = useState(true);
  const [figures, setFigures] = useState(empty);
  const { run, pending, problem, at } = useAction(change, () => {
    setMaterial('');
    setFigures(empty);
  });
  const number = (value: number | '') => (value === '' ? Number.NaN : value);
  return (
    <section className="panel" aria-labelledby="new-recipe">
      <h2 id="new-recipe">Add a recipe</h2>
      <p className="quiet">
        The stock you keep for testing, always the same, and the settings at which it just falls
        out.
      </p>
      <form
        className={classes.recipe}
        onSubmit={(event) => {
          event.preventDefault();
          run({
            machineId,
            material,
            airAssist: air,
            thickness: number(figures.thickness),
            power: number(figures.power),
            speed: number(figures.speed),
            passes: number(figures.passes),
          });
        }}
      >
        <Autocomplete
          label="Stock"
          data={materials}
          value={material}
          onChange={setMaterial}
          error={at('material')}
        />
        {fields.map(([field, label]) => (
          <NumberInput
            key={field}
            label={label}
            min={0}
            value={figures[field]}
            onChange={(value) =>
              setFigures({ ...figures, [field]: value === '' ? '' : Number(value) })
            }
            error={at(field)}
          />
        ))}
        <Checkbox
          label="Air assist on"
          checked={air}
          onChange={(event) => setAir(event.currentTarget.checked)}
        />
        <Button type="submit" variant="default" loading={pending}>
          Add
        </Button>
      </form>
      <ProblemNote problem={problem?.field ? null : problem} />
    </section>
  );
}
