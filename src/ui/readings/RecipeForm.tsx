'use client';

import { Autocomplete, Checkbox } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import type { changeRecipe } from '../../services/readings/strength/recipes';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { figure, useSendForm } from '../shared/forms/use-send-form';

const figures = [
  ['thickness', 'Thickness, mm'],
  ['power', 'Power, %'],
  ['speed', 'Speed, mm/s'],
  ['passes', 'Passes'],
] as const;

interface RecipeFormProps {
  machineId: string;
  materials: string[];
  change: Send<typeof changeRecipe>;
}

/** Adds a recipe: stock and settings at which it just cuts through. */
export function RecipeForm({ machineId, materials, change }: RecipeFormProps) {
  const form = useSendForm(change, {
    initial: {
      material: '',
      thickness: '' as number | '',
      power: '' as number | '',
      speed: '' as number | '',
      passes: 1 as number | '',
      airAssist: true,
    },
    input: ({ material, airAssist, ...typed }) => ({
      machineId,
      material,
      airAssist,
      thickness: figure(typed.thickness),
      power: figure(typed.power),
      speed: figure(typed.speed),
      passes: figure(typed.passes),
    }),
    clears: true,
    guarded: true,
  });
  return (
    <section className="panel" aria-labelledby="new-recipe">
      <h2 id="new-recipe">Add a recipe</h2>
      <p className="quiet">
        The stock you keep for testing, always the same, and the settings at which it just falls
        out.
      </p>
      <SendForm of={form} button="Add" buttonProps={{ variant: 'default' }} row>
        <Autocomplete label="Stock" data={materials} {...form.field('material')} />
        {figures.map(([name, label]) => (
          <FigureInput key={name} label={label} min={0} w={130} {...form.field(name)} />
        ))}
        <Checkbox label="Air assist on" pb={8} {...form.field('airAssist', 'checkbox')} />
      </SendForm>
    </section>
  );
}
