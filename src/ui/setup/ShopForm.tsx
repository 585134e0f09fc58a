'use client';

import { Autocomplete, Stack, TextInput } from '@mantine/core';
import { Below } from '../shared/first-picture';
import { FigureInput } from '../shared/forms/FigureInput';
import type { changeSetting, SettingName } from '../../services/setup/settings';
import type { Send } from '../shared/forms/send';
import { ZoneInput } from '../shared/forms/ZoneInput';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';

/** Settings that are a number. */
const figureSettings = [
  {
    setting: 'strength-floor',
    label: 'Floor of strength, % of the baseline',
    description: 'Under it a repaired machine returns only with a restriction.',
    min: 10,
    max: 100,
  },
  {
    setting: 'accepted-risk',
    label: 'May be found soiled, percent of cleanings',
    description:
      'Limits are proposed so from what was found. Fewer is cleaner and takes more minutes.',
    min: 5,
    max: 50,
  },
  {
    setting: 'fire-hold',
    label: 'Hold a machine from this fire load on, % of the limit',
    description: 'Until what can burn is cleaned out. 100 to 500; 0: it is said and holds nothing.',
    min: 0,
    max: 500,
  },
  {
    setting: 'undo-hours',
    label: 'Undo what one logged oneself, hours',
    description: 'From the device it was logged on. 0: only the technician corrects.',
    min: 0,
    max: 168,
  },
] as const satisfies readonly { setting: SettingName; [input: string]: unknown }[];
type FigureSetting = (typeof figureSettings)[number]['setting'];

interface ShopFormProps {
  name: string;
  timezone: string;
  /** what to do first when there is fire, sparks or a broken guard */
  stop: string;
  /** settings that are a number, by name */
  figures: Readonly<Record<FigureSetting, number>>;
  /** the address phones reach the server by; empty: not said */
  address: string;
  /** those of this computer in its networks */
  addresses: string[];
  change: Send<typeof changeSetting>;
}

/** The shop's name, time zone, its word for an emergency and its floor of strength. */
export function ShopForm({
  name,
  timezone,
  stop,
  figures,
  address,
  addresses,
  change,
}: ShopFormProps) {
  return (
    <Stack gap="md" maw={760}>
      <Setting name="name" value={name} change={change}>
        {(field) => <TextInput label="Name of the shop" {...field} flex={1} />}
      </Setting>
      <Setting name="timezone" value={timezone} change={change}>
        {(field) => (
          <ZoneInput
            label="Time zone"
            description="Decides what a day is. A change counts all days anew."
            {...field}
            flex={1}
          />
        )}
      </Setting>
      <Setting name="stop-instruction" value={stop} change={change}>
        {(field) => (
          <TextInput
            label="Fire, sparks, broken guard"
            description="What to do first here. Stands on every label and after such a report."
            {...field}
            flex={1}
          />
        )}
      </Setting>
      <Setting name="address" value={address} change={change}>
        {(field) => (
          <Autocomplete
            label="Address phones reach this server by"
            description="Labels, invitations, calendar links and letters lead there."
            placeholder={addresses[0] ?? 'http://192.168.1.20:3000'}
            data={addresses}
            {...field}
            flex={1}
          />
        )}
      </Setting>
      <Below>
        {figureSettings.map(({ setting, ...field }) => (
          <Setting key={setting} name={setting} value={figures[setting]} change={change}>
            {(input) => <FigureInput {...field} {...input} flex={1} />}
          </Setting>
        ))}
      </Below>
    </Stack>
  );
}

interface SettingProps {
  name: SettingName;
  value: string | number;
  change: ShopFormProps['change'];
  /** draws the field */
  children: (field: object) => React.ReactNode;
}

/** One setting, kept by itself. */
function Setting({ name, value, change, children }: SettingProps) {
  const form = useSendForm(change, {
    initial: { value },
    input: (typed) => ({ name, value: String(typed.value) }),
    said: (kept: string) => `Saved: ${kept}`,
    guarded: true,
  });
  return (
    <SendForm of={form} button="Save" buttonProps={{ variant: 'default' }} row>
      {children(form.field('value'))}
    </SendForm>
  );
}
