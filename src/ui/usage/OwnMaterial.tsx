'use client';

import { NativeSelect, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { processes, unitWeight, type Process } from '../../core/usage/soil';
import { WeightForm, type WeightActions } from './WeightForm';
import classes from './Weights.module.css';

/** A material of the shop's own. */
export function OwnMaterial({ zone, actions }: { zone: string; actions: WeightActions }) {
  const router = useRouter();
  const [name, setName] = useState('');
  const [words, setWords] = useState('');
  const [process, setProcess] = useState<Process>('cut');
  const [round, setRound] = useState(0);
  const aliases = words
    .split(',')
    .map((word) => word.trim())
    .filter(Boolean);
  return (
    <details className="panel">
      <summary>Add a material of your own</summary>
      <div className={classes.form}>
        <p className="quiet">
          Chlorinated plastics (vinyl, PVC) are refused: they give hydrogen chloride and eat
          machines.
        </p>
        <div className={classes.row}>
          <TextInput
            label="Material"
            placeholder="birch bark"
            value={name}
            onChange={(event) => setName(event.currentTarget.value)}
          />
          <TextInput
            label="Other words for it, with commas"
            value={words}
            onChange={(event) => setWords(event.currentTarget.value)}
          />
          <NativeSelect
            label="Worked by"
            data={processes.map((value) => ({ value, label: value }))}
            value={process}
            onChange={(event) => setProcess(event.currentTarget.value as Process)}
          />
        </div>
        <WeightForm
          key={round}
          of={{ own: { name, aliases, process } }}
          weight={unitWeight}
          zone={zone}
          actions={actions}
          onDone={() => {
            setName('');
            setWords('');
            setRound(round + 1);
            router.refresh();
          }}
        />
      </div>
    </details>
  );
}
