'use client';

import { Group, TextInput } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import type { changeCopyRules, CopyRules } from '../../services/safekeeping/rules';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';

/** Where and when the shop copies itself, and how many copies it keeps. */
export function CopyRulesForm({
  rules: { folder, beside, hour, daily, weekly, monthly, gigabytes },
  keep,
}: {
  rules: CopyRules;
  keep: Send<typeof changeCopyRules>;
}) {
  const form = useSendForm(keep, {
    initial: { folder: beside ? '' : folder, hour, daily, weekly, monthly, gigabytes },
    input: (typed) => ({ ...typed }),
    said: () => 'Saved.',
    guarded: true,
  });
  return (
    <section className="panel" aria-labelledby="copy-rules">
      <h2 id="copy-rules">Where, when, how many</h2>
      <SendForm of={form} button="Save" buttonProps={{ variant: 'default' }}>
        <TextInput
          label="Folder"
          description="On another disk, a stick or a network folder that is always there. Empty: beside the data."
          placeholder={folder}
          {...form.field('folder')}
        />
        <Group align="flex-end" gap="sm">
          <FigureInput label="Not before, hour" min={0} max={23} w={130} {...form.field('hour')} />
          <FigureInput label="At most, GB" min={1} w={120} {...form.field('gigabytes')} />
        </Group>
        <Group align="flex-end" gap="sm">
          <FigureInput label="Keep of days" min={1} max={60} w={120} {...form.field('daily')} />
          <FigureInput label="of weeks" min={0} max={60} w={100} {...form.field('weekly')} />
          <FigureInput label="of months" min={0} max={120} w={100} {...form.field('monthly')} />
        </Group>
        <p className="quiet">Of each of so many days, weeks and months the last copy is kept.</p>
      </SendForm>
    </section>
  );
}
