'use client';

import { Button, Checkbox, Group, NativeSelect, Stack, Textarea, TextInput } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import { useState } from 'react';
import { buildParts } from '../../catalogue/builds/feature';
import type { FeatureView } from '../../services/machines/build-view';
import type { chooseVariant } from '../../services/machines/builds';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { SendForm } from '../shared/forms/SendForm';
import type { Send } from '../shared/forms/send';
import { useAction } from '../shared/forms/use-action';
import { useSendForm } from '../shared/forms/use-send-form';
import { useFirst } from '../shared/first-picture';
import classes from './Build.module.css';
import { partNames } from './part-names';

interface BuildFormProps {
  machineId: string;
  features: readonly FeatureView[];
  /** the head that is in it, with which what is said of it travels */
  head: { serial: string; name: string } | null;
  choose: Send<typeof chooseVariant>;
}

/** Parts in the first picture of the page. */
const firstParts = 2;

const ownWords = 'own words';

/** The features of a machine, each with the variant it has: kept as soon as it is chosen. */
export function BuildForm({ machineId, features, head, choose }: BuildFormProps) {
  const { run, pending, problem } = useAction(choose);
  const [writing, setWriting] = useState<string | null>(null);
  const parts = buildParts.filter((part) => features.some((feature) => feature.part === part));
  return (
    <div>
      <ProblemNote problem={problem} />
      {useFirst(parts, firstParts).map((part) => (
        <section key={part} className={`panel ${classes.part}`} aria-labelledby={`part-${part}`}>
          <h2 id={`part-${part}`}>{partNames[part]}</h2>
          {part === 'head' && head && (
            <p className="quiet">
              What is said of the head goes with it: {head.name}, {head.serial}.
            </p>
          )}
          {features
            .filter((feature) => feature.part === part)
            .map(({ id, name, chosen, usual, variants }) => (
              <div key={id} className={classes.feature}>
                <label htmlFor={`feature-${id}`}>
                  {name}
                  {!usual && <span className="quiet"> · not as most</span>}
                </label>
                <NativeSelect
                  id={`feature-${id}`}
                  value={writing === id ? ownWords : chosen}
                  disabled={pending}
                  data={[
                    ...variants.map((variant) => ({
                      value: variant.id,
                      label: variant.own ? `${variant.name} (own words)` : variant.name,
                    })),
                    { value: ownWords, label: 'otherwise, in own words …' },
                  ]}
                  onChange={(event) => {
                    const variant = event.currentTarget.value;
                    if (variant === ownWords) setWriting(id);
                    else {
                      setWriting(null);
                      run({ machineId, feature: id, variant });
                    }
                  }}
                />
                {writing === id && (
                  <OwnVariant
                    name={name}
                    choose={(own) => choose({ machineId, feature: id, own })}
                    onDone={() => setWriting(null)}
                  />
                )}
              </div>
            ))}
        </section>
      ))}
    </div>
  );
}

const lines = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);

type Own = NonNullable<Parameters<Send<typeof chooseVariant>>[0]['own']>;

/** A variant that we do not know: how it comes off, how it goes back, and what is loose meanwhile. */
function OwnVariant({
  name,
  choose,
  onDone,
}: {
  name: string;
  choose: (own: Own) => ReturnType<Send<typeof chooseVariant>>;
  onDone: () => void;
}) {
  const form = useSendForm(choose, {
    initial: {
      name: '',
      undo: '',
      redo: '',
      screws: 0,
      plugs: 0,
      hoses: 0,
      lugs: 0,
      facing: '',
      connectors: false,
    },
    input: ({ undo, redo, ...rest }): Own => ({ ...rest, undo: lines(undo), redo: lines(redo) }),
    onDone,
    guarded: true,
  });
  return (
    <div className={classes.own}>
      <SendForm
        of={form}
        button="Save"
        beside={
          <Button variant="default" onClick={onDone}>
            Cancel
          </Button>
        }
      >
        <TextInput
          label={`${name}:`}
          placeholder="a bayonet with a spring pin"
          {...form.field('name')}
        />
        <Textarea
          label="How it comes off, a step a line"
          autosize
          minRows={2}
          {...form.field('undo')}
        />
        <Textarea
          label="How it goes back, a step a line"
          autosize
          minRows={2}
          {...form.field('redo')}
        />
        <Group gap="sm" grow>
          {(['screws', 'plugs', 'hoses', 'lugs'] as const).map((count) => (
            <FigureInput
              key={count}
              label={`${count[0]!.toUpperCase()}${count.slice(1)}`}
              min={0}
              max={40}
              allowDecimal={false}
              {...form.field(count)}
            />
          ))}
        </Group>
        <Stack gap="xs">
          <TextInput label="Which way round it goes" {...form.field('facing')} />
          <Checkbox
            label="It touches a plug, lead or board: wait for the discharge first"
            {...form.field('connectors', 'checkbox')}
          />
        </Stack>
      </SendForm>
    </div>
  );
}
