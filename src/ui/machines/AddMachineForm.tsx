'use client';

import { NativeSelect, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { buildParts, type BuildPart } from '../../catalogue/builds/feature';
import type { addBuiltMachine } from '../../services/machines/builds';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { Tiles } from '../shared/forms/Tiles';
import { useSendForm } from '../shared/forms/use-send-form';
import classes from './Build.module.css';
import { partNames } from './part-names';

/** A feature of a family as it can be answered before there is a machine. */
interface OfferedFeature {
  id: string;
  part: BuildPart;
  name: string;
  /** as most of the family are */
  usual: string;
  variants: { id: string; name: string }[];
}

interface AddMachineFormProps {
  families: { id: string; name: string; mark: string; features: OfferedFeature[] }[];
  add: Send<typeof addBuiltMachine>;
}

export function AddMachineForm({ families, add }: AddMachineFormProps) {
  const router = useRouter();
  const form = useSendForm(add, {
    initial: {
      nickname: '',
      family: null as string | null,
      variants: {} as Record<string, string>,
      past: 'used' as 'new' | 'used',
    },
    input: ({ nickname, family, variants, past }) => ({
      nickname,
      family: family ?? '',
      variants,
      past,
    }),
    // what cannot be is said on the page of its build; then comes what is known of its past
    onDone: ({ machine, said }: { machine: { id: string }; said: string[] }, { past }) =>
      router.push(
        `/machines/${machine.id}${said.length > 0 ? '/build' : past === 'used' ? '/before' : ''}`,
      ),
  });
  const family = families.find(({ id }) => id === form.values.family);
  return (
    <SendForm of={form} button="Add the machine" buttonProps={{ disabled: !form.values.family }}>
      <TextInput
        label="Nickname"
        description="What the shop calls it."
        maw={360}
        autoFocus
        {...form.field('nickname')}
      />
      <Tiles
        legend="Family"
        tiles={families.map(({ id, name, mark }) => ({ value: id, label: name, hint: mark }))}
        value={form.values.family}
        onChange={(chosen) => form.set({ family: chosen, variants: {} })}
      />
      <Tiles<'new' | 'used'>
        legend="Its past"
        tiles={[
          {
            value: 'used',
            label: 'Used before',
            hint: 'next: when its tasks were last done, as far as you know',
          },
          { value: 'new', label: 'New', hint: 'everything starts at zero today' },
        ]}
        value={form.values.past}
        onChange={(past) => form.set({ past: past ?? 'used' })}
      />
      {family && (
        <Differs
          key={family.id}
          features={family.features}
          chosen={form.values.variants}
          choose={(feature, variant) =>
            form.set({ variants: { ...form.values.variants, [feature]: variant } })
          }
        />
      )}
    </SendForm>
  );
}

/** How it comes apart, where it is not as most: now, or later on the page of its build. */
function Differs({
  features,
  chosen,
  choose,
}: {
  features: readonly OfferedFeature[];
  chosen: Readonly<Record<string, string>>;
  choose: (feature: string, variant: string) => void;
}) {
  const told = features.filter(({ id, usual }) => (chosen[id] ?? usual) !== usual).length;
  return (
    <details className={classes.differs}>
      <summary>
        How it comes apart: {told === 0 ? 'as most of them' : `${told} not as most`}. Say where it
        differs, now or later
      </summary>
      {buildParts
        .filter((part) => features.some((feature) => feature.part === part))
        .map((part) => (
          <fieldset key={part} className={classes.group}>
            <legend>{partNames[part]}</legend>
            {features
              .filter((feature) => feature.part === part)
              .map(({ id, name, usual, variants }) => (
                <div key={id} className={classes.feature}>
                  <label htmlFor={`new-${id}`}>{name}</label>
                  <NativeSelect
                    id={`new-${id}`}
                    value={chosen[id] ?? usual}
                    data={variants.map((variant) => ({
                      value: variant.id,
                      label: variant.name,
                    }))}
                    onChange={(event) => choose(id, event.currentTarget.value)}
                  />
                </div>
              ))}
          </fieldset>
        ))}
    </details>
  );
}
